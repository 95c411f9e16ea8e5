import sharp, { type Metadata, type Sharp } from 'sharp';
import { Refusal } from '@core/api/refusal';

/** More than a photograph has, and few enough that reading one takes seconds and not gigabytes. */
export const mostPixels = 120_000_000;
/** No side is longer: neither does WebP keep longer ones, nor does a photograph have them. */
const longestSide = 30_000;
/** How long one step may take. */
export const seconds = 40;

sharp.cache(false);
sharp.concurrency(1);

export const kinds = 'Pictures are PNG, JPEG, WebP, AVIF, GIF or SVG.';

/** A file or bytes that hold a picture. */
export type Source = string | Buffer;

export const reading = (source: Source, animated = false): Sharp =>
  sharp(source, { limitInputPixels: mostPixels, failOn: 'error', sequentialRead: true, animated }).timeout({ seconds });

/** Reads what a file says of itself. @throws Refusal if it is no picture */
export async function factsOf(source: Source): Promise<Metadata> {
  try {
    return await sharp(source, { limitInputPixels: false, failOn: 'error' }).metadata();
  } catch {
    throw new Refusal('bad-input', `This file is not a picture that can be read. ${kinds}`);
  }
}

/** Refuses what would take too long or too much memory to read. @throws Refusal */
export function checkSize(facts: Metadata): void {
  const { width, height } = facts;
  const frames = facts.pages ?? 1;
  const frame = facts.pageHeight ?? height;
  if (width === 0 || frame === 0) throw new Refusal('bad-input', 'The picture has no size.');
  if (Math.max(width, frame) > longestSide)
    throw new Refusal(
      'bad-input',
      `The picture is ${Math.max(width, frame).toLocaleString('en')} px long. The longest side may have ${longestSide.toLocaleString('en')} px.`,
    );
  if (width * frame > mostPixels)
    throw new Refusal(
      'bad-input',
      `The picture has ${Math.round((width * frame) / 1e6)} million pixels. It may have ${mostPixels / 1e6} million.`,
    );
  if (width * frame * frames > mostPixels)
    throw new Refusal(
      'bad-input',
      `The film has ${frames} pictures with ${Math.round((width * frame * frames) / 1e6)} million pixels in all. It may have ${mostPixels / 1e6} million: shorten it, or upload it as a video.`,
    );
}
