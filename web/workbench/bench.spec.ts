import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { blankPage, type Page, type Part } from '@core/document/page';
import { Problem } from '@core/document/problem';
import { blankSite } from '@core/document/site';
import { PageSession } from '../services/page-session';
import { Bench } from './bench';

const site = blankSite('s', 'S', 'site');
const blank = blankPage('p', 'P', '/');
const part = (kind: string, tag: string, children: string[], text = ''): Part => ({
  kind,
  tag,
  children,
  classes: [],
  style: {},
  content: { base: text === '' ? {} : { text } },
  attributes: {},
});
const page: Page = {
  ...blank,
  parts: {
    root: { ...blank.parts['root']!, children: ['s'] },
    s: part('section', 'section', ['a', 'b']),
    a: part('text', 'p', [], 'A'),
    b: part('text', 'p', [], 'B'),
  },
};

/** A session that knows edits and nothing of a server. */
class Pages {
  readonly site = signal(site);
  readonly page = signal(page);
  readonly notices = new Subject<string>();
  apply(edits: readonly Edit[]): boolean {
    this.page.set(applyEdits(site, this.page(), edits).page);
    return true;
  }
}

describe('Wrapping and unwrapping', () => {
  let pages: Pages;
  let bench: Bench;
  let said: string[];
  beforeEach(() => {
    pages = new Pages();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), Bench, { provide: PageSession, useValue: pages }],
    });
    bench = TestBed.inject(Bench);
    said = [];
    pages.notices.subscribe((one) => said.push(one));
  });

  /** Somebody else's edit, which comes while the ways are measured. */
  const meanwhile = async (work: Promise<void>, edits: readonly Edit[]): Promise<void> => {
    pages.apply(edits);
    await work;
  };
  const holderOf = (id: string): Part => Object.values(pages.page().parts).find((one) => one.children.includes(id))!;

  it('hold for the page as it is when they are done: what came in meanwhile stands where it was put', async () => {
    bench.select('a');
    await meanwhile(bench.wrap(), [{ do: 'move', part: 'a', parent: 's', index: 1 }]);
    expect(holderOf('a').kind).toBe('container');
    expect(
      holderOf(Object.keys(pages.page().parts).find((id) => pages.page().parts[id]!.children.includes('a'))!).children
        .length,
    ).toBe(2);
    expect(pages.page().parts['s']!.children[0]).toBe('b');
  });
  it('do nothing to what was removed meanwhile', async () => {
    bench.select('a');
    await meanwhile(bench.wrap(), [{ do: 'remove', part: 'a' }]);
    expect(pages.page().parts['s']!.children).toEqual(['b']);
  });
  it('ask again where the page changed while the question was open', async () => {
    const box = part('container', 'div', ['a', 'b']);
    pages.page.set({
      ...page,
      parts: {
        ...page.parts,
        s: { ...page.parts['s']!, children: ['box'] },
        box: {
          ...box,
          style: { wide: { normal: { display: 'flex', 'flex-direction': 'row', 'padding-top': '40px' } } },
        },
      },
    });
    bench.select('box');
    await bench.unwrap();
    const doubt = bench.doubt();
    if (!doubt) throw new Error('Taking a box with a padding away moves something, and that was not said.');
    bench.doubt.set(undefined);
    pages.apply([{ do: 'remove', part: 'b' }]);
    doubt.go();
    for (let tries = 0; tries < 100 && !bench.doubt() && Object.hasOwn(pages.page().parts, 'box'); tries++)
      await new Promise((go) => setTimeout(go, 50));
    expect(() => applyEdits(site, pages.page(), [{ do: 'remove', part: 'b' }])).toThrowError(Problem); // it is not put back by an edit made before
    expect(pages.page().parts['b']).toBeUndefined();
  });
});
