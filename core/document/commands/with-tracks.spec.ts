import fc from 'fast-check';
import { applyEdits } from '../edits/apply';
import type { Edit } from '../edits/edit';
import { blankPage, type Page } from '../page';
import { blankSite } from '../site';
import { partOf } from '../tree';
import { duplicate, removeParts } from './arrange';
import { clipOf } from './clipboard/clip';
import { paste } from './clipboard/paste';
import { setSplit } from './columns';
import { landingBy, place } from './place';
import { styleEdit } from './style';
import { newThing } from './thing';
import { withTracks } from './with-tracks';

const site = blankSite('s', 'Site', 'site');

/** A page with columns of these shares, and what they are at some breakpoints. */
function columnsOf(shares: readonly number[], own: Readonly<Record<string, string>> = {}): { page: Page; id: string } {
  const thing = newThing(site, 'columns');
  const blank = blankPage('p', 'Page', '/');
  const page = applyEdits(site, blank, place(site, blank, thing, landingBy(blank, undefined, 'columns'))).page;
  const split = setSplit(site, page, thing.root, 'wide', shares);
  const more = Object.entries(own).map(([at, value]) =>
    styleEdit(thing.root, at, 'normal', 'grid-template-columns', value),
  );
  return { page: applyEdits(site, page, [...split, ...more]).page, id: thing.root };
}
const done = (page: Page, edits: readonly Edit[]): Page => applyEdits(site, page, withTracks(site, page, edits)).page;
const tracks = (page: Page, id: string, at = 'wide'): string | undefined =>
  partOf(page, id).style[at]?.normal?.['grid-template-columns'];
const thirds = [100 / 3, 100 / 3, 100 / 3];

