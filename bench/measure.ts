import { performance } from 'node:perf_hooks';

/** The median of times, or what another share of them stays under. */
export function median(times: readonly number[], share = 0.5): number {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}

/** Times two tasks in turns, so that both meet the same machine; the ratio of their medians. */
export function ratio(task: () => void, reference: () => void, rounds: number): number {
  const mine: number[] = [];
  const other: number[] = [];
  const timed = (run: () => void): number => {
    const start = performance.now();
    run();
    return performance.now() - start;
  };
  for (let round = 0; round < rounds + 5; round++) {
    const one = timed(task);
    const two = timed(reference);
    if (round < 5) continue;
    mine.push(one);
    other.push(two);
  }
  return median(mine) / median(other);
}

/** Prints a figure beside the aim. */
export const row = (what: string, reference: string, value: number, aim: number): void =>
  console.log(
    `${what.padEnd(62)} ${reference.padEnd(38)} ${value.toFixed(3).padStart(8)} ×  aim ≤ ${aim} ×  ${value <= aim ? 'reached' : 'NOT REACHED'}`,
  );
