import fc from 'fast-check';
import { takeBack } from '../document/commands/overrides';
import { applyEdits } from '../document/edits/apply';
import { randomly } from '../document/testing/randomly';
import { subtree } from '../document/tree';
import { states } from '../document/style-map';
import { resolve } from '../style/cascade';
import { properties } from '../style/properties';
import { overridesOf } from './idle-overrides';
import { blankPage, type Page } from '../document/page';
import { blankSite } from '../document/site';

describe('Idle overrides', () => {
  const site = {
    ...blankSite('s', 'S', 'site'),
    classes: [{ id: 'lead', name: 'lead', style: { phone: { normal: { 'font-size': '34px' } } } }],
  };
  const blank = blankPage('p', 'P', '/');
  const titled = (style: Page['parts'][string]['style'], classes: string[] = []): Page => ({
    ...blank,
    parts: {
      root: { ...blank.parts['root']!, children: ['s'] },
      s: {
        kind: 'section',
        tag: 'section',
        children: ['h'],
        classes: [],
        style: {},
        content: { base: {} },
        attributes: {},
      },
      h: {
        kind: 'heading',
        tag: 'h1',
        children: [],
        classes,
        style,
        content: { base: { text: 'Sailings' } },
        attributes: {},
      },
    },
  });
  const idle = (page: Page): string[] =>
    overridesOf(site, page)
      .filter((one) => one.idle)
      .map((one) => `${one.property}@${one.breakpoint}`);

  // Common practice: a title of 45 px, 38 on tablet, 34 on phone.
  it('are none where every breakpoint says something of its own', () => {
    expect(
      idle(
        titled({
          wide: { normal: { 'font-size': '45px' } },
          tablet: { normal: { 'font-size': '38px' } },
          phone: { normal: { 'font-size': '34px' } },
        }),
      ),
    ).toEqual([]);
  });
  it('are those that say what they would inherit', () => {
    expect(
      idle(
        titled({
          wide: { normal: { 'font-size': '45px' } },
          tablet: { normal: { 'font-size': '45px' } },
          phone: { normal: { 'font-size': '34px' } },
        }),
      ),
    ).toEqual(['font-size@tablet']);
    expect(idle(titled({ wide: { normal: { 'text-align': 'start', position: 'static' } } }))).toEqual([
      'text-align@wide',
      'position@wide',
    ]);
  });
  it('are not those that hold off a class below', () => {
    expect(idle(titled({ wide: { normal: { 'font-size': '2.5rem' } } }, ['lead']))).toEqual([]);
    expect(idle(titled({ wide: { normal: { 'font-size': '2.5rem' } } }))).toEqual(['font-size@wide']);
  });
  it('go all at once, on any page, without a value changing anywhere', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const own = random.site();
        const page = random.page(own, 10);
        const gone = overridesOf(own, page).filter((one) => one.idle);
        const after = applyEdits(own, page, takeBack(gone)).page;
        for (const id of subtree(page, page.root))
          for (const { id: breakpoint } of own.breakpoints)
            for (const state of states)
              for (const { name } of properties)
                if (
                  resolve(own, page, id, breakpoint, state, name).value !==
                  resolve(own, after, id, breakpoint, state, name).value
                )
                  throw new Error(`seed ${random.seed}: ${id} ${breakpoint} ${state} ${name}`);
        expect(overridesOf(own, after).filter((one) => one.idle)).toEqual([]);
      }),
      { numRuns: 25 },
    );
  });
});
