import fc from 'fast-check';
import { blankSite, type Site } from '../../../document/site';
import { Problem } from '../../../document/problem';
import type { TokenKind } from '../../../document/token';
import { kindOfValue } from '../tokens';
import { readTokenFile } from './read';
import { tokenFile } from './write';

/** What a file's tokens say, by their names here. */
const read = (file: unknown): Record<string, string> =>
  Object.fromEntries(readTokenFile(JSON.stringify(file)).tokens.map((one) => [one.name, one.value]));
const refused = (file: unknown): string => {
  try {
    readTokenFile(typeof file === 'string' ? file : JSON.stringify(file));
    return '';
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return error.message;
  }
};

// Design Tokens Format Module 2025.10 (W3C Design Tokens Community Group): its own examples, from memory.
describe('A file of design tokens', () => {
  it('is read as the examples of the format’s sections on types have it', () => {
    expect(
      read({
        Majestic: { $type: 'color', $value: { colorSpace: 'srgb', components: [1, 0, 1], alpha: 0.5 } },
        'Hot pink': { $type: 'color', $value: { colorSpace: 'srgb', components: [1, 0, 1], alpha: 1, hex: '#ff00ff' } },
        Lch: { $type: 'color', $value: { colorSpace: 'oklch', components: [0.7016, 0.3225, 328.363] } },
        Hsl: { $type: 'color', $value: { colorSpace: 'hsl', components: [330, 100, 50] } },
        None: { $type: 'color', $value: { colorSpace: 'lab', components: [60.17, 'none', -60.5] } },
        'spacing-stack-0': { $type: 'dimension', $value: { value: 0, unit: 'px' } },
        'spacing-stack-1': { $type: 'dimension', $value: { value: 0.5, unit: 'rem' } },
        'Primary font': { $type: 'fontFamily', $value: 'Comic Sans MS' },
        'Body font': { $type: 'fontFamily', $value: ['Helvetica', 'Arial', 'sans-serif'] },
        'font-weight-default': { $type: 'fontWeight', $value: 350 },
        'font-weight-thick': { $type: 'fontWeight', $value: 'extra-bold' },
        'Duration-100': { $type: 'duration', $value: { value: 100, unit: 'ms' } },
        'Duration-200': { $type: 'duration', $value: { value: 1.5, unit: 's' } },
        Accelerate: { $type: 'cubicBezier', $value: [0.5, 0, 1, 1] },
        'line-height-large': { $type: 'number', $value: 2.3 },
      }),
    ).toEqual({
      majestic: 'color(srgb 1 0 1 / 0.5)',
      'hot-pink': '#ff00ff',
      lch: 'oklch(0.7016 0.3225 328.363)',
      hsl: 'hsl(330 100% 50%)',
      none: 'lab(60.17 none -60.5)',
      'spacing-stack-0': '0px',
      'spacing-stack-1': '0.5rem',
      'primary-font': '"Comic Sans MS"',
      'body-font': 'Helvetica, Arial, sans-serif',
      'font-weight-default': '350',
      'font-weight-thick': '800',
      'duration-100': '100ms',
      'duration-200': '1.5s',
      accelerate: 'cubic-bezier(0.5, 0, 1, 1)',
      'line-height-large': '2.3',
    });
  });

  it('has types of groups, aliases in both spellings, values of several parts, and groups that extend others', () => {
    const px = (value: number): unknown => ({ value, unit: 'px' });
    expect(
      read({
        brand: {
          $type: 'color',
          'acid green': { $value: '#00ff66' },
          nested: { deep: { $value: { colorSpace: 'srgb', components: [0, 0, 0], hex: '#000000' } } },
        },
        alias: { $value: '{brand.acid green}' },
        pointer: { $value: { $ref: '#/brand/nested/deep/$value' } },
        card: {
          $type: 'shadow',
          $value: { color: '{alias}', offsetX: px(0), offsetY: px(2), blur: px(8), spread: px(0), inset: true },
        },
        layered: {
          $type: 'shadow',
          $value: [
            { color: '#00000080', offsetX: px(0), offsetY: px(1), blur: px(2), spread: px(0) },
            { color: '#000', offsetX: px(0), offsetY: px(4), blur: px(9), spread: px(-1) },
          ],
        },
        edge: { $type: 'border', $value: { color: '#36363600', width: px(3), style: 'solid' } },
        button: {
          $type: 'dimension',
          gap: { $value: px(4) },
          size: { $root: { $value: px(12) }, large: { $value: px(20) } },
        },
        link: { $extends: '{button}', gap: { $value: px(2) } },
        heading: {
          $type: 'typography',
          $value: {
            fontFamily: ['Roboto', 'serif'],
            fontSize: px(42),
            fontWeight: 700,
            letterSpacing: px(0),
            lineHeight: 1.2,
          },
        },
      }),
    ).toEqual({
      'brand-acid-green': '#00ff66',
      'brand-nested-deep': '#000000',
      alias: 'var(--brand-acid-green)',
      pointer: 'var(--brand-nested-deep)',
      card: 'inset 0px 2px 8px 0px var(--alias)',
      layered: '0px 1px 2px 0px #00000080, 0px 4px 9px -1px #000',
      edge: '3px solid #36363600',
      'button-gap': '4px',
      'button-size': '12px',
      'button-size-large': '20px',
      'link-gap': '2px',
      'link-size': '12px',
      'link-size-large': '20px',
      'heading-font-family': 'Roboto, serif',
      'heading-font-size': '42px',
      'heading-font-weight': '700',
      'heading-letter-spacing': '0px',
      'heading-line-height': '1.2',
    });
  });

  it('says with its path what cannot be: circles, references to nothing, what is no file of tokens', () => {
    const alias = (to: string): unknown => ({ $type: 'color', $value: to });
    expect(refused({ a: alias('{b}'), b: alias('{c.d}'), c: { d: alias('{a}') } })).toBe(
      'A token can’t name itself: a → b → c.d → a.',
    );
    expect(refused({ a: alias('{nowhere.at.all}') })).toBe('a names {nowhere.at.all}, which the file does not have.');
    expect(refused({ g: { $extends: '{h}', a: alias('#fff') }, h: { $extends: '{g}' } })).toContain('extends itself');
    expect(refused({ g: { $extends: '{h}' } })).toContain('which the file does not have');
    expect(refused('{')).toContain('isn’t JSON');
    expect(refused([])).toContain('no tokens');
    expect(refused({ a: { b: 1 } })).toContain('no tokens');
    let deep: unknown = alias('#fff');
    for (let level = 0; level < 200; level++) deep = { g: deep };
    expect(refused(deep)).toContain('too deep');
    expect(refused(Object.fromEntries(Array.from({ length: 1200 }, (_, at) => [`t${at}`, alias('#fff')])))).toContain(
      '1000',
    );
  });

  it('takes in what it can and says what it leaves out, whatever an enemy writes', () => {
    const { tokens, leftOut } = readTokenFile(
      JSON.stringify({
        good: { $type: 'color', $value: '#123456' },
        gradient: { $type: 'gradient', $value: [] },
        typeless: { $value: 12 },
        wrong: { $type: 'dimension', $value: { value: 1, unit: 'furlong' } },
        evil: { $type: 'fontFamily', $value: 'x";}body{display:none' },
        address: { $type: 'fontFamily', $value: 'url(http://elsewhere)' },
        extended: {
          $type: 'color',
          $value: '#fff',
          $extensions: { 'fold-line': { kind: 'border', values: { phone: 'red}x{', tablet: '#000' } } },
        },
        船: { $type: 'color', $value: '#000' },
      }).replace('"good"', '"__proto__":{"$type":"color","$value":"#fff"},"good"'),
    );
    expect(tokens.map(({ name, value }) => [name, value])).toEqual([
      ['proto', '#fff'],
      ['good', '#123456'],
      ['evil', '"x;}body{display:none"'], // a text in quotes
      ['address', '"url(http://elsewhere)"'],
      ['extended', '#fff'],
      ['token', '#000'],
    ]);
    expect(tokens.find((one) => one.name === 'extended')).toEqual(
      jasmine.objectContaining({ kind: 'border', values: { tablet: '#000' } }),
    );
    expect(leftOut.map((one) => one.name)).toEqual(['gradient', 'typeless', 'wrong']);
    expect(leftOut.every((one) => one.why.length > 10)).toBeTrue();
  });

  it('comes back as it was written, with what each token is for and its breakpoints; what it has no words for is named', () => {
    const values: Readonly<Record<string, readonly string[]>> = {
      colour: ['#22333b', '#8f2b3780', 'oklch(0.6 0.1 200)', 'rgb(10 20 30 / 0.5)', 'navy'],
      size: ['16px', '1.25rem', '0px'],
      duration: ['200ms', '0.3s'],
      curve: ['cubic-bezier(0.2, 0, 0, 1)', 'ease-in'],
      typeface: ['Fraunces, serif', '"Schibsted Grotesk"', 'serif'],
      number: ['1.4', '0', '700'],
      border: ['1px solid #123456'],
      shadow: ['0px 1px 3px 0px rgb(0 0 0 / 0.3)', 'inset 0px 0px 4px 1px #000000, 0px 2px 2px 0px #ffffff'],
    };
    const token = fc
      .constantFrom(...Object.keys(values))
      .chain((kind) => fc.record({ kind: fc.constant(kind as TokenKind), value: fc.constantFrom(...values[kind]!) }));
    fc.assert(
      fc.property(fc.array(token, { minLength: 1, maxLength: 8 }), fc.boolean(), (all, hasPhone) => {
        const site: Site = {
          ...blankSite('s', 'S', 'site'),
          tokens: {
            ...Object.fromEntries(
              all.map(({ kind, value }, at) => [
                `t${at}`,
                { name: `name-${at}`, kind, values: { wide: value, ...(hasPhone && { phone: value }) } },
              ]),
            ),
            alias: { name: 'alias', kind: all[0]!.kind, values: { wide: 'var(--t0)' } },
          },
        };
        const { file, leftOut } = tokenFile(site);
        expect(leftOut).toEqual([]);
        const back = readTokenFile(JSON.stringify(file));
        expect(back.leftOut).toEqual([]);
        expect(back.tokens.map((one) => one.kind)).toEqual([...all.map((one) => one.kind), all[0]!.kind]);
        expect(back.tokens.at(-1)!.value).toBe('var(--name-0)');
        back.tokens.slice(0, -1).forEach((one, at) => {
          expect(one.name).toBe(`name-${at}`);
          expect(kindOfValue(one.value)).toBe(kindOfValue(all[at]!.value));
          expect(one.values).toEqual(hasPhone ? { phone: all[at]!.value } : {});
        });
        expect(tokenFile({ ...site, tokens: again(site, back.tokens) }).file).toEqual(file); // once more, the very same
      }),
    );
    const odd: Site = {
      ...blankSite('s', 'S', 'site'),
      tokens: { fluid: 'clamp(1rem, 2vw, 2rem)', half: '50%', ok: '4px' },
    };
    expect(tokenFile(odd).leftOut.map((one) => one.name)).toEqual(['fluid', 'half']);
    expect(Object.keys(tokenFile(odd).file)).toEqual(['ok']);
  });
});

/** A site's tokens as they were read. */
const again = (site: Site, tokens: ReturnType<typeof readTokenFile>['tokens']): Site['tokens'] =>
  Object.fromEntries(
    tokens.map(({ name, kind, value, values }) => [
      name,
      { name, kind, values: { [site.breakpoints.find((one) => one.side === 'base')!.id]: value, ...values } },
    ]),
  );
