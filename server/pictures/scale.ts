import { createHash } from 'node:crypto';
import { readFile, stat } from 'node:fs/promises';
import { fileTypeFromBuffer, fileTypeFromFile } from 'file-type';
import sharp, { type OutputInfo, type Sharp } from 'sharp';
import type { Picture } from '@core/document/site';
import { Refusal } from '@core/api/refusal';
import { fileName } from '../uploads/file-name';
import { drawnApart, mostSvgBytes } from './drawing';
import { checkSize, factsOf, kinds, reading, seconds, type Source } from './read-picture';

/** The widths in px a picture is kept in, as far as it is as wide itself. */
const widths = [400, 800, 1200, 1600, 2400];
/** How wide it is at most in the kind it came as: as wide as pictures are shown that are shared. */
const plainWidth = 1200;
/** A picture made ready for the library: what the site says of it, and the files to keep. */
export interface Scaled {
  readonly picture: Picture;
  readonly files: readonly { readonly file: string; readonly bytes: Buffer }[];
}

const types = {
  png: 'image/png',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
  gif: 'image/gif',
  avif: 'image/avif',
  heif: 'image/avif',
} as const;
const isKnown = (format: string | undefined): format is keyof typeof types =>
  format !== undefined && Object.hasOwn(types, format);
const nameFor = (bytes: Buffer, ending: string): string =>
  `${createHash('sha256').update(bytes).digest('hex').slice(0, 16)}.${ending}`;

/**
 * Reads an uploaded picture and makes its files in several widths, as WebP and, where that is lighter, as AVIF, in
 * sRGB, upright as its camera was held, and one more of the kind it came as; an SVG is cleaned and kept as one file.
 * What moves goes on moving. `share` is told which part is done, from 0 to 1. Memory and time are bounded by the
 * sizes it accepts.
 * @throws Refusal with the reason when the file is no picture, damaged or too large
 */
export async function scalePicture(
  name: string,
  source: Source,
  share: (done: number) => void = () => undefined,
): Promise<Scaled> {
  if (!(await isRaster(source))) return drawing(fileName(name, 'picture'), source);
  const facts = await factsOf(source);
  if (!isKnown(facts.format) || (facts.format === 'heif' && facts.compression !== 'av1'))
    throw new Refusal('bad-input', kinds);
  checkSize(facts);
  const turned = (facts.orientation ?? 1) >= 5;
  const frame = facts.pageHeight ?? facts.height;
  const [width, height] = turned ? [frame, facts.width] : [facts.width, frame];
  const made = await allWidths(source, {
    isPhotograph: facts.format !== 'png' && facts.format !== 'gif' && !facts.hasAlpha,
    width,
    height,
    turned,
    orientation: facts.orientation ?? 1,
    animated: (facts.pages ?? 1) > 1,
    share,
  });
  return {
    picture: {
      name: fileName(name, 'picture'),
      alt: '',
      width,
      height,
      type: types[facts.format],
      ...namesOf(made),
    },
    files: [...made.webp, ...made.avif, ...(made.plain ? [made.plain] : [])],
  };
}

const named = ({ width, file }: Made): { width: number; file: string } => ({ width, file });
const weight = (files: readonly Made[]): number => files.reduce((sum, { bytes }) => sum + bytes.length, 0);

/** The files of a picture as the site names them. */
const namesOf = ({ webp, avif, plain }: AllMade): Pick<Picture, 'files' | 'avif' | 'plain'> => ({
  files: webp.map(named),
  ...(avif.length > 0 && { avif: avif.map(named) }),
  ...(plain && { plain: named(plain) }),
});

/** Whether a file begins as pictures made of pixels do; what does not is a drawing, or no picture. */
async function isRaster(source: Source): Promise<boolean> {
  const found = await (typeof source === 'string' ? fileTypeFromFile(source) : fileTypeFromBuffer(source));
  return found !== undefined && found.ext !== 'xml' && found.mime.startsWith('image/');
}

/** A drawing, as one file. */
async function drawing(name: string, source: Source): Promise<Scaled> {
  const bytes = typeof source === 'string' ? await readUpTo(source, mostSvgBytes) : source;
  const { clean, width, height } = await drawnApart(bytes);
  const file = nameFor(clean, 'svg');
  return {
    picture: { name, alt: '', width, height, type: 'image/svg+xml', files: [{ width, file }] },
    files: [{ file, bytes: clean }],
  };
}

async function readUpTo(path: string, most: number): Promise<Buffer> {
  const { size } = await stat(path);
  if (size > most) throw new Refusal('bad-input', `This file is not a picture that can be read. ${kinds}`);
  return readFile(path);
}

