import { numbers, ridge, sky, svg, waves } from './strokes';

/** Pictures drawn for the demo: flat landscapes and portraits as SVG, the same on every run. */

function ferry(x: number, y: number, scale: number): string {
  return (
    `<g transform="translate(${x} ${y}) scale(${scale})">` +
    '<path d="M-170 0h340l-34 46h-270z" fill="#8c2f39"/><path d="M-170 0h340l-6 10h-328z" fill="#f4ead7"/>' +
    '<path d="M-128-42h214v42h-214z" fill="#f7f2e7"/><path d="M-96-78h136v36h-136z" fill="#f7f2e7"/><path d="M-20-116h40v38h-40z" fill="#22333b"/><path d="M-20-108h40v10h-40z" fill="#e0a458"/>' +
    Array.from(
      { length: 8 },
      (_, at) => `<rect x="${-116 + at * 25}" y="-28" width="14" height="14" rx="2" fill="#456990"/>`,
    ).join('') +
    Array.from(
      { length: 5 },
      (_, at) => `<rect x="${-84 + at * 25}" y="-66" width="14" height="12" rx="2" fill="#456990"/>`,
    ).join('') +
    '<path d="M92-42l44 30v12h-50v-42z" fill="#e8dfcc"/></g>'
  );
}

function opening(): string {
  const random = numbers(7);
  return svg(
    2400,
    1400,
    sky(2400, 1400, '#2f4858', '#f3c98b') +
      '<circle cx="1680" cy="640" r="120" fill="#fbe3b5"/>' +
      ridge(2400, 800, 180, '#5b7c85', random, 860) +
      ridge(2400, 850, 90, '#3d6470', random, 900) +
      '<rect y="850" width="2400" height="550" fill="#274c57"/>' +
      waves(2400, 850, 1400, '#f3c98b', random) +
      ferry(1580, 950, 1.5),
  );
}

function island(seed: number, top: string, bottom: string, hill: string, near: string, sea: string): string {
  const random = numbers(seed);
  return svg(
    1600,
    1067,
    sky(1600, 1067, top, bottom) +
      ridge(1600, 560, 260, hill, random, 640) +
      ridge(1600, 640, 120, near, random, 680) +
      `<rect y="640" width="1600" height="427" fill="${sea}"/>` +
      waves(1600, 640, 1067, '#ffffff', random) +
      `<g transform="translate(${300 + random() * 900} 596)"><path d="M-12 0l4-92h16l4 92z" fill="#f7f2e7"/><path d="M-8-60h16l1 22h-18z" fill="#8c2f39"/><path d="M-11-92h22v-14h-22z" fill="#22333b"/><circle cy="-99" r="5" fill="#fbe3b5"/></g>`,
  );
}

function boat(): string {
  const random = numbers(41);
  return svg(
    1600,
    1200,
    sky(1600, 1200, '#9cc5c9', '#f5efe0') +
      ridge(1600, 640, 160, '#7d9d8f', random, 720) +
      '<rect y="700" width="1600" height="500" fill="#3a6b78"/>' +
      waves(1600, 700, 1200, '#ffffff', random) +
      ferry(800, 860, 2.4),
  );
}

function harbour(): string {
  const random = numbers(97);
  const houses = Array.from({ length: 11 }, (_, at) => {
    const height = 120 + random() * 150;
    const colour = ['#c8553d', '#f2d0a4', '#588b8b', '#f7f2e7', '#e0a458'][Math.floor(random() * 5)];
    const x = 40 + at * 140;
    return `<path d="M${x} 700v${-height}l60-52 60 52v${height}z" fill="${colour}"/><rect x="${x + 40}" y="${720 - height}" width="36" height="44" fill="#22333b" fill-opacity=".75"/><rect x="${x + 44}" y="640" width="30" height="60" fill="#22333b" fill-opacity=".75"/>`;
  }).join('');
  return svg(
    1600,
    1200,
    sky(1600, 1200, '#b9d6d2', '#fdf6e3') +
      ridge(1600, 560, 200, '#7d9d8f', random, 720) +
      houses +
      '<rect y="700" width="1600" height="40" fill="#6b5b4b"/><rect y="740" width="1600" height="460" fill="#2f5d62"/>' +
      waves(1600, 740, 1200, '#fdf6e3', random) +
      ferry(1120, 900, 1.2),
  );
}

