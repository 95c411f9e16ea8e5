import { createHash } from 'node:crypto';
import { open, readFile } from 'node:fs/promises';
import sharp, { type Metadata, type OutputInfo, type Sharp } from 'sharp';
import type { Picture } from '@core/document/site';
import { Refusal } from '@core/api/refusal';
import { fileName } from '../uploads/file-name';
import { cleanSvg } from './clean-svg';

/** The widths in px a picture is kept in, as far as it is as wide itself. */
const widths = [400, 800, 1200, 1600, 2400];
/** How wide it is at most in the kind it came as: as wide as pictures are shown that are shared. */
const plainWidth = 1200;
/** More than a photograph has, and few enough that reading one takes seconds and not gigabytes. */
export const mostPixels = 120_000_000;
/** No side is longer: neither does WebP keep longer ones, nor does a photograph have them. */
const longestSide = 30_000;
const mostSvgBytes = 2_000_000;
const seconds = 40;

sharp.cache(false);
sharp.concurrency(1);

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
  svg: 'image/svg+xml',
} as const;
const kinds = 'Pictures are PNG, JPEG, WebP, AVIF, GIF or SVG.';

const isKnown = (format: string | undefined): format is keyof typeof types =>
  format !== undefined && Object.hasOwn(types, format);
const nameFor = (bytes: Buffer, ending: string): string =>
  `${createHash('sha256').update(bytes).digest('hex').slice(0, 16)}.${ending}`;

/** A file or bytes that hold a picture. */
type Source = string | Buffer;

const reading = (source: Source, animated = false): Sharp =>
  sharp(source, { limitInputPixels: mostPixels, failOn: 'error', sequentialRead: true, animated }).timeout({ seconds });

async function factsOf(source: Source): Promise<Metadata> {
  return sharp(source, { limitInputPixels: false, failOn: 'error' })
    .metadata()
    .catch(() => {
      throw new Refusal('bad-input', `This file is not a picture that can be read. ${kinds}`);
    });
}

/** Refuses what would take too long or too much memory to read. @throws Refusal */
function checkSize(facts: Metadata): void {
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
  const facts = await factsOf(source);
  if (!isKnown(facts.format) || (facts.format === 'heif' && facts.compression !== 'av1'))
    throw new Refusal('bad-input', kinds);
  if (facts.format === 'svg') return drawing(fileName(name, 'picture'), source);
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

/** A drawing without anything that runs or leads elsewhere, as one file; drawn once, to see that it can be. */
async function drawing(name: string, source: Source): Promise<Scaled> {
  const bytes = typeof source === 'string' ? await readUpTo(source, mostSvgBytes) : source;
  if (bytes.length > mostSvgBytes) throw new Refusal('bad-input', `An SVG has at most ${mostSvgBytes / 1e6} MB.`);
  const clean = Buffer.from(cleanSvg(bytes.toString('utf8')));
  const facts = await factsOf(clean);
  if (facts.format !== 'svg') throw new Refusal('bad-input', 'There is nothing to draw in this SVG.');
  checkSize(facts);
  await reading(clean)
    .resize({ width: 64, height: 64, fit: 'inside' })
    .png()
    .toBuffer()
    .catch(() => {
      throw new Refusal('bad-input', 'The SVG could not be drawn.');
    });
  const file = nameFor(clean, 'svg');
  const { width, height } = facts;
  return {
    picture: { name, alt: '', width, height, type: 'image/svg+xml', files: [{ width, file }] },
    files: [{ file, bytes: clean }],
  };
}

async function readUpTo(path: string, most: number): Promise<Buffer> {
  const file = await open(path);
  const { size } = await file.stat().finally(() => file.close());
  if (size > most) throw new Refusal('bad-input', `An SVG has at most ${most / 1e6} MB.`);
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
