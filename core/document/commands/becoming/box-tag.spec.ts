import { compile } from '../../../compile/compile';
import { applyBatch } from '../../edits/batch';
import type { AnyEdit } from '../../edits/site-edit';
import type { Page } from '../../page';
import { Problem } from '../../problem';
import { blankSite } from '../../site';
import { pageHolding, plainPart as part } from '../../testing/plain-part';
import { parentOf } from '../../tree';
import { duplicate } from '../arrange';
import { tagEdits, tagsFor } from './box-tag';
import { clipOf } from '../clipboard/clip';
import { paste } from '../clipboard/paste';
import { place, type Target } from '../place';
import { newThing } from '../thing';
import { waysToUnwrap, waysToWrap } from '../wrap';

const site = blankSite('s', 'Site', 'site');
const page = pageHolding({
  cards: part('container', 'div', { children: ['one', 'two'], name: 'Cards' }),
  one: part('container', 'article', { children: ['words'] }),
  two: part('container', 'div', { children: [] }),
  words: part('text', 'p', { content: { base: { text: 'Daylight' } } }),
});
const on = (at: Page, edits: readonly AnyEdit[]): Page => applyBatch({ site, page: at }, edits).page;
const tags = (at: Page): string[] => ['cards', 'one', 'two', 'words'].map((id) => at.parts[id]!.tag);

describe('A box that becomes a list', () => {
  const list = on(page, tagEdits(page, 'cards', 'ul'));

  it('has its boxes as items, and plain boxes again when it is one no more', () => {
    expect(tags(list)).toEqual(['ul', 'li', 'li', 'p']);
    expect(tags(on(list, tagEdits(list, 'cards', 'ol')))).toEqual(['ol', 'li', 'li', 'p']);
    expect(tags(on(list, tagEdits(list, 'cards', 'figure')))).toEqual(['figure', 'div', 'div', 'p']);
    expect(list.parts['cards']!.name).toBe('Cards');
    expect(tagsFor(list, 'one')).toContain('li');
    expect(tagsFor(page, 'one')).not.toContain('li');
  });

  it('looks as the box did: no bullets, no margins, no indent of the browser’s', () => {
    const boxes = (of: Page): string[] => {
      const { html, css } = compile(site, of);
      const frame = document.createElement('iframe');
      document.body.append(frame);
      frame.contentDocument!.write(html.replace(/<link rel="stylesheet"[^>]*>/, `<style>${css}</style>`));
      frame.contentDocument!.close();
      const all = [...frame.contentDocument!.querySelectorAll('section *')].map((one) => {
        const { left, top, width, height } = one.getBoundingClientRect();
        const style = frame.contentWindow!.getComputedStyle(one);
        return [left, top, width, height, style.display, style.listStyleType === 'disc' ? '' : 'none'].join(' ');
      });
      frame.remove();
      return all;
    };
    const plain = boxes(page).map((one) => one.replace(/none$/, ''));
    expect(boxes(list).map((one) => one.replace(/none$/, ''))).toEqual(plain);
    expect(boxes(list)[0]).toMatch(/none$/);
  });

  it('can be none where it holds something else, which is named', () => {
    expect(() => tagEdits(page, 'one', 'ul')).toThrowError(Problem, /“Daylight” is none/);
  });
});

describe('What comes into a list', () => {
  const list = on(page, tagEdits(page, 'cards', 'ul'));
  const outside = (root: string): Target => ({ where: 'inside', parent: root, index: 0 });
  const inList = (index: number): Target => ({ where: 'inside', parent: 'cards', index });
  const itemsOf = (at: Page): string[] => at.parts['cards']!.children.map((id) => at.parts[id]!.tag);
  /** HTML on lists (4.4.5 to 4.4.8): they hold items alone, and items stand in them alone. */
  const isSound = (at: Page): boolean =>
    new DOMParser()
      .parseFromString(compile(site, at).html, 'text/html')
      .querySelector(':is(ul, ol) > :not(li), :not(ul, ol) > li') === null;

  it('is an item, be it new, moved, pasted or duplicated; a title stands in one', () => {
    const box = newThing(site, 'container');
    const title = newThing(site, 'heading');
    const both = on(on(list, place(site, list, box, inList(0))), place(site, list, title, inList(2)));
    expect(itemsOf(both)).toEqual(['li', 'li', 'li', 'li']);
    expect(both.parts[parentOf(both, title.root)!]!.tag).toBe('li');
    expect(isSound(both)).toBeTrue();

    const moved = on(list, place(site, list, { part: 'words' }, inList(0)));
    expect(itemsOf(moved)).toEqual(['li', 'li', 'li']);
    expect(isSound(moved)).toBeTrue();

    const clip = clipOf(site, list, ['one', 'two'])!;
    const pasted = on(list, paste(site, list, clip, 'two').edits);
    expect(itemsOf(pasted)).toEqual(['li', 'li', 'li', 'li']);
    expect(isSound(pasted)).toBeTrue();
    expect(itemsOf(on(list, duplicate(list, 'one').edits))).toEqual(['li', 'li', 'li']);
  });

  it('stays where it is as what it is when it is moved within it', () => {
    const edits = place(site, list, { part: 'one' }, inList(2));
    expect(edits.map((one) => one.do)).toEqual(['move']);
    expect(on(list, edits).parts['cards']!.children).toEqual(['two', 'one']);
  });

  it('is a plain box again once it is out of it, by moving, pasting, or the list being taken away', () => {
    const section = parentOf(list, 'cards')!;
    const moved = on(list, place(site, list, { part: 'one' }, outside(section)));
    expect(moved.parts['one']!.tag).toBe('div');
    expect(isSound(moved)).toBeTrue();

    const clip = clipOf(site, list, ['one', 'two'])!;
    expect(isSound(on(list, paste(site, list, clip, 'cards', outside(section)).edits))).toBeTrue();

    const { ways } = waysToUnwrap(site, list, 'cards');
    for (const way of ways) expect(isSound(on(list, way.edits))).toBeTrue();
  });

  it('is an item with a row or a box around items, which are plain boxes in there', () => {
    const box = newThing(site, 'container');
    const beside = on(list, place(site, list, box, { where: 'beside', part: 'one', side: 'left' }));
    expect(itemsOf(beside)).toEqual(['li', 'li']);
    expect(isSound(beside)).toBeTrue();
    for (const way of waysToWrap(site, list, ['one', 'two']).ways) expect(isSound(on(list, way.edits))).toBeTrue();
  });
});
