import { frameWith } from '../trial/frame';
import { handlesOf, type Handle } from './leaf/handles/handle-list';
import { Marquee } from './drag/marquee';
import { measurePage, naturalBox } from './canvas/measuring';
import type { LedgerGroup } from './bench';

const html = `
  <section data-part="s" style="padding:20px;width:380px">
    <div data-part="row" style="display:flex;gap:16px;padding:8px"><p data-part="a" style="width:100px;height:40px;margin:4px">a</p><p data-part="b" style="width:100px;height:40px">b</p></div>
    <div data-part="grid" style="display:grid;grid-template-columns:1fr 1fr;grid-template-rows:30px 30px;gap:10px"><i data-part="c">c</i><i data-part="d">d</i></div>
  </section>`;

describe('Handles of a selected part', () => {
  const of = (id: string, kind: string, children: string[], group: LedgerGroup): Handle[] => {
    const frame = frameWith(html);
    const list = handlesOf(measurePage(frame.document), id, kind, children, group, 0.5);
    frame.remove();
    return list;
  };
  const names = (list: readonly Handle[]): string[] =>
    list.map((one) =>
      'side' in one
        ? `${one.kind}-${one.side}`
        : 'axis' in one
          ? `${one.axis}-${one.kind}`
          : 'grip' in one
            ? one.grip
            : one.kind,
    );

  it('are its eight grips, and what the ledger’s open group is about', () => {
    expect(names(of('a', 'text', [], 'type')).length).toBe(8);
    expect(names(of('row', 'container', ['a', 'b'], 'space'))).toContain('padding-top');
    expect(names(of('row', 'container', ['a', 'b'], 'space'))).toContain('column-gap');
    expect(names(of('grid', 'container', ['c', 'd'], 'flow')).filter((name) => name.endsWith('line'))).toEqual([
      'column-line',
      'row-line',
    ]);
    expect(names(of('a', 'text', [], 'edge'))).toEqual(['radius']);
  });
  it('are gutters for columns and for one of them, whatever group is open', () => {
    expect(names(of('grid', 'columns', ['c', 'd'], 'type'))).toContain('gutter');
    expect(names(of('c', 'column', [], 'type'))).toEqual(['gutter', 'top', 'bottom']);
  });
  it('are one grip for a section, which is as wide as the page, and none for the page', () => {
    expect(names(of('s', 'section', ['row', 'grid'], 'type'))).toEqual(['bottom']);
    expect(of('root', 'page', ['s'], 'type')).toEqual([]);
  });
  it('lie where the space is, and are thick enough to take hold of', () => {
    const padding = of('row', 'container', ['a', 'b'], 'space').find(
      (one) => one.kind === 'padding' && one.side === 'left',
    );
    expect(padding).toEqual({
      kind: 'padding',
      side: 'left',
      px: 8,
      box: { left: 20, top: 20, width: 14, height: 64 },
    });
    const gap = of('row', 'container', ['a', 'b'], 'space').find((one) => one.kind === 'gap')!;
    expect(gap.box.width).toBeGreaterThanOrEqual(14);
  });
});

describe('A sweep with Shift', () => {
  it('takes widgets it touches and boxes it holds whole, without what is in them', () => {
    const frame = frameWith(html);
    const page = measurePage(frame.document);
    const marquee = new Marquee();
    expect(marquee.touched(page, { left: 30, top: 30, width: 60, height: 20 })).toEqual(['a']);
    expect(marquee.touched(page, { left: 0, top: 0, width: 400, height: 95 })).toEqual(
      ['row', 'c', 'd'].filter((id) => id === 'row' || page.parts.get(id)!.box.top < 95),
    );
    expect(marquee.touched(page, { left: 0, top: 0, width: 400, height: 400 })).toEqual(['s']);
    frame.remove();
  });
  it('is a click when nothing was drawn', () => {
    const marquee = new Marquee();
    expect(marquee.move({ x: 5, y: 5 })).toBeFalse();
    expect(marquee.end()).toBeUndefined();
    marquee.begin({ x: 10, y: 20 });
    expect(marquee.end()).toEqual({ left: 10, top: 20, width: 0, height: 0 });
    marquee.begin({ x: 10, y: 20 });
    marquee.move({ x: 4, y: 50 });
    expect(marquee.end()).toEqual({ left: 4, top: 20, width: 6, height: 30 });
  });
});

describe('Measuring a leaf', () => {
  it('hands over boxes, sides, lines and computed values, and leaves no trace', () => {
    const frame = frameWith(html);
    const before = frame.document.body.innerHTML;
    const page = measurePage(frame.document);
    expect(page.parts.size).toBe(8);
    const a = page.parts.get('a')!;
    expect(a.parent).toBe('row');
    expect(a.margin).toEqual({ top: 4, right: 4, bottom: 4, left: 4 });
    expect(a.lines.length).toBe(1);
    expect(page.parts.get('row')!.padding.left).toBe(8);
    expect(page.parts.get('row')!.style['column-gap']).toBe('16px');
    naturalBox(frame.find('a'));
    expect(frame.document.body.innerHTML).toBe(before);
    frame.remove();
  });
  it('finds where a sticky part would stand if it did not stick', () => {
    const frame = frameWith(
      '<div data-part="s" style="position:sticky;top:10px;height:20px;margin-top:50px"></div><div style="height:2000px"></div>',
    );
    frame.view.scrollTo(0, 300);
    expect(frame.find('s').getBoundingClientRect().top).toBe(10);
    expect(naturalBox(frame.find('s')).top).toBe(50 - 300);
    frame.remove();
  });
});
