import { frameWith, type TestFrame } from '../../testing/frame';
import { isForWork, openAround } from './opened-items';

describe('What hides a part while one works in it', () => {
  let frame: TestFrame;
  const open = (ids: readonly string[], state: 'normal' | 'open' = 'normal'): void =>
    openAround(
      frame.document,
      ids.map((id) => frame.find(id)),
      state,
    );
  const isOpen = (id: string): boolean => frame.find(id).matches('[open], :popover-open');
  /** Whether the reader sees it: Chromium's own answer. */
  const seen = (id: string): boolean => frame.find(id).checkVisibility();

  beforeEach(() => {
    frame = frameWith(
      `<details data-part="outer"><summary>One</summary><details data-part="inner"><summary>Two</summary><p data-part="deep">Deep</p></details></details>
       <details data-part="begins" open><summary>Three</summary><p data-part="shown">Shown</p></details>
       <nav data-part="menu"><button popovertarget="list">Menu</button><div id="list" popover data-part="list"><a data-part="link" href="/">Link</a></div></nav>
       <nav data-part="row"><div popover data-part="flat"><a data-part="plain" href="/">Plain</a></div></nav>`,
      400,
      400,
      '[data-part="flat"]{display:contents}',
    );
  });
  afterEach(() => frame.remove());

  it('opens, item in item, and closes when one goes elsewhere', () => {
    expect(seen('deep')).toBeFalse();
    open(['deep']);
    expect([isOpen('outer'), isOpen('inner'), seen('deep')]).toEqual([true, true, true]);
    open(['inner']);
    expect([isOpen('outer'), isOpen('inner')]).toEqual([true, false]);
    open([]);
    expect([isOpen('outer'), isOpen('inner')]).toEqual([false, false]);
  });

  it('stays as the page has it where it is open by itself', () => {
    open(['shown']);
    open([]);
    expect(isOpen('begins')).toBeTrue();
    expect(frame.find('begins').getAttributeNames().sort()).toEqual(['data-part', 'open']);
  });

  it('is told apart from what the page says, so that an attribute of work is never taken for the page’s', () => {
    open(['deep']);
    expect(['open', 'data-opened', 'data-part'].map((name) => isForWork(frame.find('outer'), name))).toEqual([
      true,
      true,
      false,
    ]);
    expect(isForWork(frame.find('begins'), 'open')).toBeFalse();
    open([]);
    expect(frame.find('outer').getAttributeNames()).toEqual(['data-part']);
  });

  it('is the part itself in the state “open”, and not in any other', () => {
    open(['inner']);
    expect(isOpen('inner')).toBeFalse();
    open(['inner'], 'open');
    expect([isOpen('outer'), isOpen('inner')]).toEqual([true, true]);
    open(['inner']);
    expect([isOpen('outer'), isOpen('inner')]).toEqual([true, false]);
  });

  it('is a folded menu for its links, and no menu whose links stand in the page', () => {
    expect(seen('link')).toBeFalse();
    open(['link']);
    expect([isOpen('list'), seen('link')]).toEqual([true, true]);
    open(['link', 'deep']);
    expect([isOpen('list'), isOpen('outer')]).toEqual([true, true]);
    open(['menu']);
    expect(isOpen('list')).toBeFalse();
    open(['plain']);
    expect(isOpen('flat')).toBeFalse();
  });

  it('stays closed for a part that the page no longer has', () => {
    expect(() => openAround(frame.document, [null], 'open')).not.toThrow();
    expect(isOpen('outer')).toBeFalse();
  });
});
