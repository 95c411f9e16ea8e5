import sharp, { type Sharp } from 'sharp';
import { filesOfPicture } from '@core/document/library/picture-files';
import type { Picture } from '@core/document/site';
import { PictureFiles } from '../database/entities';
import { Client, runServer, type Running } from '../testing/running';
import { noUploadLeft } from '../testing/until';
import { cleanSvg } from './clean-svg';

/** A field of one colour with a quarter of another in its upper left corner, so that one sees how it lies. */
function photograph(width: number, height: number): Sharp {
  const corner = {
    create: {
      width: Math.max(1, width >> 1),
      height: Math.max(1, height >> 1),
      channels: 3 as const,
      background: '#c04040',
    },
  };
  return sharp({ create: { width, height, channels: 3, background: '#4060c0' } }).composite([
    { input: corner, left: 0, top: 0 },
  ]);
}

describe('Pictures of real sizes', () => {
  let running: Running;
  let ada: Client;
  beforeAll(async () => {
    running = await runServer();
    ada = new Client(running.port);
    await ada.signIn('ada@studio.example', 'paper-and-ink');
  });
  afterAll(() => running.stop());

  const upload = (name: string, bytes: Buffer) =>
    ada.upload('/sites/mill/pictures', name, 'application/octet-stream', bytes);
  const kept = async (name: string, bytes: Buffer): Promise<{ picture: Picture; files: Buffer[] }> => {
    const answer = await upload(name, bytes);
    expect(answer.status)
      .withContext(`${name}: ${answer.body.slice(0, 200)}`)
      .toBe(201);
    const { picture } = answer.json<{ picture: Picture }>();
    const rows = await Promise.all(
      filesOfPicture(picture).map((file) =>
        running.service.database.getRepository(PictureFiles).findOneByOrFail({ site: 'mill', file }),
      ),
    );
    return { picture, files: rows.map((row) => row.bytes) };
  };
  /** The colour at a share of a picture's width and height. */
  const colourAt = async (bytes: Buffer, across: number, down: number): Promise<number[]> => {
    const { data, info } = await sharp(bytes).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    const at = (Math.floor(info.height * down) * info.width + Math.floor(info.width * across)) * info.channels;
    return [...data.subarray(at, at + 3)];
  };
  const near = (actual: readonly number[], hex: string): boolean =>
    [1, 3, 5].every((at, index) => Math.abs(parseInt(hex.slice(at, at + 2), 16) - (actual[index] ?? -99)) < 14);

  for (const [width, height] of [
    [2401, 1600],
    [2400, 1600],
    [6000, 4000],
    [4000, 6000],
    [8660, 5773],
    [10_000, 10_000],
    [1, 1],
    [1, 500],
    [500, 1],
    [399, 10],
    [400, 10],
  ] as const)
    it(`are kept in every width they have: ${width} × ${height}`, async () => {
      const { picture, files } = await kept(`${width}.jpg`, await photograph(width, height).jpeg().toBuffer());
      expect([picture.width, picture.height]).toEqual([width, height]);
      const { files: webp, avif = [], plain } = picture;
      const widths = webp.map((one) => one.width);
      expect(widths).toEqual([
        ...[400, 800, 1200, 1600, 2400].filter((one) => one < width),
        ...(width <= 2400 ? [width] : []),
      ]);
      expect(new Set(widths).size).toBe(widths.length);
      expect(avif.map((one) => one.width)).toEqual(avif.length > 0 ? widths : []);
      expect(plain?.width).toBe(Math.min(width, 1200));
      const meant = [
        ...webp.map((one) => ({ format: 'webp', ...one })),
        ...avif.map((one) => ({ format: 'heif', ...one })),
        { format: 'jpeg', ...plain! },
      ];
      for (const [at, bytes] of files.entries()) {
        const facts = await sharp(bytes).metadata();
        const { format, width: wide } = meant[at]!;
        const tall = Math.max(1, Math.round((height * wide) / width));
        expect(`${facts.format} ${facts.width} ${facts.height}`).toBe(`${format} ${wide} ${tall}`);
      }
    });

  it('are kept as AVIF beside where that is lighter, and once as they came', async () => {
    const weight = (files: readonly Buffer[]): number => files.reduce((sum, bytes) => sum + bytes.length, 0);
    const noise = { type: 'gaussian', mean: 128, sigma: 30 } as const;
    const seen = sharp({ create: { width: 1700, height: 1100, channels: 3, background: '#4060c0', noise } }).blur(2);
    const photo = await kept('seen.jpg', await seen.jpeg({ quality: 92 }).toBuffer());
    expect(photo.picture.avif?.map((one) => one.width)).toEqual([400, 800, 1200, 1600, 1700]);
    expect(weight(photo.files.slice(5, 10))).toBeLessThan(weight(photo.files.slice(0, 5)));
    expect((await sharp(photo.files[7]).metadata()).compression).toBe('av1');
    expect(photo.picture.plain).toEqual({ width: 1200, file: jasmine.stringMatching(/\.jpg$/) });
    const clear = await kept(
      'clear.png',
      await sharp({ create: { width: 60, height: 40, channels: 4, background: '#ff000040' } })
        .png()
        .toBuffer(),
    );
    expect(clear.picture.plain).toEqual({ width: 60, file: jasmine.stringMatching(/\.png$/) });
    for (const bytes of clear.files) expect((await sharp(bytes).metadata()).hasAlpha).toBeTrue();
    for (const file of [photo.picture.avif![0]!, photo.picture.plain!, clear.picture.plain!]) {
      const answer = await ada.call('GET', `/sites/mill/files/${file.file}`);
      const ending = file.file.split('.').at(-1);
      expect([answer.status, answer.headers['content-type']]).toEqual([
        200,
        `image/${ending === 'jpg' ? 'jpeg' : ending}`,
      ]);
    }
  });

  it('lie as the camera was held, in all eight ways EXIF knows (checked against the library’s own turning)', async () => {
    for (let orientation = 1; orientation <= 8; orientation++) {
      const bytes = await sharp(await photograph(900, 600).png().toBuffer())
        .jpeg({ quality: 95 })
        .withMetadata({ orientation })
        .toBuffer();
      const { picture, files } = await kept(`turned-${orientation}.jpg`, bytes);
      const own = await sharp(bytes).autoOrient().png().toBuffer({ resolveWithObject: true });
      expect([picture.width, picture.height]).withContext(`${orientation}`).toEqual([own.info.width, own.info.height]);
      for (const [across, down] of [
        [0.2, 0.2],
        [0.8, 0.2],
        [0.2, 0.8],
        [0.8, 0.8],
      ] as const)
        for (const bytes of files)
          expect(
            near(
              await colourAt(bytes, across, down),
              `#${Buffer.from(await colourAt(own.data, across, down)).toString('hex')}`,
            ),
          )
            .withContext(`${orientation} at ${across}, ${down}`)
            .toBeTrue();
    }
  });
  it('come out in sRGB from CMYK, 16 bit and a wide gamut, with what is transparent still so', async () => {
    const cmyk = await kept('cmyk.jpg', await photograph(500, 300).toColourspace('cmyk').jpeg().toBuffer());
    const deep = await kept('deep.png', await photograph(500, 300).toColourspace('rgb16').png().toBuffer());
    const wide = await kept('wide.png', await photograph(500, 300).withIccProfile('p3').png().toBuffer());
    const grey = await kept('grey.png', await photograph(500, 300).greyscale().png().toBuffer());
    const clear = await kept(
      'clear.png',
      await sharp({ create: { width: 30, height: 30, channels: 4, background: '#ff000080' } })
        .png()
        .toBuffer(),
    );
    for (const { files } of [cmyk, deep, wide, grey, clear])
      for (const bytes of files) {
        const facts = await sharp(bytes).metadata();
        expect([facts.space, facts.depth, facts.icc]).toEqual(['srgb', 'uchar', undefined]);
      }
    for (const bytes of clear.files) expect((await sharp(bytes).metadata()).hasAlpha).toBeTrue();
    expect(near(await colourAt(deep.files[0]!, 0.2, 0.2), '#c04040')).toBeTrue();
    expect(near(await colourAt(wide.files[0]!, 0.2, 0.2), '#c04040')).toBeTrue();
    const [red, , blue] = await colourAt(cmyk.files[0]!, 0.2, 0.2);
    expect(red).toBeGreaterThan(blue!);
  });
  it('that move go on moving, in every width', async () => {
    const frames = await Promise.all(
      ['#ff0000', '#00ff00', '#0000ff'].map((background) =>
        sharp({ create: { width: 900, height: 300, channels: 3, background } })
          .png()
          .toBuffer(),
      ),
    );
    for (const animated of [
      sharp(frames, { join: { animated: true } }).gif(),
      sharp(frames, { join: { animated: true } }).webp({ loop: 0 }),
    ]) {
      const { picture, files } = await kept('film', await animated.toBuffer());
      expect([picture.width, picture.height]).toEqual([900, 300]);
      for (const bytes of files) expect((await sharp(bytes).metadata()).pages).toBe(3);
    }
  });
  it('that would take too much to read are refused before they are read, with their size', async () => {
    const cases: readonly (readonly [string, Promise<Buffer>, RegExp])[] = [
      [
        'long',
        sharp({ create: { width: 200_000, height: 1, channels: 3, background: 'red' } })
          .png()
          .toBuffer(),
        /200,000 px long.*30,000/,
      ],
      [
        'high',
        sharp({ create: { width: 1, height: 200_000, channels: 3, background: 'red' } })
          .png()
          .toBuffer(),
        /200,000 px long/,
      ],
      [
        'large',
        sharp({ create: { width: 12_000, height: 12_000, channels: 3, background: 'red' }, limitInputPixels: false })
          .png()
          .toBuffer(),
        /144 million pixels.*120 million/,
      ],
    ];
    const before = process.memoryUsage().rss;
    for (const [name, bytes, reason] of cases) {
      const answer = await upload(`${name}.png`, await bytes);
      expect(answer.status).withContext(name).toBe(400);
      expect(answer.body).withContext(name).toMatch(reason);
    }
    expect(process.memoryUsage().rss - before).toBeLessThan(700_000_000);
  });
  it('leave no upload behind, kept or refused, and other requests are answered while they are read', async () => {
    const large = await photograph(9000, 9000).png().toBuffer();
    let answered = 0;
    let done = false;
    const uploads = Promise.all([
      upload('a.png', large),
      upload('b.png', large),
      upload('c.png', Buffer.from('none')),
    ]).finally(() => (done = true));
    while (!done) {
      expect((await ada.call('GET', '/sites')).status).toBe(200);
      answered++;
    }
    expect((await uploads).map((one) => one.status)).toEqual([201, 201, 400]);
    expect(answered).toBeGreaterThan(10);
    await noUploadLeft(running);
  });
  it('half sent or without a boundary get a sentence, and nothing is kept', async () => {
    const bytes = await photograph(300, 200).png().toBuffer();
    const head = Buffer.from(
      '--edge\r\ncontent-disposition: form-data; name="file"; filename="a.png"\r\ncontent-type: image/png\r\n\r\n',
    );
    const send = (type: string, body: Buffer) =>
      ada.call('POST', '/sites/mill/pictures', body, { 'content-type': type });
    for (const answer of [
      await send('multipart/form-data', Buffer.concat([head, bytes])),
      await send('multipart/form-data; boundary=edge', Buffer.concat([head, bytes])),
      await send('multipart/form-data; boundary=edge', Buffer.from('--edge')),
      await send('multipart/form-data; boundary=other', Buffer.concat([head, bytes])),
      await send('application/json', Buffer.from('{}')),
      await send('multipart/form-data; boundary=edge', Buffer.alloc(0)),
    ]) {
      expect(answer.status).toBe(400);
      expect(answer.refusal().problem).toMatch(/\w+ \w+/);
    }
    await noUploadLeft(running);
  });
});

