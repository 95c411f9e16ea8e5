import { numbers, ridge, sky, svg, waves } from '../demo/strokes';

/** A picture of the stock: what it shows, whose it is, and how it is drawn. */
export interface Scene {
  readonly id: string;
  readonly title: string;
  readonly by: string;
  readonly words: readonly string[];
  readonly width: number;
  readonly height: number;
  /** As SVG. */
  draw(): string;
}

type Random = () => number;
type Draw = (width: number, height: number, random: Random, colours: readonly string[]) => string;

const at = (random: Random, from: number, to: number): number => Math.round(from + random() * (to - from));

const hills: Draw = (width, height, random, [top = '', bottom = '', ...grounds]) =>
  sky(width, height, top, bottom) +
  grounds
    .map((colour, one) =>
      ridge(width, height * (0.45 + one * 0.15), height * (0.22 - one * 0.04), colour, random, height),
    )
    .join('');

const sea: Draw = (width, height, random, [top = '', bottom = '', water = '', glint = '', sun = '']) =>
  sky(width, height, top, bottom) +
  `<circle cx="${at(random, width * 0.2, width * 0.8)}" cy="${height * 0.42}" r="${height * 0.09}" fill="${sun}"/>` +
  `<rect y="${height * 0.55}" width="${width}" height="${height * 0.45}" fill="${water}"/>` +
  waves(width, Math.round(height * 0.55), height, glint, random);

const trees: Draw = (width, height, random, [top = '', bottom = '', ...greens]) =>
  sky(width, height, top, bottom) +
  greens
    .map(
      (colour, row) =>
        Array.from({ length: 26 }, (_, one) => {
          const tall = height * (0.3 + random() * 0.16);
          const [x, foot] = [(width * (one + random() * 0.8)) / 25, height * (0.66 + row * 0.17)];
          return `<path d="M${x} ${foot - tall}l${tall * 0.22} ${tall}h${-tall * 0.44}z" fill="${colour}"/>`;
        }).join('') +
        `<rect y="${height * (0.65 + row * 0.17)}" width="${width}" height="${height}" fill="${colour}"/>`,
    )
    .join('');

const stars: Draw = (width, height, random, [top = '', bottom = '', ground = '', light = '']) =>
  sky(width, height, top, bottom) +
  Array.from(
    { length: 320 },
    () =>
      `<circle cx="${at(random, 0, width)}" cy="${at(random, 0, height * 0.75)}" r="${(0.8 + random() * 3).toFixed(1)}" fill="${light}" fill-opacity="${(0.3 + random() * 0.7).toFixed(2)}"/>`,
  ).join('') +
  ridge(width, height * 0.78, height * 0.2, ground, random, height);

const flowers: Draw = (width, height, random, [top = '', bottom = '', grass = '', ...petals]) =>
  sky(width, height, top, bottom) +
  `<rect y="${height * 0.4}" width="${width}" height="${height * 0.6}" fill="${grass}"/>` +
  Array.from({ length: 240 }, () => {
    const y = height * (0.4 + random() ** 0.6 * 0.6);
    const size = 4 + ((y - height * 0.4) / height) * 46;
    const petal = petals[at(random, 0, petals.length - 1)];
    return `<circle cx="${at(random, 0, width)}" cy="${y.toFixed(0)}" r="${size.toFixed(1)}" fill="${petal}"/>`;
  }).join('');

const houses: Draw = (width, height, random, [top = '', bottom = '', street = '', roof = '', ...walls]) =>
  sky(width, height, top, bottom) +
  Array.from({ length: 9 }, (_, one) => {
    const [wide, tall] = [width / 9, height * (0.32 + random() * 0.28)];
    const [x, y] = [one * wide, height * 0.82 - tall];
    const windows = [0.22, 0.6].map(
      (share) =>
        `<rect x="${x + wide * share}" y="${y + tall * 0.2}" width="${wide * 0.18}" height="${wide * 0.24}" fill="#22333b" fill-opacity=".7"/>`,
    );
    return (
      `<path d="M${x} ${y}l${wide / 2} ${-wide * 0.4} ${wide / 2} ${wide * 0.4}z" fill="${roof}"/>` +
      `<rect x="${x}" y="${y}" width="${wide + 1}" height="${tall}" fill="${walls[at(random, 0, walls.length - 1)]}"/>${windows.join('')}`
    );
  }).join('') +
  `<rect y="${height * 0.82}" width="${width}" height="${height * 0.18}" fill="${street}"/>`;

