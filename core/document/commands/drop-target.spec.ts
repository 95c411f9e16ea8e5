import { place } from './place';
import { newThing } from './thing';
import { applyEdits } from '../edits/apply';
import { blankPage, type Page, type Part } from '../page';
import { blankSite } from '../site';
import { partOf, subtree } from '../tree';
import type { Laid } from '../../geometry/box';
import { dropSays, dropTarget } from './drop-target';
import { leafRooms } from '../../geometry/spread';

const site = blankSite('s', 'Site', 'site');
const part = (kind: string, tag: string, children: string[] = [], content = {}): Part => ({
  kind,
  tag,
  children,
  classes: [],
  style: {},
  content: { base: content },
  attributes: {},
});
const blank = blankPage('p', 'Page', '/');
const page: Page = {
  ...blank,
  parts: {
    root: { ...blank.parts['root']!, children: ['top', 'end'] },
    top: part('section', 'section', ['title', 'row']),
    end: part('section', 'section'),
    title: part('heading', 'h1', [], { text: 'Title' }),
    row: part('container', 'div', ['one', 'two']),
    one: part('text', 'p', [], { text: 'One' }),
    two: part('image', 'img', [], { alt: '' }),
  },
};
const laid: Laid[] = [
  { id: 'root', depth: 0, axis: 'column', box: { left: 0, top: 0, width: 1000, height: 800 } },
  { id: 'top', depth: 1, axis: 'column', box: { left: 0, top: 0, width: 1000, height: 500 } },
  { id: 'title', depth: 2, axis: 'column', box: { left: 50, top: 50, width: 900, height: 100 } },
  { id: 'row', depth: 2, axis: 'row', box: { left: 50, top: 170, width: 900, height: 200 } },
  { id: 'one', depth: 3, axis: 'column', box: { left: 50, top: 170, width: 440, height: 200 } },
  { id: 'two', depth: 3, axis: 'column', box: { left: 510, top: 170, width: 440, height: 200 } },
  { id: 'end', depth: 1, axis: 'column', box: { left: 0, top: 500, width: 1000, height: 300 } },
];
const heading = newThing(site, 'heading');
const at = (x: number, y: number, thing: Parameters<typeof dropTarget>[3] = heading) =>
  dropTarget(page, laid, { x, y }, thing);

describe('Where a drop lands', () => {
  it('between the contents of a column, before or behind the part under the pointer', () => {
    expect(at(500, 60)?.target).toEqual({ where: 'inside', parent: 'top', index: 0 });
    expect(at(500, 145)?.target).toEqual({ where: 'inside', parent: 'top', index: 1 });
  });
  it('in a row, left and right of a part, with the line at that edge', () => {
    const drop = at(60, 270);
    expect(drop?.target).toEqual({ where: 'inside', parent: 'row', index: 0 });
    expect(drop?.mark).toEqual({ left: 50, top: 170, width: 3, height: 200 });
    expect(at(945, 270)?.target).toEqual({ where: 'inside', parent: 'row', index: 2 });
  });
  it('beside a part that stands in a column: a row around both', () => {
    expect(at(55, 100)?.target).toEqual({ where: 'beside', part: 'title', side: 'left' });
    expect(at(945, 100)?.target).toEqual({ where: 'beside', part: 'title', side: 'right' });
  });
  it('below a part that stands in a row: a column around both', () => {
    expect(at(700, 365)?.target).toEqual({ where: 'beside', part: 'two', side: 'bottom' });
  });
  it('is said in a few words, as it will stand', () => {
    const says = (x: number, y: number): string => {
      const drop = at(x, y);
      return drop ? dropSays(page, drop) : 'nowhere';
    };
    expect(says(500, 60)).toMatch(/^into /);
    expect([says(55, 100), says(945, 100)].every((one) => one.startsWith('in a row with '))).toBeTrue();
    expect(says(700, 365)).toMatch(/^in a column below /);
  });
  it('inside an empty box, which is marked whole and named', () => {
    const drop = at(500, 650);
    expect(drop?.target).toEqual({ where: 'inside', parent: 'end', index: 0 });
    expect(drop?.into).toBe('end');
    expect(drop?.mark.height).toBe(300);
  });
  it('between sections for a section, wherever on the page it is dragged', () => {
    expect(at(500, 60, newThing(site, 'section'))?.target).toEqual({ where: 'inside', parent: 'root', index: 0 });
    expect(at(500, 790, newThing(site, 'section'))?.target).toEqual({ where: 'inside', parent: 'root', index: 2 });
  });
  it('never inside what is dragged', () => {
    for (const x of [60, 400, 700])
      for (const y of [180, 270, 360]) expect(at(x, y, { part: 'row' })?.into).not.toBe('row');
  });
  it('always somewhere that takes it: every point of a grid gives edits that apply', () => {
    for (const kind of ['section', 'container', 'columns', 'column', 'text', 'image'])
      for (let x = 5; x < 1000; x += 45)
        for (let y = 5; y < 800; y += 45) {
          const thing = newThing(site, kind);
          const drop = at(x, y, thing);
          expect(drop).withContext(`${kind} at ${x}, ${y}`).toBeDefined();
          const after = applyEdits(site, page, place(site, page, thing, drop!.target)).page;
          expect(subtree(after, 'root')).toContain(thing.root);
          expect(partOf(after, thing.root).kind).toBe(kind);
        }
  });
});

describe('The room of leaves in the spread', () => {
  const screens = [
    { width: 1280, folded: false },
    { width: 820, folded: false },
    { width: 390, folded: false },
  ];
  it('is shared out whole, the phone never too small to read', () => {
    const rooms = leafRooms(1060, screens, 14);
    expect(rooms.reduce((sum, room) => sum + room.width + 14, 0)).toBeCloseTo(1060, 3);
    expect(rooms[2]!.scale * 16).toBeGreaterThan(9);
    expect(rooms[0]!.scale).toBeCloseTo(rooms[1]!.scale, 6);
  });
  it('leaves a folded one its spine and draws none above its size', () => {
    const rooms = leafRooms(
      2600,
      screens.map((one, index) => ({ ...one, folded: index < 2 })),
      14,
    );
    expect(rooms.map((room) => room.width)).toEqual([36, 36, 390]);
  });
});
