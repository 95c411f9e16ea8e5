import { readFile } from 'node:fs/promises';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import { letterSets } from '@core/document/library/face';
import { checkFace, madeReady } from './made-ready';

// A program of its own: it is told one face to read, answers, and is ended.
const Asked = z.union([
  z.object({ path: z.string(), name: z.string(), letters: z.enum(letterSets) }),
  /** A face that is kept as it is. */
  z.object({ check: z.instanceof(Uint8Array) }),
]);

async function answerTo(asked: z.infer<typeof Asked>): Promise<object> {
  if ('path' in asked) return { made: await madeReady(await readFile(asked.path), asked.name, asked.letters) };
  checkFace(Buffer.from(asked.check));
  return { fine: true };
}

process.once('disconnect', () => process.exit());
process.once('message', (message: unknown) => {
  answerTo(Asked.parse(message)).then(
    (answer) => process.send?.(answer),
    (error: unknown) => {
      if (!(error instanceof Refusal)) throw error;
      process.send?.({ refused: error.message });
    },
  );
});
