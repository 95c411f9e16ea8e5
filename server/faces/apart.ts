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
  z.object({ fine: z.literal(true) }),
]);
type Answer = z.infer<typeof Answer>;

/** Asks a reader in a process of its own, which is ended where it takes too long or too much. @throws Refusal */
function answerApart(asked: object): Promise<Answer> {
  const reader = fork('server/faces/reader.ts', {
    execArgv: ['--import', 'tsx', `--max-old-space-size=${mostMegabytes}`],
    serialization: 'advanced',
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    env: { PATH: process.env['PATH'] ?? '' },
  });
  return new Promise<Answer>((done, fail) => {
    const clock = setTimeout(() => reader.kill('SIGKILL'), seconds * 1000);
    reader.once('message', (message) => {
      const answer = Answer.safeParse(message);
      if (!answer.success) fail(answer.error);
      else if ('refused' in answer.data) fail(new Refusal('bad-input', answer.data.refused));
      else done(answer.data);
    });
    reader.once('error', fail);
    reader.once('exit', () => {
      clearTimeout(clock);
      fail(new Refusal('bad-input', 'The typeface cannot be read: it takes too long or too much. Save it anew.'));
    });
    reader.send(asked);
  }).finally(() => reader.kill('SIGKILL'));
}

/** Makes a face ready in a process of its own. @throws Refusal, or whatever failed */
export async function madeReadyApart(path: string, name: string, letters: LetterSet): Promise<MadeReady> {
  const answer = await answerApart({ path, name, letters });
  if (!('made' in answer)) throw new Error('The reader answers something else.');
  return { face: answer.made.face, bytes: Buffer.from(answer.made.bytes) };
}

/** Checks in a process of its own that a face can be read. @throws Refusal if it cannot */
export async function checkFaceApart(bytes: Buffer): Promise<void> {
  await answerApart({ check: bytes });
}
