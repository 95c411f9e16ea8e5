import fc from 'fast-check';
import { resolve } from '../../../style/cascade';
import { properties } from '../../../style/properties';
import { newClassId } from '../../class-name';
import { applyBatch, type Documents } from '../../edits/batch';
import { blankSite, classNamesOf, type Site } from '../../site';
import { randomly } from '../../testing/randomly';
import { statesOf } from '../../kinds/registry';
import { subtree } from '../../tree';
import {
  allOwnValues,
  applyClass,
  checkedName,
  classesNamed,
  classFrom,
  deleteClass,
  duplicateClass,
  freeName,
  moveClass,
  renameClass,
  takeOffClass,
  valuesAlike,
  valuesIn,
} from './classes';
import { pageHolding, plainPart as part } from '../../testing/plain-part';

describe('Classes', () => {
  const look = { wide: { normal: { color: 'grey', 'padding-top': '4px' }, hover: { color: 'black' } } };
  const site: Site = {
    ...blankSite('s', 'S', 'site'),
    classes: [
      { id: 'card', name: 'card', style: look },
      { id: 'lead', name: 'lead', style: {} },
    ],
  };
  const page = pageHolding({
    a: part('text', 'p', { style: { ...look, phone: { normal: { color: 'red' } } }, classes: ['card'] }),
    b: part('text', 'p', { style: { wide: { normal: { 'padding-top': '4px', color: 'grey' } } } }),
    c: part('text', 'p'),
  });
  const documents: Documents = { site, page };

  /** What a part shows of every property, at every breakpoint and in every state. */
  const shown = (at: Documents, id: string): string[] =>
    at.site.breakpoints.flatMap((one) =>
      statesOf(at.page.parts[id]!.kind).flatMap((state) =>
        properties.map(
          ({ name }) => `${one.id} ${state} ${name} ${resolve(at.site, at.page, id, one.id, state, name).value}`,
        ),
      ),
    );

  it('are made of a part’s own values, which leave it; it looks as before', () => {
    const values = valuesAlike(page, ['a']);
    expect(values.length).toBe(4);
    const { id, edits } = classFrom(site, page, ['a'], 'quiet', values);
    const after = applyBatch(documents, edits);
    expect(after.page.parts['a']!.style).toEqual({});
    expect(after.page.parts['a']!.classes).toEqual(['card', id]);
    expect(after.site.classes.at(-1)).toEqual({ id, name: 'quiet', style: page.parts['a']!.style });
    expect(shown(after, 'a')).toEqual(shown(documents, 'a'));
    expect(applyBatch(after, after.inverses)).toEqual(jasmine.objectContaining({ site, page }));
  });

  it('take over what several parts set alike; a property that one sets otherwise anywhere stays with each', () => {
    expect(valuesAlike(page, ['a', 'b']).map((one) => one.property)).toEqual(['padding-top']);
    expect(valuesAlike(page, ['a', 'c'])).toEqual([]);
    expect(valuesAlike(page, [])).toEqual([]);
  });

  it('leave every part of a random page as it looked, whatever parts they are made of', () => {
    let moved = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const at: Documents = { site: random.site(), page: undefined as never };
        const own = random.page(at.site, 14);
        const ids = subtree(own, own.root).filter((id) => id !== own.root);
        const first = random.pick(ids);
        const like = ids.filter((id) => own.parts[id]!.kind === own.parts[first]!.kind).slice(0, 3);
        const style = own.parts[first]!.style;
        const alike = Object.fromEntries(like.map((id) => [id, { ...own.parts[id]!, style }]));
        const other = { ...alike[like.at(-1)!]!, style: random.pick([style, own.parts[ids[0]!]!.style]) };
        const before = { site: at.site, page: { ...own, parts: { ...own.parts, ...alike, [like.at(-1)!]: other } } };
        if (allOwnValues(before.page, like[0]!).some((one) => !statesOf(other.kind).includes(one.state))) return;
        const values = valuesAlike(before.page, like);
        moved += values.length;
        const after = applyBatch(before, classFrom(before.site, before.page, like, 'made', values).edits);
        for (const id of ids) expect(shown(after, id)).toEqual(shown(before, id));
      }),
      { numRuns: 12 },
    );
    expect(moved).toBeGreaterThan(0);
  });

  it('are put on parts and taken off again, once each', () => {
    const on = applyBatch(documents, applyClass(site, page, ['a', 'b', 'c'], 'card'));
    expect(['a', 'b', 'c'].map((id) => on.page.parts[id]!.classes)).toEqual([['card'], ['card'], ['card']]);
    const off = applyBatch(on, takeOffClass(site, on.page, ['a', 'b', 'c', 's'], 'card'));
    expect(['a', 'b', 'c'].map((id) => off.page.parts[id]!.classes)).toEqual([[], [], []]);
  });

  it('have names of their own', () => {
    for (const name of ['', '1a', 'a b', 'é', 'x'.repeat(41), '_a', 'a.b', '-a'])
      expect(() => checkedName(site, name))
        .withContext(name)
        .toThrowError(/isn’t a valid class name/);
    expect(() => checkedName(site, 'card')).toThrowError(/called “card” already/);
    expect(checkedName(site, 'card', 'card')).toBe('card');
    expect(checkedName(site, 'Card')).toBe('Card'); // class names tell upper from lower case: CSS Selectors 4, 6.6
    expect(freeName(site, 'tile')).toBe('tile');
    expect(freeName(site, 'card')).toBe('card-2');
    const long = 'y'.repeat(40);
    const taken = { ...site, classes: [...site.classes, { id: 'y', name: long, style: {} }] };
    expect(freeName(taken, long)).toBe(`${'y'.repeat(38)}-2`);
  });

  it('are renamed everywhere at once, moved in their order, copied and deleted', () => {
    const renamed = applyBatch(documents, renameClass(site, 'card', 'tile'));
    expect(classNamesOf(renamed.site, renamed.page.parts['a']!.classes)).toEqual(['tile']);
    expect(() => renameClass(site, 'card', 'lead')).toThrowError(/already/);
    const moved = applyBatch(documents, moveClass('card', 1));
    expect(moved.site.classes.map((one) => one.id)).toEqual(['lead', 'card']);
    const { id, edits } = duplicateClass(site, 'card');
    const copied = applyBatch(documents, edits);
    expect(copied.site.classes.map((one) => one.name)).toEqual(['card', 'card-2', 'lead']);
    expect(copied.site.classes[1]).toEqual({ id, name: 'card-2', style: look });
    expect(() => duplicateClass(site, 'gone')).toThrowError(/has been deleted/);
    const deleted = applyBatch(documents, deleteClass('card'));
    expect(deleted.site.classes.map((one) => one.id)).toEqual(['lead']);
    expect(applyBatch(deleted, deleted.inverses)).toEqual(jasmine.objectContaining({ site, page }));
    expect(valuesIn(look)).toBe(3);
  });

  it('are given by name, and made where the site has none of that name', () => {
    const typed = { ...page, parts: { ...page.parts, c: { ...page.parts['c']!, classes: ['typed', 'lead'] } } };
    const after = applyBatch({ site, page: typed }, classesNamed(site, typed, 'c', ['new', 'card', 'typed', 'new']));
    expect(after.site.classes.map((one) => one.name)).toEqual(['card', 'lead', 'new']);
    expect(classNamesOf(after.site, after.page.parts['c']!.classes)).toEqual(['new', 'card', 'typed']);
    expect(applyBatch(after, after.inverses)).toEqual(jasmine.objectContaining({ site, page: typed }));
    expect(() => classesNamed(site, page, 'c', ['a b'])).toThrowError(/valid class name/);
  });

  it('that have gone say nothing, and leave with the next change of a part’s classes', () => {
    const gone = newClassId();
    expect(gone).toMatch(/^c--/);
    expect(classNamesOf(site, [gone, 'card', 'typed'])).toEqual(['card', 'typed']);
    const left = { ...page, parts: { ...page.parts, c: { ...page.parts['c']!, classes: [gone, 'typed'] } } };
    const after = applyBatch({ site, page: left }, applyClass(site, left, ['c'], 'lead'));
    expect(after.page.parts['c']!.classes).toEqual(['typed', 'lead']);
  });
});
