import { styleEdit } from '../document/commands/style';
import { pageOfSection } from '../document/sections/kept-section';
import { planted, type Tree } from '../document/sections/planting';
import { blankSite } from '../document/site';
import type { Edit } from '../document/edits/edit';
import { distance } from './distance';

const site = blankSite('s', 'S', 'site');
const tree: Tree = {
  kind: 'section',
  base: { 'padding-top': '96px', 'grid-template-columns': '1fr 1fr' },
  holds: [{ kind: 'heading', base: { 'font-size': '64px' }, narrower: { 'font-size': '48px' } }],
};
const page = pageOfSection(planted(site, tree, (kind) => kind));
const far = (...edits: Edit[]): number =>
  distance({ site, page, breakpoint: 'phone', slices: [], ratio: 0.3, overwrite: false }, edits);
const set = (part: string, property: string, value: string): Edit =>
  styleEdit(part, 'phone', 'normal', property, value);

describe('The distance from the wide design', () => {
  it('is nothing without a change, and grows with every override', () => {
    expect(far()).toBe(0);
    const one = far(set('heading', 'font-size', '40px'));
    expect(one).toBeGreaterThan(0);
    expect(far(set('heading', 'font-size', '40px'), set('section', 'padding-top', '48px'))).toBeCloseTo(
      one + far(set('section', 'padding-top', '48px')),
      9,
    );
  });

  // Sizes are judged by their ratio, not their difference (Weber's law): 64 to 32 is as far as 96 to 48, and as far
  // as back.
  it('counts lengths by their ratio to the base’s, whichever way, not to what lies between', () => {
    expect(far(set('heading', 'font-size', '32px'))).toBeCloseTo(far(set('section', 'padding-top', '48px')), 9);
    expect(far(set('heading', 'font-size', '128px'))).toBeCloseTo(far(set('heading', 'font-size', '32px')), 9);
    expect(far(set('heading', 'font-size', '16px'))).toBeGreaterThan(far(set('heading', 'font-size', '32px')));
    expect(far(set('heading', 'font-size', '64px'))).toBeLessThan(far(set('heading', 'font-size', '63px')));
  });

  it('counts what is no length once when it differs', () => {
    expect(far(set('section', 'grid-template-columns', '1fr'))).toBeCloseTo(
      far(set('section', 'grid-template-columns', '1fr 2fr 1fr')),
      9,
    );
    expect(far(set('section', 'grid-template-columns', '1fr'))).toBeGreaterThan(
      far(set('section', 'grid-template-columns', '1fr 1fr')),
    );
  });

  it('counts overrides of style alone', () =>
    expect(far({ do: 'set', part: 'heading', field: ['name'], value: 'Title' })).toBe(0));
});
