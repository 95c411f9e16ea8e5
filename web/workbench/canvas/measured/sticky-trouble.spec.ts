import { applyEdits } from '@core/document/edits/apply';
import { pageOfSection } from '@core/document/sections/kept-section';
import { planted } from '@core/document/sections/planting';
import type { Page } from '@core/document/page';
import { blankSite } from '@core/document/site';
import type { Declarations } from '@core/document/style-map';
import type { Finding } from '@core/review/finding';
import { Reviewer } from '@core/review/review';
import { hiddenLeaf } from '../hidden-leaf';
import { measurePage } from '../measuring';

const site = blankSite('s', 'S', 'site');
const reviewer = new Reviewer();

/** A box beside tall content in a section, with room to scroll below. */
function pageWith(box: Declarations, columns: Declarations = {}, section: Declarations = {}): Page {
  const tall = { kind: 'container', base: { height: '900px' } };
  const sticky = { kind: 'container', base: { height: '80px', ...box } };
  const tree = {
    kind: 'section',
    base: { 'padding-bottom': '1200px', ...section },
    holds: [
      { kind: 'container', base: { display: 'flex', 'flex-direction': 'row', ...columns }, holds: [sticky, tall] },
    ],
  };
  const counts = new Map<string, number>();
  return pageOfSection(
    planted(site, tree, (kind) => {
      counts.set(kind, (counts.get(kind) ?? 0) + 1);
      return `${kind}${counts.get(kind)}`;
    }),
  );
}

/** What the check says of a page laid out by Chromium, and whether the box stays while the page is scrolled. */
function looked(page: Page, id: string): { found: readonly Finding[]; sticks: boolean } {
  const leaf = hiddenLeaf(site, page, { width: 1280, height: 600 }, { pictures: '/none/', fonts: '/none/' });
  const { document } = leaf.painter;
  const element = leaf.painter.element(id)!;
  element.style.position = 'static';
  const flow = element.getBoundingClientRect();
  element.style.position = '';
  const natural = { left: flow.left, top: flow.top, width: flow.width, height: flow.height };
  const facts = { measured: measurePage(document), natural: new Map([[id, natural]]), textBackgrounds: [] };
  const found = reviewer
    .review({ site, page, leaves: new Map([['wide', facts]]) })
    .filter((one) => one.check === 'sticky trouble');
  const rest = element.getBoundingClientRect().top;
  document.defaultView!.scrollTo(0, 300);
  const sticks = Math.abs(element.getBoundingClientRect().top - (rest - 300)) > 1;
  leaf.remove();
  return { found, sticks };
}

describe('Trouble with a sticky part', () => {
  const id = 'container2';
  const sticky = { position: 'sticky', top: '20px', 'align-self': 'start' };

  it('is none where Chromium lets it stick', () => {
    const { found, sticks } = looked(pageWith(sticky), id);
    expect(sticks).toBeTrue();
    expect(found.filter((one) => one.severity !== 'note')).toEqual([]);
  });

  const troubles: readonly (readonly [string, Page])[] = [
    ['no inset', pageWith({ position: 'sticky', 'align-self': 'start' })],
    ['stretching', pageWith({ position: 'sticky', top: '20px', height: 'auto' })],
    ['an ancestor that hides what overflows', pageWith(sticky, {}, { 'overflow-x': 'hidden', 'overflow-y': 'hidden' })],
    ['an ancestor that hides it on one axis alone', pageWith(sticky, {}, { 'overflow-x': 'hidden' })],
  ];
  for (const [what, page] of troubles)
    it(`is ${what}: it does not stick, is said to be at its breakpoint, and sticks once the cure is taken`, () => {
      const { found, sticks } = looked(page, id);
      expect(sticks).toBeFalse();
      const [first] = found;
      expect(first).toEqual(jasmine.objectContaining({ part: id, severity: 'warning', breakpoints: ['wide'] }));
      const cured = applyEdits(site, page, first!.cure!.edits).page;
      const after = looked(cured, id);
      expect(after.sticks).withContext(first!.cure!.says).toBeTrue();
      expect(after.found.filter((one) => one.severity === 'warning')).toEqual([]);
    });

  it('is a parent no taller than the part, which no edit cures for certain', () => {
    const { found, sticks } = looked(pageWith({ ...sticky, height: '900px' }), id);
    expect(sticks).toBeFalse();
    expect(found[0]).toEqual(jasmine.objectContaining({ part: id, severity: 'warning' }));
    expect(found[0]?.cure).toBeUndefined();
  });
});
