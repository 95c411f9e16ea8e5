import { compileCanvas } from '@core/compile/canvas';
import { newThing } from '@core/document/commands/thing';
import { applyEdits } from '@core/document/edits/apply';
import { blankPage } from '@core/document/page';
import { blankSite } from '@core/document/site';
import { LeafPainter } from './leaf-painter';
import { ScrollStep } from './scroll-sync';

describe('Leaves that scroll in step', () => {
  const site = blankSite('s', 'Site', 'site');
  const page = [0, 1, 2, 3, 4].reduce(
    (made) => {
      const section = newThing(site, 'section');
      const styled = {
        ...section.parts[section.root]!,
        style: { wide: { normal: { height: '700px' } }, phone: { normal: { height: '1500px' } } },
      };
      return applyEdits(site, made, [
        { do: 'insert', parent: 'root', index: 0, root: section.root, parts: { [section.root]: styled } },
      ]).page;
    },
    blankPage('p', 'Page', '/'),
  );

  function leaf(width: number): { painter: LeafPainter; view: Window; remove: () => void } {
    const frame = document.createElement('iframe');
    frame.style.cssText = `width:${width}px;height:500px;border:0`;
    document.body.append(frame);
    const painter = new LeafPainter(frame.contentDocument!);
    const { html, sheets } = compileCanvas(site, page, { pictures: '', fonts: '' });
    painter.load(html, sheets);
    return { painter, view: frame.contentWindow!, remove: () => frame.remove() };
  }

  it('show the same section, passed by the same share, though their heights differ; ends meet ends', () => {
    const steps = new ScrollStep();
    const [wide, phone] = [leaf(1280), leaf(390)];
    steps.register('wide', wide.painter);
    steps.register('phone', phone.painter);
    steps.lead('wide');
    wide.view.scrollTo(0, 700 * 2 + 350);
    steps.scrolled('wide', page);
    expect(phone.view.scrollY).toBeCloseTo(1500 * 2 + 750, -1);
    wide.view.scrollTo(0, 1e6);
    steps.scrolled('wide', page);
    expect(phone.view.scrollY).toBe(1500 * 5 - 500);
    wide.view.scrollTo(0, 0);
    steps.scrolled('wide', page);
    expect(phone.view.scrollY).toBe(0);
    steps.scrolled('phone', page);
    expect(wide.view.scrollY).toBe(0);
    wide.remove();
    phone.remove();
  });
});
