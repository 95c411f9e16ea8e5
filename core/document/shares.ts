import { Problem } from './problem';

/** Splits offered in one step, as shares of the width in percent. */
export const commonSplits: readonly { readonly name: string; readonly shares: readonly number[] }[] = [
  { name: 'Whole', shares: [100] },
  { name: 'Halves', shares: [50, 50] },
  { name: 'Thirds', shares: [100 / 3, 100 / 3, 100 / 3] },
  { name: 'Quarter, half, quarter', shares: [25, 50, 25] },
  { name: 'Third, two thirds', shares: [100 / 3, 200 / 3] },
  { name: 'Two thirds, third', shares: [200 / 3, 100 / 3] },
  { name: 'Quarters', shares: [25, 25, 25, 25] },
];

const written = (share: number): string => String(Math.round(share * 100) / 100);

/** Reads one number or fraction. @throws Problem if it is neither */
function readShare(piece: string): number {
  const match = /^(\d*\.?\d+)(?:\/(\d*\.?\d+))?%?$/.exec(piece);
  const share = match ? Number(match[1]) / Number(match[2] ?? 1) : NaN;
  if (!Number.isFinite(share))
    throw new Problem(`“${piece.slice(0, 20)}” is not a share. Write 20 60 20, 1/4 1/2 1/4, 40/60 or 2:1.`);
  return share;
}

/** Splits typed shares into single ones: `40/60` and `20/60/20` are two and three, `1/3` is one. */
function piecesOf(typed: string): string[] {
  const pieces = typed
    .replace(/\s*\/\s*/g, '/')
    .replace(/\s+%/g, '%')
    .split(/[\s+,;|]+/)
    .filter((piece) => piece !== '');
  const [only] = pieces;
  const [numerator, ...rest] = (only ?? '').split('/');
  const isFraction = rest.length === 1 && Number(numerator) < Number(rest[0]) && Number(rest[0]) <= 12;
  return pieces.length === 1 && rest.length > 0 && !isFraction ? only!.split('/') : pieces;
}

/**
 * Reads typed shares, in percent: percentages (`20 60 20`, `30 %, 70 %`, `40/60`), fractions (`1/3 2/3`,
 * `1/4 + 1/2 + 1/4`) or a ratio (`2:1`). Percentages may be rounded: `33 33 33` are thirds.
 * @throws Problem naming what is not a share, or the sum if it is another than one or 100 %
 */
export function readShares(typed: string): number[] {
  const isRatio = typed.includes(':');
  const pieces = isRatio ? typed.split(':').map((piece) => piece.trim()) : piecesOf(typed);
  const isWhole = pieces.length === 1 && pieces[0] === '1';
  const fractions = pieces.some((piece) => piece.includes('/')) || isWhole;
  const shares = pieces.map((piece) => readShare(piece) * (piece.includes('/') || isWhole ? 100 : 1));
  if (shares.length === 0 || shares.length > 12) throw new Problem('Write one to twelve shares.');
  if (shares.some((share) => !(share > 0))) throw new Problem('Every column has a share above nothing.');
  const sum = shares.reduce((total, share) => total + share, 0);
  const rounding = fractions ? 0.5 : shares.length; // each percentage may be cut off to a whole number
  if (!isRatio && !(Math.abs(sum - 100) < rounding)) {
    const said = fractions ? `${written(sum / 100)}, not 1` : `${written(sum)} %, not 100 %`;
    throw new Problem(`The shares add up to ${said}.`);
  }
  return shares.map((share) => (share * 100) / sum);
}

/**
 * Shares, in percent, after one of them is set: the others keep their proportions in what is left.
 * @throws Problem when nothing would be left for them.
 */
export function setShare(shares: readonly number[], index: number, share: number): number[] {
  if (shares.length === 1) return [100];
  const least = shares.length - 1;
  if (!(share > 0) || share > 100 - least) throw new Problem(`A share here lies between 1 and ${100 - least} %.`);
  const others = shares.reduce((total, one, at) => (at === index ? total : total + one), 0);
  return shares.map((one, at) => (at === index ? share : (one / others) * (100 - share)));
}

/**
 * Shares after the gutter behind column `index` is dragged by `delta` percent of the width: only its two neighbours
 * change.
 */
export function dragGutter(shares: readonly number[], index: number, delta: number): number[] {
  const left = shares[index];
  const right = shares[index + 1];
  if (left === undefined || right === undefined) return [...shares];
  const moved = Math.min(Math.max(delta, 1 - left), right - 1);
  return shares.map((one, at) => (at === index ? left + moved : at === index + 1 ? right - moved : one));
}

/** Shares as the grid tracks that keep them whatever the gaps: `60fr 40fr`. */
export function tracksOf(shares: readonly number[]): string {
  const equal = shares.every((share) => Math.abs(share - shares[0]!) < 0.01);
  return shares.map((share) => (equal ? '1fr' : `${written(share)}fr`)).join(' ');
}

/** The shares, in percent, of a track list made of `fr` alone; undefined for any other. */
export function sharesOf(tracks: string): number[] | undefined {
  const pieces = tracks.trim().split(/\s+/);
  if (!pieces.every((piece) => /^\d*\.?\d+fr$/.test(piece))) return undefined;
  const numbers = pieces.map((piece) => Number.parseFloat(piece));
  const sum = numbers.reduce((total, one) => total + one, 0);
  return sum > 0 ? numbers.map((one) => (one * 100) / sum) : undefined;
}
