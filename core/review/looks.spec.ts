import fc from 'fast-check';
import { classFrom, deleteClass, moveClass } from '../document/commands/look/classes';
import { giveTo } from '../document/commands/look/held';
import { ownValues } from '../document/commands/overrides';
import { applyBatch, type Documents } from '../document/edits/batch';
import { someSiteEdit } from '../document/edits/testing/some-edits';
import type { AnyEdit, SiteEdit } from '../document/edits/site-edit';
import { insideOf, statesOf } from '../document/kinds/registry';
import type { Part } from '../document/page';
import { Problem } from '../document/problem';
import { seenPage } from '../document/seen/seen-page';
import { blankSite, type Site } from '../document/site';
import { commonStates } from '../document/style-map';
import type { RandomPages } from '../document/testing/random-page';
import { randomly } from '../document/testing/randomly';
import { sharing } from '../document/testing/sharing';
import { resolve } from '../style/cascade';
import { properties } from '../style/properties';
import { lookingOtherwise, touchedBy } from './looks';
import { pageHolding, plainPart as part } from '../document/testing/plain-part';

describe('What would look different', () => {
  const site: Site = {
    ...blankSite('s', 'S', 'site'),
    elements: { h2: { wide: { normal: { color: 'navy' } } } },
    classes: [
      { id: 'one', name: 'one', style: { wide: { normal: { 'padding-top': '4px' } } } },
      { id: 'two', name: 'two', style: { wide: { normal: { 'padding-top': '8px' } } } },
    ],
  };
  const page = pageHolding({
    a: part('heading', 'h2', { style: { wide: { normal: { color: 'red' } } } }),
    b: part('heading', 'h2'),
    c: part('heading', 'h2', { classes: ['one', 'two'], style: { wide: { normal: { color: 'red' } } } }),
  });
  const at: Documents = { site, page };
  const changed = (edits: readonly AnyEdit[], before = at): string[] => {
    const after = applyBatch(before, edits);
    return lookingOtherwise(before, after, touchedBy(before.site, after.edits));
  };

  it('is each part whose values become others, not one that sets its own or has the same', () => {
    expect(changed(giveTo({ holds: 'element', tag: 'h2' }, ownValues(page, 'a', 'wide')))).toEqual(['b']);
    expect(
      changed([{ do: 'set', on: 'site', field: ['elements', 'h2', 'wide', 'normal', 'color'], value: 'navy' }]),
    ).toEqual([]);
    expect(changed(classFrom(site, page, ['a'], 'loud', ownValues(page, 'a', 'wide')).edits)).toEqual([]);
    expect(changed(deleteClass('two'))).toEqual(['c']);
    expect(changed(deleteClass('one'))).toEqual([]); // the other one wins
    expect(changed(moveClass('one', 1))).toEqual(['c']);
    expect(changed([{ do: 'set', part: 'b', field: ['classes'], value: ['one'] }])).toEqual(['b']);
    expect(
      changed([{ do: 'set', part: 's', field: ['style', 'wide', 'normal', 'letter-spacing'], value: '2px' }]),
    ).toEqual(['s', 'a', 'b', 'c']); // inherited
  });

  /** A value for every part of a tag that the page has. */
  function styling(random: RandomPages, { site, page }: Documents): SiteEdit {
    const { tag } = random.pick(Object.values(seenPage(site, page).parts));
    const property = random.pick(properties).name;
    const at = [random.pick(site.breakpoints).id, random.pick(commonStates), property] as const;
    return { do: 'set', on: 'site', field: ['elements', tag, ...at], value: random.value(property) };
  }

  /** Whether the site sets something else for an element or class inside a part's own element. */
  const insideDiffers = (was: Site, is: Site, part: Part): boolean => {
    const { tags, classes } = insideOf(part);
    const styles = ({ elements, classes: all }: Site): unknown[] => [
      tags.map((tag) => elements[tag] ?? {}),
      classes.map((id) => all.find((one) => one.id === id)?.style ?? {}),
    ];
    return JSON.stringify(styles(was)) !== JSON.stringify(styles(is));
  };

  it('is what has another value of any property at all, for random edits of a site and the pages that share its sections', () => {
    let found = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const documents = sharing(random, 1, 8);
        if (!documents) return;
        const edit = random.pick([
          someSiteEdit(random, documents.site),
          styling(random, documents),
          styling(random, documents),
        ]);
        if (edit.do === 'set' && edit.field[0] === 'breakpoints') return;
        let after;
        try {
          after = applyBatch(documents, [edit]);
        } catch (error) {
          if (!(error instanceof Problem)) throw error;
          return;
        }
        if (after.site.breakpoints !== documents.site.breakpoints) return;
        const [was, is] = [documents, after].map((one) => ({ site: one.site, page: seenPage(one.site, one.page) }));
        const all = Object.keys(was!.page.parts).filter(
          (id) =>
            Object.hasOwn(is!.page.parts, id) &&
            (insideDiffers(was!.site, is!.site, was!.page.parts[id]!) ||
              statesOf(was!.page.parts[id]!.kind).some((state) =>
                documents.site.breakpoints.some((one) =>
                  properties.some(
                    ({ name }) =>
                      resolve(was!.site, was!.page, id, one.id, state, name).value !==
                      resolve(is!.site, is!.page, id, one.id, state, name).value,
                  ),
                ),
              )),
        );
        found += all.length;
        expect(lookingOtherwise(was!, is!, touchedBy(documents.site, after.edits)).sort()).toEqual(all.sort());
      }),
      { numRuns: 40 },
    );
    expect(found).toBeGreaterThan(0);
  });
});
