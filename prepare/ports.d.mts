/** A TCP port on loopback that nothing listens on, another each time. */
export declare const freePort: () => Promise<number>;
