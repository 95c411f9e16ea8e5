import { abilities, mayDo, roles, type Ability } from '@core/api/roles';
import { Accounts, Memberships } from './database/entities';
import { allRoutes } from './http/all-routes';
import { Client } from './testing/running';
import { withServer } from './testing/with-server';

/** Whose a route is: anybody's, whoever is signed in, or theirs whose role on the site it names goes so far. */
type Reach = 'everybody' | 'signed in' | Ability;

/** Every route of the API, and who reaches it. A route that is missing here fails. */
const table: Readonly<Record<string, Reach>> = {
  'POST /session': 'everybody',
  'GET /session': 'signed in',
  'DELETE /session': 'everybody',
  'POST /links/read': 'everybody',
  'POST /links/use': 'everybody',
  'POST /password/forgotten': 'everybody',
  'POST /shown': 'everybody',
  'POST /shown/remarks': 'everybody',
  'PUT /shown/remarks': 'everybody',
  'PUT /shown/answers': 'everybody',
  'PATCH /account': 'signed in',
  'PUT /account/password': 'signed in',
  'GET /account/sessions': 'signed in',
  'DELETE /account/sessions': 'signed in',
  'DELETE /account/sessions/:session': 'signed in',
  'GET /sites': 'signed in',
  'POST /sites': 'signed in',
  'GET /hosts/:host': 'signed in',
  'POST /sites/:site/copy': 'own',
  'GET /sites/:site/hosts': 'look',
  'PUT /sites/:site/host': 'own',
  'DELETE /sites/:site/hosts/:host': 'own',
  'PUT /sites/:site/archived': 'own',
  'DELETE /sites/:site': 'own',
  'GET /work/feed': 'signed in',
  'GET /work/:work': 'signed in',
  'GET /sites/:site': 'look',
  'GET /sites/:site/reach': 'look',
  'GET /sites/:site/bin': 'look',
  'GET /pages/:page/linked': 'look',
  'GET /sites/:site/releases': 'look',
  'POST /sites/:site/releases': 'build',
  'PUT /sites/:site/budget': 'build',
  'GET /sites/:site/releases/next': 'look',
  'GET /sites/:site/releases/next/:page': 'look',
  'GET /sites/:site/releases/planned': 'look',
  'DELETE /sites/:site/releases/planned/:work': 'build',
  'GET /sites/:site/releases/:number': 'look',
  'PATCH /sites/:site/releases/:number': 'build',
  'GET /sites/:site/releases/:number/since/:before': 'look',
  'POST /sites/:site/releases/:number/back': 'build',
  'PUT /sites/:site/offline': 'build',
  'POST /sites/:site/bin/:page': 'build',
  'DELETE /sites/:site/bin/:page': 'build',
  'GET /sites/:site/alike': 'look',
  'GET /sites/:site/links': 'look',
  'POST /sites/:site/links': 'build',
  'PATCH /sites/:site/links/:link': 'build',
  'DELETE /sites/:site/links/:link': 'build',
  'GET /sites/:site/remarks': 'look',
  'PUT /sites/:site/remarks/:remark/answers': 'write',
  'PATCH /sites/:site/remarks/:remark': 'write',
  'DELETE /sites/:site/remarks/:remark': 'build',
  'GET /sites/:site/people': 'look',
  'GET /sites/:site/history': 'look',
  'POST /sites/:site/invitations': 'own',
  'DELETE /sites/:site/invitations/:invitation': 'own',
  'PATCH /sites/:site/people/:account': 'own',
  'DELETE /sites/:site/people/:account': 'own',
  'POST /sites/:site/pages': 'build',
  'GET /sites/:site/pages/:page': 'look',
  'GET /sites/:site/pages/from/:page': 'build',
  'POST /sites/:site/pictures/from/:other': 'write',
  'POST /sites/:site/breakpoints/leaving': 'look',
  'GET /sites/:site/pictures': 'look',
  'POST /sites/:site/pictures': 'write',
  'PUT /sites/:site/pictures/:picture': 'build',
  'GET /sites/:site/stock': 'write',
  'GET /sites/:site/stock/:picture': 'write',
  'POST /sites/:site/stock': 'write',
  'GET /sites/:site/uses': 'look',
  'GET /sites/:site/weights': 'look',
  'PUT /sites/:site/icon': 'build',
  'POST /sites/:site/faces': 'build',
  'POST /sites/:site/downloads': 'build',
  'GET /sites/:site/files/:file': 'look',
  'GET /sites/:site/files': 'look',
  'GET /sites/:site/archive': 'look',
  'POST /archives': 'signed in',
  'GET /pages/:page': 'look',
  'DELETE /pages/:page': 'build',
  'POST /pages/:page/edits': 'write',
  'POST /pages/:page/would-change': 'look',
  'GET /pages/:page/log': 'look',
  'GET /pages/:page/feed': 'look',
  'PUT /pages/:page/place': 'look',
  'GET /pages/:page/export/page.json': 'look',
  'GET /pages/:page/export/site.json': 'look',
  'POST /pages/:page/preview': 'look',
  'POST /pages/:page/releases': 'build',
  'GET /pages/:page/releases/next': 'look',
};

