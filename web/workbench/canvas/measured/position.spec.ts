import { compileCanvas, recompile } from '@core/compile/canvas';
import { LeafPainter } from '../leaf-painter';
import { measurePage, naturalBox } from '../measuring';
import { applyEdits } from '@core/document/edits/apply';
import { blankPage, type Page, type Part } from '@core/document/page';
import { Problem } from '@core/document/problem';
import { blankSite } from '@core/document/site';
import type { Declarations } from '@core/document/style-map';
import { positions, setPosition, type Position } from '@core/document/commands/position';

const site = blankSite('s', 'Site', 'site');
const addresses = { pictures: '/files/', fonts: '/files/' };
const part = (kind: string, tag: string, children: string[], normal: Declarations): Part => ({
  kind,
  tag,
  children,
  classes: [],
  style: { wide: { normal } },
  content: { base: kind === 'text' ? { text: 'Some words to place' } : {} },
  attributes: {},
});
const blank = blankPage('p', 'Page', '/');
const page: Page = {
  ...blank,
  parts: {
    root: { ...blank.parts['root']!, children: ['s'] },
    s: part('section', 'section', ['row'], {
      'padding-top': '70px',
      'padding-left': '5%',
      'padding-right': '5%',
      'min-height': '900px',
    }),
    row: part('container', 'div', ['t', 'z'], {
      'flex-direction': 'row',
      'column-gap': '20px',
      position: 'relative',
      'padding-top': '30px',
    }),
    t: part('text', 'p', [], { width: '40%', 'margin-top': '12px' }),
    z: part('text', 'p', [], { 'min-height': '600px' }),
  },
};

describe('Changing a position', () => {
  // Chromium: the part’s box before and after, from every position to every other that can keep a place.
  it('keeps the part where it stands, from each position to each', () => {
    for (const from of positions)
      for (const to of positions.filter((one) => one !== 'static' && one !== from)) {
        const frame = document.createElement('iframe');
        frame.style.cssText = 'width:1280px;height:800px;border:0;position:absolute;left:0;top:0';
        document.body.append(frame);
        const painter = new LeafPainter(frame.contentDocument!);
        const { html, sheets } = compileCanvas(site, page, addresses);
        painter.load(html, sheets);
        let current = page;
        const box = (): number[] => {
          const { left, top, width, height } = painter.element('t')!.getBoundingClientRect();
          return [left, top, width, height].map((one) => Math.round(one * 2) / 2);
        };
        const go = (position: Position): void => {
          const edits = setPosition(
            site,
            current,
            't',
            'wide',
            position,
            measurePage(painter.document),
            naturalBox(painter.element('t')!),
          );
          const after = applyEdits(site, current, edits).page;
          painter.apply(recompile(site, current, after, edits, addresses));
          current = after;
        };
        if (from !== 'static') go(from);
        const before = box();
        go(to);
        expect(painter.document.defaultView!.getComputedStyle(painter.element('t')!).position).toBe(to);
        expect(box().slice(0, 2)).withContext(`${from} to ${to}`).toEqual(before.slice(0, 2));
        if (to === 'absolute' || to === 'fixed')
          expect(box()[2]).withContext(`${from} to ${to}, width`).toBe(before[2]!);
        frame.remove();
      }
  });
  it('writes nothing where nothing changes, and refuses a part that is off the page', () => {
    const frame = document.createElement('iframe');
    document.body.append(frame);
    const painter = new LeafPainter(frame.contentDocument!);
    const { html, sheets } = compileCanvas(site, page, addresses);
    painter.load(html, sheets);
    const measured = measurePage(painter.document);
    expect(setPosition(site, page, 't', 'wide', 'static', measured, naturalBox(painter.element('t')!))).toEqual([]);
    expect(() =>
      setPosition(site, page, 'gone', 'wide', 'absolute', measured, measured.parts.get('t')!.box),
    ).toThrowError(Problem);
    frame.remove();
  });
});
