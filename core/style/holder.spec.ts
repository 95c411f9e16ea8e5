import { applyBatch, type Documents } from '../document/edits/batch';
import { ownValues } from '../document/commands/overrides';
import { blankSite, type Site } from '../document/site';
import { resolve } from './cascade';
import { gatherTo, giveTo, heldValues, holderEdit, takeFrom } from '../document/commands/look/held';
import { holderCell, holderName, holdersOf, reachedBy, type SiteHolder } from './holder';
import { ledgerCell } from './ledger';
import { pageHolding, plainPart as part } from '../document/testing/plain-part';

describe('A holder of values', () => {
  const site: Site = {
    ...blankSite('s', 'S', 'site'),
    elements: { h2: { wide: { normal: { 'font-size': '40px' } }, phone: { normal: { 'font-size': '29px' } } } },
    classes: [
      { id: 'quiet', name: 'soft', style: { wide: { normal: { color: 'grey' }, hover: { color: 'black' } } } },
      { id: 'loud', name: 'loud', style: {} },
    ],
  };
  const page = pageHolding({
    a: part('heading', 'h2', { classes: ['quiet', 'loud'], style: { wide: { normal: { 'line-height': '1.1' } } } }),
    b: part('heading', 'h2'),
    c: part('text', 'p', { classes: ['quiet'] }),
  });
  const documents: Documents = { site, page };
  const h2: SiteHolder = { holds: 'element', tag: 'h2' };
  const quiet: SiteHolder = { holds: 'class', id: 'quiet' };

  it('is the part itself, each of its classes, the one that wins first, and every element of its tag', () => {
    const names = (id: string): string[] =>
      holdersOf(site, page.parts[id]!).map((holder) => holderName(site, page.parts[id]!, holder));
    expect(names('a')).toEqual(['this heading', 'class loud', 'class soft', 'every h2']);
    expect(names('b')).toEqual(['this heading', 'every h2']);
    expect(names('root')).toEqual(['this page', 'every page of the site']);
  });

  it('reaches the parts of its class or tag', () => {
    expect(reachedBy(page, h2)).toEqual(['a', 'b']);
    expect(reachedBy(page, quiet)).toEqual(['a', 'c']);
  });

  it('shows what it sets at a breakpoint, or nearest to it, by state', () => {
    const says = (holder: SiteHolder, breakpoint: string, property: string, state: 'normal' | 'hover' = 'normal') => {
      const { value, own, from } = holderCell(site, holder, breakpoint, state, property);
      return [value, own, from];
    };
    expect(says(h2, 'wide', 'font-size')).toEqual(['40px', true, '']);
    expect(says(h2, 'tablet', 'font-size')).toEqual(['40px', false, '← Wide']);
    expect(says(h2, 'phone', 'font-size')).toEqual(['29px', true, '']);
    expect(says(h2, 'phone', 'color')).toEqual(['', false, 'not set']);
    expect(says(quiet, 'phone', 'color', 'hover')).toEqual(['black', false, '← Wide']);
    expect(says(h2, 'wide', 'font-size', 'hover')).toEqual(['40px', false, 'normal']);
    expect(heldValues(site, quiet, 'wide').map((one) => one.state)).toEqual(['normal', 'hover']);
  });

  it('is what a cell of the part leads to, where its value comes from one', () => {
    const holder = (id: string, property: string) => ledgerCell(site, page, id, 'phone', 'normal', property).holder;
    expect(holder('a', 'font-size')).toEqual(h2);
    expect(holder('a', 'color')).toEqual(quiet); // by its id, whatever it is called
    expect(holder('a', 'line-height')).toBeUndefined();
    expect(holder('b', 'font-weight')).toBeUndefined();
  });

  it('is set by an edit of the site that leads back', () => {
    const edit = holderEdit(h2, { breakpoint: 'tablet', state: 'normal', property: 'font-size', value: '34px' });
    const after = applyBatch(documents, [edit]);
    expect(resolve(after.site, page, 'b', 'tablet', 'normal', 'font-size').value).toBe('34px');
    expect(applyBatch(after, after.inverses).site).toEqual(site);
    const back = holderEdit(quiet, { breakpoint: 'wide', state: 'hover', property: 'color' });
    expect(applyBatch(documents, [back]).site.classes[0]!.style).toEqual({ wide: { normal: { color: 'grey' } } });
  });

  it('takes over values of a part, which leave it in the same step, and gives them back', () => {
    const values = ownValues(page, 'a', 'wide');
    const given = applyBatch(documents, giveTo(h2, values));
    expect(given.page.parts['a']!.style).toEqual({});
    for (const id of ['a', 'b'])
      expect(resolve(given.site, given.page, id, 'wide', 'normal', 'line-height').value).toBe('1.1');
    const again = applyBatch(given, given.inverses);
    expect([again.site, again.page]).toEqual([site, page]);
    const taken = applyBatch(documents, takeFrom('c', heldValues(site, quiet, 'wide')));
    expect(taken.page.parts['c']!.style).toEqual({ wide: { normal: { color: 'grey' }, hover: { color: 'black' } } });
  });

  it('gathers what other parts say just so, save where they would look different without it', () => {
    const own = { wide: { normal: { color: 'teal', 'line-height': '1.1' } } };
    const many = pageHolding({
      a: part('heading', 'h2', { style: own }),
      b: part('heading', 'h2', { style: { wide: { normal: { color: 'teal', 'line-height': '1.3' } } } }),
      c: part('heading', 'h2', { classes: ['quiet'], style: own }), // the class says another colour
      d: part('text', 'p', { style: own }),
    });
    const said = ({ site: of, page: at }: Documents): string[] =>
      ['a', 'b', 'c', 'd'].flatMap((id) =>
        ['wide', 'phone'].flatMap((breakpoint) =>
          ['color', 'line-height'].map((property) => resolve(of, at, id, breakpoint, 'normal', property).value),
        ),
      );
    const values = ownValues(many, 'a', 'wide');
    const after = applyBatch({ site, page: many }, gatherTo(site, many, h2, values));
    expect(said(after)).toEqual(said({ site, page: many }));
    const left = (id: string) => after.page.parts[id]!.style['wide']?.normal ?? {};
    expect(['a', 'b', 'c', 'd'].map(left)).toEqual([
      {},
      { 'line-height': '1.3' },
      { color: 'teal' },
      { color: 'teal', 'line-height': '1.1' },
    ]);
    const back = applyBatch(after, after.inverses);
    expect([back.site, back.page]).toEqual([site, many]);
  });
});
