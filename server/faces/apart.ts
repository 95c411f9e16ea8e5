import * as z from 'zod';
import { Face, type LetterSet } from '@core/document/library/face';
import { runApart } from '../apart/run-apart';
import type { MadeReady } from './made-ready';

const limits = { seconds: 30, megabytes: 1500 };
const tooMuch = 'The typeface cannot be read: it takes too long or too much. Save it anew.';

const Made = z.object({ made: z.object({ face: Face.omit({ id: true }), bytes: z.instanceof(Uint8Array) }) });
const Fine = z.object({ fine: z.literal(true) });

/** Makes a face ready in a process of its own. @throws Refusal, or whatever failed */
export async function madeReadyApart(path: string, name: string, letters: LetterSet): Promise<MadeReady> {
  const asked = { path, name, letters };
  const { made } = await runApart('server/faces/reader.ts', asked, limits, { answer: Made, tooMuch });
  return { face: made.face, bytes: Buffer.from(made.bytes) };
}

/** Checks in a process of its own that a face can be read. @throws Refusal if it cannot */
export async function checkFaceApart(bytes: Buffer): Promise<void> {
  await runApart('server/faces/reader.ts', { check: bytes }, limits, { answer: Fine, tooMuch });
}
