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

/**
 * Reads typed shares such as `1/4 + 1/2 + 1/4`, `50/50`, `20 60 20` or `30 %, 70 %`, in percent.
 * Fractions joined by + add up to one; anything else adds up to 100.
 * @throws Problem saying what the sum is when it is another.
 */
export function readShares(typed: string): number[] {
  const fractions = typed.includes('+') || /^\s*1\s*$/.test(typed);
  const pieces = typed.split(fractions ? '+' : /[\s,/|]+/).map((piece) => piece.replace('%', '').trim());
  const shares = pieces
    .filter((piece) => piece !== '')
    .map((piece) => {
      const match = /^(\d*\.?\d+)(?:\s*\/\s*(\d*\.?\d+))?$/.exec(piece);
      if (!match) throw new Problem(`“${piece}” is not a share. Write 1/4 + 1/2 + 1/4, or 20 60 20.`);
      return (Number(match[1]) / Number(match[2] ?? 1)) * (fractions ? 100 : 1);
    });
  if (shares.length === 0 || shares.length > 12) throw new Problem('Write one to twelve shares.');
  if (shares.some((share) => !(share > 0))) throw new Problem('Every column has a share above nothing.');
  const sum = shares.reduce((total, share) => total + share, 0);
  if (Math.abs(sum - 100) > 0.5) {
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