const table: Draw = (width, height, random, [wall = '', shade = '', wood = '', cup = '', drink = '']) => {
  const [x, y, size] = [at(random, width * 0.35, width * 0.6), height * 0.58, height * 0.16];
  return (
    sky(width, height, wall, shade) +
    `<rect y="${height * 0.62}" width="${width}" height="${height * 0.38}" fill="${wood}"/>` +
    `<ellipse cx="${x}" cy="${y + size * 1.06}" rx="${size * 1.7}" ry="${size * 0.3}" fill="#00000022"/>` +
    `<path d="M${x - size} ${y - size * 0.5}h${size * 2}c0 ${size} -${size * 0.4} ${size * 1.5} -${size} ${size * 1.5}s-${size} -${size * 0.5} -${size} -${size * 1.5}z" fill="${cup}"/>` +
    `<ellipse cx="${x}" cy="${y - size * 0.5}" rx="${size}" ry="${size * 0.24}" fill="${drink}" stroke="${cup}" stroke-width="${size * 0.1}"/>`
  );
};

const shapes: Draw = (width, height, random, [ground = '', ...colours]) =>
  `<rect width="${width}" height="${height}" fill="${ground}"/>` +
  Array.from({ length: 14 }, (_, one) => {
    const colour = colours[one % colours.length];
    const size = at(random, height * 0.12, height * 0.5);
    const [x, y] = [at(random, 0, width), at(random, 0, height)];
    return one % 2 === 0
      ? `<circle cx="${x}" cy="${y}" r="${size / 2}" fill="${colour}" fill-opacity=".85"/>`
      : `<rect x="${x}" y="${y}" width="${size}" height="${size}" rx="${size * 0.1}" transform="rotate(${at(random, 0, 80)} ${x} ${y})" fill="${colour}" fill-opacity=".85"/>`;
  }).join('');

