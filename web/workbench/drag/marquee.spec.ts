import { frameWith } from '../../testing/frame';
import { measurePage } from '../canvas/measuring';
import { Marquee } from './marquee';

const html = `
  <section data-part="s" style="padding:20px;width:380px">
    <div data-part="row" style="display:flex;gap:16px;padding:8px"><p data-part="a" style="width:100px;height:40px;margin:4px">a</p><p data-part="b" style="width:100px;height:40px">b</p></div>
    <div data-part="grid" style="display:grid;grid-template-columns:1fr 1fr;grid-template-rows:30px 30px;gap:10px"><i data-part="c">c</i><i data-part="d">d</i></div>
  </section>`;

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