interface Shape {
  /** Its size in px, upright. */
  readonly width: number;
  readonly height: number;
  /** It lies on its side in the file. */
  readonly turned: boolean;
  /** How the camera was held: EXIF's tag 274, from 1 to 8. */
  readonly orientation: number;
  readonly animated: boolean;
  /** It has no edges that JPEG would blur, and nothing in it that is seen through. */
  readonly isPhotograph: boolean;
  /** Is told which part is done. */
  share(done: number): void;
}

interface Made {
  readonly width: number;
  readonly file: string;
  readonly bytes: Buffer;
}

/** A picture in all its forms. */
interface AllMade {
  readonly webp: readonly Made[];
  readonly avif: readonly Made[];
  readonly plain?: Made;
}

/** Pixels in memory, in sRGB, with how they lie there. */
interface Pixels {
  readonly data: Buffer;
  readonly info: OutputInfo;
}

const pixelsOf = (picture: Sharp): Promise<Pixels> =>
  picture.toColourspace('srgb').raw().toBuffer({ resolveWithObject: true });
const from = ({ data, info }: Pixels): Sharp =>
  sharp(data, {
    raw: { width: info.width, height: info.height, channels: info.channels },
    limitInputPixels: false,
  }).timeout({ seconds });

/**
 * Pixels turned upright (EXIF 2.32, tag Orientation): first by quarters, then mirrored, which one pass would do the
 * other way round.
 */
async function upright(pixels: Pixels, orientation: number): Promise<Pixels> {
  const angle = { 3: 180, 4: 180, 5: 90, 6: 90, 7: 270, 8: 270 }[orientation] ?? 0;
  const turned = angle === 0 ? pixels : await pixelsOf(from(pixels).rotate(angle));
  return [2, 4, 5, 7].includes(orientation) ? pixelsOf(from(turned).flop()) : turned;
}

function damaged(error: unknown): never {
  if (error instanceof Error && /timeout/i.test(error.message))
    throw new Refusal(
      'bad-input',
      'The picture takes too long to read. Save it in a simpler format and upload it again.',
    );
  throw new Refusal('bad-input', 'The picture is damaged: it could not be read to its end.');
}

/**
 * The picture in every width it is kept in. It is read once, line by line, into its largest copy; the smaller ones
 * are made from that. What moves is kept as WebP alone.
 */
async function allWidths(source: Source, shape: Shape): Promise<AllMade> {
  const largest = Math.min(shape.width, widths.at(-1)!);
  const targets = [...widths.filter((one) => one < largest), largest];
  const height = (width: number): number => Math.max(1, Math.round((shape.height * width) / shape.width));
  const across = shape.turned
    ? { width: height(largest), height: largest }
    : { width: largest, height: height(largest) };
  const large = shape.animated
    ? undefined
    : await pixelsOf(reading(source).resize({ ...across, fit: 'fill' }))
        .then((pixels) => upright(pixels, shape.orientation))
        .catch(damaged);
  const sized = (width: number): Sharp =>
    (large ? from(large) : reading(source, true)).resize({ width, height: height(width), fit: 'fill' });
  const [webp, avif]: [Made[], Made[]] = [[], []];
  for (const width of targets) {
    shape.share((webp.length + 1) / (targets.length + 1));
    webp.push(await written(width, sized(width).webp({ quality: 82 }), 'webp'));
  }
  if (large && largest * height(largest) <= mostAvifPixels)
    for (const width of targets) avif.push(await written(width, sized(width).avif(avifAs), 'avif'));
  const width = Math.min(plainWidth, largest);
  return {
    webp,
    avif: weight(avif) < weight(webp) ? avif : [],
    ...(large && { plain: await plainly(width, sized(width), shape.isPhotograph) }),
  };
}

/** About as close to the original as WebP at 82, and written in a time that people wait for. */
const avifAs = { quality: 55, effort: 2 };
/** Larger ones, which are very long, take too long to write. */
const mostAvifPixels = 16_000_000;

const plainly = (width: number, sized: Sharp, isPhotograph: boolean): Promise<Made> =>
  isPhotograph
    ? written(width, sized.jpeg({ quality: 82 }), 'jpg')
    : written(width, sized.png({ compressionLevel: 9, palette: false }), 'png');

async function written(width: number, picture: Sharp, ending: string): Promise<Made> {
  const bytes = await picture.toBuffer().catch(damaged);
  return { width, bytes, file: nameFor(bytes, ending) };
}
