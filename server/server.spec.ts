import type { Breakpoint } from '@core/document/breakpoint';
import { nanoid } from 'nanoid';
import type { Leaving } from '@core/document/commands/breakpoints';
import { settled } from '@core/document/seen/settled';
import type { Edit } from '@core/document/edits/edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { entities, Pages } from './database/entities';
import { ask, Client, type Opened } from './testing/running';
import { until } from './testing/until';
import { withServer } from './testing/with-server';

interface Log {
  readonly log: readonly { readonly revision: number; readonly id: string; readonly edits: readonly Edit[] }[];
}

const title = (value: string): Edit[] => [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value }];

describe('The editor’s server', () => {
  const at = withServer();

  const open = (page: string): Promise<Opened> => at.ada.open(page);
  const store = (page: string, base: number, edits: readonly Edit[], id = nanoid()) =>
    at.ada.store(page, edits, base, id);
  const newPage = (path: string, copyOf?: string): Promise<string> => at.ada.newPage('tidewick', path, copyOf);

  it('has tables that are those of its entities', async () => {
    expect(entities.length).toBeGreaterThan(0);
    const drift = await at.running.service.database.driver.createSchemaBuilder().log();
    const meant = drift.upQueries.map((one) => one.query).filter((query) => !/CONSTRAINT|INDEX/.test(query));
    expect(meant).toEqual([]);
  });

  describe('signing in', () => {
    it('refuses a wrong password and an unknown address alike', async () => {
      const somebody = new Client(at.running.port);
      const wrong = await somebody.signIn('ada@studio.example', 'no');
      const unknown = await somebody.signIn('nobody@studio.example', 'no');
      expect([wrong.status, unknown.status]).toEqual([401, 401]);
      expect(wrong.body).toBe(unknown.body);
      expect((await somebody.call('POST', '/session', { email: 'not a mail address', password: 'x' })).status).toBe(
        400,
      );
    });
    it('ends with signing out', async () => {
      const somebody = new Client(at.running.port);
      await somebody.signIn('ada@studio.example', 'paper-and-ink');
      expect((await somebody.call('GET', '/session')).status).toBe(200);
      await somebody.call('DELETE', '/session');
      expect((await somebody.call('GET', '/session')).status).toBe(401);
    });
  });

  describe('breakpoints', () => {
    it('are added, renamed and removed; what was set at one that goes moves to its heir on every page, or goes', async () => {
      const { site } = (await at.ada.call('GET', '/sites/observatory')).json<{ site: Site }>();
      const rows = await at.running.service.database.getRepository(Pages).findBy({ site: site.id });
      const page = rows[0]!;
      const part = page.written.parts['root']!.children[0]!;
      await store(page.id, page.revision, [
        { do: 'set', part, field: ['style', 'tablet', 'normal', 'z-index'], value: '7' },
      ]);
      const huge: Breakpoint = {
        id: 'huge',
        name: 'Huge',
        side: 'up',
        limit: 1600,
        preview: { width: 1920, height: 1080 },
      };
      const rest = site.breakpoints
        .filter((one) => one.id !== 'tablet')
        .map((one) => (one.id === 'phone' ? { ...one, name: 'Pocket' } : one));
      const change = { breakpoints: [...rest, huge], heirs: { tablet: 'phone' } };
      const asked = await at.ada.call('POST', '/sites/observatory/breakpoints/leaving', { ...change, heirs: {} });
      const lost = asked.json<{ leaving: { title: string; values: Leaving[] }[] }>().leaving;
      expect(lost.flatMap((one) => one.values)).toContain({
        words: jasmine.stringContaining('z-index 7 at Tablet: is deleted'),
        goes: true,
      });
      expect((await open(page.id)).site.breakpoints.length).toBe(3); // a question changes nothing
      const done = (await at.ada.setBreakpoints(page.id, change)).json<Log>().log.at(-1)!;
      const after = await open(page.id);
      expect(after.site.breakpoints.map((one) => one.name)).toEqual(['Wide', 'Pocket', 'Huge']);
      const meant = settled(after.site, after.page);
      expect(meant.parts[part]?.style['phone']?.normal?.['z-index']).toBe('7');
      expect(JSON.stringify(meant)).not.toContain('"tablet"');
      expect(done.revision).toBeNull(); // pages stay as they are stored
      const set = (breakpoint: string, value: string) =>
        store(page.id, after.revision, [{ do: 'set', part, field: ['style', breakpoint, 'normal', 'z-index'], value }]);
      expect((await set('nowhere', '8')).status).toBe(422);
      expect((await set('tablet', '8')).status).toBe(200); // who had not heard of it yet loses nothing
      const then = await open(page.id);
      expect(settled(then.site, then.page).parts[part]?.style['phone']?.normal?.['z-index']).toBe('8');
      expect(
        (
          await store(page.id, after.revision, [
            { do: 'set', part, field: ['style', 'huge', 'normal', 'z-index'], value: '9' },
          ])
        ).status,
      ).toBe(200);
    });
    it('that cannot be are refused, and those of others are not found', async () => {
      const { site } = (await at.ada.call('GET', '/sites/tidewick')).json<{ site: Site }>();
      for (const wrong of [
        [],
        [site.breakpoints[1]],
        [...site.breakpoints, { ...site.breakpoints[1]!, id: 'twin' }],
        [{ ...site.breakpoints[0]!, id: 'base' }],
      ])
        expect(
          (await at.ada.call('POST', '/sites/tidewick/breakpoints/leaving', { breakpoints: wrong, heirs: {} })).status,
        ).toBe(400);
      const limit = { do: 'set', on: 'site', field: ['breakpoints', 'phone', 'limit'], value: 1024 };
      const twin = await at.ada.call('POST', '/pages/tidewick-home/edits', { id: nanoid(), base: 0, edits: [limit] });
      expect(twin.status).toBe(422);
      expect(twin.refusal().problem).toContain('Two breakpoints end at 1024 px');
      const base = { do: 'remove', on: 'site', from: 'breakpoints', id: 'wide' };
      const none = await at.ada.call('POST', '/pages/tidewick-home/edits', { id: nanoid(), base: 0, edits: [base] });
      expect(none.status).toBe(422);
      const ben = new Client(at.running.port);
      await ben.signIn('ben@elsewhere.example', 'another-studio');
      expect(
        (await ben.call('POST', '/sites/tidewick/breakpoints/leaving', { breakpoints: site.breakpoints, heirs: {} }))
          .status,
      ).toBe(404);
    });
  });

  it('refuses changes that another origin asks for', async () => {
    for (const origin of ['http://evil.example', 'http://tidewick.localhost:4300', ''])
      expect((await at.ada.call('POST', '/pages/tidewick-home/releases', {}, { origin })).status).toBe(403);
  });

  describe('pages', () => {
    it('are made blank or as a copy, renamed and deleted', async () => {
      const blank = await newPage('/blank');
      expect(Object.keys((await open(blank)).page.parts)).toEqual(['root']);
      const copy = await newPage('/copy', 'tidewick-home');
      expect(Object.keys((await open(copy)).page.parts).length).toBe(
        Object.keys((await open('tidewick-home')).page.parts).length,
      );
      const rename = (value: string) => at.ada.store(copy, [{ do: 'set', part: 'root', field: ['path'], value }]);
      expect((await rename('/other-copy')).status).toBe(200);
      expect((await open(copy)).page.path).toBe('/other-copy');
      const listed = async () =>
        (await at.ada.call('GET', '/sites/tidewick'))
          .json<{ pages: { id: string; former: string[]; livePath: string | null }[] }>()
          .pages.find((one) => one.id === copy);
      expect((await listed())?.former).toEqual(['/copy']);
      await at.ada.call('POST', `/pages/${copy}/releases`, {});
      await rename('/copy');
      expect(await listed()).toEqual(jasmine.objectContaining({ former: ['/other-copy'], livePath: '/other-copy' }));
      const taken = await at.ada.store(copy, [
        { do: 'set', part: 'root', field: ['name'], value: 'Not stored' },
        { do: 'set', part: 'root', field: ['path'], value: '/blank' },
      ]);
      expect([taken.status, taken.refusal().code, taken.body.includes('/blank')]).toEqual([409, 'path-taken', true]);
      expect((await open(copy)).page).toEqual(
        jasmine.objectContaining({
          path: '/copy',
          parts: jasmine.objectContaining({ root: jasmine.objectContaining({ kind: 'page' }) }),
        }),
      );
      expect((await open(copy)).page.parts['root']?.name).not.toBe('Not stored');
      for (let count = 0; count < 25; count++) await rename(`/copy-${count}`);
      expect((await listed())?.former).toEqual(
        ['/copy', ...Array.from({ length: 24 }, (_, n) => `/copy-${n}`)].slice(-20),
      );
      await Promise.all([
        rename('/raced'),
        at.ada.store(blank, [{ do: 'set', part: 'root', field: ['path'], value: '/raced' }]),
      ]);
      expect(
        [(await open(copy)).page.path, (await open(blank)).page.path].filter((one) => one === '/raced').length,
      ).toBe(1);
      expect((await at.ada.call('DELETE', `/pages/${copy}`)).status).toBe(204);
      expect((await at.ada.call('GET', `/pages/${copy}`)).status).toBe(404);
    });
    it('never share a path, and have one that is safe', async () => {
      const taken = await at.ada.call('POST', '/sites/tidewick/pages', { title: 'Again', path: '/' });
      expect(taken.status).toBe(409);
      expect(taken.body).toContain('has a page at / already');
      for (const path of ['fares', '/../x', '/Fares', '/a//b', '/files', '/files/x', '/a b', '//evil.example'])
        expect((await at.ada.call('POST', '/sites/tidewick/pages', { title: 'X', path })).status)
          .withContext(path)
          .toBe(400);
    });
  });

  describe('edits', () => {
    it('are stored before they are answered, and once however often they are sent', async () => {
      const page = await newPage('/once');
      const id = nanoid();
      const first = (await store(page, 0, title('First'), id)).json<Log>();
      const again = (await store(page, 0, title('First'), id)).json<Log>();
      expect(first.log.map((one) => one.revision)).toEqual([1]);
      expect(again).toEqual(first);
      const row = await at.running.service.database.getRepository(Pages).findOneByOrFail({ id: page });
      expect(row.revision).toBe(1);
      expect(row.title).toBe('First');
      expect((await at.ada.open(page)).page.parts['root']?.content.base['title']).toBe('First');
    });
    it('of two people merge; one that no longer fits is refused with its place', async () => {
      const page = await newPage('/two', 'tidewick-fares');
      const { page: document } = await open(page);
      const [section] = document.parts['root']!.children;
      await store(page, 0, [{ do: 'remove', part: section! }]);
      const merged = (await store(page, 0, title('Both'))).json<Log>();
      expect(merged.log.map((one) => one.revision)).toEqual([1, 2]);
      const late = await store(page, 0, [{ do: 'set', part: section!, field: ['name'], value: 'Gone' }]);
      expect(late.status).toBe(422);
      expect(late.refusal().place).toEqual({ part: section! });
      expect((await open(page)).revision).toBe(2);
    });
    it('sent at once by many all arrive', async () => {
      const page = await newPage('/many');
      await Promise.all(Array.from({ length: 12 }, (_, at) => store(page, 0, title(`Title ${at}`))));
      expect((await open(page)).revision).toBe(12);
    });
    it('that are no edits, or hostile ones, change nothing', async () => {
      const page = await newPage('/hostile');
      const bad: readonly unknown[] = [
        { id: nanoid(), base: 0, edits: [] },
        { id: '../../x', base: 0, edits: title('X') },
        { id: nanoid(), base: -1, edits: title('X') },
        { id: nanoid(), base: 0, edits: [{ do: 'set', part: 'root', field: ['path'], value: '/X y' }] },
        {
          id: nanoid(),
          base: 0,
          edits: [
            { do: 'set', part: 'root', field: ['style', 'wide', 'normal', 'color'], value: 'red;}*{display:none' },
          ],
        },
        { id: nanoid(), base: 0, edits: [{ do: 'set', part: '__proto__', field: ['name'], value: 'x' }] },
        {
          id: nanoid(),
          base: 0,
          edits: [{ do: 'set', part: 'root', field: ['attributes', 'onload'], value: 'alert(1)' }],
        },
      ];
      for (const batch of bad)
        expect([400, 422])
          .withContext(JSON.stringify(batch))
          .toContain((await at.ada.call('POST', `/pages/${page}/edits`, batch)).status);
      expect((await at.ada.call('POST', `/pages/${page}/edits`, Buffer.from('{"id":'))).status).toBe(400);
      expect((await open(page)).revision).toBe(0);
    });
    it('of a link that runs script are refused', async () => {
      const { page } = await open('tidewick-home');
      const button = Object.entries(page.parts).find(([, part]) => part.kind === 'button')![0];
      for (const link of ['javascript:alert(1)', 'data:text/html,x', '//evil.example', 'vbscript:x'])
        expect(
          (
            await store('tidewick-home', 0, [
              { do: 'set', part: button, field: ['content', 'base', 'link'], value: link },
            ])
          ).status,
        )
          .withContext(link)
          .toBe(422);
    });
  });

  it('tells everybody who has a page open what was stored, and what they missed', async () => {
    const page = await newPage('/heard');
    const heard: unknown[] = [];
    const stop = at.running.service.feed.listen({ page, site: 'tidewick' }, (stored) => heard.push(stored));
    await store(page, 0, title('One'));
    await store(page, 1, title('Two'));
    await until(() => heard.length === 2, 'not both are heard');
    stop();
    await store(page, 2, title('Three'));
    expect(heard.length).toBe(2);
    const missed = (await at.ada.call('GET', `/pages/${page}/log?since=1`)).json<Log>();
    expect(missed.log.map((one) => one.revision)).toEqual([2, 3]);
    expect((await at.ada.call('GET', `/pages/${page}/log?since=x`)).status).toBe(400);
  });

  it('forbids the editor’s pages every script but its own', async () => {
    const page = await ask(at.running.port, 'GET', '/');
    const policy = String(page.headers['content-security-policy']);
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    expect(policy).toContain("object-src 'none'");
    expect(page.headers['x-powered-by']).toBeUndefined();
    expect((await ask(at.running.port, 'GET', '/fonts/..%2f..%2fpackage.json')).status).toBe(404);
    expect((await ask(at.running.port, 'GET', '/fonts/fraunces-latin-wght-normal.woff2')).status).toBe(200);
    expect((await at.ada.call('GET', '/no-such-route')).status).toBe(404);
  });

  it('exports a page and its site as files that are taken again', async () => {
    const page = await at.ada.call('GET', '/pages/tidewick-home/export/page.json');
    expect(page.headers['content-disposition']).toContain('page.json');
    expect(page.json<Page>().format).toBe('fold-line/page');
    expect((await at.ada.call('GET', '/pages/tidewick-home/export/site.json')).json<Site>().format).toBe(
      'fold-line/site',
    );
  });

  it('slows down whoever guesses passwords', async () => {
    const guesser = new Client(at.running.port);
    const answers: number[] = [];
    for (let tries = 0; tries < 25; tries++)
      answers.push((await guesser.signIn('ada@studio.example', `guess ${tries}`)).status);
    expect(answers).toContain(429);
  });
});
