import { clipOf } from '../../commands/clipboard/clip';
import { pasteStyle } from '../../commands/clipboard/paste';
import { kinds, statesOf } from '../../kinds/registry';
import { landingBy, place } from '../../commands/place';
import { newThing } from '../../commands/thing';
import { blankPage, type Page, type Part } from '../../page';
import { blankSite } from '../../site';
import { states } from '../../style-map';
import { applyEdits } from '../apply';
import { readPage, readSite } from './check-page';
import type { Edit } from '../edit';

const site = blankSite('s', 'S', 'site');
const blank = blankPage('p', 'P', '/');
const part = (kind: string, tag: string, children: string[], content = {}): Part => ({
  kind,
  tag,
  children,
  classes: [],
  style: {},
  content: { base: content },
  attributes: {},
});
const page: Page = {
  ...blank,
  parts: {
    root: { ...blank.parts['root']!, children: ['sec'] },
    sec: part('section', 'section', ['item', 'text']),
    item: {
      ...part('disclosure', 'details', [], { text: 'When does it sail?' }),
      style: { wide: { open: { color: 'red' }, hover: { color: 'blue' } } },
    },
    text: part('text', 'p', [], { text: 'At noon.' }),
  },
};
const open = (id: string): Edit => ({ do: 'set', part: id, field: ['style', 'wide', 'open', 'color'], value: 'green' });

describe('A part’s states', () => {
  it('are normal, hover, focus and pressed, and open for what opens alone', () => {
    for (const { kind } of kinds)
      expect(statesOf(kind).filter((one) => one !== 'open'))
        .withContext(kind)
        .toEqual(['normal', 'hover', 'focus', 'pressed']);
    expect(kinds.filter(({ kind }) => statesOf(kind).includes('open')).map(({ kind }) => kind)).toEqual(['disclosure']);
    expect(new Set(kinds.flatMap(({ kind }) => statesOf(kind)))).toEqual(new Set(states));
  });

  it('are refused where the part can never be in them: in an edit, in a page file, with the place named', () => {
    expect(applyEdits(site, page, [open('item')]).page.parts['item']!.style['wide']!.open).toEqual({ color: 'green' });
    expect(() => applyEdits(site, page, [open('text')])).toThrowError(/never in the state “open”/);
    const file = structuredClone(page);
    file.parts['text']!.style['phone'] = { open: { color: 'red' } };
    let place: unknown;
    try {
      readPage(site, file);
    } catch (error) {
      place = (error as { place: unknown }).place; // a Problem, as the next line would show if it were none
    }
    expect(place).toEqual(jasmine.objectContaining({ part: 'text', breakpoint: 'phone', state: 'open' }));
    expect(() => readSite({ ...site, elements: { h1: { wide: { hover: { color: 'red' } } } } })).not.toThrow();
    expect(() => readSite({ ...site, elements: { h1: { wide: { asleep: { color: 'red' } } } } })).toThrow();
  });

  it('that the other part does not have stay behind when a style is pasted on it', () => {
    const clip = clipOf(site, page, ['item']);
    const pasted = applyEdits(site, page, pasteStyle(site, page, clip, ['text'])).page;
    expect(pasted.parts['text']!.style).toEqual({ wide: { hover: { color: 'blue' } } });
    const plain: Page = { ...page, parts: { ...page.parts, item: { ...page.parts['item']!, style: {} } } };
    const again = applyEdits(site, plain, pasteStyle(site, plain, clip, ['item'])).page;
    expect(again.parts['item']!.style).toEqual(page.parts['item']!.style);
  });
});

describe('A new part', () => {
  it('of every kind stands in a tag its kind allows, and its page passes every check', () => {
    // what stands in a slot stands in a use of an own part alone
    for (const { kind, tags } of kinds.filter((one) => one.group !== 'page' && one.group !== 'fill')) {
      const made = newThing(site, kind);
      expect(tags).withContext(kind).toContain(made.parts[made.root]!.tag);
      const after = applyEdits(site, blank, place(site, blank, made, landingBy(blank, blank.root, kind))).page;
      expect(() => readPage(site, structuredClone(after)))
        .withContext(kind)
        .not.toThrow();
      expect(Object.values(after.parts).some((one) => one.kind === kind))
        .withContext(kind)
        .toBeTrue();
    }
  });
});
