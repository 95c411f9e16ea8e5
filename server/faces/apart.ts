import { fork } from 'node:child_process';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import { Face, type LetterSet } from '@core/document/library/face';
import type { MadeReady } from './made-ready';

const seconds = 60;
const mostMegabytes = 768;

/** What the reader answers with. */
const Answer = z.union([
  z.object({ refused: z.string() }),
  z.object({ made: z.object({ face: Face.omit({ id: true }), bytes: z.instanceof(Uint8Array) }) }),
]);

/**
 * Makes a face ready in a process of its own, which is ended where it takes too long or too much.
 * @throws Refusal, or whatever failed
 */
export function madeReadyApart(path: string, name: string, letters: LetterSet): Promise<MadeReady> {
  const reader = fork('server/faces/reader.ts', {
    execArgv: ['--import', 'tsx', `--max-old-space-size=${mostMegabytes}`],
    serialization: 'advanced',
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    env: { PATH: process.env['PATH'] ?? '' },
  });
  return new Promise<MadeReady>((done, fail) => {
    const clock = setTimeout(() => reader.kill('SIGKILL'), seconds * 1000);
    reader.once('message', (message) => {
      const answer = Answer.safeParse(message);
      if (!answer.success) fail(answer.error);
      else if ('refused' in answer.data) fail(new Refusal('bad-input', answer.data.refused));
      else done({ face: answer.data.made.face, bytes: Buffer.from(answer.data.made.bytes) });
    });
    reader.once('error', fail);
    reader.once('exit', () => {
      clearTimeout(clock);
      fail(new Refusal('bad-input', 'The typeface cannot be read: it takes too long or too much. Save it anew.'));
    });
    reader.send({ path, name, letters });
  }).finally(() => reader.kill('SIGKILL'));
}
