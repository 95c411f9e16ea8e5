import { createHash } from 'node:crypto';
import { create, type Font, type FontCollection } from 'fontkit';
import subsetFont from 'subset-font';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import { FaceMetrics, FamilyName, type Face, type LetterSet } from '@core/document/library/face';
import { cutText, storableText } from '@core/document/storable';

/** A face made ready to be published: what the site says of it, and its file. */
export interface MadeReady {
  readonly face: Omit<Face, 'id'>;
  readonly bytes: Buffer;
}

/** No face is larger once it is unpacked; those of Chinese and Japanese have about 20 MB. */
const mostUnpacked = 60_000_000;

type Range = readonly [from: number, to: number];

/** By the blocks of Unicode: letters, marks, figures, punctuation, currencies, arrows and the signs of arithmetic. */
const latin: readonly Range[] = [
  ...([
    [0x20, 0x7e],
    [0xa0, 0x24f],
    [0x2b0, 0x36f],
    [0x1e00, 0x1eff],
  ] as const),
  ...([
    [0x2000, 0x209f],
    [0x20a0, 0x218f],
    [0x2190, 0x22ff],
    [0x25a0, 0x25ff],
    [0xfb00, 0xfb06],
  ] as const),
];
const greekAndCyrillic: readonly Range[] = [
  ...([
    [0x370, 0x52f],
    [0x1c80, 0x1c8f],
    [0x1f00, 0x1fff],
    [0x2de0, 0x2dff],
    [0xa640, 0xa69f],
  ] as const),
];

/** The code points a set of letters keeps; undefined for all of them. */
function rangesOf(letters: LetterSet): readonly Range[] | undefined {
  if (letters === 'all') return undefined;
  return letters === 'latin' ? latin : [...latin, ...greekAndCyrillic];
}

const kinds = 'A typeface is a file of the kind woff2, woff, ttf or otf.';
const damaged = (): Refusal => new Refusal('bad-input', `The file is damaged, or no typeface. ${kinds}`);

/** Refuses what is no single font, or would take too much to unpack. @throws Refusal */
function checkKind(bytes: Buffer): void {
  const signature = bytes.subarray(0, 4).toString('latin1');
  if (signature === 'ttcf')
    throw new Refusal('bad-input', 'This file holds several faces. Save each as a file of its own.');
  if (!['wOFF', 'wOF2', '\0\u0001\0\0', 'OTTO', 'true'].includes(signature)) throw new Refusal('bad-input', kinds);
  // WOFF 1.0 §3 and WOFF 2.0 §4.1: what all tables have unpacked
  const unpacked = signature.startsWith('wOF') && bytes.length >= 20 ? bytes.readUInt32BE(16) : bytes.length;
  if (unpacked > mostUnpacked)
    throw new Refusal('bad-input', `Unpacked, a typeface has at most ${mostUnpacked / 1e6} MB.`);
}

const isOne = (font: Font | FontCollection): font is Font => !('fonts' in font);

function opened(bytes: Buffer): Font {
  const font = create(bytes);
  if (isOne(font) && font.numGlyphs > 0 && font.characterSet.length > 0) return font;
  throw damaged();
}

/** What is read of a file's own tables (OpenType, name and OS/2); a file may hold anything there. */
const Tables = z.object({
  name: z.object({ records: z.record(z.string(), z.record(z.string(), z.unknown())) }).catch({ records: {} }),
  'OS/2': z
    .object({
      usWeightClass: z.number().catch(400),
      fsType: z.object({ noEmbedding: z.boolean() }).optional().catch(undefined),
    })
    .catch({ usWeightClass: 400 }),
});

const axisOf = z.object({ wght: z.object({ min: z.number(), max: z.number() }) });

const weight = (value: number): number => Math.min(Math.max(Math.round(value), 1), 1000);

/** A name of the file in English, or in whichever language it has. */
function named(records: z.infer<typeof Tables>['name']['records'], ...keys: readonly string[]): string | undefined {
  for (const key of keys) {
    const names = records[key];
    const found = [names?.['en'], ...Object.values(names ?? {})].find(
      (one) => typeof one === 'string' && one.trim() !== '',
    );
    if (typeof found === 'string') return found;
  }
  return undefined;
}

