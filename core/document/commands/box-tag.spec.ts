import { compile } from '../../compile/compile';
import { applyBatch } from '../edits/batch';
import type { AnyEdit } from '../edits/site-edit';
import type { Page } from '../page';
import { Problem } from '../problem';
import { blankSite } from '../site';
import { pageHolding, plainPart as part } from '../testing/plain-part';
import { tagEdits, tagsFor } from './box-tag';

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
