import { fork } from 'node:child_process';
import pLimit from 'p-limit';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';

/** Limits of a program. */
export interface Limits {
  /** Processor time; the program may run three times as long. */
  readonly seconds: number;
  /** Private memory, in MB (setrlimit(2), RLIMIT_DATA). */
  readonly megabytes: number;
}

const Refused = z.object({ refused: z.string() });

/**
 * Starts a program, sends it a message and returns its answer, which a schema reads.
 * @throws Refusal with the program's sentence, or with `tooMuch` if it ended without an answer
 */
export function runApart<Answer>(
  program: string,
  message: object,
  { seconds, megabytes }: Limits,
  { answer: schema, tooMuch }: { readonly answer: z.ZodType<Answer>; readonly tooMuch: string },
): Promise<Answer> {
  return atOnce(() => answerOf(program, message, { seconds, megabytes }, { schema, tooMuch }));
}

/** Bounds the memory of all programs together. */
const atOnce = pLimit(2);

function answerOf<Answer>(
  program: string,
  message: object,
  { seconds, megabytes }: Limits,
  { schema, tooMuch }: { readonly schema: z.ZodType<Answer>; readonly tooMuch: string },
): Promise<Answer> {
  const child = fork(program, {
    execPath: 'prlimit', // of util-linux, which every Debian has
    execArgv: [
      ...[`--data=${megabytes * 1_000_000}`, `--cpu=${seconds}`, '--core=0', process.execPath],
      ...['--import', 'tsx', `--max-old-space-size=${Math.round(megabytes / 2)}`],
    ],
    serialization: 'advanced',
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    env: { PATH: process.env['PATH'] ?? '' },
  });
  return new Promise<Answer>((done, fail) => {
    const clock = setTimeout(() => child.kill('SIGKILL'), 3000 * seconds);
    child.once('message', (told) => {
      const refused = Refused.safeParse(told);
      if (refused.success) return fail(new Refusal('bad-input', refused.data.refused));
      const answer = schema.safeParse(told);
      if (answer.success) done(answer.data);
      else fail(answer.error);
    });
    child.once('error', fail);
    child.once('exit', () => {
      clearTimeout(clock);
      fail(new Refusal('bad-input', tooMuch));
    });
    child.send(message);
  }).finally(() => child.kill('SIGKILL'));
}