const open = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10" width="10" height="10">';
const rect = '<rect width="10" height="10"/>';
const drawings: readonly string[] = [
  `<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd">${open}<script>alert(1)</script>${rect}</svg>`,
  `<!--${'x'.repeat(6000)}-->${open}<script>alert(1)</script>${rect}</svg>`,
  `${' '.repeat(6000)}${open}<script>alert(1)</script>${rect}</svg>`,
  `\uFEFF${open}<script>alert(1)</script>${rect}</svg>`,
  `<?xml version="1.0"?><?evil do?><?xml-stylesheet href="http://elsewhere"?>${open}<script>alert(1)</script>${rect}</svg>`,
  `<!DOCTYPE svg [<!ELEMENT x ANY>]>${open}<script>alert(1)</script>${rect}</svg>`,
  `<!DOCTYPE svg [<!ENTITY x "y">]>${open}<text>&x;</text></svg>`,
  `<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>${open}<text>&x;</text></svg>`,
  `<html xmlns="http://www.w3.org/1999/xhtml"><body>${open}${rect}</svg><script>alert(1)</script></body></html>`,
  `${open}${rect}</svg><script xmlns="http://www.w3.org/1999/xhtml">alert(1)</script>`,
  `<x:svg xmlns:x="http://www.w3.org/2000/svg" width="10" height="10"><x:script>alert(1)</x:script><x:rect width="9" height="9"/></x:svg>`,
  `<svg xmlns="http://www.w3.org/1999/xhtml" width="10" height="10"><script>alert(1)</script></svg>`,
  ...['onload', 'onclick', 'ONLOAD', 'onbegin', 'onfocusin', 'onend', 'onrepeat'].map(
    (name) => `${open.slice(0, -1)} ${name}="alert(1)">${rect}</svg>`,
  ),
  ...[
    'script',
    'SCRIPT',
    'style',
    'foreignObject',
    'iframe',
    'object',
    'embed',
    'image',
    'a',
    'set',
    'animate',
    'animateTransform',
    'animateMotion',
    'handler',
    'listener',
    'audio',
    'video',
    'feImage',
    'textPath',
    'switch',
    'metadata',
    'link',
    'meta',
    'base',
  ].map(
    (tag) =>
      `${open}<${tag} href="http://elsewhere/a" src="http://elsewhere/a" attributeName="href" to="javascript:alert(1)" onload="alert(1)">alert(1)</${tag}>${rect}</svg>`,
  ),
  ...[
    'url(http://elsewhere#a)',
    'url("http://elsewhere#a")',
    "url('//elsewhere')",
    'URL(http://elsewhere)',
    '\\75rl(http://elsewhere)',
    'u\\72l(http://elsewhere)',
    'u/**/rl(http://elsewhere)',
    'url( http://elsewhere )',
    'url(data:image/svg+xml,x)',
    'url(javascript:alert(1))',
    'image-set("http://elsewhere" 1x)',
    'src("http://elsewhere")',
    'image("http://elsewhere")',
    '-webkit-image-set(url(http://elsewhere) 1x)',
    'cross-fade(url(http://elsewhere), red)',
    'element(#a)',
    'url(#a), url(http://elsewhere)',
    'expression(alert(1))',
    '&#117;rl(http://elsewhere)',
    '&#x75;rl(http://elsewhere)',
  ].flatMap((value) =>
    ['fill', 'filter', 'mask', 'clip-path'].map(
      (name) => `${open}<rect width="10" height="10" ${name}='${value.replace(/'/g, '"')}'/></svg>`,
    ),
  ),
  ...[
    'http://elsewhere#a',
    '//elsewhere#a',
    'javascript:alert(1)',
    'data:image/svg+xml,<svg/>',
    '#a" onload="alert(1)',
    'a.svg#b',
    '&#106;avascript:alert(1)',
  ].flatMap((href) => [
    `${open}<use href='${href}'/>${rect}</svg>`,
    `${open}<use xlink:href='${href}' xmlns:xlink="http://www.w3.org/1999/xlink"/>${rect}</svg>`,
  ]),
  `${open}<rect width="10" height="10" style="fill:url(http://elsewhere)"/></svg>`,
  `${open}<rect width="10" height="10" class="a" id="b" title="<script>"/></svg>`,
  `${open}<![CDATA[<script>alert(1)</script>]]>${rect}</svg>`,
  `${open}<text>&lt;script&gt;alert(1)&lt;/script&gt;</text></svg>`,
  `${open}<title><script>alert(1)</script></title>${rect}</svg>`,
];

describe('A drawing that means harm', () => {
  for (const [at, text] of drawings.entries())
    it(`is cleaned or refused (${at}): ${text.replace(/\s+/g, ' ').slice(0, 30)} … ${text.slice(-60, -6)}`, async () => {
      let clean: string;
      try {
        clean = cleanSvg(text);
      } catch (error) {
        expect((error as Error).message).toMatch(/SVG/);
        return;
      }
      expect(clean).toMatch(/^<svg[\s>]/);
      expect(clean).toMatch(/<\/svg>$/);
      const markup = clean.replace(/&lt;.*?&gt;/g, '').replace(/>[^<]*</g, '><');
      expect(markup).not.toMatch(
        /<(script|style|foreignObject|iframe|object|embed|image|a|set|animate\w*|handler|listener|feImage|audio|video|link|meta|base)[\s>/]/i,
      );
      expect(markup).not.toMatch(/\son\w+\s*=|javascript:|elsewhere|data:|<!|<\?|style=|\\/i);
      expect((await sharp(Buffer.from(clean)).metadata()).format).toBe('svg');
    });
});
