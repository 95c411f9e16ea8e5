import { signal } from '@angular/core';
import { Subject } from 'rxjs';
import { contentFrom } from '@core/document/content';
import { pageOfSection } from '@core/document/sections/kept-section';
import { planted } from '@core/document/sections/planting';
import type { Page } from '@core/document/page';
import { blankSite, type Site } from '@core/document/site';
import { Drafts } from '../../services/drafts';
import { frameWith, type TestFrame } from '../../testing/frame';
import type { LeafPainter } from '../canvas/leaf-painter';
import { PlainWriting } from './plain-writing';
import type { PlainPage } from './written-page';

describe('Writing on the page', () => {
  const site = blankSite('s', 'S', 'site');
  const tree = {
    kind: 'section',
    holds: [
      { kind: 'heading', content: { text: 'Sailings' } },
      { kind: 'text', content: { text: 'At noon.' } },
      { kind: 'image' },
    ],
  };
  const plain = pageOfSection(planted(site, tree, (kind) => kind));
  const varied: Page = {
    ...plain,
    parts: {
      ...plain.parts,
      heading: { ...plain.parts['heading']!, content: { base: { text: 'Sailings' }, phone: { text: 'Boats' } } },
    },
  };
  let frame: TestFrame;
  let made: string[];
  const drafts = new Drafts();

  function writerOn(
    page: Page,
    breakpoint: string,
  ): { writer: PlainWriting; painter: { writing: string | undefined } } {
    const painter = {
      writing: undefined,
      document: frame.document,
      element: (id: string) => frame.find(id),
      partAt: (target: EventTarget | null) =>
        (target as HTMLElement | null)?.closest('[data-part]')?.getAttribute('data-part') ?? undefined,
    };
    const written: PlainPage = {
      session: {
        page: signal<Page | undefined>(page),
        site: signal<Site | undefined>(site),
        notices: new Subject(),
        drafts,
      },
      selection: { select: (id) => void made.push(`select ${id}`) },
      commands: {
        setContent: (id, key, text, from) => made.push(`${id}.${key}@${from}: ${String(text)}`) > 0,
      },
    };
    // what a writer asks of a painter
    return { writer: new PlainWriting(painter as unknown as LeafPainter, written, breakpoint), painter };
  }
  const type = (element: HTMLElement, text: string): void => {
    element.textContent = text;
    element.dispatchEvent(new InputEvent('input', { bubbles: true }));
  };
  const press = (key: string, held: KeyboardEventInit = {}): KeyboardEvent =>
    new KeyboardEvent('keydown', { key, cancelable: true, ...held });

  beforeEach(() => {
    made = [];
    frame = frameWith(
      '<h2 data-part="heading">Sailings</h2><p data-part="text">At noon.</p><img data-part="image" alt="">',
    );
  });
  afterEach(() => frame.remove());

  it('opens one text for writing, all of it selected, and stores it when one is done', () => {
    const { writer, painter } = writerOn(plain, 'wide');
    writer.begin('heading');
    expect(frame.find('heading').isContentEditable).toBeTrue();
    expect(frame.document.getSelection()?.toString()).toBe('Sailings');
    expect(painter.writing).withContext('the leaf leaves it alone meanwhile').toBe('heading');
    type(frame.find('heading'), 'Winter\u00a0sailings');
    writer.end();
    expect(made).toEqual(['select heading', 'heading.text@base: Winter sailings']);
    expect(frame.find('heading').hasAttribute('contenteditable')).toBeFalse();
    expect([writer.isWriting, painter.writing]).toEqual([false, undefined]);
  });

  it('stores nothing where nothing was changed, and opens nothing that has no text of its own', () => {
    const { writer } = writerOn(plain, 'wide');
    writer.begin('heading');
    writer.end();
    writer.begin('image');
    writer.begin('nobody');
    expect(writer.isWriting).toBeFalse();
    expect(made).toEqual(['select heading']);
  });

  it('ends with Escape, with Ctrl and Enter in a text of lines, and leaves other keys to the text', () => {
    const { writer } = writerOn(plain, 'wide');
    expect(writer.keyed(press('Enter')))
      .withContext('nothing is written')
      .toBeFalse();
    for (const ending of [press('Escape'), press('Enter', { ctrlKey: true })]) {
      writer.begin('text');
      expect(writer.keyed(press('a'))).toBeTrue();
      expect(writer.keyed(press('Enter'))).toBeTrue();
      expect(writer.isWriting).toBeTrue();
      writer.keyed(ending);
      expect(ending.defaultPrevented).toBeTrue();
      expect(writer.isWriting).toBeFalse();
    }
  });

  it('writes where the wording of the leaf stands: at the base, or at a breakpoint that has its own', () => {
    frame.find('heading').innerHTML =
      '<span class="_at-wide" style="display:none">Sailings</span><span class="_at-phone">Boats</span>';
    for (const [breakpoint, from] of [
      ['phone', 'phone'],
      ['tablet', 'base'],
    ] as const) {
      expect(contentFrom(site, varied.parts['heading']!, breakpoint, 'text')).toBe(from);
      const { writer } = writerOn(varied, breakpoint);
      made = [];
      writer.begin('heading');
      // what is open for writing has the focus
      type(frame.document.activeElement as HTMLElement, `Written on ${breakpoint}`);
      writer.end();
      expect(made.at(-1)).toBe(`heading.text@${from}: Written on ${breakpoint}`);
    }
  });

  it('ends with the one before when another is begun, and when the focus leaves', () => {
    const { writer } = writerOn(plain, 'wide');
    writer.begin('heading');
    type(frame.find('heading'), 'One');
    writer.begin('text');
    expect(made).toContain('heading.text@base: One');
    expect(writer.holds(frame.find('text'))).toBeTrue();
    expect(writer.holds(frame.find('heading'))).toBeFalse();
    type(frame.find('text'), 'Two');
    frame.find('text').dispatchEvent(new FocusEvent('blur'));
    expect(made).toContain('text.text@base: Two');
    expect(writer.isWriting).toBeFalse();
  });
});
