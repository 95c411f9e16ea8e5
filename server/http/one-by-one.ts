import pLimit, { type LimitFunction } from 'p-limit';

/**
 * Work in turn: one at a time under each key, a few at once over all keys. What waits here holds no connection and no
 * memory of its own,
 * so that requests which take no time are answered meanwhile.
 */
export class OneByOne {
  private readonly all: LimitFunction;
  private readonly byKey = new Map<string, LimitFunction>();

  constructor(atOnce: number) {
    this.all = pLimit(atOnce);
  }

  async run<T>(key: string, work: () => Promise<T>): Promise<T> {
    const own = this.byKey.get(key) ?? pLimit(1);
    this.byKey.set(key, own);
    try {
      return await own(() => this.all(work));
    } finally {
      if (own.activeCount === 0 && own.pendingCount === 0) this.byKey.delete(key);
    }
  }
}
