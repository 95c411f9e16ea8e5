/** A picture's width in px at a width of the screen. */
type Sample = readonly [screen: number, picture: number];

const tidy = (value: number): string => String(Math.round(value * 100) / 100);

/** The line through two samples, as a CSS length. */
function lengthThrough([x1, y1]: Sample, [x2, y2]: Sample): string {
  const slope = x2 === x1 ? 0 : (y2 - y1) / (x2 - x1);
  const rest = y1 - slope * x1;
  if (Math.abs(slope) < 0.0005) return `${Math.ceil(Math.max(y1, y2))}px`;
  if (Math.abs(rest) < 1) return `${tidy(slope * 100)}vw`;
  return `calc(${tidy(slope * 100)}vw ${rest < 0 ? '-' : '+'} ${tidy(Math.abs(rest))}px)`;
}

/**
 * Samples as few straight stretches from which none is further than `slack` px (Ramer 1972, Douglas and Peucker 1973,
 * on the vertical distance).
 */
function stretches(samples: readonly Sample[], slack: number): Sample[][] {
  const [first, last] = [samples[0]!, samples.at(-1)!];
  const slope = last[0] === first[0] ? 0 : (last[1] - first[1]) / (last[0] - first[0]);
  let worst = 0;
  let at = 0;
  samples.forEach(([x, y], index) => {
    const off = Math.abs(y - (first[1] + slope * (x - first[0])));
    if (off > worst) [worst, at] = [off, index];
  });
  if (worst <= slack || samples.length < 3) return [[...samples]];
  // A jump belongs to neither side: the stretch ends before it and the next begins after it.
  const jump =
    Math.abs(samples[at]![1] - samples[at - 1]![1]) >
    Math.abs((samples[at + 1]?.[1] ?? samples[at]![1]) - samples[at]![1])
      ? at
      : at + 1;
  const cut = Math.min(Math.max(jump, 1), samples.length - 1);
  return [...stretches(samples.slice(0, cut), slack), ...stretches(samples.slice(cut), slack)];
}

/**
 * The `sizes` attribute that tells a browser, before it knows the layout, how wide a picture will stand (HTML
 * 4.8.4.2.2), from measured widths.
 * @param slack px it may be wrong by: what is asked for is at most that much too small
 */
export function sizesFrom(samples: ReadonlyMap<number, number>, slack = 8): string {
  const sorted = [...samples].sort(([a], [b]) => a - b);
  if (sorted.length === 0) return '100vw';
  const runs = stretches(sorted, slack);
  return runs
    .map((run, index) => {
      const length = lengthThrough(run[0]!, run.at(-1)!);
      return index === runs.length - 1 ? length : `(width<=${run.at(-1)![0]}px) ${length}`;
    })
    .join(', ');
}
