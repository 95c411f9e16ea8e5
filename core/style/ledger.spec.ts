import { blankPage, type Page } from '../document/page';
import { blankSite, type Site } from '../document/site';
import { changesBetween, sharingParts } from '../document/changes';
import { RandomPages } from '../document/testing/random-page';
import { noEffect } from './effect';
import { ledgerCell, ledgerRows } from './ledger';
import { groups, properties } from './properties';

const site: Site = {
  ...blankSite('s', 'Site', 'site'),
  classes: [{ id: 'measure', name: 'measure', style: { wide: { normal: { 'max-width': '80%' } } } }],
};
const blank = blankPage('p', 'Page', '/');
const page: Page = {
  ...blank,
  parts: {
    root: { ...blank.parts['root']!, children: ['s'], style: { wide: { normal: { color: '#123456' } } } },
    s: {
      ...blank.parts['root']!,
      kind: 'section',
      tag: 'section',
      name: 'Opening',
      children: ['t'],
      content: { base: {} },
    },
    t: {
      ...blank.parts['root']!,
      kind: 'heading',
      tag: 'h1',
      children: [],
      content: { base: { text: 'Hi' } },
      classes: ['measure'],
      style: { wide: { normal: { 'font-size': '45px' } }, tablet: { normal: { 'font-size': '38px' } } },
    },
  },
};
const cell = (breakpoint: string, property: string, id = 't') =>
  ledgerCell(site, page, id, breakpoint, 'normal', property);

describe('A ledger cell', () => {
  it('has a dog-ear for an own value and says where any other comes from', () => {
    expect(cell('tablet', 'font-size')).toEqual({
      value: '38px',
      own: true,
      from: '',
      sentence: 'Set on this part at Tablet.',
      noEffect: undefined,
    });
    expect(cell('phone', 'font-size')).toEqual({
      value: '38px',
      own: false,
      from: '← Tablet',
      sentence: 'Set on this part at Tablet.',
      noEffect: undefined,
    });
    expect(cell('phone', 'max-width').from).toBe('.measure ← Wide');
    expect(cell('wide', 'max-width').from).toBe('.measure');
    expect(cell('wide', 'color').from).toBe('↑ Page');
    expect(cell('wide', 'font-weight').from).toBe('heading');
    expect(cell('wide', 'text-align').from).toBe('initial');
  });
  it('stands in a row; every property stands in exactly one', () => {
    const inRows = groups.flatMap((group) => ledgerRows[group].flatMap((row) => row.properties));
    expect([...inRows].sort()).toEqual(properties.map((one) => one.name).sort());
  });
});

describe('No effect, and why', () => {
  it('is said of what the standards’ “applies to” lines exclude', () => {
    expect(noEffect(site, page, 't', 'wide', 'justify-content')).toContain('neither flex nor grid');
    expect(noEffect(site, page, 't', 'wide', 'top')).toContain('static');
    expect(noEffect(site, page, 't', 'wide', 'object-fit')).toContain('pictures');
    expect(noEffect(site, page, 's', 'wide', 'grid-template-columns')).toContain('not grid');
    expect(noEffect(site, page, 's', 'wide', 'justify-content')).toBeUndefined();
    expect(noEffect(site, page, 't', 'wide', 'flex-grow')).toBeUndefined();
    expect(noEffect(site, page, 't', 'wide', 'z-index')).toBeUndefined();
    expect(noEffect(site, page, 's', 'wide', 'flex-grow')).toContain('parent');
  });
});

describe('Changes since a release', () => {
  it('are none between a page and its copy', () => {
    const random = new RandomPages(1);
    const one = random.page(random.site(), 20);
    expect(changesBetween(structuredClone(one), one)).toEqual([]);
  });
  it('name part and field, and count what was put in, taken out and moved', () => {
    const t = page.parts['t']!;
    const now: Page = {
      ...page,
      parts: {
        ...page.parts,
        s: { ...page.parts['s']!, children: ['n', 't'] },
        n: { ...t, content: { base: { text: 'New' } } },
        t: { ...t, style: { ...t.style, phone: { normal: { 'font-size': '34px' } } } },
      },
    };
    expect(changesBetween(page, now).map((change) => change.what)).toEqual([
      'Heading: phone font-size',
      'Heading added',
    ]);
    expect(changesBetween(now, page).map((change) => change.what)).toEqual([
      'Heading: phone font-size',
      'Heading removed',
    ]);
    expect(changesBetween(null, page).length).toBe(3);
    const shared = sharingParts(structuredClone(page), now);
    expect(shared).toEqual(page);
    expect(shared.parts['root']).toBe(now.parts['root']);
    const box: Page = {
      ...now,
      parts: {
        ...now.parts,
        s: { ...now.parts['s']!, children: ['t'] },
        root: { ...now.parts['root']!, children: ['s', 'n'] },
      },
    };
    expect(changesBetween(now, box).map((change) => change.what)).toEqual(['Heading moved']);
  });
});
