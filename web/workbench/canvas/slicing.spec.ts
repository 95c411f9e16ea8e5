import fc from 'fast-check';
import { compileCanvas } from '@core/compile/canvas';
import { randomly } from '@core/document/testing/randomly';
import { blankPage, type Page } from '@core/document/page';
import { standardBreakpoints } from '@core/document/breakpoint';
import { backdropFrom } from '@core/review/sweep/backdrops';
import { faultsAt, type Fault } from '@core/review/sweep/faults';
import { sizesFrom } from '@core/review/sweep/sizes';
import { Sweep, sweepOrder } from '@core/review/sweep/sweep';
import { frameWith, type TestFrame } from '../../testing/frame';
import { ratiosOf, sliceOf } from './slicing';

const page = (kinds: Readonly<Record<string, string>>): Page => {
  const blank = blankPage('p', 'P', '/');
  return {
    ...blank,
    parts: Object.fromEntries(
      ['root', ...Object.keys(kinds)].map((id) => [id, { ...blank.parts['root']!, kind: kinds[id] ?? 'page' }]),
    ),
  };
};
const at = (frame: TestFrame, kinds: Readonly<Record<string, string>>, width = 400): Fault[] =>
  faultsAt(sliceOf(frame.document, page(kinds), width));
const told = (faults: readonly Fault[]): string[] =>
  faults.map((one) => [one.kind, one.part, one.other].filter(Boolean).join(' '));
const words = 'Every evening the last boat waits for whoever is still on the quay with a bicycle. ';

