import { frameWith } from '../../../testing/frame';
import { measurePage } from '../../canvas/measuring';
import type { LedgerGroup } from '../../state/ledger-state';
import { handlesOf, type Handle } from './handle-list';
import { transformedPart } from './transformed-part';

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
  it('turn, scale, move and skew it while the ledger is open at effects, wherever it is turned about', () => {
    const frame = frameWith(
      '<p data-part="a" style="margin:60px;width:100px;height:40px;rotate:90deg;transform-origin:0 0">a</p>',
    );
    const part = transformedPart(frame.find('a'));
    const list = handlesOf(measurePage(frame.document), 'a', 'text', [], 'effect', 0.5, part);
    frame.remove();
    expect(names(list)).toEqual(['turn', 'skew-x', 'skew-y', 'shift', 'stretch', 'origin']);
    const { left, top, width } = list.at(-1)!.box;
    expect([Math.round(left + width / 2), Math.round(top + width / 2)]).toEqual([60, 60]);
    expect(names(of('a', 'text', [], 'effect'))).toEqual([]); // a line of text, which cannot be
  });
  it('are gutters for columns and for one of them, whatever group is open', () => {
    expect(names(of('grid', 'columns', ['c', 'd'], 'type'))).toContain('gutter');
    expect(names(of('c', 'column', [], 'type'))).toEqual(['gutter', 'top', 'bottom']);
  });
  it('are one grip for a section, which is as wide as the page, and none for the page', () => {
    expect(names(of('s', 'section', ['row', 'grid'], 'type'))).toEqual(['bottom']);
    expect(of('root', 'page', ['s'], 'type')).toEqual([]);
  });
  it('leave a small part free, so that it can still be pressed', () => {
    const low = `<p data-part="low" style="width:300px;height:24px;margin:40px">low</p>`;
    const frame = frameWith(low);
    const page = measurePage(frame.document);
    frame.remove();
    const { box } = page.parts.get('low')!;
    for (const handle of handlesOf(page, 'low', 'text', [], 'type', 0.37).filter((one) =>
      /top|bottom/.test('grip' in one ? one.grip : ''),
    ))
      expect(
        handle.box.top >= box.top + box.height - 0.01 || handle.box.top + handle.box.height <= box.top + 0.01,
      ).toBeTrue();
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
