import { dropTarget } from '@core/document/commands/drop-target';
import { place } from '@core/document/commands/place';
import type { Thing } from '@core/document/commands/thing';
import { applyEdits } from '@core/document/edits/apply';
import { pageOfSection } from '@core/document/sections/kept-section';
import type { Page } from '@core/document/page';
import { gap, planted } from '@core/document/sections/planting';
import { blankSite } from '@core/document/site';
import type { Declarations } from '@core/document/style-map';
import type { RandomPages } from '@core/document/testing/random-page';
import { randomly } from '@core/document/testing/randomly';
import type { Box, Laid, Point } from '@core/geometry/box';
import fc from 'fast-check';
import { hiddenLeaf } from '../hidden-leaf';

const site = blankSite('s', 'S', 'site');
const screen = { width: 1000, height: 700 };

/** Every way a box lets its contents flow, the unusual ones included. */
const flows: readonly Declarations[] = [
  { display: 'block' },
  { display: 'flex', 'flex-direction': 'column' },
  { display: 'flex', 'flex-direction': 'column-reverse' },
  { display: 'flex', 'flex-direction': 'row' },
  { display: 'flex', 'flex-direction': 'row', 'flex-wrap': 'wrap' },
  { display: 'flex', 'flex-direction': 'row-reverse', 'flex-wrap': 'wrap' },
  { display: 'flex', 'flex-direction': 'row', 'flex-wrap': 'wrap', 'justify-content': 'center' },
  { display: 'flex', 'flex-direction': 'row', 'flex-wrap': 'wrap-reverse' },
  { display: 'flex', 'flex-direction': 'row', direction: 'rtl', 'flex-wrap': 'wrap' },
  { display: 'grid', 'grid-template-columns': '1fr 1fr 1fr' },
  { display: 'grid', 'grid-template-columns': '1fr 1fr', direction: 'rtl' },
];

const small: Declarations = { width: '24px', height: '24px', 'flex-shrink': '0' };

/** A page with one box whose contents flow some way, and the ids of its contents. */
function drawn(random: RandomPages): { page: Page; box: string; children: string[] } {
  const items = Array.from({ length: 2 + random.below(7) }, () => ({
    kind: random.pick(['container', 'image']),
    base: {
      width: `${random.pick([60, 120, 180])}px`,
      height: `${random.pick([40, 70])}px`,
      'flex-shrink': '0',
      ...(random.chance(0.15) && { position: 'absolute', top: '5px', left: '60%' }),
    },
  }));
  const ids = Array.from({ length: items.length + 2 }, (_, index) => `p${index}`);
  const tree = {
    kind: 'section',
    base: { display: 'block' },
    holds: [
      {
        kind: 'container',
        base: { width: '640px', position: 'relative', ...gap(12), ...random.pick(flows) },
        holds: items,
      },
    ],
  };
  let next = 0;
  const page = pageOfSection(planted(site, tree, () => ids[next++]!));
  const box = Object.keys(page.parts).find((id) => page.parts[id]!.children.length === items.length)!;
  return { page, box, children: [...page.parts[box]!.children] };
}

function laidOut(page: Page): Laid[] {
  const leaf = hiddenLeaf(site, page, screen, { pictures: '/none/', fonts: '/none/' });
  const laid = leaf.painter.measure(page);
  leaf.remove();
  return laid;
}

const thing: Thing = {
  root: 'dropped',
  parts: {
    dropped: {
      kind: 'container',
      tag: 'div',
      children: [],
      classes: [],
      attributes: {},
      content: { base: {} },
      style: { wide: { normal: small } },
    },
  },
};

const middle = (box: Box): Point => ({ x: box.left + box.width / 2, y: box.top + box.height / 2 });
const abreast = (a: Box, b: Box): boolean => a.top < b.top + b.height - 1 && b.top < a.top + a.height - 1;

/**
 * What stands on the wrong side of what was dropped, as Chromium lays it out: neighbours of the point's own line keep
 * their side of it.
 */
function onTheWrongSide(
  page: Page,
  before: ReadonlyMap<string, Box>,
  children: readonly string[],
  point: Point,
): string[] {
  const after = new Map(laidOut(page).map((one) => [one.id, one.box]));
  const own = after.get('dropped')!;
  return children.filter((id) => {
    const was = before.get(id)!;
    const is = after.get(id)!;
    if (point.y < was.top || point.y >= was.top + was.height || !abreast(is, own)) return false;
    return middle(was).x < point.x ? middle(is).x > middle(own).x : middle(is).x < middle(own).x;
  });
}

describe('Where a drop between parts lands, as Chromium lays it out', () => {
  it('is where it was let go: what stood left of the point on its line stands left, the rest right', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const { page, box, children } = drawn(random);
        const laid = laidOut(page);
        const boxes = new Map(laid.map((one) => [one.id, one.box]));
        const own = boxes.get(box)!;
        const point = { x: own.left + random.number() * own.width, y: own.top + random.number() * own.height };
        const drop = dropTarget(page, laid, point, thing);
        if (drop?.target.where !== 'inside' || drop.target.parent !== box) return;
        const after = applyEdits(site, page, place(site, page, thing, drop.target)).page;
        const flowing = children.filter((id) => page.parts[id]!.style['wide']?.normal?.['position'] !== 'absolute');
        expect(onTheWrongSide(after, boxes, flowing, point)).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
});