// Common practice: the others keep their proportions in what is left.
describe('Tracks of columns', () => {
  it('grow when a column is duplicated, added or pasted: the new one gets the average share', () => {
    const { page, id } = columnsOf(thirds, { tablet: '40fr 30fr 30fr' });
    const [first] = partOf(page, id).children;
    const copied = done(page, duplicate(page, first!).edits);
    expect(tracks(copied, id)).toBe('1fr 1fr 1fr 1fr');
    expect(tracks(copied, id, 'tablet')).toBe('30fr 25fr 22.5fr 22.5fr');
    expect(tracks(copied, id, 'phone')).toBe('1fr'); // they stack there
    const thing = newThing(site, 'column');
    expect(tracks(done(page, place(site, page, thing, { where: 'inside', parent: id, index: 3 })), id)).toBe(
      '1fr 1fr 1fr 1fr',
    );
    const text = newThing(site, 'text'); // it gets a column around it
    expect(tracks(done(page, place(site, page, text, { where: 'inside', parent: id, index: 1 })), id)).toBe(
      '1fr 1fr 1fr 1fr',
    );
    const pasted = paste(site, page, clipOf(site, page, [first!]), first);
    expect(tracks(done(page, pasted.edits), id)).toBe('1fr 1fr 1fr 1fr');
  });

  it('shrink when columns are deleted: the others keep their proportions', () => {
    const cases: readonly (readonly [shares: readonly number[], without: readonly number[], is: string])[] = [
      [thirds, [1], '1fr 1fr'],
      [[20, 60, 20], [1], '1fr 1fr'],
      [[20, 60, 20], [0], '75fr 25fr'],
      [[60, 40], [0], '1fr'],
      [[25, 25, 25, 25], [0, 3], '1fr 1fr'],
    ];
    for (const [shares, without, is] of cases) {
      const { page, id } = columnsOf(shares);
      const gone = without.map((at) => partOf(page, id).children[at]!);
      expect(tracks(done(page, removeParts(page, gone)), id)).toBe(is);
    }
  });

  it('follow a column that is dragged: within its columns, and from one to another', () => {
    const { page, id } = columnsOf([60, 20, 20]);
    const [first] = partOf(page, id).children;
    expect(tracks(done(page, [{ do: 'move', part: first!, parent: id, index: 2 }]), id)).toBe('20fr 20fr 60fr');
    const other = newThing(site, 'columns');
    const both = applyEdits(site, page, place(site, page, other, landingBy(page, undefined, 'columns'))).page;
    const after = done(both, [{ do: 'move', part: first!, parent: other.root, index: 0 }]);
    expect([tracks(after, id), tracks(after, other.root)]).toEqual(['1fr 1fr', '1fr 1fr 1fr']);
  });

  it('stay where columns stand in several rows, where a command sets them, and where the browser counts them', () => {
    const four = columnsOf([25, 25, 25, 25], { tablet: '1fr 1fr' });
    const [first] = partOf(four.page, four.id).children;
    expect(tracks(done(four.page, removeParts(four.page, [first!])), four.id, 'tablet')).toBe('1fr 1fr');
    const split = setSplit(site, four.page, four.id, 'wide', [10, 20, 30, 20, 20]);
    expect(tracks(done(four.page, split), four.id)).toBe('10fr 20fr 30fr 20fr 20fr');
    for (const [list, is] of [
      ['repeat(auto-fit, minmax(200px, 1fr))', 'repeat(auto-fit, minmax(200px, 1fr))'],
      ['repeat(2, 1fr)', '1fr 1fr 1fr'],
      ['200px minmax(0, 1fr)', '200px 1fr minmax(0, 1fr)'],
      ['[start] 1fr 1fr', '[start] 1fr 1fr'],
    ] as const) {
      const { page, id } = columnsOf([50, 50], { wide: list });
      expect(tracks(done(page, duplicate(page, partOf(page, id).children[0]!).edits), id)).toBe(is);
    }
  });

  it('are undone with the columns, in one step', () => {
    const { page, id } = columnsOf([60, 40], { tablet: '30fr 70fr' });
    const edits = withTracks(site, page, duplicate(page, partOf(page, id).children[0]!).edits);
    const { page: after, inverses } = applyEdits(site, page, edits);
    expect(applyEdits(site, after, inverses).page).toEqual(page);
  });

  it('put all columns in one row as Chromium lays them out, whatever is done to them', () => {
    const host = document.body.appendChild(document.createElement('div'));
    host.style.cssText = 'display: grid; width: 1000px';
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 50 }), { minLength: 2, maxLength: 6 }),
        fc.array(fc.tuple(fc.constantFrom('duplicate', 'remove', 'move', 'add'), fc.nat(9), fc.nat(9)), {
          maxLength: 6,
        }),
        (parts, steps) => {
          const sum = parts.reduce((total, one) => total + one, 0);
          const start = columnsOf(parts.map((one) => (one * 100) / sum));
          const { id } = start;
          let { page } = start;
          for (const [what, at, to] of steps) {
            const { children } = partOf(page, id);
            const part = children[at % children.length]!;
            const add = newThing(site, 'column');
            if (what === 'duplicate') page = done(page, duplicate(page, part).edits);
            else if (what === 'move')
              page = done(page, [{ do: 'move', part, parent: id, index: to % children.length }]);
            else if (what === 'add')
              page = done(page, place(site, page, add, { where: 'inside', parent: id, index: 0 }));
            else if (children.length > 2) page = done(page, removeParts(page, [part]));
          }
          const { children } = partOf(page, id);
          host.style.gridTemplateColumns = tracks(page, id)!;
          host.replaceChildren(...children.map(() => document.createElement('i')));
          const tops = [...host.children].map((one) => one.getBoundingClientRect().top);
          const laid = getComputedStyle(host).gridTemplateColumns.split(' ').map(Number.parseFloat);
          expect(new Set(tops).size).toBe(1);
          expect(laid.length).toBe(children.length);
          expect(laid.reduce((total, one) => total + one, 0)).toBeCloseTo(1000, 0);
        },
      ),
      { numRuns: 60 },
    );
    host.remove();
  });
});
