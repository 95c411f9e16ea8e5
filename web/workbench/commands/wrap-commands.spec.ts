import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { blankPage, type Page, type Part } from '@core/document/page';
import { Problem } from '@core/document/problem';
import { blankSite } from '@core/document/site';
import { PageSession } from '../../services/page-session';
import { Dialogs, type MovingCommand } from '../state/dialogs';
import { Holding } from '../state/holding';
import { Progress } from '../state/progress';
import { Requests } from '../state/requests';
import { Selection } from '../state/selection';
import { Commands } from './commands';
import { WrapCommands } from './wrap-commands';

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
  readonly titles = signal({});
  readonly notices = new Subject<string>();
  apply(edits: readonly Edit[]): boolean {
    this.page.set(applyEdits(site, this.page(), edits).page);
    return true;
  }

  idOnPage = (id: string): string => id;
}

describe('Wrapping and unwrapping', () => {
  let pages: Pages;
  let selection: Selection;
  let wrapping: WrapCommands;
  const answerLast = (agreed: boolean): void => asking?.answer(agreed);
  let asking: { readonly about: MovingCommand; readonly answer: (agreed: boolean) => void } | undefined;
  let said: string[];
  beforeEach(() => {
    pages = new Pages();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        ...[Selection, Holding, Commands, Requests, Progress, WrapCommands],
        { provide: PageSession, useValue: pages },
        {
          provide: Dialogs,
          useValue: {
            open: (_name: string, about: MovingCommand) =>
              new Promise((answer) => {
                asking = { about, answer };
              }),
          },
        },
      ],
    });
    selection = TestBed.inject(Selection);
    wrapping = TestBed.inject(WrapCommands);
    asking = undefined;
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
    selection.select('a');
    await meanwhile(wrapping.wrap(), [{ do: 'move', part: 'a', parent: 's', index: 1 }]);
    expect(holderOf('a').kind).toBe('container');
    expect(
      holderOf(Object.keys(pages.page().parts).find((id) => pages.page().parts[id]!.children.includes('a'))!).children
        .length,
    ).toBe(2);
    expect(pages.page().parts['s']!.children[0]).toBe('b');
  });
  it('do nothing to what was removed meanwhile', async () => {
    selection.select('a');
    await meanwhile(wrapping.wrap(), [{ do: 'remove', part: 'a' }]);
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
    selection.select('box');
    const until = async (holds: () => boolean): Promise<void> => {
      for (let tries = 0; tries < 200 && !holds(); tries++) await new Promise((go) => setTimeout(go, 50));
      expect(holds()).toBeTrue();
    };
    const work = wrapping.unwrap();
    await until(() => asking !== undefined);
    const first = asking;
    expect(first?.about.moved.length).toBeGreaterThan(0); // taking a box with a padding away moves something
    asking = undefined;
    pages.apply([{ do: 'remove', part: 'b' }]);
    first?.answer(true);
    await until(() => asking !== undefined || !Object.hasOwn(pages.page().parts, 'box')); // it was measured again
    answerLast(false);
    await work;
    // it is not put back by an edit made before
    expect(() => applyEdits(site, pages.page(), [{ do: 'remove', part: 'b' }])).toThrowError(Problem);
    expect(pages.page().parts['b']).toBeUndefined();
  });
});
