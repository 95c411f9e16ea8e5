import fc from 'fast-check';
import { HtmlValidate } from 'html-validate/node';
import { parse, type ParserError } from 'parse5';
import { transform } from 'lightningcss';
import { home, tidewick } from '../../demo/tidewick';
import { fares, lostProperty, timetable } from '../../demo/tidewick-pages';
import { mill, millHome, observatory, observatoryHome } from '../../demo/neighbours';
import type { Page } from '../document/page';
import { pageHolding, plainPart } from '../document/testing/plain-part';
import { randomly } from '../document/testing/randomly';
import type { Site } from '../document/site';
import { freshPart, newThing } from '../document/commands/thing';
import { readPage } from '../document/edits/check/check-page';
import { pageOfSection } from '../document/sections/kept-section';
import { kinds } from '../document/kinds/registry';
import { blankSite } from '../document/site';
import { compile } from './compile';

const validator = new HtmlValidate({
  extends: ['html-validate:standard'],
  rules: { 'require-sri': 'off' },
});

/** The page against the HTML standard as parse5 parses it and html-validate's own “standard” rules know it. */
async function faults(site: Site, page: Page): Promise<string[]> {
  const { html } = compile(site, page);
  const errors: string[] = [];
  parse(html, {
    sourceCodeLocationInfo: true,
    onParseError: (error: ParserError) => errors.push(`parse5: ${error.code} at ${error.startOffset}`),
  });
  const report = await validator.validateString(html);
  for (const result of report.results)
    for (const message of result.messages) errors.push(`html-validate: ${message.ruleId}: ${message.message}`);
  return errors;
}

describe('The HTML of a compiled page', () => {
  it('is without fault for random pages', async () => {
    await fc.assert(
      fc.asyncProperty(randomly(), async (random) => {
        const site = random.site();
        expect(await faults(site, random.page(site, 15))).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });
  for (const [site, page] of [
    [tidewick, home],
    [tidewick, fares],
    [tidewick, lostProperty],
    [tidewick, timetable],
    [mill, millHome],
    [observatory, observatoryHome],
  ] as const)
    it(`is without fault for the demo’s ${page.id}`, async () => expect(await faults(site, page)).toEqual([]));
});

describe('The HTML of a box that is a list', () => {
  it('is without fault', async () => {
    const site = blankSite('s', 'Site', 'site');
    const list = pageHolding({
      list: plainPart('container', 'ul', { children: ['one', 'two'] }),
      one: plainPart('container', 'li', { children: ['words'] }),
      two: plainPart('container', 'li', { children: [] }),
      words: plainPart('text', 'p', { content: { base: { text: 'Daylight' } } }),
    });
    expect(await faults(site, list)).toEqual([]);
    expect(compile(site, list).html).toMatch(
      /<ul class="_list"><li class="_entry"><p>Daylight<\/p><\/li><li class="_entry"><\/li><\/ul>/,
    );
  });
});

describe('The HTML of every kind of part, saying the same everywhere or not', () => {
  const site = blankSite('s', 'Site', 'site');
  const said: Readonly<Record<string, Record<string, unknown>>> = {
    text: { text: 'Shorter' },
    heading: { text: 'Shorter' },
    button: { text: 'Go', link: '/' },
    disclosure: { text: 'A title' },
    html: { html: '<p>Less</p><script>alert("<")</script></iframe><b>' },
    video: { address: 'https://films.example/short.mp4' },
    field: { placeholder: 'Short' },
  };
  for (const kind of kinds.filter((one) => one.group === 'widget' || one.kind === 'disclosure'))
    it(`is without fault for ${kind.word}`, async () => {
      const { root, parts } = newThing(site, kind.kind);
      const varying = Object.fromEntries(
        Object.entries(said[kind.kind] ?? {}).filter(([key]) =>
          kind.fields.some((field) => field.key === key && field.varies),
        ),
      );
      const base = { ...parts[root]!.content.base, ...(kind.kind === 'button' && { link: '/' }) };
      const contents: Page['parts'][string]['content'][] = [
        { base },
        ...(Object.keys(varying).length > 0 ? [{ base, phone: varying }] : []),
        ...(kind.kind === 'video'
          ? [
              { base: { ...base, address: 'https://films.example/watch?v=1' }, phone: varying },
              { base: { ...base, address: '/long.webm' }, phone: varying },
            ]
          : []),
      ];
      for (const content of contents) {
        const page = pageOfSection({
          root: 's',
          parts: { s: { ...freshPart(site, 'section', [root]), tag: 'div' }, [root]: { ...parts[root]!, content } },
        });
        readPage(site, page);
        const { html } = compile(site, page);
        expect(await faults(site, page))
          .withContext(html)
          .toEqual([]);
        expect(html).not.toContain('<script');
      }
    });
});

describe('The CSS of a compiled page', () => {
  it('is at most 1.05 times what lightningcss makes of it', () => {
    const { css } = compile(tidewick, home);
    const small = transform({
      filename: 'style.css',
      code: Buffer.from(css),
      minify: true,
      targets: { chrome: 120 << 16 },
    }).code;
    expect(Buffer.byteLength(css) / small.length).toBeLessThanOrEqual(1.05);
  });
  it('is read by lightningcss without an error for random pages', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const site = random.site();
        const { css } = compile(site, random.page(site, 15));
        expect(transform({ filename: 'style.css', code: Buffer.from(css), errorRecovery: true }).warnings).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
});
