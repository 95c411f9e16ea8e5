import fc from 'fast-check';
import { applyEdits } from '@core/document/edits/apply';
import { applyBatch } from '@core/document/edits/batch';
import { withSiteMenus } from '@core/document/links/menus';
import { textOf } from '@core/document/text/changed-blocks';
import { styleEdit } from '@core/document/commands/style';
import { type Page, type Part } from '@core/document/page';
import { randomly } from '@core/document/testing/randomly';
import { subtree } from '@core/document/tree';
import { resolve } from '@core/style/cascade';
import { frameWith } from '../../../testing/frame';
import { textBackgroundsOf } from '../text-backgrounds';
import { measurePage } from '../measuring';
import type { LeafFacts } from '@core/review/check';
import type { Finding } from '@core/review/finding';
import { allChecks as checks } from '@core/review/checks/all';
import { Reviewer } from '@core/review/review';
import {
  box,
  expectCured,
  findings,
  heading,
  measured,
  of,
  page,
  site,
  type Given,
} from '@core/review/testing/reviewed';
import { Rests } from '../rests';

describe('Findings', () => {
  it('name heading levels that are skipped, missing or doubled (WCAG technique G141)', () => {
    const told = (...tags: string[]): number =>
      of('heading order', findings(page(Object.fromEntries(tags.map((tag, index) => [`h${index}`, heading(tag)])))))
        .length;
    expect(told('h1', 'h2', 'h3', 'h2')).toBe(0);
    expect(told('h1', 'h3')).toBe(1);
    expect(told('h2', 'h3')).toBe(1);
    expect(told('h1', 'h2', 'h1')).toBe(1);
    expect(told()).toBe(0);
    expectCured(page({ a: heading('h3'), b: heading('h3') }), 'heading order');
    const [one] = of('heading order', findings(page({ a: heading('h2') })));
    expect([one?.cure?.before, one?.cure?.after]).toEqual(['h2', 'h1']);
  });
  it('name a page in no menu, once it is known where the menus lead', () => {
    const lone = { ...page({}), path: '/lone' };
    expect(of('in no menu', findings(lone))).toEqual([]);
    expect(of('in no menu', findings(lone, { menus: ['/', '/other'] })).map((one) => one.part)).toEqual(['root']);
    expect(of('in no menu', findings(lone, { menus: ['/lone'] }))).toEqual([]);
    expect(of('in no menu', findings({ ...lone, path: '/' }, { menus: [] }))).toEqual([]);
    const main = { id: 'main', name: 'Main', entries: { home: { to: 'page:home', place: 0 } } };
    const withMenu = { ...site, menus: [main] };
    const menus = ['menu:main', 'page:home'];
    const [found] = of('in no menu', findings(lone, { menus, site: withMenu }));
    const after = applyBatch({ site: withMenu, page: lone }, [...(found?.cure?.onSite ?? [])]).site;
    expect(of('in no menu', findings(lone, { menus: withSiteMenus(menus, after), site: after }))).toEqual([]);
    expect(Object.values(after.menus![0]!.entries).map((entry) => entry.to)).toEqual(['page:home', `page:${lone.id}`]);
    expect(of('in no menu', findings(lone, { menus, site: withMenu }))).toEqual([found!]); // the same each time
  });
  it('name words that lead to nothing, and leave the words without the link', () => {
    const words = [{ text: 'See the ' }, { text: 'old fares', link: { to: 'page:gone' } }, { text: '.' }];
    const said = page({ t: { kind: 'text', content: { base: { text: textOf([{ tag: 'p', says: words }]) } } } });
    const more = { pages: [] };
    expect(of('dead links', findings(said, more)).length).toBe(1);
    expectCured(said, 'dead links', more);
    const [found] = of('dead links', findings(said, more));
    const after = applyEdits(site, said, found!.cure!.edits).page.parts['t']!;
    expect(JSON.stringify(after.content.base['text'])).toContain('old fares');
    expect(JSON.stringify(after.content.base['text'])).not.toContain('page:gone');
  });
  it('name words wholly behind a picture where elementsFromPoint finds the picture first, and not those that show', () => {
    const told = (z: string, left: string): { said: string[]; top: string | null | undefined } => {
      const frame = frameWith(
        `<div data-part="s" style="position:relative;height:200px"><p data-part="t" style="position:absolute;left:20px;top:40px;width:100px;z-index:1">Words</p><div data-part="i" style="position:absolute;left:${left};top:0;width:300px;height:150px;z-index:${z}"></div></div>`,
      );
      const facts: LeafFacts = { measured: measurePage(frame.document), natural: new Map(), textBackgrounds: [] };
      const at = frame.find('t').getBoundingClientRect();
      const top = frame.document
        .elementFromPoint(at.left + at.width / 2, at.top + at.height / 2)
        ?.getAttribute('data-part');
      frame.remove();
      const of2 = page({
        t: { kind: 'text', content: { base: { text: 'Words' } } },
        i: { kind: 'image', content: { base: { alt: '' } } },
      });
      return {
        said: of('behind a picture', findings(of2, { leaves: new Map([['wide', facts]]) })).map(
          (one) => `${one.part} ${one.other}`,
        ),
        top,
      };
    };
    expect(told('2', '0px')).toEqual({ said: ['t i'], top: 'i' });
    expect(told('0', '0px')).toEqual({ said: [], top: 't' });
    expect(told('2', '60px')).toEqual({ said: [], top: 'i' }); // half of it still shows
  });
  it('name a button that no click reaches, and lay it where elementFromPoint finds it', () => {
    const covered = (
      cover: string,
      button: Part['style'] = {},
    ): { told: Finding[]; top: (style: string) => string | null | undefined; of: Page } => {
      const css = (style: Part['style']): string =>
        Object.entries(style['wide']?.normal ?? {})
          .map(([name, value]) => `${name}:${value}`)
          .join(';');
      const html = (style: string): string =>
        `<section data-part="s" style="position:relative;height:200px"><a data-part="b" style="display:block;width:120px;height:40px;${css(button)};${style}">Book</a><div data-part="c" style="${cover}"><p data-part="t">Words</p></div></section>`;
      const whole = page({
        b: { kind: 'button', style: button, content: { base: { text: 'Book', link: '/' } } },
        c: { kind: 'container', children: ['t'] },
        t: { kind: 'text', content: { base: { text: 'Words' } } },
      });
      const of2 = applyEdits(site, whole, [styleEdit('s', 'wide', 'normal', 'display', 'block')]).page;
      const frame = frameWith(html(''));
      const facts: LeafFacts = { measured: measurePage(frame.document), natural: new Map(), textBackgrounds: [] };
      frame.remove();
      const top = (style: string): string | null | undefined => {
        const again = frameWith(html(style));
        const at = again.find('b').getBoundingClientRect();
        const found = again.document
          .elementFromPoint(at.left + at.width / 2, at.top + at.height / 2)
          ?.getAttribute('data-part');
        again.remove();
        return found;
      };
      return { told: of('out of reach', findings(of2, { leaves: new Map([['wide', facts]]) })), top, of: of2 };
    };
    const glass = covered('position:absolute;inset:0');
    expect(glass.top('')).toBe('c');
    expect(glass.told.map(({ part, other, reason }) => [part, other, reason])).toEqual([
      ['b', 'c', 'On Wide, Container lies over all of it: clicks and taps land there.'],
    ]);
    const cured = applyEdits(site, glass.of, glass.told[0]!.cure!.edits).page.parts['b']!.style['wide']!.normal!;
    expect(
      glass.top(
        Object.entries(cured)
          .map(([name, value]) => `${name}:${value}`)
          .join(';'),
      ),
    ).toBe('b');
    const half = covered('position:absolute;left:60px;top:0;width:60px;height:40px');
    expect(half.told).withContext('half of it is free').toEqual([]);
    const passing = covered('position:fixed;left:0;top:0;width:300px;height:60px');
    expect([passing.top(''), passing.told.length])
      .withContext('moves on as the page scrolls')
      .toEqual(['c', 0]);
    expect(covered('position:absolute;inset:0;pointer-events:none').told).toEqual([]);
    const asleep = covered('position:absolute;inset:0', { wide: { normal: { left: '300px' } } });
    expect(asleep.told.map((one) => one.cure))
      .withContext('position relative would wake its inset')
      .toEqual([undefined]);
  });
  it('name pictures without words for who cannot see them', () => {
    const image = (alt: string): Page => page({ i: { kind: 'image', content: { base: { picture: 'pier', alt } } } });
    expect(of('missing alt', findings(image(''))).map((one) => one.severity)).toEqual(['error']);
    expect(of('missing alt', findings(image('The pier at dawn')))).toEqual([]);
  });
  // Common practice: a hard line break leaves holes on phones; balanced wrapping is the cure.
  it('name hard line breaks in headings, and join them', () => {
    const broken = page({ h: heading('h1', 'The sea is\nthe shortest road') });
    expect(of('line break in a heading', findings(broken)).length).toBe(1);
    expectCured(broken, 'line break in a heading');
    const cured = applyEdits(site, broken, of('line break in a heading', findings(broken))[0]!.cure!.edits).page;
    expect(cured.parts['h']!.content.base['text']).toBe('The sea is the shortest road');
    expect(cured.parts['h']!.style['wide']?.normal?.['text-wrap-style']).toBe('balance');
  });
  // Common practice: a width that is fixed is what stops a page from responding.
  it('name fixed widths above the narrowest screen a breakpoint decides on', () => {
    const fixed = page({ h: heading('h1', 'Words', { wide: { normal: { width: '980px' } } }) });
    const told = of('fixed width', findings(fixed));
    expect(told.map((one) => [one.breakpoints?.join(), one.severity, one.widths?.[0]])).toEqual([
      ['tablet,phone', 'error', { from: 320, to: 979 }],
    ]);
    expectCured(fixed, 'fixed width');
    expect(
      of('fixed width', findings(page({ h: heading('h1', 'Words', { wide: { normal: { width: '80%' } } }) }))),
    ).toEqual([]);
  });
  it('name links that lead nowhere', () => {
    const link = (to: string): Finding[] =>
      of(
        'dead links',
        findings(
          page({
            b: { kind: 'button', content: { base: { text: 'Go', link: to } } },
            h: { ...heading('h1'), attributes: { id: 'fares' } },
          }),
          { pages: ['/', '/fares'].map((path) => ({ id: path, title: path, path, former: [], live: path })) },
        ),
      );
    for (const [to, found] of [
      ['/fares', 0],
      ['/fares/', 0],
      ['/#x', 0],
      ['/gone', 1],
      ['#fares', 0],
      ['#gone', 1],
      ['https://ferries.example', 0],
      ['', 1],
    ] as const)
      expect(link(to).length).withContext(to).toBe(found);
  });
  it('name an order that is seen but not read (WCAG 2.2, 1.3.2), where it was set', () => {
    const two = (style: Part['style'], first: Part['style'] = {}): Page =>
      page({
        c: { kind: 'container', children: ['a', 'b'], style },
        a: { kind: 'text', content: { base: { text: 'A' } }, style: first },
        b: { kind: 'text', content: { base: { text: 'B' } } },
      });
    const told = (one: Page): string[] => of('reading order', findings(one)).flatMap((each) => each.breakpoints ?? []);
    expect(told(two({ wide: { normal: { 'flex-direction': 'row' } } }))).toEqual([]);
    expect(told(two({ phone: { normal: { 'flex-direction': 'column-reverse' } } }))).toEqual(['phone']);
    expect(told(two({}, { tablet: { normal: { order: '2' } } }))).toEqual(['tablet']);
  });
  it('name what is idle and what has no effect, and take it back', () => {
    const idle = page({
      h: heading('h1', 'Words', { wide: { normal: { 'font-style': 'normal', 'justify-content': 'center' } } }),
    });
    expect(of('idle values', findings(idle)).length).toBe(1);
    expect(
      of('no effect', findings(idle))
        .map((one) => one.reason)
        .join(),
    ).toContain('neither flex nor grid');
    expectCured(idle, 'idle values');
    expectCured(idle, 'no effect');
  });
  // WCAG 2.2, 2.5.8: 24 by 24 CSS px, or room for a circle of 24 px around each.
  it('name targets too small and too close, not those with room around them', () => {
    const two = page({
      a: { kind: 'button', content: { base: { text: 'A', link: '/' } } },
      b: { kind: 'button', content: { base: { text: 'B', link: '/' } } },
    });
    const told = (a: ReturnType<typeof box>, b: ReturnType<typeof box>): number =>
      of('target size', findings(two, { leaves: new Map([['phone', measured({ a, b })]]) })).length;
    expect(told(box(0, 0, 20, 20), box(21, 0, 20, 20))).toBe(2);
    expect(told(box(0, 0, 20, 20), box(30, 0, 20, 20))).toBe(0);
    expect(told(box(0, 0, 24, 24), box(24, 0, 24, 24))).toBe(0);
    expect(told(box(0, 0, 100, 18), box(0, 19, 100, 18))).toBe(2);
  });
  it('name pictures too small for their place', () => {
    const image = page({ i: { kind: 'image', content: { base: { picture: 'pier', alt: 'Pier' } } } });
    const told = (width: number): string[] =>
      of(
        'picture size',
        findings(image, { leaves: new Map([['wide', measured({ i: box(0, 0, width, width / 2) })]]) }),
      ).map((one) => one.severity);
    expect([told(1000), told(600), told(400), told(150)]).toEqual([['error'], ['warning'], [], ['note']]);
    const nearer = { wide: { normal: { 'object-view-box': 'inset(25% 25% 25% 25%)' } } }; // twice as near
    const zoomed = page({
      i: { kind: 'image', content: { base: { picture: 'pier', alt: 'Pier' } }, style: nearer },
    });
    const at = (width: number): unknown[] =>
      of(
        'picture size',
        findings(zoomed, { leaves: new Map([['wide', measured({ i: box(0, 0, width, width / 2) })]]) }),
      ).map((one) => one.severity);
    expect([at(500), at(300), at(200), at(75)]).toEqual([['error'], ['warning'], [], ['note']]);
  });
  it('name a box that is wider than when the picture behind it was measured, until it is as wide as the screens', () => {
    const behind = page({ b: { kind: 'container', backdrop: { wide: 400, phone: 360 } } });
    const leaves = (wide: number, phone: number) => ({
      leaves: new Map([
        ['wide', measured({ b: box(0, 0, wide, 100) })],
        ['phone', measured({ b: box(0, 0, phone, 100) })],
      ]),
    });
    const told = (wide: number, phone: number): unknown[] =>
      of('picture behind it', findings(behind, leaves(wide, phone))).map((one) => one.breakpoints);
    expect([told(400, 360), told(430, 390), told(900, 360), told(900, 500)]).toEqual([
      [],
      [],
      [['wide']],
      [['wide', 'phone']],
    ]);
    expectCured(behind, 'picture behind it', leaves(900, 500));
  });
  // WCAG 2.2, 1.4.3; a picture of one grey stands for any: the cure is checked by painting it in Chromium and
  // reading the pixels again.
  it('name text that is hard to read over a picture, and lay the overlay that suffices over it', async () => {
    const words: Given = { kind: 'heading', tag: 'h1', content: { base: { text: 'Sailings' } } };
    const plain = page({
      box: {
        kind: 'container',
        children: ['words'],
        style: {
          wide: {
            normal: { 'background-image': 'linear-gradient(rgb(150 150 150), rgb(170 170 170))', color: '#ffffff' },
          },
        },
      },
      words,
    });
    const painted = async (of: Page): Promise<LeafFacts> => {
      const frame = frameWith(
        `<section data-part="s"><div data-part="box" style='background-image:${resolve(site, of, 'box', 'wide', 'normal', 'background-image').value};color:#fff'><h1 data-part="words" style="font-size:20px;font-weight:400">Sailings</h1></div></section>`,
      );
      const measuredPage = measurePage(frame.document);
      const textBackgrounds = await textBackgroundsOf(
        frame.document,
        measuredPage,
        (id) => frame.find(id),
        new Rests(new AbortController().signal),
      );
      frame.remove();
      return { measured: measuredPage, natural: new Map(), textBackgrounds };
    };
    const told = async (one: Page): Promise<Finding[]> =>
      of('text contrast', findings(one, { leaves: new Map([['wide', await painted(one)]]) }));
    const [found] = await told(plain);
    expect(found!.reason).toMatch(
      /^Contrast is 2\.\d\d : 1 where it is hardest to read over Container; 4\.5 : 1 is needed\. An overlay of black at \d+ % on Container suffices\.$/,
    );
    const cured = applyEdits(site, plain, found!.cure!.edits).page;
    expect(await told(cured)).toEqual([]);
    const [edit] = found!.cure!.edits;
    const less = String(edit?.do === 'set' && edit.value).replace(/0\.\d+/g, (share) => String(Number(share) - 0.03));
    const weaker = applyEdits(site, plain, [styleEdit('box', 'wide', 'normal', 'background-image', less)]).page;
    expect((await told(weaker)).length)
      .withContext('three percent less')
      .toBe(1);
    const between = page({
      box: plain.parts['box']!,
      words: { ...words, style: { wide: { normal: { 'background-color': 'rgb(0 0 0 / 0.1)' } } } },
    });
    const [uncertain] = await told(between);
    expect(uncertain!.reason).toContain('An overlay of black');
    expect(uncertain!.cure).toBeUndefined();
  });
  it('name reading text under 16 px on the phone', () => {
    const text = page({
      t: {
        kind: 'text',
        content: {
          base: { text: 'Sailings from the outer quay leave when the tide allows, and not a minute before.' },
        },
      },
    });
    const facts = (size: string) => ({
      leaves: new Map([['phone', measured({ t: box(0, 0, 300, 60) }, { 'font-size': size })]]),
    });
    expect(of('small text', findings(text, facts('14px'))).map((one) => one.cure?.after)).toEqual(['16px']);
    expect(of('small text', findings(text, facts('16px')))).toEqual([]);
  });

  it('are the same whether a page is reviewed whole or edit by edit, and then few parts are looked at', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const own = random.site();
        let now = random.page(own, 14);
        const steady = new Reviewer();
        steady.review({ site: own, page: now });
        for (let count = 0; count < 6; count++) {
          const id = random.pick(subtree(now, now.root));
          now = applyEdits(own, now, [
            styleEdit(id, 'phone', 'normal', 'flex-direction', 'column-reverse'),
            styleEdit(id, 'wide', 'normal', 'width', '700px'),
          ]).page;
          expect(steady.review({ site: own, page: structuredClone(now) })).toEqual(
            new Reviewer().review({ site: own, page: now }),
          );
          expect(steady.looked).toBeLessThanOrEqual(subtree(now, now.root).length);
        }
        steady.review({ site: own, page: structuredClone(now) });
        expect(steady.looked).toBe(0);
      }),
      { numRuns: 12 },
    );
  });
  it('each say where their rule stands', () => {
    expect(new Set(checks.map((one) => one.name)).size).toBe(checks.length);
    for (const one of checks) expect(one.source).not.toBe('');
  });
});
