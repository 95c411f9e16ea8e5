import { insertShared, keepSection } from '@core/document/commands/sharing/shared';
import { addressed } from '@core/document/edits/addressed';
import { sectionsOf } from '@core/document/frames/shown-frame';
import type { Page } from '@core/document/page';
import { idWithin, referencesOf } from '@core/document/seen/references';
import { seenPage } from '@core/document/seen/seen-page';
import type { Site } from '@core/document/site';
import { subtree } from '@core/document/tree';
import type { Stored } from '@core/api/pages';
import type { ChangedBesides } from '@core/api/releases';
import { ask } from '../testing/running';
import { until } from '../testing/until';
import { withServer } from '../testing/with-server';

describe('The sections a site keeps', () => {
  const at = withServer();

  const facts = { name: 'Foot', purpose: 'cards' as const };
  /** Shares a section of a page; its id. */
  async function share(page: string, part: string, id: string): Promise<string> {
    const edits = keepSection((await at.ada.open(page)).page, part, { ...facts, shared: true }, {});
    const named = edits.map((edit) =>
      'section' in edit && edit.do === 'share' ? { ...edit, section: { ...facts, id } } : edit,
    );
    expect((await at.ada.store(page, named)).status).toBe(200);
    return id;
  }
  /** What the site keeps besides the sections of its frame. */
  const besides = ({ sections = [], frames = [] }: Site): NonNullable<Site['sections']> =>
    sections.filter((one) => !frames.flatMap(sectionsOf).includes(one.id));
  const last = (page: Page): string => page.parts['root']!.children.at(-1)!;
  /** Puts a shared section at the end of a page; the part that stands for it. */
  async function put(page: string, id: string): Promise<string> {
    const { edits, made } = insertShared(
      (await at.ada.open(page)).page,
      { id },
      (await at.ada.open(page)).page.parts['root']!.children.length,
    );
    expect((await at.ada.store(page, edits)).status).toBe(200);
    return made;
  }
  const own = (page: string, part: string, ends = false) =>
    at.ada.store(page, [{ do: 'own', on: 'both', part, ...(ends && { ends }) }]);

  it('are copies of a page’s, and let go', async () => {
    const { page, site } = await at.ada.open('tidewick-home');
    const part = page.parts['root']!.children[2]!;
    expect(
      (await at.ada.store('tidewick-home', keepSection(page, part, { ...facts, shared: false }, site))).status,
    ).toBe(200);
    const kept = besides((await at.ada.open('tidewick-home')).site);
    expect(kept.map((one) => one.name)).toEqual(['Foot']);
    expect(Object.keys(kept[0]!.parts).some((id) => Object.hasOwn(page.parts, id))).toBeFalse(); // under ids of its own
    const gone = { do: 'remove', on: 'site', from: 'sections', id: kept[0]!.id } as const;
    expect((await at.ada.store('tidewick-lost', [gone])).status).toBe(200);
    expect((await at.ada.store('tidewick-lost', [gone])).status).toBe(422);
    expect(besides((await at.ada.open('tidewick-home')).site)).toEqual([]);
  });
  it('that are shared stand once: an edit of one page is heard on the others, and touches none of them', async () => {
    const before = await at.ada.open('tidewick-home');
    const id = await share('tidewick-home', last(before.page), 'foot-1');
    const stands = await put('tidewick-lost', id);
    const twice = await put('tidewick-lost', id);
    const heard: Stored[] = [];
    const stop = at.running.service.feed.listen({ page: 'tidewick-home', site: 'tidewick' }, (stored) =>
      heard.push(stored),
    );
    const lost = await at.ada.open('tidewick-lost');
    const section = lost.site.sections!.find((one) => one.id === id)!;
    const inner = section.parts[section.root]!.children[0]!;
    const set = (page: { site: Site; page: Page }, reference: string, property: string, value: string) =>
      addressed(page, [
        { do: 'set', part: idWithin(reference, inner), field: ['style', 'phone', 'normal', property], value },
      ]).edits;
    expect((await at.ada.store('tidewick-lost', set(lost, stands, 'opacity', '0.9'))).status).toBe(200);
    await until(() => heard.length > 0, 'it is not heard');
    stop();
    expect(heard.map(({ revision, edits }) => [revision, edits.length])).toEqual([[null, 1]]);
    const after = await at.ada.open('tidewick-home');
    expect(
      seenPage(after.site, after.page).parts[idWithin(section.root, inner)]?.style['phone']?.normal?.['opacity'],
    ).toBe('0.9');
    const both = await Promise.all([
      at.ada.store('tidewick-home', set(after, section.root, 'color', 'red')),
      at.ada.store('tidewick-lost', set(lost, twice, 'z-index', '3')),
    ]);
    // at once, from two pages: neither waits for the other for ever
    expect(both.map((one) => one.status)).toEqual([200, 200]);
    const { site, page } = await at.ada.open('tidewick-lost');
    const seen = seenPage(site, page);
    for (const reference of [stands, twice])
      expect(seen.parts[idWithin(reference, inner)]!.style['phone']!.normal).toEqual(
        jasmine.objectContaining({ opacity: '0.9', color: 'red', 'z-index': '3' }),
      );
    expect(page.parts[stands]!.style).toEqual({});
    expect((await at.ada.store('tidewick-lost', [{ do: 'remove', part: stands }])).status).toBe(200);
    expect((await at.ada.open('tidewick-home')).page.parts[section.root]).toBeDefined();
    const refused = await at.ada.store('tidewick-home', [
      { do: 'remove', part: section.root },
      { do: 'remove', on: 'site', from: 'sections', id },
    ]);
    expect(refused.status).toBe(422); // another page still shows it
    expect(refused.body).toContain('Lost property');
    expect((await own('tidewick-lost', twice)).status).toBe(200);
    expect((await own('tidewick-home', section.root, true)).status).toBe(200);
    const { page: home, site: without } = await at.ada.open('tidewick-home');
    expect(besides(without)).toEqual([]);
    expect(home.parts[inner]!.style['phone']!.normal).toEqual(
      jasmine.objectContaining({ opacity: '0.9', color: 'red' }),
    );
    await at.ada.store('tidewick-lost', [{ do: 'remove', part: twice }]);
  });
  it('go live on every live page that shares them, which is said before; what else was saved there does not', async () => {
    const next = async (page: string) =>
      (await at.ada.call('GET', `/pages/${page}/releases/next`)).json<ChangedBesides>().pages;
    const seen = async (path: string): Promise<string> =>
      (await ask(at.live.port, 'GET', path, { host: 'tidewick.localhost' })).body;
    const foot = (await at.ada.open('tidewick-home')).page.parts['root']!.children.at(-1)!;
    const id = await share('tidewick-home', foot, 'foot-2');
    await put('tidewick-lost', id);
    for (const page of ['tidewick-home', 'tidewick-lost', 'tidewick-fares'])
      expect((await at.ada.call('POST', `/pages/${page}/releases`, {})).status).toBe(201);
    expect(await next('tidewick-home')).toEqual([]);
    const { site } = await at.ada.open('tidewick-home');
    const words = Object.entries(besides(site)[0]!.parts).find(([, part]) => part.kind === 'text')![0];
    const value = 'New words below every page';
    await at.ada.store('tidewick-home', [
      { do: 'set', on: 'site', section: id, part: words, field: ['content', 'base', 'text'], value },
    ]);
    await at.ada.store('tidewick-lost', [
      { do: 'set', part: 'root', field: ['content', 'base', 'title'], value: 'A title saved and not published' },
    ]);
    expect(await next('tidewick-home')).toEqual([
      { title: jasmine.any(String), path: '/lost-property', because: 'section' },
    ]);
    expect(await seen('/lost-property')).not.toContain('New words below every page');
    expect((await at.ada.call('POST', '/pages/tidewick-home/releases', {})).status).toBe(201);
    expect(await seen('/')).toContain('New words below every page');
    expect(await seen('/lost-property')).toContain('New words below every page');
    expect(await seen('/lost-property')).not.toContain('A title saved and not published');
    expect(await seen('/fares')).not.toContain('New words below every page');
    expect(await next('tidewick-home')).toEqual([]);
    const { release } = await at.ada.open('tidewick-lost');
    expect(release!.sections!.map((one) => one.id)).toEqual(['header', 'footer', id]);
    expect((await own('tidewick-lost', last((await at.ada.open('tidewick-lost')).page))).status).toBe(200);
    expect((await own('tidewick-home', foot, true)).status).toBe(200);
  });
  it('are not all that a release takes along: what the site says goes live on every page it changes, which is said before', async () => {
    const next = async (page: string) =>
      (await at.ada.call('GET', `/pages/${page}/releases/next`)).json<ChangedBesides>();
    const style = async (path: string): Promise<string> => {
      const html = (await ask(at.live.port, 'GET', path, { host: 'oxbow-mill.localhost' })).body;
      return (
        await ask(at.live.port, 'GET', /\/files\/style-\w+\.css/.exec(html)![0], { host: 'oxbow-mill.localhost' })
      ).body;
    };
    const { id } = (
      await at.ada.call('POST', '/sites/mill/pages', { title: 'Twin', path: '/twin', copyOf: 'mill-home' })
    ).json<{ id: string }>();
    const { id: plain } = (await at.ada.call('POST', '/sites/mill/pages', { title: 'Plain', path: '/plain' })).json<{
      id: string;
    }>();
    const part = (await at.ada.open(id)).page.parts['root']!.children[0]!;
    await at.ada.store(id, [{ do: 'set', part, field: ['style', 'tablet', 'normal', 'letter-spacing'], value: '7px' }]);
    for (const page of ['mill-home', id, plain])
      expect((await at.ada.call('POST', `/pages/${page}/releases`, {})).status).toBe(201);
    expect(await next('mill-home')).toEqual({ site: false, pages: [] });
    const { site } = (await at.ada.call('GET', '/sites/mill')).json<{ site: Site }>();
    const breakpoints = site.breakpoints.map((one) => (one.id === 'phone' ? { ...one, limit: 555 } : one));
    await at.ada.setBreakpoints('mill-home', { breakpoints, heirs: {} });
    expect(await next('mill-home'))
      .withContext('Plain sets nothing on the phone')
      .toEqual({ site: true, pages: [{ title: 'Twin', path: '/twin', because: 'site' }] });
    expect(await style('/twin')).not.toContain('555px');
    await at.ada.call('POST', '/pages/mill-home/releases', {});
    expect(await style('/twin')).toContain('555px');
    expect(await next('mill-home')).toEqual({ site: false, pages: [] });
    const rest = breakpoints.filter((one) => one.id !== 'tablet');
    expect((await at.ada.setBreakpoints('mill-home', { breakpoints: rest, heirs: { tablet: 'phone' } })).status).toBe(
      200,
    );
    expect((await next('mill-home')).pages.map((one) => one.because)).toEqual(['site']);
    await at.ada.call('POST', '/pages/mill-home/releases', {});
    expect(await style('/twin'))
      .withContext('what was set at the tablet moves on pages that stay as they are, too')
      .toMatch(/@media[^{]*555px[^@]*letter-spacing:7px/);
  });
  it('are the same on a copy of a page, where everything else gets new ids', async () => {
    const { page } = await at.ada.open('tidewick-home');
    const part = page.parts['root']!.children[0]!;
    const id = await share('tidewick-home', part, 'head');
    const original = await at.ada.open('tidewick-home');
    const copyId = await at.ada.newPage('tidewick', '/a-copy-that-shares', 'tidewick-home');
    const copy = (await at.ada.open(copyId)).page;
    expect(Object.keys(copy.parts).filter((one) => one !== 'root' && Object.hasOwn(original.page.parts, one))).toEqual(
      [],
    );
    expect(referencesOf(copy).map(([, section]) => section)).toEqual([id]);
    const places = (of: Page): (string | undefined)[] =>
      subtree(of, of.root).map((one) => of.parts[one]!.attributes['id']);
    expect(places(copy)).toEqual(places(original.page)); // links to places on the page still lead there
    expect(Object.keys(copy.parts).length).toBe(Object.keys(original.page.parts).length);
    await at.ada.call('DELETE', `/pages/${copyId}`);
    expect((await own('tidewick-home', part, true)).status).toBe(200);
  });
});
