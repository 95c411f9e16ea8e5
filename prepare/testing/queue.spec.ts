import fc from 'fast-check';
import { runQueue } from './queue.mjs';

interface Wanted {
  readonly seconds: number;
  readonly needs: readonly number[];
  readonly well: boolean;
}

describe('The queue of the test command', () => {
  /** Runs jobs that take `seconds` turns of the event loop each; returns when each began and ended. */
  async function ran(wanted: readonly Wanted[], lanes: number) {
    const began = new Map<string, number>();
    const ended = new Map<string, number>();
    let [clock, busy, busiest] = [0, 0, 0];
    const jobs = wanted.map(({ seconds, needs, well }, index) => ({
      name: `job ${index}`,
      seconds,
      needs: needs.map((one) => `job ${one}`),
      run: async () => {
        began.set(`job ${index}`, clock++);
        busiest = Math.max(busiest, ++busy);
        for (let turns = 0; turns < seconds; turns++) await new Promise((go) => setImmediate(go));
        busy--;
        ended.set(`job ${index}`, clock++);
        return { well };
      },
    }));
    const results = await runQueue(jobs, lanes);
    return { results, began, ended, busiest };
  }

  const someJobs = fc
    .array(fc.record({ seconds: fc.nat(5), well: fc.boolean(), needs: fc.array(fc.nat(20), { maxLength: 3 }) }), {
      minLength: 1,
      maxLength: 12,
    })
    // a job needs only earlier jobs, so there is no cycle
    .map((all) => all.map((one, index) => ({ ...one, needs: [...new Set(one.needs.filter((n) => n < index))] })));

  it('runs each job once, after what it needs, in so many lanes at most; what needs a job that failed is left out', async () => {
    await fc.assert(
      fc.asyncProperty(someJobs, fc.integer({ min: 1, max: 3 }), async (wanted, lanes) => {
        const { results, began, ended, busiest } = await ran(wanted, lanes);
        const fine = new Set<number>();
        wanted.forEach(({ needs, well }, index) => {
          const name = `job ${index}`;
          const runs = needs.every((one) => fine.has(one));
          expect(results.get(name)).toEqual(runs ? { well } : undefined);
          expect(began.has(name)).toBe(runs);
          if (runs && well) fine.add(index);
          if (runs) for (const one of needs) expect(ended.get(`job ${one}`)!).toBeLessThan(began.get(name)!);
        });
        expect(results.size).toBe(wanted.length);
        expect(busiest).toBeLessThanOrEqual(lanes);
      }),
    );
  });

  it('begins with what keeps the run busy longest, what waits for it counted', async () => {
    const [well, needs] = [true, [] as number[]];
    const jobs = [
      { seconds: 1, needs, well },
      { seconds: 9, needs, well },
      { seconds: 2, needs, well },
      { seconds: 8, needs: [2], well },
    ];
    const { began } = await ran(jobs, 1);
    expect([...began.keys()]).toEqual(['job 2', 'job 1', 'job 3', 'job 0']);
  });

  it('refuses jobs that need one which is not there, or each other', async () => {
    const job = (name: string, ...needs: string[]) => ({
      ...{ name, needs, seconds: 1 },
      run: () => Promise.resolve({ well: true }),
    });
    await expectAsync(runQueue([job('a', 'b')], 2)).toBeRejectedWithError(/a needs b/);
    await expectAsync(runQueue([job('a', 'b'), job('b', 'a')], 2)).toBeRejectedWithError(/waits for itself/);
  });
});