function portrait(seed: number, ground: string, coat: string, skin: string, hair: string, cap: boolean): string {
  const random = numbers(seed);
  const tilt = Math.round(random() * 8 - 4);
  return svg(
    800,
    800,
    `<rect width="800" height="800" fill="${ground}"/><circle cx="400" cy="380" r="300" fill="#ffffff" fill-opacity=".22"/>` +
      `<path d="M110 800c10-190 130-262 290-262s280 72 290 262z" fill="${coat}"/><path d="M340 500h120v90c-30 40-90 40-120 0z" fill="${skin}"/>` +
      `<g transform="rotate(${tilt} 400 360)"><ellipse cx="400" cy="360" rx="128" ry="160" fill="${skin}"/><path d="M262 356c-14-140 56-206 138-206s152 66 138 206c-16-64-40-106-138-106s-122 42-138 106z" fill="${hair}"/>` +
      (cap
        ? '<path d="M254 246c10-84 76-122 146-122s136 38 146 122c-90-26-202-26-292 0z" fill="#22333b"/><path d="M248 244c90-32 214-32 304 0v26c-90-30-214-30-304 0z" fill="#0f1a1f"/>'
        : '') +
      '<circle cx="352" cy="368" r="10" fill="#22333b"/><circle cx="448" cy="368" r="10" fill="#22333b"/><path d="M352 436q48 40 96 0" stroke="#7a3b2e" stroke-width="9" fill="none" stroke-linecap="round"/></g>',
  );
}

function mill(): string {
  const random = numbers(13);
  return svg(
    2000,
    1200,
    sky(2000, 1200, '#c9d8b6', '#fbf3df') +
      ridge(2000, 640, 220, '#8aa36b', random, 760) +
      '<path d="M900 800V440l220-130 220 130v360z" fill="#e7d3b1"/><path d="M860 460l260-160 260 160-20 30-240-146-240 146z" fill="#7a3e2b"/><rect x="1070" y="640" width="100" height="160" fill="#5b4632"/><rect x="960" y="520" width="70" height="80" fill="#5b4632"/><rect x="1210" y="520" width="70" height="80" fill="#5b4632"/>' +
      '<circle cx="830" cy="760" r="160" fill="none" stroke="#5b4632" stroke-width="26"/>' +
      Array.from(
        { length: 12 },
        (_, at) =>
          `<path d="M830 760l${(160 * Math.cos((at * Math.PI) / 6)).toFixed(0)} ${(160 * Math.sin((at * Math.PI) / 6)).toFixed(0)}" stroke="#5b4632" stroke-width="14"/>`,
      ).join('') +
      '<rect y="800" width="2000" height="400" fill="#6f8f5a"/><path d="M0 860c400-70 700 40 1000 0s700-60 1000 10v170c-400-60-600 40-1000 0s-700 30-1000-20z" fill="#7fb2b8"/>',
  );
}

function observatory(): string {
  const random = numbers(29);
  const stars = Array.from(
    { length: 220 },
    () =>
      `<circle cx="${(random() * 2000).toFixed(0)}" cy="${(random() * 800).toFixed(0)}" r="${(0.8 + random() * 2.4).toFixed(1)}" fill="#fff" fill-opacity="${(0.3 + random() * 0.7).toFixed(2)}"/>`,
  ).join('');
  return svg(
    2000,
    1200,
    sky(2000, 1200, '#0b1026', '#3b4a7a') +
      stars +
      ridge(2000, 940, 200, '#141a33', random, 1200) +
      '<path d="M820 960V740h360v220z" fill="#d9dbe6"/><path d="M800 744a200 200 0 0 1 400 0z" fill="#aab0c8"/><path d="M1010 546l60 6-14 196h-70z" fill="#0b1026"/><rect x="970" y="850" width="60" height="110" fill="#2a3052"/>' +
      ridge(2000, 1080, 100, '#0d1124', random, 1200),
  );
}

/** Every picture of the demo by site: its name, its alternative text and its drawing. */
export const drawings: Readonly<
  Record<string, Readonly<Record<string, { readonly alt: string; readonly svg: string }>>>
> = {
  tidewick: {
    opening: { alt: 'A ferry crosses calm water before low islands at sunset', svg: opening() },
    marram: {
      alt: 'The lighthouse of Marram above green dunes',
      svg: island(3, '#a7c7d9', '#fdf3dd', '#86a873', '#b5b06a', '#2e6171'),
    },
    sallow: {
      alt: 'Great Sallow’s wooded hills in the evening',
      svg: island(19, '#e8b4a0', '#fbe8c8', '#6a7f5b', '#4b6650', '#3b5d6b'),
    },
    kelder: {
      alt: 'Inner Kelder under a clear morning sky',
      svg: island(53, '#bfd7ea', '#f7f4e9', '#7f8fa6', '#5f7a83', '#28536b'),
    },
    boat: { alt: 'The ferry Sandling on a bright day', svg: boat() },
    harbour: { alt: 'Coloured houses along the harbour of Tidewick', svg: harbour() },
    maren: { alt: 'Portrait of Maren Oke, master', svg: portrait(1, '#d7b98e', '#22333b', '#e3b08f', '#6b4a33', true) },
    tobin: {
      alt: 'Portrait of Tobin Rask, engineer',
      svg: portrait(2, '#9fb8ad', '#8c2f39', '#8d5a3f', '#1f1a17', false),
    },
    isla: { alt: 'Portrait of Isla Venn, purser', svg: portrait(3, '#c9ada7', '#456990', '#f0c7a6', '#b5651d', false) },
  },
  mill: { mill: { alt: 'A water mill with its wheel beside a stream', svg: mill() } },
  observatory: { dome: { alt: 'The observatory’s dome under a sky full of stars', svg: observatory() } },
};
