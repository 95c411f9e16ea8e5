import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Page } from '@core/document/page';
import { baseOf } from '@core/document/breakpoint';
import { PageWorker } from '../../services/page-worker';
import { compileCanvas } from '@core/compile/canvas';
import { EditorOnly } from '../state/editor-only';
import { Requests } from '../state/requests';
import { Selection } from '../state/selection';
import { LocalSession, pageWith, workbenchWith } from '../testing/local-session';
import { loadWriting } from '../writing/writer';
import { Leaf } from './leaf';

describe('A leaf', () => {
  let session: LocalSession;
  let fixture: ComponentFixture<Leaf>;
  let selection: Selection;
  let answers: (() => void)[];

  async function open(page: Page): Promise<Document> {
    session = new LocalSession(page);
    answers = [];
    const compile: PageWorker['compile'] = (site, of, addresses) =>
      new Promise((go) => answers.push(() => go(compileCanvas(site, of, addresses))));
    TestBed.configureTestingModule({
      imports: [Leaf],
      providers: [...workbenchWith(session), { provide: PageWorker, useValue: { compile } }],
    });
    selection = TestBed.inject(Selection);
    fixture = TestBed.createComponent(Leaf);
    document.body.append(fixture.nativeElement);
    fixture.componentRef.setInput('breakpoint', baseOf(session.site()!.breakpoints));
    fixture.componentRef.setInput('scaled', 0.5);
    fixture.detectChanges();
    await fixture.whenStable();
    return fixture.nativeElement.querySelector('iframe').contentDocument;
  }
  const part = (inside: Document, id: string): HTMLElement => inside.querySelector(`[data-part="${id}"]`)!;
  const press = (on: HTMLElement, more: PointerEventInit = {}): void => {
    const at = on.getBoundingClientRect();
    const where = { clientX: at.left + 3, clientY: at.top + 3, bubbles: true, cancelable: true, ...more };
    on.dispatchEvent(new PointerEvent('pointerdown', { ...where, buttons: 1 }));
    on.dispatchEvent(new PointerEvent('pointerup', where));
  };
  const text = (words: string) => ({ kind: 'text', content: { text: words } });
  afterEach(() => fixture.destroy());

  it('draws the page at its screen’s width, without letting a script run', async () => {
    const inside = await open(pageWith([{ kind: 'heading', content: { text: 'Sailings' } }, text('At noon.')]));
    expect(part(inside, 'heading').textContent).toBe('Sailings');
    expect(inside.defaultView?.innerWidth).toBe(baseOf(session.site()!.breakpoints).preview.width);
    expect(fixture.nativeElement.querySelector('iframe').getAttribute('sandbox')).toBe('allow-same-origin');
  });

  it('patches an edit in: the elements that did not change stay the very same', async () => {
    const inside = await open(pageWith([text('At noon.'), text('At dusk.')]));
    const [first, second] = [part(inside, 'text'), part(inside, 'text2')];
    session.apply([{ do: 'set', part: 'text', field: ['content', 'base', 'text'], value: 'At eleven.' }]);
    expect(part(inside, 'text').textContent).toBe('At eleven.');
    expect(part(inside, 'text')).toBe(first);
    session.apply([{ do: 'set', part: 'text2', field: ['style', 'wide', 'normal', 'color'], value: 'rgb(1, 2, 3)' }]);
    expect(inside.defaultView!.getComputedStyle(second).color).toBe('rgb(1, 2, 3)');
    session.undo();
    session.undo();
    expect(part(inside, 'text').textContent).toBe('At noon.');
  });

  it('selects what is pressed, at its breakpoint; with Shift several; a locked part is passed by', async () => {
    const inside = await open(pageWith([text('At noon.'), text('At dusk.')]));
    press(part(inside, 'text'));
    expect(selection.selected()?.id).toBe('text');
    expect(selection.breakpoint()).toBe('wide');
    press(part(inside, 'text2'), { shiftKey: true });
    expect(selection.all()).toEqual(['text', 'text2']);
    TestBed.inject(EditorOnly).toggleLocked(['text']);
    press(part(inside, 'text'));
    expect(selection.selected()?.id).toBe('section');
  });

  it('opens the menu of the selection with what lies there, from the top down', async () => {
    const inside = await open(pageWith([text('At noon.')]));
    const piles: (readonly string[])[] = [];
    TestBed.inject(Requests).menus.subscribe(({ pile }) => piles.push(pile));
    const at = part(inside, 'text').getBoundingClientRect();
    const where = { clientX: at.left + 3, clientY: at.top + 3 };
    part(inside, 'text').dispatchEvent(new MouseEvent('contextmenu', { bubbles: true, cancelable: true, ...where }));
    expect(selection.selected()?.id).toBe('text');
    expect(piles).toEqual([['text', 'section', session.page()!.root]]);
  });

  it('follows no link and sends no form', async () => {
    const inside = await open(pageWith([{ kind: 'button', content: { text: 'Book', link: '/fares' } }]));
    const click = new MouseEvent('click', { bubbles: true, cancelable: true });
    part(inside, 'button').dispatchEvent(click);
    expect(click.defaultPrevented).toBeTrue();
  });

  it('keeps what somebody writes while the page is made anew, and draws the new page when they have done', async () => {
    const first = pageWith([text('At noon.'), text('At dusk.')]);
    const inside = await open(first);
    await loadWriting();
    TestBed.inject(Requests).writings.next({ part: 'text', breakpoint: 'wide' });
    const words = part(inside, 'text');
    expect(words.isContentEditable).toBeTrue();
    words.firstElementChild!.firstChild!.textContent = 'At noon precisely.'; // as a key would change it
    await new Promise((go) => setTimeout(go)); // mutation observers are called in microtasks
    const dusk = first.parts['text2']!;
    session.makeAnew({
      ...session.page()!,
      parts: { ...session.page()!.parts, text2: { ...dusk, content: { base: { text: 'At night.' } } } },
    });
    expect(part(inside, 'text')).toBe(words);
    expect(words.textContent).toBe('At noon precisely.');
    words.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true, cancelable: true }));
    expect(part(inside, 'text').textContent).toBe('At noon precisely.');
    expect(part(inside, 'text2').textContent).toBe('At night.');
  });

  it('draws a large page when the worker has compiled it, with what was changed meanwhile', async () => {
    const inside = await open(pageWith(Array.from({ length: 1600 }, (_, at) => text(`Line ${at}`))));
    expect(inside.querySelectorAll('[data-part]').length).toBe(0);
    session.apply([{ do: 'set', part: 'text7', field: ['content', 'base', 'text'], value: 'Changed meanwhile' }]);
    answers.forEach((answer) => answer());
    await new Promise((go) => setTimeout(go)); // the answers are passed on in microtasks
    expect(inside.querySelectorAll('[data-part]').length).toBe(1602);
    expect(part(inside, 'text7').textContent).toBe('Changed meanwhile');
  });
});
