import { compile } from '../../compile/compile';
import { readPage, readSite } from '../edits/check/check-page';
import { blankPage, type Page } from '../page';
import { planted } from '../sections/planting';
import { blankSite, type Site } from '../site';

const frame = planted(
  { ...blankSite('s', 'S', 'site') },
  { kind: 'section', holds: [{ kind: 'page-title' }] },
  (kind) => kind,
);
const site: Site = readSite({
  ...blankSite('s', 'S', 'site'),
  sections: [{ id: 'head', name: 'Head', purpose: 'opening', shared: true, ...frame }],
  frames: [{ id: 'usual', name: 'Usual', before: ['head'], after: [] }],
});

/** A page in the frame that shows titles. */
function titled(title: string, more: Readonly<Record<string, unknown>> = {}): Page {
  const page = blankPage('p', title, '/p');
  const root = page.parts[page.root]!;
  const content = { base: { ...root.content.base, frame: 'usual', ...more } };
  return readPage(site, { ...page, parts: { [page.root]: { ...root, content } } });
}
/** The heading of a page as Chromium reads it: its words, and whether it is seen. */
function shownOn(page: Page): readonly [words: string, seen: boolean] {
  const { html, css } = compile(site, page);
  const parsed = new DOMParser().parseFromString(html, 'text/html');
  const frame = document.createElement('iframe');
  document.body.append(frame);
  frame.contentDocument!.body.innerHTML = `<style>${css}</style>${parsed.body.innerHTML}`;
  const heading = frame.contentDocument!.querySelector('h1')!;
  const seen: readonly [string, boolean] = [heading.textContent, heading.getClientRects().length > 0];
  frame.remove();
  return seen;
}

describe('The title of a page in its frame', () => {
  it('is that of each page', () => {
    expect(shownOn(titled('Fares'))).toEqual(['Fares', true]);
    expect(shownOn(titled('Lost & <found>'))).toEqual(['Lost & <found>', true]);
  });
  it('is left out where a page goes without', () => {
    expect(shownOn(titled('Fares', { untitled: true }))).toEqual(['Fares', false]);
    expect(shownOn(titled('Fares', { untitled: false }))).toEqual(['Fares', true]);
  });
});
