import { applyBatch } from '../edits/batch';
import { keepSection } from '../commands/sharing/shared';
import { blankSite, type Site } from '../site';
import { textOf } from '../text/changed-blocks';
import { page as pageWith, heading } from '../../review/testing/reviewed';
import { countLinks, leadingFrom, relinkedParts, relinkedSite } from './leading-to';

describe('What leads to a page', () => {
  const fares = { id: 'fares', path: '/fares' };
  const says = [
    { text: 'See ' },
    { text: 'fares', link: { to: 'page:fares#dogs' } },
    { text: ', ' },
    { text: 'prices', link: { to: '/fares/?a=1' } },
    { text: ' or ' },
    { text: 'boats', link: { to: '/fares-of-boats' } },
  ];
  const page = pageWith({
    h: heading('h1'),
    b: { kind: 'button', content: { base: { text: 'Go', link: 'page:fares' } } },
    p: { kind: 'button', content: { base: { text: 'Go', link: '/fares' } } },
    o: { kind: 'button', content: { base: { text: 'Go', link: 'page:fares-2' } } },
    t: { kind: 'text', content: { base: { text: textOf([{ tag: 'p', says }]) } } },
  });
  const site: Site = {
    ...blankSite('s', 'S', 'sx'),
    menus: [
      {
        id: 'main',
        name: 'Main',
        entries: {
          a: { to: 'page:fares', title: 'Fares', place: 0 },
          b: { to: '/boats', place: 1 },
          c: { to: '/fares#dogs', text: 'Dogs', under: 'a', place: 0 },
        },
      },
      { id: 'foot', name: 'Foot', entries: { x: { to: '/fares-of-boats', place: 0 } } },
    ],
  };

  it('are links by its id and by its path, wherever they stand, and nothing like it', () => {
    expect(countLinks(page.parts, fares)).toBe(4);
    expect(countLinks(page.parts, { id: 'none', path: '/none' })).toBe(0);
    expect(leadingFrom(site, fares)).toEqual({ menus: ['Main'], sections: [] });
  });

  it('leads elsewhere when it is to, each field set once; what else a text says stays', () => {
    const edits = relinkedParts(page.parts, fares, 'page:boats');
    expect(new Set(edits.map((one) => `${one.part} ${one.field.join(' ')}`)).size).toBe(edits.length);
    const after = applyBatch({ site, page }, edits).page;
    expect(countLinks(after.parts, fares)).toBe(0);
    expect(countLinks(after.parts, { id: 'boats', path: '/boats' })).toBe(4);
    const said = JSON.stringify(after.parts['t']!.content.base['text']);
    for (const word of ['See ', 'prices', '/fares-of-boats']) expect(said).toContain(word);
    expect(after.parts['o']).toEqual(page.parts['o']!);
    expect(relinkedParts(page.parts, fares, 'page:fares')).toEqual([]); // would never end
  });

  it('stays where it leads to a place on the page, if that only moves', () => {
    const moved = applyBatch({ site, page }, relinkedSite(site, fares, 'page:new', true)).site.menus![0]!;
    expect(Object.values(moved.entries).map((one) => one.to)).toEqual(['page:new', '/boats', '/fares#dogs']);
  });

  it('leads elsewhere from menus and from kept sections, too', () => {
    const kept = keepSection(page, 's', { name: 'Prices', purpose: 'contact', shared: true }, site);
    const both = applyBatch({ site, page }, kept);
    expect(leadingFrom(both.site, fares).sections).toEqual(['Prices']);
    const after = applyBatch(both, relinkedSite(both.site, fares, 'page:boats')).site;
    expect(leadingFrom(after, fares)).toEqual({ menus: [], sections: [] });
    const { entries } = after.menus![0]!;
    expect([entries['a'], entries['c']]).toEqual([
      { to: 'page:boats', place: 0 }, // it says the title of the page it leads to
      { to: 'page:boats', text: 'Dogs', under: 'a', place: 0 },
    ]);
    expect(after.menus![1]).toEqual(site.menus![1]!);
  });
});
