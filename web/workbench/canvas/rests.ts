/** The longest that work in slices goes on without letting others, in ms. */
const longest = 8;

/** Work in slices: who does it asks between two steps for a rest, which is taken when the turn is over. */
export class Rests {
  private since = performance.now();

  /** @param over tells that nobody waits for the work any more: then a rest ends it, by throwing */
  constructor(private readonly over: AbortSignal) {}

  get isDue(): boolean {
    return performance.now() - this.since >= longest;
  }

  /** Lets others have their turn, if it is theirs. */
  async taken(): Promise<void> {
    if (!this.isDue) return;
    await new Promise((go) => requestIdleCallback(go, { timeout: 120 }));
    this.over.throwIfAborted();
    this.since = performance.now();
  }
}
