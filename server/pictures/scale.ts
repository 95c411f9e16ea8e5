import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { Picture } from '@core/document/site';
import { Refusal } from '../http/answer';
import { cleanSvg } from './clean-svg';

const widths = [400, 800, 1200, 1600, 2400];
const mostPixels = 60_000_000;

/** A picture made ready for the library: what the site says of it, and the files to keep. */
export interface Scaled {
  readonly picture: Picture;
  readonly files: readonly { readonly file: string; readonly bytes: Buffer }[];
}

const types = {
  png: 'image/png',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
  avif: 'image/avif',
  heif: 'image/avif',
  svg: 'image/svg+xml',
} as const;

const isKnown = (format: string | undefined): format is keyof typeof types =>
  format !== undefined && Object.hasOwn(types, format);
const nameFor = (bytes: Buffer, ending: string): string =>
  `${createHash('sha256').update(bytes).digest('hex').slice(0, 16)}.${ending}`;

/** Letters a picture's name may keep; the folder part of a hostile name is dropped. */
function cleanName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? '';
  const printable = [...last]
    .filter((letter) => letter >= ' ')
    .join('')
    .trim();
  return printable.slice(0, 200) || 'picture';
}

/**
 * Reads an uploaded picture and makes its files in several widths, as WebP; an SVG is cleaned and kept as one file.
 * @throws Refusal with the reason when the file is no picture, damaged or too large
 */
export async function scalePicture(name: string, bytes: Buffer): Promise<Scaled> {
  if (bytes.length === 0) throw new Refusal(400, 'This file is empty, not a picture.');
  const source = looksLikeSvg(bytes) ? Buffer.from(cleanSvg(bytes.toString('utf8'))) : bytes;
  const read = sharp(source, { limitInputPixels: mostPixels, failOn: 'error' });
  const facts = await read.metadata().catch((error: Error) => {
    throw new Refusal(
      400,
      /pixel/i.test(error.message)
        ? 'The picture has more than 60 million pixels.'
        : 'This file is not a picture that can be read: PNG, JPEG, WebP, AVIF or SVG.',
    );
  });
  if (!isKnown(facts.format) || (facts.format === 'heif' && facts.compression !== 'av1'))
    throw new Refusal(400, 'Pictures are PNG, JPEG, WebP, AVIF or SVG.');
  const turned = (facts.orientation ?? 1) >= 5;
  const width = (turned ? facts.height : facts.width) ?? 0;
  const height = (turned ? facts.width : facts.height) ?? 0;
  if (width === 0 || height === 0) throw new Refusal(400, 'The picture has no size.');
  const base = { name: cleanName(name), alt: '', width, height, type: types[facts.format] };
  if (facts.format === 'svg') {
    const file = nameFor(source, 'svg');
    return { picture: { ...base, files: [{ width, file }] }, files: [{ file, bytes: source }] };
  }
  const targets = [...widths.filter((one) => one < width), Math.min(width, widths.at(-1)!)];
  const made = await Promise.all(targets.map((target) => scaled(source, target)));
  return { picture: { ...base, files: made.map(({ width: at, file }) => ({ width: at, file })) }, files: made };
}

async function scaled(source: Buffer, width: number): Promise<{ width: number; file: string; bytes: Buffer }> {
  const bytes = await sharp(source, { limitInputPixels: mostPixels, failOn: 'error' })
    .rotate()
    .resize({ width })
    .webp({ quality: 82 })
    .toBuffer()
    .catch(() => {
      throw new Refusal(400, 'The picture is damaged: it could not be read to its end.');
    });
  return { width, bytes, file: nameFor(bytes, 'webp') };
}

const looksLikeSvg = (bytes: Buffer): boolean =>
  /^\s*(?:<\?xml[^>]*>\s*)?(?:<!--[\s\S]*?-->\s*)*(?:<!DOCTYPE[^>]*>\s*)?<svg[\s>]/i.test(
    bytes
      .subarray(0, 4096)
      .toString('utf8')
      .replace(/^\uFEFF/, ''),
  );
