import { existsSync } from 'node:fs';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import { until } from '../testing/until';
import { runApart } from './run-apart';

describe('A program that reads files from outside', () => {
  const Answer = z.object({ pid: z.number() });
  /** Runs a program. The default limit leaves time to start on a slow machine. */
  const run = (what: string, seconds = 30): Promise<{ pid: number }> =>
    runApart(
      'server/apart/testing/greedy.ts',
      { do: what },
      { seconds, megabytes: 400 },
      {
        ...{ answer: Answer, tooMuch: 'It takes too much.' },
      },
    );

  it('answers from a process of its own, which has ended then', async () => {
    const { pid } = await run('answer');
    expect(pid).not.toBe(process.pid);
    await until(() => !existsSync(`/proc/${pid}`), 'it has not ended');
  });

  it('refuses with its own sentence', async () => {
    await expectAsync(run('refuse')).toBeRejectedWithError(Refusal, 'This is no picture.');
  });

  it('that takes more memory or processor time than it may, waits forever or ends, is ended with a sentence', async () => {
    const before = process.memoryUsage().rss;
    for (const what of ['take', 'spin', 'sleep', 'throw', 'leave'])
      await expectAsync(run(what, 2)).withContext(what).toBeRejectedWithError(Refusal, 'It takes too much.');
    expect(process.memoryUsage().rss - before).toBeLessThan(100_000_000);
  });
});
