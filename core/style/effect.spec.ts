import webref from '@webref/css/css.json';
import { blankPage, type Page, type Part } from '../document/page';
import { blankSite } from '../document/site';
import type { Declarations } from '../document/style-map';
import { noEffect, appliesTo } from './effect';
import { properties } from './properties';

const site = blankSite('s', 'Site', 'site');
const part = (kind: string, tag: string, children: string[], normal: Declarations): Part => ({
  kind,
  tag,
  children,
  classes: [],
  style: Object.keys(normal).length > 0 ? { wide: { normal } } : {},
  content: { base: kind === 'image' ? { alt: '' } : kind === 'text' ? { text: 'Words' } : {} },
  attributes: {},
});

/** A page with one text in one box in one section. */
function pageOf(box: Declarations, inner: Declarations, image = false): Page {
  const blank = blankPage('p', 'Page', '/');
  return {
    ...blank,
    parts: {
      root: { ...blank.parts['root']!, children: ['s'] },
      s: part('section', 'section', ['b'], {}),
      b: part('container', 'div', ['t'], box),
      t: image ? part('image', 'img', [], inner) : part('text', 'p', [], inner),
    },
  };
}
const why = (page: Page, property: string, id = 't'): string | undefined => noEffect(site, page, id, 'wide', property);

// @webref/css: the “applies to” line of each property, as the W3C's definitions have it.
describe('What a property applies to', () => {
  const everywhere =
    /^all( HTML)? elements( \(but see prose\)| and text|, and optionally to the ::before and ::after pseudo-elements)?$|^All elements\. In SVG|^all elements except:? (internal table|table-column-group|table row groups|ruby base)|^container elements, graphics elements|^all elements that generate a principal box$|^all <length> property values of all elements$/i;
  for (const { name } of properties)
    it(`is known for ${name} as the standard has it`, () => {
      const standard =
        webref.properties.find((one) => one.name === (name === 'font-stretch' ? 'font-width' : name))?.appliesTo ?? '';
      const applies = appliesTo.find((one) => one.names.includes(name));
      if (applies) expect(applies.standard).toContain(standard);
      else expect(standard).toMatch(everywhere);
    });
});

