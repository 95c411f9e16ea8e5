import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import { runApart } from '../apart/run-apart';
import { kinds } from './read-picture';

/** The largest size of an SVG, in bytes. */
export const mostSvgBytes = 2_000_000;
const limits = { seconds: 15, megabytes: 800 };
const tooMuch = 'The SVG could not be drawn: it takes too long or too much. Save it in a simpler form.';

const Drawing = z.object({ clean: z.instanceof(Uint8Array), width: z.number(), height: z.number() });

/** A sanitized SVG and its size in px. */
export interface Drawing {
  readonly clean: Buffer;
  readonly width: number;
  readonly height: number;
}

/**
 * Cleans a drawing and draws it once, to see that it can be, in a process of its own: a small file may make what
 * draws it take gigabytes. @throws Refusal if it is none or takes too much
 */
export async function drawnApart(bytes: Buffer): Promise<Drawing> {
  if (bytes.length > mostSvgBytes) throw new Refusal('bad-input', `An SVG has at most ${mostSvgBytes / 1e6} MB.`);
  if (!/<([\w-]+:)?svg[\s/>]/i.test(bytes.toString('latin1')))
    throw new Refusal('bad-input', `This file is not a picture that can be read. ${kinds}`);
  const asked = { bytes };
  const { clean, ...size } = await runApart('server/pictures/drawing-reader.ts', asked, limits, {
    answer: Drawing,
    tooMuch,
  });
  return { clean: Buffer.from(clean), ...size };
}
