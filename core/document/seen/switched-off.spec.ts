import fc from 'fast-check';
import { compile } from '../../compile/compile';
import { resolve } from '../../style/cascade';
import { applyEdits } from '../edits/apply';
import { Page } from '../page';
import { RandomPages } from '../testing/random-page';
import { randomly } from '../testing/randomly';
import { withoutSwitchedOff } from './switched-off';
import { subtree } from '../tree';

describe('A part that is switched off', () => {
  it('is published as if it were not there, whatever it is, and is whole again when switched on', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const site = random.site();
        const page = random.page(site, 16);
        const id = random.pick(subtree(page, page.root).slice(1));
        const off = applyEdits(site, page, [{ do: 'set', part: id, field: ['off'], value: true }]);
        const gone = applyEdits(site, page, [{ do: 'remove', part: id }]).page;
        expect(compile(site, off.page)).toEqual(compile(site, gone));
        expect(Object.keys(off.page.parts)).toEqual(Object.keys(page.parts));
        expect(Page.safeParse(off.page).success).toBeTrue();
        expect(applyEdits(site, off.page, off.inverses).page).toEqual(page);
      }),
      { numRuns: 60 },
    );
  });

  it('stays with the page as long as it is unset nowhere', () => {
    const random = new RandomPages(3);
    const site = random.site();
    const page = random.page(site, 8);
    expect(withoutSwitchedOff(page)).toBe(page);
    const id = page.parts[page.root]!.children[0]!;
    let current = applyEdits(site, page, [{ do: 'set', part: id, field: ['off'], value: true }]).page;
    current = applyEdits(site, current, [
      { do: 'set', part: current.root, field: ['style', 'wide', 'normal', 'color'], value: 'red' },
    ]).page;
    expect(Object.hasOwn(withoutSwitchedOff(current).parts, id)).toBeFalse();
    expect(() => applyEdits(site, page, [{ do: 'set', part: page.root, field: ['off'], value: true }])).toThrowError(
      /switched off/,
    );
  });

  it('counts for nothing where rows alternate', () => {
    const site = new RandomPages(1).site();
    const blank = new RandomPages(1).page(site, 0);
    const part = (kind: string, children: string[], content = {}): (typeof blank.parts)[string] => ({
      kind,
      tag: kind === 'section' ? 'section' : 'div',
      children,
      classes: [],
      style: {},
      attributes: {},
      content: { base: content },
    });
    const page = {
      ...blank,
      parts: {
        root: { ...blank.parts['root']!, children: ['s'] },
        s: part('section', ['r']),
        r: part('rows', ['a', 'b'], { sides: { wide: 'alternate' } }),
        a: part('container', []),
        b: part('container', []),
      },
    };
    const direction = (at: typeof page): string => resolve(site, at, 'b', 'wide', 'normal', 'flex-direction').value;
    const own = { ...site, elements: {} };
    expect(resolve(own, page, 'b', 'wide', 'normal', 'flex-direction').value).toBe('row-reverse');
    const off = { ...page, parts: { ...page.parts, a: { ...page.parts['a'], off: true as const } } };
    expect(resolve(own, off, 'b', 'wide', 'normal', 'flex-direction').value).toBe('row');
    expect(direction(off)).toBe('row');
  });
});
