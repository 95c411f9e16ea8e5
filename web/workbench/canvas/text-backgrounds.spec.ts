import axe from 'axe-core';
import { contrastRatio, neededRatio, over } from '@core/style/colour/contrast';
import { hardest } from '@core/review/text-background';
import { frameWith, type TestFrame } from '../../testing/frame';
import { colourAt, textBackgroundsOf } from './text-backgrounds';
import { measurePage } from './measuring';
import { Rests } from './rests';

const backgroundIn = async (frame: TestFrame, part = 'text') => {
  const textBackgrounds = await textBackgroundsOf(
    frame.document,
    measurePage(frame.document),
    (id) => frame.document.querySelector<HTMLElement>(`[data-part="${id}"]`),
    new Rests(new AbortController().signal),
  );
  return textBackgrounds.find((one) => one.part === part)!;
};
const solid = (colour: string): string => {
  const canvas = Object.assign(document.createElement('canvas'), { width: 40, height: 40 });
  const pen = canvas.getContext('2d')!;
  pen.fillStyle = colour;
  pen.fillRect(0, 0, 40, 40);
  return canvas.toDataURL();
};

describe('What lies behind a text', () => {
  it('is judged on plain colours as axe-core judges it', async () => {
    for (let count = 0; count < 24; count++) {
      const any = (): string => `rgb(${[0, 1, 2].map(() => Math.floor(Math.random() * 256)).join(' ')})`;
      const [ink, paper, size] = [any(), any(), count % 2 === 0 ? 14 : 30];
      const host = document.body.appendChild(document.createElement('main'));
      host.innerHTML = `<div data-part="box" style="background:${paper};padding:20px"><p data-part="text" style="margin:0;color:${ink};font-size:${size}px">Words to be read</p></div>`;
      const [ground] = await textBackgroundsOf(
        document,
        measurePage(document),
        (id) => host.querySelector<HTMLElement>(`[data-part="${id}"]`),
        new Rests(new AbortController().signal),
      );
      const ours = contrastRatio(ground!.colour, hardest(ground!)!) >= neededRatio(ground!.fontSize, ground!.bold);
      const judged = await axe.run(host, { runOnly: ['color-contrast'] });
      if (judged.incomplete.length === 0)
        expect(ours)
          .withContext(`${ink} on ${paper} at ${size}px`)
          .toBe(judged.violations.length === 0); // of colours it cannot tell apart axe-core says nothing
      host.remove();
    }
  });

  it('at a point is what Chromium paints there, words left out', async () => {
    const frame = frameWith(
      `<div data-part="box" style="background:#204060;width:200px;height:100px"><img data-part="picture" src="${solid('#c03020')}" style="display:block;width:80px;height:40px;opacity:0.5"></div>`,
    );
    await frame.document.images[0]!.decode();
    const at = (x: number, y: number) =>
      colourAt(frame.document, measurePage(frame.document), { x, y }, (id) =>
        frame.document.querySelector<HTMLElement>(`[data-part="${id}"]`),
      );
    const [box, picture, beside] = [await at(150, 80), await at(40, 20), await at(300, 300)];
    frame.remove();
    expect(box).toEqual({ r: 0x20, g: 0x40, b: 0x60, a: 1 });
    expect(Math.abs(picture.r - (0xc0 + 0x20) / 2)).toBeLessThan(2);
    expect(Math.abs(picture.b - (0x20 + 0x60) / 2)).toBeLessThan(2);
    expect(beside).toEqual({ r: 255, g: 255, b: 255, a: 1 });
  });

  it('is what Chromium paints of gradients, pictures and overlays', async () => {
    const half = 'linear-gradient(rgb(0 0 0 / 0.5), rgb(0 0 0 / 0.5))';
    const frame = frameWith(
      `<div data-part="box" style="padding:20px;width:300px;background-image:${half},url(&quot;${solid('rgb(200,100,40)')}&quot;)"><p data-part="text" style="color:#fff">Words to be read</p></div>`,
    );
    const ground = await backgroundIn(frame);
    expect(ground.painter).toBe('box');
    for (const { r, g, b } of ground.samples)
      // source over: half of each channel
      [r - 100, g - 50, b - 20].forEach((off) => expect(Math.abs(off)).toBeLessThanOrEqual(2));
    frame.remove();
  });

  it('is as faded as a picture behind the words is (CSS Color 4, §13: half of white over black is the grey between)', async () => {
    const frame = frameWith(
      `<div data-part="box" style="position:relative;isolation:isolate;background:#000;width:300px"><div data-part="veil" style="position:absolute;inset:0;opacity:0.5;z-index:-1"><div data-part="sheet" style="height:100%;background:#fff"></div></div><p data-part="text" style="margin:0">Words</p></div>`,
    );
    const textBackgrounds = await textBackgroundsOf(
      frame.document,
      measurePage(frame.document),
      (id) => frame.document.querySelector<HTMLElement>(`[data-part="${id}"]`),
      new Rests(new AbortController().signal),
    );
    const { r } = textBackgrounds.find((one) => one.part === 'text')!.samples[0]!;
    frame.remove();
    expect(Math.abs(r - 127.5)).toBeLessThan(2);
  });
  it('takes a gradient at the place of the words', async () => {
    const box = (align: string): string =>
      `<div data-part="box" style="width:400px;background:linear-gradient(90deg,#000 50%,#fff 50%)"><p data-part="text" style="text-align:${align};color:#888">Words</p></div>`;
    for (const [align, level] of [
      ['left', 0],
      ['right', 255],
    ] as const) {
      const frame = frameWith(box(align));
      const ground = await backgroundIn(frame);
      expect(ground.samples.map((one) => one.r).filter((one) => Math.abs(one - level) >= 6))
        .withContext(align)
        .toEqual([]);
      frame.remove();
    }
  });

  it('is a picture that lies below without holding the text', async () => {
    const frame = frameWith(
      `<div data-part="box" style="position:relative"><img data-part="image" src="${solid('rgb(10,120,60)')}" style="position:absolute;left:0;top:0;width:300px;height:100px"><p data-part="text" style="position:relative;color:#fff">Words</p></div>`,
    );
    await frame.document.querySelector('img')!.decode();
    const ground = await backgroundIn(frame);
    expect(ground.painter).toBe('image');
    expect(over(ground.samples[0]!, ground.samples[0]!)).toEqual(jasmine.objectContaining({ r: 10, g: 120, b: 60 }));
    frame.remove();
  });
});
