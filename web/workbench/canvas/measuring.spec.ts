import { frameWith } from '../../testing/frame';
import { measurePage, naturalBox } from './measuring';

const html = `
  <section data-part="s" style="padding:20px;width:380px">
    <div data-part="row" style="display:flex;gap:16px;padding:8px"><p data-part="a" style="width:100px;height:40px;margin:4px">a</p><p data-part="b" style="width:100px;height:40px">b</p></div>
    <div data-part="grid" style="display:grid;grid-template-columns:1fr 1fr;grid-template-rows:30px 30px;gap:10px"><i data-part="c">c</i><i data-part="d">d</i></div>
  </section>`;

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
