import { resolve } from '../../../style/cascade';
import { applyBatch } from '../../edits/batch';
import type { Page } from '../../page';
import { Problem } from '../../problem';
import { blankSite, type Site } from '../../site';
import { pageHolding, plainPart as part } from '../../testing/plain-part';
import { plainValue, tokensOf } from '../../../style/tokens/tokens';
import { nameableValues, tokensFromGroup } from './group-tokens';

const sides = ['padding-top', 'padding-right', 'padding-bottom', 'padding-left'];

describe('The values of a group that become tokens at once', () => {
  const site: Site = {
    ...blankSite('s', 'S', 'site'),
    tokens: { gap: { name: 'gap', kind: 'space', values: { wide: '24px', phone: '12px' } } },
  };
  const page: Page = pageHolding({
    a: part('container', 'div', {
      style: {
        wide: {
          normal: {
            ...Object.fromEntries(sides.map((side) => [side, '40px'])),
            ...{ 'row-gap': '24px', 'column-gap': '16px', width: 'auto', color: 'var(--gap)' },
          },
          hover: { 'row-gap': '30px' },
        },
        tablet: { normal: { 'column-gap': '10px' } },
        phone: { normal: { ...Object.fromEntries(sides.map((side) => [side, '20px'])), 'row-gap': '12px' } },
      },
    }),
  });
  const at = { of: { holds: 'part', id: 'a' }, state: 'normal' } as const;
  const all = [...sides, 'row-gap', 'column-gap', 'width', 'color'];

  it('are one where properties say the same at every breakpoint; what is a token, or a word, is left out', () => {
    const found = nameableValues(site, page, at, all);
    expect(found.map((one) => [one.name, one.known?.id, one.properties.length, one.along.length])).toEqual([
      ['padding', undefined, 4, 2],
      ['gap', 'gap', 1, 2],
      ['column-gap', undefined, 1, 2],
    ]);
  });

  it('look the same afterwards at every breakpoint, and one step leads back', () => {
    const edits = tokensFromGroup(site, page, nameableValues(site, page, at, all));
    const after = applyBatch({ site, page }, edits);
    for (const { id } of site.breakpoints)
      for (const property of all)
        expect(plainValue(after.site, resolve(after.site, after.page, 'a', id, 'normal', property).value, id))
          .withContext(`${property} at ${id}`)
          .toBe(plainValue(site, resolve(site, page, 'a', id, 'normal', property).value, id));
    expect(
      tokensOf(after.site)
        .map((one) => one.name)
        .sort(),
    ).toEqual(['column-gap', 'gap', 'padding']);
    expect(after.page.parts['a']!.style['phone']?.normal).toBeUndefined();
    const wide = after.page.parts['a']!.style['wide']!.normal!;
    expect(new Set(sides.map((side) => wide[side])).size).toBe(1);
    expect(wide['row-gap']).toBe('var(--gap)');
    const back = applyBatch(after, after.inverses);
    expect([back.site, back.page]).toEqual([site, page]);
  });

  it('are refused under a name that stands twice, or that another token has', () => {
    const found = nameableValues(site, page, at, all);
    const called = (name: string) => found.map((one) => (one.known ? one : { ...one, name }));
    expect(() => tokensFromGroup(site, page, called('space'))).toThrowError(Problem, /both be called “space”/);
    expect(() => tokensFromGroup(site, page, called('gap').slice(0, 1))).toThrowError(Problem, /“gap” already/);
    expect(() => tokensFromGroup(site, page, called('1').slice(0, 1))).toThrowError(Problem, /valid token name/);
  });
});
