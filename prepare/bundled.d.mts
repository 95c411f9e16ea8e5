/** One of the project's TypeScript programs as one file of JavaScript; where that lies. */
export declare function bundled(entry: string): string;
