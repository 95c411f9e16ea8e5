import { readFile } from 'node:fs/promises';
import * as z from 'zod';
import { letterSets } from '@core/document/library/face';
import { answerOnce } from '../apart/answer-once';
import { checkFace, madeReady } from './made-ready';

// A program of its own: it is told one face to read, answers, and is ended.
const Asked = z.union([
  z.object({ path: z.string(), name: z.string(), letters: z.enum(letterSets) }),
  /** Checks a face and returns nothing of it. */
  z.object({ check: z.instanceof(Uint8Array) }),
]);

answerOnce(async (message) => {
  const asked = Asked.parse(message);
  if ('path' in asked) return { made: await madeReady(await readFile(asked.path), asked.name, asked.letters) };
  checkFace(Buffer.from(asked.check));
  return { fine: true };
});
