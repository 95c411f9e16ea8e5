import { readPage, readSite } from '../edits/check/check-page';
import { readyLooks } from './looks';
import { breakpointSets } from './breakpoint-sets';
import { linksOfPart } from '../links/links';
import { fares, lostProperty, timetable } from '../../../demo/tidewick-pages';
import { home, tidewick } from '../../../demo/tidewick';
import { pageHolding, plainPart } from '../testing/plain-part';
import { compile, plainFiles } from '../../compile/compile';
import { placesOf } from '../../compile/places';
import { blankPage } from '../page';
import { copyOfSite, newSite } from './new-site';
import { framed } from './ready-frame';

describe('A new site', () => {
  const facts = { id: 's', name: 'Site', host: 'site', language: 'en' };

  it('is one that can be stored, with any set of breakpoints and any look', () => {
    for (const { id } of breakpointSets)
      for (const look of [undefined, ...readyLooks.map((one) => one.name)]) {
        const site = newSite({ ...facts, breakpoints: id, look });
        expect(readSite(site)).withContext(`${id} ${look}`).toEqual(site);
        expect(Object.keys(site.elements).length > 0).toBe(look !== undefined);
      }
  });

  it('has a first page in a page frame: with the name of the site, its menu and a footer, which hold at every width', () => {
    for (const { id } of breakpointSets) {
      const { site, page } = framed(newSite({ ...facts, breakpoints: id }), blankPage('first', 'Home', '/'));
      expect(readSite(site)).withContext(id).toEqual(site);
      expect(readPage(site, page)).withContext(id).toEqual(page);
      const { html } = compile(site, page, { ...plainFiles, ...placesOf([page]) });
      expect(html).toMatch(/<header[^]*<nav[^>]*>[^]*<a[^>]* aria-current="page"[^>]*>Home<[^]*<\/header>[^]*<footer/);
      expect(html).toMatch(/<a [^>]*href="\/"[^>]*>Site<\/a>/);
    }
  });

  it('says which of what it is to begin with is not there', () => {
    expect(() => newSite({ ...facts, breakpoints: 'nine' })).toThrowError(/no such set/);
    expect(() => newSite({ ...facts, breakpoints: 'three', look: 'Nobody’s' })).toThrowError(/no such look/);
  });
});

describe('A copy of a site', () => {
  const pages = [home, fares, lostProperty, timetable];
  const copy = copyOfSite(
    { site: tidewick, pages },
    { id: 'other', name: 'Other', host: 'other' },
    (id) => `copy-${id}`,
  );

  it('has all its pages, each as it was but for its id and where its links lead', () => {
    expect(readSite(copy.site)).toEqual(copy.site);
    for (const [index, page] of copy.pages.entries()) {
      expect(readPage(copy.site, page)).toEqual(page);
      const back = JSON.parse(JSON.stringify(page).replaceAll('page:copy-', 'page:')) as unknown;
      expect(back).toEqual({ ...pages[index], id: `copy-${pages[index]!.id}` });
    }
  });

  it('leads to its own pages everywhere, never to those of the other', () => {
    const links = [...copy.pages, ...(copy.site.sections ?? [])].flatMap(({ parts }) =>
      Object.values(parts).flatMap((part) => linksOfPart(part).map((one) => one.to)),
    );
    const toPages = links.filter((one) => one.startsWith('page:'));
    expect(toPages.length).toBeGreaterThan(1);
    expect(toPages.every((one) => one.startsWith('page:copy-'))).toBeTrue();
  });

  it('puts several links of one text, also those that lead to places, and leaves those of no page of it', () => {
    const to = (link: string, text: string) => ({ text, link: { to: link } });
    const page = {
      ...pageHolding({
        words: plainPart('heading', 'h2', {
          content: {
            base: {
              text: [
                to('page:a#top', 'One'),
                ' ',
                to('page:b', 'two'),
                ' ',
                to('page:gone', 'three'),
                ' ',
                to('/b', 'four'),
              ],
            },
            phone: { text: [to('page:b', 'two')] },
          },
        }),
      }),
      id: 'a',
    };
    const [made] = copyOfSite(
      { site: tidewick, pages: [page, { ...page, id: 'b', path: '/b' }] },
      tidewick,
      (id) => `n${id}`,
    ).pages;
    expect(linksOfPart(made!.parts['words']!).map((one) => one.to)).toEqual([
      'page:na#top',
      'page:nb',
      'page:gone',
      '/b',
      'page:nb',
    ]);
  });
});