/** What may be a family's name of a text that could be anything. */
function familyOf(text: string): string {
  const letters = text
    .normalize('NFC')
    .replace(/[^\p{L}\p{M}\p{N} ._&+'-]+/gu, ' ')
    .replace(/ +/g, ' ')
    .trim();
  const family = FamilyName.safeParse([...letters].slice(0, 60).join('').trim());
  const isTaken =
    /^(serif|sans-serif|monospace|cursive|fantasy|system-ui|math|emoji|fangsong|inherit|initial|unset|revert|default)$/i;
  if (!family.success) return 'Uploaded face';
  return isTaken.test(family.data) ? `${family.data} face` : family.data;
}

const stem = (name: string): string => (name.split(/[\\/]/).at(-1) ?? '').replace(/\.[a-z0-9]+$/i, '');

/** Words whose letters are as wide on average as what is written in most languages of Latin letters. */
const written = 'The quick crossing takes twenty minutes, and there is room; for';

/** The face in the weight most words have, with the letters it is measured by. */
async function regular(bytes: Buffer, font: Font): Promise<Font> {
  const axis = axisOf.safeParse(font.variationAxes).data?.wght;
  if (!axis) return font;
  const wght = Math.min(Math.max(400, axis.min), axis.max);
  return opened(await subsetFont(bytes, written, { targetFormat: 'truetype', variationAxes: { wght } }));
}

/** The table of advances, which the library's types leave out (OpenType, hmtx). */
interface WithAdvances {
  readonly hmtx: { readonly metrics: { toArray(): readonly { readonly advance: number }[] } };
}
const hasAdvances = (font: Font): font is Font & WithAdvances => 'hmtx' in font;

/** The average advance of the letters a face is measured by, those it has not left out. */
function averageAdvance(font: Font): number {
  if (!hasAdvances(font)) return Number.NaN;
  const advances = font.hmtx.metrics.toArray();
  const found = font.glyphsForString(written).filter(({ id }) => id !== 0);
  const all = found.map(({ id }) => (advances[id] ?? advances.at(-1))?.advance ?? 0); // the last holds for the rest
  return all.reduce((sum, one) => sum + one, 0) / all.length;
}

/** How tall and wide its letters are; nothing where it has no letters that could be measured. */
async function metricsOf(bytes: Buffer, font: Font): Promise<Pick<Face, 'metrics'>> {
  const has = new Set(font.characterSet);
  const missing = [...written].filter((letter) => !has.has(letter.codePointAt(0)!)); // every letter has a code point
  if (missing.length > written.length / 2) return {};
  const width = averageAdvance(await regular(bytes, font));
  const { unitsPerEm, ascent, descent, lineGap } = font;
  const metrics = FaceMetrics.safeParse({ unitsPerEm, ascent, descent, lineGap, width: Math.round(width) });
  return metrics.success ? { metrics: metrics.data } : {};
}

function factsOf(font: Font, name: string): Omit<Face, 'id' | 'file' | 'size' | 'metrics'> {
  const { name: names, 'OS/2': os2 } = Tables.parse({ name: tableOf(font, 'name'), 'OS/2': tableOf(font, 'OS/2') });
  const { records } = names;
  const axis = axisOf.safeParse(font.variationAxes).data?.wght;
  const licence = cutText(storableText(named(records, 'license', 'licenseURL', 'copyright') ?? '').trim(), 300);
  return {
    family: familyOf(named(records, 'preferredFamily', 'fontFamily') ?? stem(name)),
    weights: axis ? `${weight(axis.min)} ${weight(axis.max)}` : `${weight(os2.usWeightClass)}`,
    italic: font.italicAngle !== 0,
    ...(licence !== '' && { licence }),
    ...(os2.fsType?.noEmbedding === true && { restricted: true }),
  };
}

/** A table of a font; undefined where it has none, or one that cannot be read. */
function tableOf(font: Font, table: 'name' | 'OS/2'): unknown {
  try {
    return Reflect.get(font, table);
  } catch {
    return undefined;
  }
}

/** Names kept in the file: copyright, family, trade mark, maker, designer, licence and its address. */
const keptNames = [0, 1, 2, 7, 8, 9, 13, 14, 16, 17];

async function reduced(bytes: Buffer, font: Font, letters: LetterSet): Promise<Buffer> {
  const ranges = rangesOf(letters);
  const kept = font.characterSet.filter((one) => !ranges || ranges.some(([from, to]) => one >= from && one <= to));
  if (!kept.some((one) => one > 0x20))
    throw new Refusal('bad-input', 'The face has none of these letters. Upload it with all it has.');
  const text = kept.map((one) => String.fromCodePoint(one)).join('');
  return subsetFont(bytes, text, { targetFormat: 'woff2', preserveNameIds: keptNames });
}

/** Checks that a file is a typeface that can be read. @throws Refusal if it is not */
export function checkFace(bytes: Buffer): void {
  checkKind(bytes);
  try {
    const font = opened(bytes);
    factsOf(font, '');
    void font.getGlyph(0).path; // reads the outline
  } catch (error) {
    throw error instanceof Refusal ? error : damaged();
  }
}

/**
 * An uploaded face as a WOFF2 with the letters that are asked for; the axes of a variable one stay.
 * @throws Refusal where the file is no typeface
 */
export async function madeReady(bytes: Buffer, name: string, letters: LetterSet): Promise<MadeReady> {
  checkKind(bytes);
  try {
    const font = opened(bytes);
    const facts = { ...factsOf(font, name), ...(await metricsOf(bytes, font)) };
    const made = await reduced(bytes, font, letters);
    opened(made);
    const file = `${createHash('sha256').update(made).digest('hex').slice(0, 16)}.woff2`;
    return { face: { ...facts, file, size: made.length }, bytes: made };
  } catch (error) {
    throw error instanceof Refusal ? error : damaged(); // tables are read as they are asked for
  }
}