/** Of the routes that change something, those that read no JSON: uploads, and what names all it needs by its address. */
const withoutJson: readonly string[] = [
  'DELETE /sites/:site/hosts/:host',
  ...['DELETE /session', 'DELETE /account/sessions', 'DELETE /account/sessions/:session', 'POST /archives'],
  ...['POST /sites/:site/pictures', 'PUT /sites/:site/pictures/:picture', 'POST /sites/:site/faces'],
  ...['POST /sites/:site/downloads', 'DELETE /sites/:site/releases/planned/:work', 'DELETE /sites/:site/bin/:page'],
  ...['DELETE /sites/:site/links/:link', 'DELETE /sites/:site/remarks/:remark', 'POST /pages/:page/preview'],
  ...['DELETE /sites/:site/invitations/:invitation', 'DELETE /sites/:site/people/:account'],
];

describe('Every route of the API', () => {
  const at = withServer();
  /** A route with a site, page and file that are there. */
  const filled = async (route: string, page = 'tidewick-home'): Promise<{ method: string; path: string }> => {
    const [method = '', path = ''] = route.split(' ');
    const { site } = await at.ada.open('tidewick-home');
    const file = Object.values(site.pictures)[0]!.files[0]!.file;
    return {
      method,
      path: path
        .replace(':site', 'tidewick')
        .replace(':page', page)
        .replace(':account', 'nobody')
        .replace(':invitation', 'none')
        .replace(':link', 'none')
        .replace(':picture', 'shore')
        .replace(':remark', 'no-such-remark')
        .replace(':number', '1')
        .replace(':before', '1')
        .replace(':session', 'none')
        .replace(':file', file)
        .replace(':work', 'w'),
    };
  };
  const sent = async (client: Client, route: string, page?: string): Promise<number> => {
    const { method, path } = await filled(route, page);
    return (await client.call(method, path, method === 'GET' || method === 'DELETE' ? undefined : {})).status;
  };
  const ofReach = (...reaches: readonly Reach[]): string[] =>
    Object.keys(table).filter((route) => reaches.includes(table[route]!));

  it('stands in the table of who reaches it, and each in the table is one', () => {
    const there = allRoutes
      .flatMap((routes) => routes(at.running.service).stack)
      .flatMap(({ route }) => {
        const methods = (route as unknown as { methods?: Record<string, boolean> } | undefined)?.methods ?? {}; // untyped
        return Object.keys(methods).map((method) => `${method.toUpperCase()} ${route!.path}`);
      });
    expect(there.sort()).toEqual(Object.keys(table).sort());
  });

  it('asks to sign in first, save for signing in and out', async () => {
    const nobody = new Client(at.running.port);
    for (const route of ofReach('signed in', ...abilities))
      expect(await sent(nobody, route))
        .withContext(route)
        .toBe(401);
  });

  it('of a site is not there for whoever is no member of it, and changes nothing', async () => {
    const ben = new Client(at.running.port);
    expect((await ben.signIn('ben@elsewhere.example', 'another-studio')).status).toBe(200);
    const before = await at.ada.open('tidewick-home');
    for (const route of ofReach(...abilities))
      expect(await sent(ben, route))
        .withContext(route)
        .toBe(404);
    for (const route of ofReach(...abilities).filter(
      (one) => one.startsWith('POST') && /pictures|faces|downloads/.test(one),
    ))
      expect((await ben.upload((await filled(route)).path, 'a.png', 'image/png', Buffer.from('x'))).status)
        .withContext(route)
        .toBe(404);
    const after = await at.ada.open('tidewick-home');
    expect([after.revision, after.siteRevision]).toEqual([before.revision, before.siteRevision]);
    expect((await ben.call('GET', '/sites')).json<unknown[]>()).toEqual([]);
  });

  it('goes as far as the role of whoever asks, and no further', async () => {
    const { service } = at.running;
    await service.database.getRepository(Accounts).update({ id: 'ben' }, { studio: true });
    await service.database.getRepository(Memberships).insert({ account: 'ben', site: 'tidewick', role: 'reader' });
    const ben = new Client(at.running.port);
    await ben.signIn('ben@elsewhere.example', 'another-studio');
    for (const role of roles) {
      await service.database.getRepository(Memberships).update({ account: 'ben', site: 'tidewick' }, { role });
      for (const route of ofReach(...abilities)) {
        if (route.endsWith('/feed')) continue; // never ends; asked for below
        const page = route.startsWith('DELETE /pages') ? await at.ada.newPage('tidewick', `/a-${role}`) : undefined;
        const status = await sent(ben, route, page);
        // what was deleted comes back
        if (route === 'DELETE /sites/:site') await at.ada.call('PUT', '/sites/tidewick/archived', { archived: false });
        const may = mayDo(role, table[route] as Ability); // it is one of abilities
        if (may) expect([401, 403, 500]).withContext(`${role} ${route}`).not.toContain(status);
        else expect(status).withContext(`${role} ${route}`).toBe(403);
      }
      // of another site, whatever the role on this one
      expect((await ben.call('GET', '/sites/mill')).status).toBe(404);
      expect((await ben.store('mill-home', [], 0)).status).toBe(404);
    }
    await service.database.getRepository(Memberships).delete({ account: 'ben', site: 'tidewick' });
  });

  it('that reads JSON refuses text that cannot be stored, and names its place', async () => {
    const own = new Client(at.running.port); // signing out ends the session
    await own.signIn('ada@studio.example', 'paper-and-ink');
    const readers = Object.keys(table).filter((one) => !one.startsWith('GET') && !withoutJson.includes(one));
    for (const route of readers)
      for (const text of ['\\u0000', 'x\\ud83d', '\\udca7\\ud83d']) {
        const { method, path } = await filled(route);
        const answer = await own.call(method, path, Buffer.from(`{"a":[{"name":"fine"},{"name":"${text}"}]}`));
        expect(answer.status).withContext(`${route} ${text}`).toBe(422);
        expect(answer.refusal().problem)
          .withContext(route)
          .toMatch(/^a\.1\.name: The character at position \d can’t be stored \(U\+/);
      }
  });

  it('that changes something is refused where another origin asks', async () => {
    for (const route of Object.keys(table).filter((one) => !one.startsWith('GET'))) {
      const { method, path } = await filled(route);
      expect((await at.ada.call(method, path, {}, { origin: 'https://elsewhere.example' })).status)
        .withContext(route)
        .toBe(403);
    }
  });
});