describe('The width sweep', () => {
  it('finds a page too wide exactly when Chromium lets it be pushed sideways', () => {
    fc.assert(
      fc.property(randomly(), fc.integer({ min: 320, max: 1400 }), (random, width) => {
        const site = random.site();
        const any = random.page(site, 12);
        const frame = frameWith('', width, 600);
        frame.document.open();
        frame.document.write(compileCanvas(site, any, { pictures: '/none/', fonts: '/none/' }, false).html);
        frame.document.close();
        const slice = sliceOf(frame.document, any, width);
        const wide = faultsAt(slice).filter((one) => one.kind === 'too wide');
        const pushed = frame.document.documentElement.scrollWidth > width;
        frame.remove();
        if (!pushed && wide.length > 0)
          throw new Error(`seed ${random.seed} at ${width}: ${told(wide).join()}, but nothing can be pushed`);
      }),
      { numRuns: 60 },
    );
  });

  it('names the part that sticks out, not those around it that fit', () => {
    const frame = frameWith(
      '<div data-part="box"><p data-part="long" style="width:520px">Words</p><p data-part="short">Words</p></div>',
    );
    expect(told(at(frame, { box: 'container', long: 'text', short: 'text' }))).toEqual(['too wide long']);
    frame.find('box').style.overflow = 'hidden';
    expect(told(at(frame, { box: 'container', long: 'text', short: 'text' }))).toEqual([]);
    expect(frame.document.documentElement.scrollWidth).toBe(400);
    frame.remove();
  });

  it('measures how wide the pictures behind parts have to be, and what each breakpoint is to be given', () => {
    const behind = 'background:linear-gradient(red,blue),url(/files/pier-400.png) center/cover';
    const frame = frameWith(
      `<div data-part="box" style="width:50%;height:300px;padding:0;border:10px solid;box-sizing:border-box;${behind}"></div><div data-part="plain" style="${behind}">Words</div>`,
    );
    const blank = page({ box: 'container', plain: 'container' });
    const style = { wide: { normal: { 'background-image': 'url("picture:pier")' } } };
    const pictured = { ...blank, parts: { ...blank.parts, box: { ...blank.parts['box']!, style } } };
    const pier = { name: 'pier', alt: '', width: 1600, height: 800, type: 'image/png' as const };
    const ratios = ratiosOf({ pictures: { pier: { ...pier, files: [{ width: 400, file: 'pier-400.png' }] } } });
    const sweep = new Sweep();
    for (const width of [400, 1600]) {
      frame.view.frameElement!.setAttribute('style', `width:${width}px;height:600px;border:0`);
      sweep.add(sliceOf(frame.document, pictured, width, ratios));
    }
    frame.remove();
    // half of the screen less the borders, or twice the height less the borders: the picture is 2 to 1
    expect(sweep.backdrops).toEqual(
      new Map([
        [
          'box',
          new Map([
            [400, 560],
            [1600, 780],
          ]),
        ],
      ]),
    );
    expect(backdropFrom(standardBreakpoints, sweep.backdrops.get('box')!)).toEqual({ wide: 780, phone: 560 });
  });

  it('finds texts that lie over each other where elementsFromPoint finds both', () => {
    const frame = frameWith(
      '<p data-part="a" style="line-height:20px">First words here</p><p data-part="b" style="line-height:20px;margin-top:-14px">Other words here</p>',
    );
    expect(told(at(frame, { a: 'text', b: 'text' }))).toEqual(['texts overlap a b']);
    const line = sliceOf(frame.document, page({ a: 'text', b: 'text' }), 400).parts.get('b')!.lines[0]!;
    const there = frame.document
      .elementsFromPoint(line.left + 4, line.top + 4)
      .map((one) => (one as HTMLElement).dataset['part']);
    expect(there).toContain('a');
    expect(there).toContain('b');
    frame.find('b').style.marginTop = '4px';
    expect(at(frame, { a: 'text', b: 'text' })).toEqual([]);
    frame.remove();
  });

  it('finds words that a box cuts off, and not those one can scroll to', () => {
    const frame = frameWith(
      `<div data-part="box" style="height:30px;overflow:hidden"><p data-part="text">${words.repeat(3)}</p></div>`,
    );
    expect(told(at(frame, { box: 'container', text: 'text' }))).toEqual(['text cut text box']);
    frame.find('box').style.overflow = 'auto';
    expect(at(frame, { box: 'container', text: 'text' })).toEqual([]);
    frame.remove();
  });

  it('finds lines above 75 and below 20 characters, as counted in a monospaced face', () => {
    const frame = frameWith(
      `<p data-part="text" style="font:10px/1.2 monospace;width:80ch">${words.repeat(4)}</p>`,
      900,
    );
    const kinds = { text: 'text' };
    expect(told(at(frame, kinds, 900))).toEqual(['long lines text']);
    frame.find('text').style.width = '60ch';
    expect(at(frame, kinds, 900)).toEqual([]);
    frame.find('text').style.width = '18ch';
    const [short] = at(frame, kinds, 900);
    expect(short?.kind).toBe('short lines');
    expect(short!.by).toBeLessThan(19);
    frame.remove();
  });

  it('finds columns that collapse, and gaps that do', () => {
    const frame = frameWith(
      `<div data-part="row" style="display:flex;column-gap:20px"><p data-part="a" style="width:40px">${words}</p><p data-part="b" style="white-space:nowrap;width:150px">${words}</p><p data-part="c">End</p></div>`,
      600,
    );
    const found = told(at(frame, { row: 'container', a: 'text', b: 'text', c: 'text' }, 600));
    expect(found).toContain('collapsed a');
    expect(found).toContain('collapsed b c');
    frame.remove();
  });

  it('measures every width once, the edges of breakpoints and coarse steps first', () => {
    const order = sweepOrder([600, 601, 1024, 1025]);
    expect(order.length).toBe(1601);
    expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: 1601 }, (_, index) => 320 + index));
    expect(order.slice(0, 6)).toEqual([320, 1920, 600, 601, 1024, 1025]);
  });

  it('tells stretches of widths whatever the order, the worst of each, and where a part jumps', () => {
    const frame = frameWith(
      '<p data-part="a" style="width:500px">Wide</p><div data-part="b">Free</div><style>@media (width >= 560px) { [data-part=b] { margin-left: 200px } }</style>',
    );
    const sweep = new Sweep();
    const widths = Array.from({ length: 301 }, (_, index) => 320 + index).sort(
      (x, y) => ((x * 7919) % 301) - ((y * 7919) % 301),
    );
    const element = frame.view.frameElement as HTMLElement; // the frame itself
    for (const width of widths) {
      element.style.width = `${width}px`;
      sweep.add(sliceOf(frame.document, page({ a: 'text', b: 'container' }), width));
    }
    expect(sweep.results()).toEqual([
      { kind: 'too wide', part: 'a', widths: [{ from: 320, to: 499 }], worst: 180, worstAt: 320 },
    ]);
    expect(sweep.jumps(() => undefined).map((one) => `${one.part} ${one.at}`)).toEqual(['b 560']);
    frame.remove();
  });

  it('writes sizes that Chromium reads as the measured widths', async () => {
    const stands = (screen: number): number =>
      screen <= 600 ? screen - 40 : screen <= 1024 ? (screen - 100) / 2 : 480;
    const samples = new Map(Array.from({ length: 1601 }, (_, index) => [320 + index, stands(320 + index)]));
    const sizes = sizesFrom(samples);
    expect(sizes.split(', ').length).toBeLessThanOrEqual(4);
    const frame = frameWith('');
    const dot = Object.assign(document.createElement('canvas'), { width: 100, height: 100 }).toDataURL();
    for (const screen of [320, 480, 600, 601, 820, 1024, 1025, 1500]) {
      (frame.view.frameElement as HTMLElement).style.width = `${screen}px`; // the frame itself
      expect(frame.view.innerWidth).toBe(screen); // and laid out so
      await new Promise((go) => requestAnimationFrame(() => setTimeout(go)));
      const image = frame.document.createElement('img');
      image.sizes = sizes;
      image.srcset = `${dot} 100w`;
      frame.document.body.append(image);
      await new Promise((loaded) => image.addEventListener('load', loaded, { once: true }));
      expect(Math.abs(image.naturalWidth - stands(screen)))
        .withContext(`${screen} px: ${sizes}`)
        .toBeLessThanOrEqual(9); // natural width over density is the size (HTML 4.8.4.3)
      image.remove();
    }
    frame.remove();
  });
});
