import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { compileCanvas, type Canvas } from '@core/compile/canvas';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { freshPart } from '@core/document/commands/thing';
import { blankPage, type Page, type Part } from '@core/document/page';
import { blankSite, type Site } from '@core/document/site';
import { PageWorker } from '../../services/page-worker';
import { Canvases } from './canvases';

const site = blankSite('s', 'S', 's');
const addresses = { pictures: '/p/', fonts: '/f/' };

function pageOf(count: number): Page {
  const blank = blankPage('p', 'P', '/p');
  const texts = Array.from({ length: count }, (_, at): [string, Part] => [`t${at}`, freshPart(site, 'text', [])]);
  const section = freshPart(
    site,
    'section',
    texts.map(([id]) => id),
  );
  const root = { ...blank.parts[blank.root]!, children: ['s'] };
  return { ...blank, parts: { ...Object.fromEntries(texts), s: section, [blank.root]: root } };
}

describe('the page compiled for the leaves', () => {
  let asked = 0;
  let answer: (site: Site, page: Page) => Promise<Canvas>;
  let canvases: Canvases;
  const compile = (of: Site, page: Page): Promise<Canvas> => {
    asked++;
    return answer(of, page);
  };

  beforeEach(() => {
    asked = 0;
    answer = (of, page) => Promise.resolve(compileCanvas(of, page, addresses));
    TestBed.configureTestingModule({ providers: [Canvases, { provide: PageWorker, useValue: { compile } }] });
    canvases = TestBed.inject(Canvases);
  });

  it('is there at once where it is small, and the same for three leaves', () => {
    const page = pageOf(20);
    const drawn: Canvas[] = [];
    for (const turn of [0, 1, 2]) canvases.whole(site, page, addresses, turn).subscribe((canvas) => drawn.push(canvas));
    expect(drawn.length).toBe(3);
    expect(drawn[1]).toBe(drawn[0]!);
    expect(drawn[0]!.html).toBe(compileCanvas(site, page, addresses).html);
    expect(asked).toBe(0);
  });

  it('is compiled by the worker where it is large, once for three leaves, which get it in turn', async () => {
    const page = pageOf(2000);
    const order: number[] = [];
    const drawn = await Promise.all(
      [2, 0, 1].map(async (turn) => {
        const canvas = await firstValueFrom(canvases.whole(site, page, addresses, turn));
        order.push(turn);
        return canvas;
      }),
    );
    expect(asked).toBe(1);
    expect(order).toEqual([0, 1, 2]);
    expect(new Set(drawn).size).toBe(1);
  });

  it('is compiled here when the worker fails', async () => {
    answer = () => Promise.reject(new Error('no worker'));
    const page = pageOf(1600);
    const canvas = await firstValueFrom(canvases.whole(site, page, addresses, 0));
    expect(canvas.html).toContain('data-part="t1599"');
  });

  it('is compiled anew for another page, another site and another screen', () => {
    const [page, other] = [pageOf(3), pageOf(4)];
    const htmlOf = (of: Site, one: Page, screen?: { width: number; height: number }): string => {
      let html = '';
      canvases
        .whole(of, one, { ...addresses, ...(screen && { unrolled: screen }) }, 0)
        .subscribe((canvas) => (html = canvas.html));
      return html;
    };
    expect(htmlOf(site, other)).not.toBe(htmlOf(site, page));
    expect(htmlOf({ ...site, language: 'de' }, page)).toContain('lang="de"');
    const tall = { ...page.parts['s']!, style: { wide: { normal: { 'min-height': '100vh' } } } };
    const full = { ...page, parts: { ...page.parts, s: tall } };
    expect(htmlOf(site, full, { width: 390, height: 844 })).not.toBe(htmlOf(site, full));
  });

  it('gives one patch for a change to all leaves drawn alike', () => {
    const before = pageOf(20);
    const edits: Edit[] = [
      { do: 'set', part: 't3', field: ['style', 'wide', 'normal', 'color'], value: 'rgb(1, 2, 3)' },
    ];
    const change = { before, after: applyEdits(site, before, edits).page, edits };
    const patch = canvases.patch(site, change, addresses);
    expect(patch.rules.get('t3')).toContain('color:rgb(1,2,3)');
    expect(canvases.patch(site, change, addresses)).toBe(patch);
    expect(canvases.patch(site, { ...change }, addresses)).not.toBe(patch);
  });
});
