interface Job<R> {
  readonly name: string;
  /** How long it is expected to take. */
  readonly seconds: number;
  /** Names of jobs that have to be done first. */
  readonly needs?: readonly string[];
  run(lane: number): Promise<R>;
}
export declare function runQueue<R extends { readonly well: boolean }>(
  jobs: readonly Job<R>[],
  lanes: number,
): Promise<Map<string, R | undefined>>;