type Row = readonly [draw: Draw, title: string, words: string, by: string, colours: string, upright?: true];
/** Whose the pictures are: nobody who lives. */
const [lind, abara, voss, ruiz] = ['Mara Lind', 'Tomi Abara', 'Edda Voss', 'Ines Ruiz'] as const;
const rows: readonly Row[] = [
  [hills, 'Hills in the morning', 'landscape green spring country', lind, '#a7c7d9 #fdf3dd #86a873 #6b8f5a #4b6650'],
  [hills, 'Hills in the evening', 'landscape sunset warm country', abara, '#6d597a #f4a261 #b56576 #6d4c5b #3d2c3f'],
  [hills, 'Dunes', 'landscape desert sand dry', ruiz, '#f2cc8f #fdf3dd #e0a458 #c98b45 #a66b35'],
  [hills, 'Snowy mountains', 'landscape winter cold snow', voss, '#8fb3d1 #eef4f8 #dfe9f0 #c3d3df #f7fafc'],
  [hills, 'Vineyards', 'landscape wine country autumn', ruiz, '#c9d8b6 #fbf3df #b5a642 #8a7f3a #5f6b3a', true],
  [sea, 'The sea at sunset', 'water ocean coast evening', lind, '#2f4858 #f3c98b #274c57 #f3c98b #fbe3b5'],
  [sea, 'The sea at noon', 'water ocean coast summer blue', abara, '#8ecae6 #edf6f9 #2a7f9e #ffffff #fff3c4'],
  [sea, 'A grey sea', 'water ocean coast winter storm', voss, '#7d8597 #cfd4dc #4a5568 #dfe3ea #e9ecf1'],
  [sea, 'A lake in the morning', 'water calm mist', ruiz, '#e8b4a0 #fbe8c8 #7a8f94 #fbe8c8 #ffffff', true],
  [trees, 'Pines', 'forest wood trees green', lind, '#b9d6d2 #fdf6e3 #6f9a86 #47725f #254a3d'],
  [trees, 'Pines in the snow', 'forest wood trees winter', voss, '#c7d5e0 #f4f8fb #a9bcc9 #7c95a6 #eef3f7'],
  [trees, 'An autumn wood', 'forest trees orange autumn', abara, '#f1dca7 #fdf6e3 #d98e3c #b4602a #7a3b1e'],
  [trees, 'A wood at dusk', 'forest trees night blue', ruiz, '#22223b #9a8c98 #4a4e69 #33344f #1d1e30', true],
  [stars, 'Stars', 'night sky astronomy', voss, '#0b1026 #3b4a7a #141a33 #ffffff'],
  [stars, 'Stars over the desert', 'night sky warm', abara, '#1b1232 #7a4a5a #2a1a22 #ffe9c9'],
  [stars, 'A clear winter night', 'night sky snow', lind, '#03141f #2c5a6b #cfdde3 #ffffff', true],
  [
    flowers,
    'A meadow',
    'flowers spring garden summer',
    ruiz,
    '#bfd7ea #f7f4e9 #7fa65a #f4d35e #ee964b #ffffff #d1495b',
  ],
  [flowers, 'Lavender', 'flowers field purple', lind, '#cdd7f0 #f7f4ff #8aa36b #7b6aa8 #9a86c9 #6a5a98'],
  [flowers, 'Poppies', 'flowers field red', abara, '#a7c7d9 #fdf3dd #6f8f4a #c1121f #e5383b #a4161a'],
  [flowers, 'White roses', 'flowers garden wedding', voss, '#dfe7dd #f7f7f0 #5b7553 #ffffff #f5efe0 #fbe8e7', true],
  [
    houses,
    'A street by the sea',
    'town houses coast colour',
    lind,
    '#8ecae6 #fdf6e3 #6b5b4b #7a3e2b #c8553d #f2d0a4 #588b8b #f7f2e7',
  ],
  [houses, 'An old town', 'town houses street warm', ruiz, '#f4c095 #fdf3dd #5a4a3f #6b3a2a #e0c097 #d9a679 #c68b59'],
  [
    houses,
    'A street at night',
    'town houses city evening',
    abara,
    '#14213d #4a5a85 #0d1526 #0a0f1c #33415c #5c677d #2b3550',
  ],
  [table, 'A cup of coffee', 'drink breakfast cafe kitchen', ruiz, '#e9dcc9 #cbb79b #8a5a3b #f7f2e7 #4b2e1e'],
  [table, 'A cup of tea', 'drink cafe calm kitchen', voss, '#d6e2d8 #b3c7b7 #a67c52 #2f5d62 #c77d2b'],
  [table, 'A bowl of soup', 'food lunch kitchen restaurant', lind, '#f5e6d3 #dcc3a1 #6b4a33 #c8553d #e9a03b', true],
  [shapes, 'Cut paper', 'abstract background colour craft', voss, '#f7f2e7 #c8553d #588b8b #f2d0a4 #22333b'],
  [shapes, 'Cut paper, blue', 'abstract background cool', abara, '#e8f1f2 #13315c #134074 #8da9c4 #0b2545'],
  [shapes, 'Cut paper, warm', 'abstract background', lind, '#fff4e6 #e76f51 #f4a261 #e9c46a #9d4b3a', true],
];

/** Every picture there is, in the order they are shown. */
export const scenes: readonly Scene[] = rows.map(([draw, title, words, by, colours, upright], index) => {
  const [width, height] = upright ? [2000, 2600] : [3000, 2000];
  return {
    ...{ id: `stock-${index + 1}`, title, by, width, height },
    words: [...title.toLowerCase().split(/[\s,]+/), ...words.split(' ')],
    draw: () => svg(width, height, draw(width, height, numbers(index * 31 + 5), colours.split(' '))),
  };
});

/** The pictures whose words begin with all of these; all of them where none is asked for. */
export function found(words: string): Scene[] {
  const asked = words
    .toLowerCase()
    .split(/[\s,]+/)
    .filter((one) => one !== '');
  return scenes.filter((scene) => asked.every((one) => scene.words.some((word) => word.startsWith(one))));
}
