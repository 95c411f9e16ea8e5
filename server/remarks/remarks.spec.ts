import { rmSync } from 'node:fs';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { nanoid } from 'nanoid';
import type { PreviewLink, PreviewLinks, Shown } from '@core/api/preview-links';
import type { Remark, Remarks, ShownRemarks } from '@core/api/remarks';
import type { SiteHistory } from '@core/api/history';
import { PreviewLinks as LinkTable, Previews } from '../database/entities';
import { hold } from '../testing/holding';
import { ask, Client, type Answer } from '../testing/running';
import { withTwoServers } from '../testing/with-server';
import { restoreLinks } from './links';

describe('Links for a client', () => {
  const at = withTwoServers();
  let client: Client;
  beforeAll(() => (client = new Client(at.running.port)));

  const make = (link: object, site = 'tidewick') =>
    at.ada.call('POST', `/sites/${site}/links`, { name: 'For the harbour master', days: 7, ...link });
  const made = async (link: object = {}): Promise<PreviewLink> => (await make(link)).json<PreviewLink>();
  const keyOf = (link: PreviewLink): string => link.address!.split('#')[1]!;
  const open = async (link: PreviewLink, word?: string): Promise<Answer> => {
    for (let tries = 0; ; tries++) {
      const answer = await client.call('POST', '/shown', { key: keyOf(link), ...(word !== undefined && { word }) });
      if (answer.status !== 503 || tries > 300) return answer; // it is being made ready
      await new Promise((go) => setTimeout(go, 20));
    }
  };
  const shown = async (link: PreviewLink, word?: string): Promise<Shown> => (await open(link, word)).json<Shown>();
  const look = (facts: Shown, path: string): Promise<Answer> =>
    ask(at.live.port, 'GET', path, { host: new URL(facts.origin).host });
  const partOn = (html: string): string => /<h1[^>]* data-part="([^"]+)"/.exec(html)![1]!;
  const said = async (link: PreviewLink, more: object = {}): Promise<Answer> => {
    const facts = await shown(link);
    const part = partOn((await look(facts, '/')).body);
    const words = { words: 'Bigger, please', by: 'Ines', page: 'tidewick-home', part, x: 0.5, y: 0.25, width: 390 };
    return client.call('PUT', '/shown/remarks', {
      key: keyOf(link),
      pass: facts.pass,
      id: nanoid(),
      ...words,
      ...more,
    });
  };
  const list = async (): Promise<PreviewLinks> => (await at.ada.call('GET', '/sites/tidewick/links')).json();
  const remarks = async (page?: string): Promise<readonly Remark[]> =>
    (await at.ada.call('GET', `/sites/tidewick/remarks${page === undefined ? '' : `?page=${page}`}`)).json<Remarks>()
      .remarks;

  it('show the whole site as it is now to whoever has one, without an account, and follow what is stored', async () => {
    const link = await made();
    expect(link.address).toMatch(new RegExp(`^http://localhost:${at.running.port}/shown#[\\w-]{43}$`));
    const facts = await shown(link);
    expect([facts.site, facts.name, facts.release]).toEqual(['Tidewick Ferries', 'For the harbour master', null]);
    expect(facts.pages[0]).toEqual(jasmine.objectContaining({ id: 'tidewick-home', path: '/' }));
    expect(facts.pages.length).toBe(4);
    const page = await look(facts, '/');
    expect(page.status).toBe(200);
    expect(page.headers['x-robots-tag']).toContain('noindex');
    expect(page.headers['content-security-policy']).toContain(
      `frame-ancestors 'self' http://localhost:${at.running.port}`,
    );
    const css = /href="(\/files\/style-[^"]+)"/.exec(page.body)![1]!;
    expect((await look(facts, css)).status).toBe(200);
    const stamp = (await look(facts, '/_stamp')).body;
    const part = partOn(page.body);
    const { site, page: home } = await at.ada.open('tidewick-home');
    expect(site.name).toBe(facts.site);
    const own = Object.keys(home.parts).find((id) => id === part);
    expect(own).toBe(part);
    await at.ada.store('tidewick-home', [
      { do: 'set', part, field: ['content', 'base', 'text'], value: 'Five boats a day' },
    ]);
    for (let tries = 0; tries < 300 && (await look(facts, '/_stamp')).body === stamp; tries++)
      await new Promise((go) => setTimeout(go, 20));
    expect((await look(facts, '/')).body).toContain('Five boats a day');
  });

  it('show one page alone where one is named, and a release as it was', async () => {
    const one = await shown(await made({ page: 'tidewick-fares' }));
    expect(one.pages.map((page) => page.id)).toEqual(['tidewick-fares']);
    expect((await look(one, '/fares')).status).toBe(200);
    for (const path of ['/', '/timetable', '/index.html']) {
      const answer = await look(one, path);
      expect([answer.status, answer.body.includes('Tidewick')])
        .withContext(path)
        .toEqual([404, false]);
    }
    const release = await shown(await made({ release: 1 }));
    expect([release.release, release.pages.map((page) => page.id)]).toEqual([1, ['tidewick-home']]);
    const html = (await look(release, '/')).body;
    expect(html).toContain('data-part="');
    expect(html).not.toContain('Five boats a day');
    const live = await ask(at.live.port, 'GET', '/', { host: 'tidewick.localhost' });
    expect(html.replace(/ data-part="[^"]*"/g, '').replace(/<script type="module"[^>]*><\/script>/g, '')).toContain(
      /<h1.*?<\/h1>/s.exec(live.body)![0],
    );
    expect(live.body).not.toContain('data-part');
  });

  it('refuse what isn’t there, and what is no link', async () => {
    for (const [link, status] of [
      [{ page: 'mill-home' }, 422], // another site’s
      [{ page: 'nobody' }, 422],
      [{ release: 99 }, 422],
      [{ release: 1, page: 'tidewick-fares' }, 422], // not in it
      [{ days: 0 }, 400],
      [{ days: 366 }, 400],
      [{ days: 1.5 }, 400],
      [{ name: '  ' }, 400],
      [{ word: 'abc' }, 400],
      [{ site: 'mill' }, 400],
    ] as const)
      expect((await make(link)).status)
        .withContext(JSON.stringify(link))
        .toBe(status);
    for (const key of ['', 'x'.repeat(43), "' OR 1=1 --", '../../'])
      expect([400, 404])
        .withContext(key)
        .toContain((await client.call('POST', '/shown', { key })).status);
  });

  it('ask for a word where they have one; another word closes them for whoever had opened them', async () => {
    const link = await made({ word: 'low tide' });
    expect((await open(link)).status).toBe(401);
    expect((await open(link, 'high tide')).refusal().problem).toBe('This isn’t the password.');
    const facts = await shown(link, 'low tide');
    expect((await look(facts, '/')).status).toBe(200);
    expect((await at.ada.call('PATCH', `/sites/tidewick/links/${link.id}`, { word: 'spring tide' })).status).toBe(204);
    expect((await look(facts, '/')).status).toBe(404);
    const asked = { key: keyOf(link), pass: facts.pass };
    expect((await client.call('POST', '/shown/remarks', asked)).status).toBe(401);
    expect((await open(link, 'low tide')).status).toBe(401);
    expect((await look(await shown(link, 'spring tide'), '/')).status).toBe(200);
    expect((await at.ada.call('PATCH', `/sites/tidewick/links/${link.id}`, { word: null })).status).toBe(204);
    expect((await open(link)).status).toBe(200);
    expect((await at.ada.call('PATCH', `/sites/tidewick/links/${link.id}`, {})).status).toBe(400);
    expect((await at.ada.call('PATCH', `/sites/mill/links/${link.id}`, { name: 'Mine' })).status).toBe(404);
  });

  it('end when they say, at the live host too, and can be made to last longer', async () => {
    const link = await made();
    const facts = await shown(link);
    const { database } = at.running.service;
    await database.getRepository(LinkTable).update({ id: link.id }, { ends: new Date(Date.now() - 1000) });
    expect((await open(link)).refusal().problem).toContain('has ended');
    // the live host is told when a link ends as it is made
    expect((await at.ada.call('PATCH', `/sites/tidewick/links/${link.id}`, { days: 3 })).status).toBe(204);
    expect((await open(link)).status).toBe(200);
    expect((await look(facts, '/')).status).toBe(200);
  });

  it('taken back, stop at once and leave what was said', async () => {
    const link = await made({ name: 'For the crew' });
    expect((await said(link, { words: 'Where is the anchor?' })).status).toBe(201);
    const facts = await shown(link);
    expect((await at.ada.call('DELETE', `/sites/tidewick/links/${link.id}`)).status).toBe(204);
    expect((await look(facts, '/')).status).toBe(404);
    expect((await open(link)).status).toBe(404);
    const remark = (await remarks()).find((one) => one.words === 'Where is the anchor?');
    expect([remark?.link, remark?.by]).toEqual([null, 'Ines']);
    expect((await list()).links.map((one) => one.name)).not.toContain('For the crew');
    const { entries } = (await at.ada.call('GET', '/sites/tidewick/history')).json<SiteHistory>();
    expect(entries.flatMap((one) => one.lines)).toContain('took the link “For the crew” back');
    expect((await at.ada.call('DELETE', `/sites/tidewick/links/${link.id}`)).status).toBe(404);
  });

  it('are served again after the folder of the live host was lost', async () => {
    const [draft, release] = [await made(), await made({ release: 1 })];
    const all = [await shown(draft), await shown(release)];
    rmSync(join(at.running.service.config.liveFolder, 'previews'), { recursive: true });
    for (const facts of all) expect((await look(facts, '/')).status).toBe(404);
    await restoreLinks(at.running.service);
    for (const link of [draft, release]) expect((await look(await shown(link), '/')).status).toBe(200);
  });

  it('are not served again by who changes one while another takes it back', async () => {
    const link = await made();
    const before = await shown(link);
    const route = `/sites/tidewick/links/${link.id}`;
    await Promise.all([
      at.ada.call('PATCH', route, { days: 9 }),
      at.there.call('PATCH', route, { word: 'neap tide' }),
      at.ada.call('DELETE', route),
      at.there.call('PATCH', route, { days: 3 }),
    ]);
    const folders = await readdir(join(at.running.service.config.liveFolder, 'previews'));
    const rows = await at.running.service.database.getRepository(LinkTable).find();
    const previews = await at.running.service.database.getRepository(Previews).find();
    const known = [...rows.map((one) => one.pass), ...previews.map((one) => one.token)];
    expect(folders.filter((one) => /^[0-9a-f]{32}$/.test(one) && !known.includes(one))).toEqual([]);
    expect((await look(before, '/')).status).toBe(404);
    expect(rows.map((one) => one.id)).not.toContain(link.id);
  });

  it('are put right when a server starts that was killed before it told the live host', async () => {
    const [changed, gone] = [await made(), await made()];
    const [first, second] = [await shown(changed), await shown(gone)];
    const links = at.running.service.database.getRepository(LinkTable);
    await links.update({ id: changed.id }, { pass: 'c'.repeat(32) });
    await links.delete({ id: gone.id });
    expect((await look(first, '/')).status).toBe(200); // nobody has told it yet
    await restoreLinks(at.running.service);
    for (const facts of [first, second]) expect((await look(facts, '/')).status).toBe(404);
    const now = await shown(changed);
    expect(now.pass).toBe('c'.repeat(32));
    expect((await look(now, '/')).status).toBe(200);
  });

  describe('and remarks on them', () => {
    it('name part, place and breakpoint, are answered, settled and opened again, and heard through either server', async () => {
      const link = await made({ name: 'For Ines' });
      const remark = (await said(link)).json<Remark>();
      expect(remark).toEqual(
        jasmine.objectContaining({ words: 'Bigger, please', x: 0.5, y: 0.25, breakpoint: 'phone', width: 390 }),
      );
      expect(remark.about).not.toBe('');
      const heard = new Promise<string>((done) =>
        at.other.service.feed.listenToSaid('tidewick-home', () => done('heard')),
      );
      const answer = { id: nanoid(), words: 'Done' };
      const route = `/sites/tidewick/remarks/${remark.id}`;
      for (let times = 0; times < 2; times++)
        expect((await at.ada.call('PUT', `${route}/answers`, answer)).status).toBe(201); // sent twice, stored once
      expect(await heard).toBe('heard');
      const { pass } = await shown(link);
      const own = { key: keyOf(link), pass };
      const back = { ...own, remark: remark.id, id: nanoid(), words: 'Thank you', by: 'Ines' };
      expect((await client.call('PUT', '/shown/answers', back)).status).toBe(201);
      const [seen] = (await client.call('POST', '/shown/remarks', own)).json<ShownRemarks>().remarks;
      expect(seen!.answers.map((one) => [one.words, one.by, one.studio])).toEqual([
        ['Done', 'Ada Lindqvist', true],
        ['Thank you', 'Ines', false],
      ]);
      expect((await at.ada.call('PATCH', route, { settled: true })).json<Remark>().settled?.by).toBe('Ada Lindqvist');
      expect((await at.ada.call('PATCH', route, { settled: false })).json<Remark>().settled).toBeNull();
      expect((await at.ada.call('DELETE', route)).status).toBe(204);
      expect((await at.ada.call('DELETE', route)).status).toBe(404);
    });

    it('are kept once however often they are sent, also at the same moment', async () => {
      const link = await made();
      const id = nanoid();
      const sent = await Promise.all([1, 2, 3].map(() => said(link, { id, words: 'Once' })));
      expect(sent.map((one) => one.status)).toEqual([201, 201, 201]);
      expect((await remarks()).filter((one) => one.id === id).length).toBe(1);
      const other = await made();
      expect((await said(other, { id, words: 'Mine now' })).status).toBe(400);
      expect((await remarks()).find((one) => one.id === id)?.words).toBe('Once');
    });

    it('are not kept on a link that is taken back in the same moment', async () => {
      const { database } = at.running.service;
      const link = await made();
      await shown(link);
      const held = await hold(database, `DELETE FROM preview_links WHERE id = '${link.id}'`);
      const answer = said(link, { words: 'Too late' });
      await held.waitedFor();
      await held.letGo();
      expect((await answer).status).toBe(404);
      expect((await remarks()).some((one) => one.words === 'Too late')).toBeFalse();
    });

    it('have each answer once, and the last of as many as there may be also where it is sent again', async () => {
      const link = await made();
      const [remark, other] = [(await said(link)).json<Remark>(), (await said(link)).json<Remark>()];
      const put = (to: Remark, id: string): Promise<Answer> =>
        at.ada.call('PUT', `/sites/tidewick/remarks/${to.id}/answers`, { id, words: 'Seen' });
      const ids = Array.from({ length: 101 }, () => nanoid());
      const first = await Promise.all(ids.slice(0, 100).map((id) => put(remark, id)));
      expect(new Set(first.map((one) => one.status))).toEqual(new Set([201]));
      expect((await put(remark, ids[99]!)).json<Remark>().answers.length).toBe(100);
      expect((await put(remark, ids[100]!)).status).toBe(422);
      expect((await put(other, ids[0]!)).status).toBe(400);
    });

    it('of one link are not seen on another, nor answered there', async () => {
      const [mine, other] = [await made(), await made()];
      const remark = (await said(mine)).json<Remark>();
      const { pass } = await shown(other);
      const own = { key: keyOf(other), pass };
      expect((await client.call('POST', '/shown/remarks', own)).json<ShownRemarks>().remarks).toEqual([]);
      const answer = { ...own, remark: remark.id, id: nanoid(), words: 'Hello', by: 'Mallory' };
      expect((await client.call('PUT', '/shown/answers', answer)).status).toBe(404);
      const wrong = { key: keyOf(mine), pass };
      expect((await client.call('POST', '/shown/remarks', wrong)).status).toBe(401);
    });

    it('keep what they say as it is, however it is meant, and refuse what is none', async () => {
      const link = await made();
      const words = '<script>alert(1)</script>\n\u202e{{constructor}} تذاكر 船 \u{1f6a2}';
      expect((await said(link, { words })).json<Remark>().words).toBe(words);
      for (const [more, status] of [
        [{ page: 'mill-home' }, 422],
        [{ page: '__proto__' }, 400],
        [{ part: '"><img>' }, 400],
        [{ x: 2 }, 400],
        [{ width: 0 }, 400],
        [{ words: ' ' }, 400],
        [{ words: 'x'.repeat(4001) }, 400],
        [{ by: '' }, 400],
        [{ id: 'a' }, 400],
        [{ site: 'mill' }, 400],
      ] as const)
        expect((await said(link, more)).status)
          .withContext(JSON.stringify(more).slice(0, 60))
          .toBe(status);
      expect((await said(link, { part: 'constructor' })).json<Remark>().about).toBe(''); // of no part that is there
    });

    it('wait while a site is archived', async () => {
      const link = await made();
      await shown(link);
      await at.ada.call('PUT', '/sites/tidewick/archived', { archived: true });
      try {
        expect((await said(link)).status).toBe(403);
        expect((await open(link)).status).toBe(200);
      } finally {
        await at.ada.call('PUT', '/sites/tidewick/archived', { archived: false });
      }
      expect((await said(link)).status).toBe(201);
    });

    it('go with their site, and nothing is served for its links', async () => {
      const { id } = (
        await at.ada.call('POST', '/sites', {
          ...{ name: 'Short lived', host: 'short-lived', language: 'en', home: 'Home', breakpoints: 'three' },
        })
      ).json<{ id?: string }>();
      if (id === undefined) return fail('no site was begun');
      const link = (await make({}, id)).json<PreviewLink>();
      const facts = await shown(link);
      expect((await look(facts, '/')).status).toBe(200);
      await at.ada.call('DELETE', `/sites/${id}`, { name: 'Short lived' });
      expect((await look(facts, '/')).status).toBe(404);
      expect((await open(link)).status).toBe(404);
    });
  });
});
