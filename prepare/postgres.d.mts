export declare const freePort: () => Promise<number>;
export declare function startPostgres(
  programs: string,
  folder: string,
): Promise<{ address: string; stop: () => Promise<void> }>;
