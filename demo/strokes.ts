/** What flat landscapes are drawn of, as SVG, the same on every run. */

/** Numbers between 0 and 1 that follow from a seed (mulberry32). */
export function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A drawing of that size, in px. */
export const svg = (width: number, height: number, inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${inner}</svg>`;

/** A ground that runs from one colour to another, downwards. */
export function sky(width: number, height: number, top: string, bottom: string): string {
  return (
    `<defs><linearGradient id="sky" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${top}"/><stop offset="1" stop-color="${bottom}"/></linearGradient></defs>` +
    `<rect width="${width}" height="${height}" fill="url(#sky)"/>`
  );
}

/** A ridge of hills across the whole width. */
export function ridge(
  width: number,
  base: number,
  rise: number,
  colour: string,
  random: () => number,
  floor: number,
): string {
  const steps = 9;
  let path = `M0 ${floor}V${base - rise * random()}`;
  for (let step = 1; step <= steps; step++) {
    const x = (width * step) / steps;
    const y = base - rise * random();
    path += `S${x - width / steps / 2} ${y - rise * 0.3 * random()} ${x} ${y}`;
  }
  return `<path d="${path}V${floor}Z" fill="${colour}"/>`;
}

/** Strokes across water, larger the nearer they are. */
export function waves(width: number, top: number, bottom: number, colour: string, random: () => number): string {
  let out = '';
  for (let y = top + 14; y < bottom; y += 10 + (y - top) * 0.09) {
    const count = 3 + Math.floor(random() * 4);
    for (let one = 0; one < count; one++) {
      const x = random() * width;
      const length = 30 + random() * (40 + (y - top) * 0.6);
      out += `<path d="M${x.toFixed(0)} ${y.toFixed(0)}q${(length / 2).toFixed(0)} ${(-3 - random() * 4).toFixed(0)} ${length.toFixed(0)} 0" stroke="${colour}" stroke-width="${(1.5 + (y - top) * 0.006).toFixed(1)}" stroke-opacity=".5" fill="none" stroke-linecap="round"/>`;
    }
  }
  return out;
}