describe('No effect, and why', () => {
  it('a justify-content on something that is neither flex nor grid; an inset on a static part', () => {
    expect(why(pageOf({ display: 'block' }, {}), 'justify-content', 'b')).toBe(
      'No effect: display is block, neither flex nor grid.',
    );
    expect(why(pageOf({}, {}), 'justify-content', 'b')).toBeUndefined();
    expect(why(pageOf({}, {}), 'top')).toBe('No effect: position is static.');
    expect(why(pageOf({}, { position: 'sticky' }), 'top')).toBeUndefined();
  });
  it('lets z-index count for flex items, and not for a block in a block', () => {
    expect(why(pageOf({}, {}), 'z-index')).toBeUndefined();
    expect(why(pageOf({ display: 'block' }, {}), 'z-index')).toBe('No effect: position is static.');
  });
  it('knows flex items, grid items and what is out of the flow', () => {
    expect(why(pageOf({}, {}), 'flex-grow')).toBeUndefined();
    expect(why(pageOf({ display: 'grid' }, {}), 'flex-grow')).toBe('No effect: the parent is not flex.');
    expect(why(pageOf({}, { position: 'absolute' }), 'flex-grow')).toContain('no flex item');
    expect(why(pageOf({}, {}), 'grid-row-start')).toBe('No effect: the parent is not grid.');
    expect(why(pageOf({ display: 'grid' }, {}), 'grid-row-start')).toBeUndefined();
    expect(
      why(pageOf({ display: 'grid', position: 'relative' }, { position: 'absolute' }), 'grid-row-start'),
    ).toBeUndefined();
    expect(why(pageOf({ display: 'grid' }, { position: 'absolute' }), 'grid-row-start')).toContain('not grid');
  });
  it('sees through a box that has none of its own', () => {
    const page = pageOf({ display: 'contents' }, {});
    expect(why(page, 'padding-top', 'b')).toContain('no box of its own');
    expect(why(page, 'color', 'b')).toBeUndefined();
    expect(why(page, 'flex-grow')).toBeUndefined();
  });
  it('takes sizes from an inline part, and gives them back in flex or out of the flow', () => {
    expect(why(pageOf({ display: 'block' }, { display: 'inline' }), 'width')).toBe('No effect: display is inline.');
    expect(why(pageOf({}, { display: 'inline' }), 'width')).toBeUndefined();
    expect(why(pageOf({ display: 'block' }, { display: 'inline', position: 'absolute' }), 'width')).toBeUndefined();
  });
  it('knows what only pictures, only text and only what scrolls have', () => {
    expect(why(pageOf({}, {}), 'object-fit')).toContain('only pictures');
    expect(why(pageOf({}, {}, true), 'object-fit')).toBeUndefined();
    expect(why(pageOf({}, {}, true), 'letter-spacing')).toContain('no text');
    expect(why(pageOf({}, {}), 'scrollbar-width', 'b')).toContain('does not scroll');
    expect(why(pageOf({ 'overflow-y': 'auto' }, {}), 'scrollbar-width', 'b')).toBeUndefined();
  });
  it('takes alignment of what is inside from boxes that align nothing', () => {
    expect(why(pageOf({ display: 'block' }, {}), 'align-items', 'b')).toContain('neither flex nor grid');
    expect(why(pageOf({}, {}), 'justify-items', 'b')).toBe('No effect: display is flex, not grid.');
    expect(why(pageOf({ display: 'grid' }, {}), 'justify-items', 'b')).toBeUndefined();
    expect(why(pageOf({}, {}, true), 'align-content')).toContain('picture');
  });
  it('says what silences a value that would apply', () => {
    expect(why(pageOf({}, {}), 'border-top-color')).toBe('No effect: border-top-style is none.');
    expect(why(pageOf({}, { 'border-top-style': 'solid' }), 'border-top-color')).toBeUndefined();
    expect(why(pageOf({}, {}), 'background-size')).toContain('no background picture');
    expect(why(pageOf({}, {}), 'align-content', 'b')).toContain('nowrap');
  });
  it('says of everything but display that a part off the page has it in vain', () => {
    const page = pageOf({}, { display: 'none' });
    expect(properties.filter(({ name }) => why(page, name) === undefined).map((one) => one.name)).toEqual(['display']);
  });
});

// Chromium: a property said to have no effect changes no box; measured with a telling value on a flex item.
describe('No effect against Chromium', () => {
  it('moves and resizes nothing', () => {
    const frame = document.createElement('iframe');
    frame.style.cssText = 'width:600px;height:400px';
    document.body.append(frame);
    const inside = frame.contentDocument!;
    const trial: Readonly<Record<string, string>> = {
      width: '77px',
      height: '33px',
      'min-width': '333px',
      'max-width': '12px',
      top: '9px',
      left: '9px',
      'justify-content': 'end',
      'align-self': 'end',
      'justify-self': 'end',
      order: '3',
      'flex-grow': '2',
      'flex-basis': '150px',
      'flex-direction': 'row-reverse',
      'grid-template-columns': '50px 50px',
      'grid-column-start': '2',
      'column-gap': '40px',
      'grid-auto-rows': '90px',
      'aspect-ratio': '3/1',
    };
    let checked = 0;
    for (const parent of ['block', 'flex', 'grid'])
      for (const own of ['block', 'inline', 'flex', 'grid'])
        for (const position of ['static', 'relative', 'absolute'])
          for (const [property, value] of Object.entries(trial)) {
            const page = pageOf({ display: parent }, { display: own, position });
            if (why(page, property) === undefined) continue;
            inside.body.innerHTML = `<div style="display:${parent};width:500px;height:200px"><p style="margin:0;display:${own};position:${position}"><b>Some</b> <i>words</i></p><span>more</span></div>`;
            const all = (): string =>
              JSON.stringify([...inside.body.querySelectorAll('*')].map((one) => one.getBoundingClientRect()));
            const before = all();
            inside.querySelector('p')!.style.setProperty(property, value);
            expect(all()).withContext(`${property} on ${own}, ${position}, in ${parent}`).toBe(before);
            checked++;
          }
    frame.remove();
    expect(checked).toBeGreaterThan(200);
  });
});
