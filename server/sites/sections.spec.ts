import type { Edit } from '@core/document/edits/edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { subtree } from '@core/document/tree';
import type { ChangedBesides } from '@core/api/releases';
import { ask } from '../testing/running';
import { withServer } from '../testing/with-server';

describe('The sections a site keeps', () => {
  const at = withServer();

  const keep = (page: string, part: string, shared: boolean, name = 'Kept') =>
    at.ada.call('POST', `/pages/${page}/sections`, { part, name, purpose: 'cards', shared });
  it('are kept from a page, and let go', async () => {
    const { page } = await at.ada.open('tidewick-home');
    const part = page.parts['root']!.children[2]!;
    const kept = (await keep('tidewick-home', part, false)).json<{ sections: Site['sections'] }>().sections!;
    expect(kept.map((one) => one.name)).toEqual(['Kept']);
    expect(Object.keys(kept[0]!.parts).some((id) => Object.hasOwn(page.parts, id))).toBeFalse(); // under ids of its own
    expect((await keep('tidewick-home', 'root', false)).status).toBe(422);
    expect((await keep('tidewick-home', part, false, ' ')).status).toBe(400);
    expect(
      (await at.ada.call('DELETE', `/sites/tidewick/sections/${kept[0]!.id}`)).json<{ sections: unknown[] }>().sections,
    ).toEqual([]);
    expect((await at.ada.call('DELETE', `/sites/tidewick/sections/${kept[0]!.id}`)).status).toBe(404);
  });
  it('that are shared change on every page that has them, there and on the site, and each page’s log says so', async () => {
    const before = await at.ada.open('tidewick-home');
    const part = before.page.parts['root']!.children.at(-1)!;
    const [section] = (await keep('tidewick-home', part, true, 'Foot')).json<{ sections: Site['sections'] }>()
      .sections!;
    expect((await keep('tidewick-home', part, true)).status).toBe(422);
    const other = await at.ada.open('tidewick-lost');
    const put: Edit[] = [
      {
        do: 'insert',
        parent: 'root',
        index: other.page.parts['root']!.children.length,
        root: section!.root,
        parts: section!.parts,
      },
    ];
    expect((await at.ada.store('tidewick-lost', put)).status).toBe(200);
    const heard: string[] = [];
    const stop = at.running.service.feed.listen('tidewick-home', (stored) => heard.push(JSON.stringify(stored.edits)));
    const inner = section!.parts[section!.root]!.children[0]!;
    expect(
      (
        await at.ada.store('tidewick-lost', [
          { do: 'set', part: inner, field: ['style', 'phone', 'normal', 'opacity'], value: '0.9' },
        ])
      ).status,
    ).toBe(200);
    stop();
    const after = await at.ada.open('tidewick-home');
    expect(after.page.parts[inner]?.style['phone']?.normal?.['opacity']).toBe('0.9');
    expect(after.revision).toBe(before.revision + 1);
    expect(heard.length).toBe(1);
    expect(after.site.sections![0]!.parts[inner]?.style['phone']?.normal?.['opacity']).toBe('0.9');
    const both = await Promise.all(
      ['tidewick-home', 'tidewick-lost'].map((id, index) =>
        at.ada.store(id, [
          {
            do: 'set',
            part: inner,
            field: ['style', 'phone', 'normal', index === 0 ? 'color' : 'z-index'],
            value: index === 0 ? 'red' : '3',
          },
        ]),
      ),
    );
    expect(both.map((one) => one.status)).toEqual([200, 200]); // at once, from two pages: neither waits for the other for ever
    const styles = await Promise.all(
      ['tidewick-home', 'tidewick-lost'].map(
        async (id) => (await at.ada.open(id)).page.parts[inner]?.style['phone']?.normal,
      ),
    );
    expect(styles[0]).toEqual({ ...styles[0], opacity: '0.9', color: 'red', 'z-index': '3' });
    expect(styles[1]).toEqual(styles[0]);
    await at.ada.call('DELETE', `/sites/tidewick/sections/${section!.id}`);
    expect((await at.ada.store('tidewick-lost', [{ do: 'remove', part: section!.root }])).status).toBe(200);
    expect(Object.hasOwn((await at.ada.open('tidewick-home')).page.parts, section!.root)).toBeTrue();
  });
  it('go live on every live page that shares them, which is said before; what else was saved there does not', async () => {
    const next = async (page: string) =>
      (await at.ada.call('GET', `/pages/${page}/releases/next`)).json<ChangedBesides>().pages;
    const seen = async (path: string): Promise<string> =>
      (await ask(at.live.port, 'GET', path, { host: 'tidewick.localhost' })).body;
    const foot = (await at.ada.open('tidewick-home')).page.parts['root']!.children.at(-1)!;
    const [kept] = (await keep('tidewick-home', foot, true, 'Foot')).json<{ sections: Site['sections'] }>().sections!;
    const { page: lost } = await at.ada.open('tidewick-lost');
    await at.ada.store('tidewick-lost', [
      {
        do: 'insert',
        parent: 'root',
        index: lost.parts['root']!.children.length,
        root: kept!.root,
        parts: kept!.parts,
      },
    ]);
    for (const page of ['tidewick-home', 'tidewick-lost', 'tidewick-fares'])
      expect((await at.ada.call('POST', `/pages/${page}/releases`, {})).status).toBe(201);
    expect(await next('tidewick-home')).toEqual([]);
    const words = Object.entries(kept!.parts).find(([, part]) => part.kind === 'text')![0];
    await at.ada.store('tidewick-home', [
      { do: 'set', part: words, field: ['content', 'base', 'text'], value: 'New words below every page' },
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
    await at.ada.call('DELETE', `/sites/tidewick/sections/${kept!.id}`);
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
    await at.ada.call('PUT', '/sites/mill/breakpoints', { breakpoints, heirs: {}, rehearsal: false });
    expect(await next('mill-home'))
      .withContext('Plain sets nothing on the phone')
      .toEqual({ site: true, pages: [{ title: 'Twin', path: '/twin', because: 'site' }] });
    expect(await style('/twin')).not.toContain('555px');
    await at.ada.call('POST', '/pages/mill-home/releases', {});
    expect(await style('/twin')).toContain('555px');
    expect(await next('mill-home')).toEqual({ site: false, pages: [] });
    const rest = breakpoints.filter((one) => one.id !== 'tablet');
    expect(
      (
        await at.ada.call('PUT', '/sites/mill/breakpoints', {
          breakpoints: rest,
          heirs: { tablet: 'phone' },
          rehearsal: false,
        })
      ).status,
    ).toBe(200);
    expect((await next('mill-home')).pages.map((one) => one.because)).toEqual(['site']);
    await at.ada.call('POST', '/pages/mill-home/releases', {});
    expect(await style('/twin'))
      .withContext('what was set at the tablet moves on pages that stay as they are, too')
      .toMatch(/@media[^{]*555px[^@]*letter-spacing:7px/);
  });
  it('keep their ids on a copy of a page, where everything else gets new ones', async () => {
    const original = await at.ada.open('tidewick-home');
    const part = original.page.parts['root']!.children[0]!;
    const [section] = (await keep('tidewick-home', part, true, 'Head')).json<{ sections: Site['sections'] }>()
      .sections!;
    const made = (
      await at.ada.call('POST', '/sites/tidewick/pages', {
        title: 'A copy',
        path: '/a-copy-that-shares',
        copyOf: 'tidewick-home',
      })
    ).json<{ id: string }>();
    const copy = (await at.ada.open(made.id)).page;
    const same = Object.keys(copy.parts).filter((id) => id !== 'root' && Object.hasOwn(original.page.parts, id));
    expect(new Set(same)).toEqual(new Set(Object.keys(section!.parts)));
    const places = (page: Page): (string | undefined)[] =>
      subtree(page, page.root).map((id) => page.parts[id]!.attributes['id']);
    expect(places(copy)).toEqual(places(original.page)); // links to places on the page still lead there
    expect(Object.keys(copy.parts).length).toBe(Object.keys(original.page.parts).length);
    await at.ada.call('DELETE', `/pages/${made.id}`);
    await at.ada.call('DELETE', `/sites/tidewick/sections/${section!.id}`);
  });
});
