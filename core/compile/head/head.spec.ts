import { pageOfAll, siteOfAll } from '../../document/testing/all-of-it';
import type { Page } from '../../document/page';
import { applyEdits } from '../../document/edits/apply';
import { compile, plainFiles } from '../compile';

// The Open Graph protocol, “Basic Metadata” (from memory): og:title, og:type, og:image and og:url; image a whole address.
describe('The head of a page', () => {
  const address = 'https://all.example/boats';
  const set = (page: Page, key: string, value: string | boolean): Page =>
    applyEdits(siteOfAll, page, [{ do: 'set', part: 'root', field: ['content', 'base', key], value }]).page;
  const headOf = (page: Page): Document =>
    new DOMParser().parseFromString(
      compile(siteOfAll, page, { ...plainFiles, pictures: '/files/', canonical: address }).html,
      'text/html',
    );
  const og = (document: Document): Record<string, string> =>
    Object.fromEntries(
      [...document.head.querySelectorAll<HTMLMetaElement>('meta[property^="og:"]')].map((one) => [
        one.getAttribute('property')!,
        one.content,
      ]),
    );

  it('says to whoever shares the page its title, address and picture, each whole and escaped', () => {
    const page = set(
      set(set(pageOfAll, 'title', 'Boats & "more" </title>'), 'description', 'Two <islands>'),
      'share',
      'shore',
    );
    expect(og(headOf(page))).toEqual({
      'og:title': 'Boats & "more" </title>',
      'og:type': 'website',
      'og:url': address,
      'og:site_name': 'All of it',
      'og:description': 'Two <islands>',
      'og:image': 'https://all.example/files/shore-1600.jpg',
      'og:image:alt': 'A shore at low tide',
    });
    expect(compile(siteOfAll, page, { ...plainFiles, canonical: address }).files.pictures).toContain('shore-1600.jpg');
  });

  it('says nothing of it where the page has no address yet, and leaves out what is not there', () => {
    const plain = new DOMParser().parseFromString(compile(siteOfAll, pageOfAll).html, 'text/html');
    expect(og(plain)).toEqual({});
    expect(Object.keys(og(headOf(set(pageOfAll, 'share', 'gone'))))).not.toContain('og:image');
  });

  // the value noindex of the robots meta element: common practice
  it('asks search engines to leave out what is to be kept out of them', () => {
    const robots = (page: Page): string | undefined =>
      headOf(page).head.querySelector<HTMLMetaElement>('meta[name=robots]')?.content;
    expect([robots(pageOfAll), robots(set(pageOfAll, 'unlisted', true))]).toEqual([undefined, 'noindex']);
    const whole = compile({ ...siteOfAll, unlisted: true }, pageOfAll).html;
    expect(whole).toContain('<meta name="robots" content="noindex">');
  });
});
