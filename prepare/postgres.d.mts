export declare function startPostgres(
  programs: string,
  folder: string,
  options?: { readonly wantedPort?: number; readonly isLasting?: boolean },
): Promise<{ address: string; port: number; stop: () => Promise<void>; kill: () => Promise<void> }>;
