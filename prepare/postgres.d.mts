export declare function startPostgres(
  programs: string,
  folder: string,
  wantedPort?: number,
): Promise<{ address: string; port: number; stop: () => Promise<void>; kill: () => Promise<void> }>;
