import { allRoutes } from './http/all-routes';
import { Client } from './testing/running';
import { withServer } from './testing/with-server';

/** Whose a route is: anybody's, whoever is signed in, or the members' of the site it names. */
type Reach = 'everybody' | 'signed in' | 'members';

/** Every route of the API, and who reaches it. A route that is missing here fails. */
const table: Readonly<Record<string, Reach>> = {
  'POST /session': 'everybody',
  'GET /session': 'signed in',
  'DELETE /session': 'everybody',
  'GET /sites': 'signed in',
  'GET /work/feed': 'signed in',
  'GET /work/:work': 'signed in',
  'GET /sites/:site': 'members',
  'GET /sites/:site/reach': 'members',
  'GET /sites/:site/alike': 'members',
  'POST /sites/:site/pages': 'members',
  'POST /sites/:site/breakpoints/leaving': 'members',
  'GET /sites/:site/pictures': 'members',
  'POST /sites/:site/pictures': 'members',
  'POST /sites/:site/faces': 'members',
  'POST /sites/:site/downloads': 'members',
  'GET /sites/:site/files/:file': 'members',
  'GET /pages/:page': 'members',
  'DELETE /pages/:page': 'members',
  'POST /pages/:page/edits': 'members',
  'POST /pages/:page/would-change': 'members',
  'GET /pages/:page/log': 'members',
  'GET /pages/:page/feed': 'members',
  'PUT /pages/:page/place': 'members',
  'GET /pages/:page/export/page.json': 'members',
  'GET /pages/:page/export/site.json': 'members',
  'POST /pages/:page/preview': 'members',
  'POST /pages/:page/releases': 'members',
  'GET /pages/:page/releases/next': 'members',
};

describe('Every route of the API', () => {
  const at = withServer();
  /** A route with a site, page and file that are there. */
  const filled = async (route: string): Promise<{ method: string; path: string }> => {
    const [method = '', path = ''] = route.split(' ');
    const { site } = await at.ada.open('tidewick-home');
    const file = Object.values(site.pictures)[0]!.files[0]!.file;
    return {
      method,
      path: path
        .replace(':site', 'tidewick')
        .replace(':page', 'tidewick-home')
        .replace(':file', file)
        .replace(':work', 'w'),
    };
  };
  const sent = async (client: Client, route: string): Promise<number> => {
    const { method, path } = await filled(route);
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
    for (const route of ofReach('signed in', 'members'))
      expect(await sent(nobody, route))
        .withContext(route)
        .toBe(401);
  });

  it('of a site is not there for whoever is no member of it, and changes nothing', async () => {
    const ben = new Client(at.running.port);
    expect((await ben.signIn('ben@elsewhere.example', 'another-studio')).status).toBe(200);
    const before = await at.ada.open('tidewick-home');
    for (const route of ofReach('members'))
      expect(await sent(ben, route))
        .withContext(route)
        .toBe(404);
    for (const route of ofReach('members').filter(
      (one) => one.startsWith('POST') && /pictures|faces|downloads/.test(one),
    ))
      expect((await ben.upload((await filled(route)).path, 'a.png', 'image/png', Buffer.from('x'))).status)
        .withContext(route)
        .toBe(404);
    const after = await at.ada.open('tidewick-home');
    expect([after.revision, after.siteRevision]).toEqual([before.revision, before.siteRevision]);
    expect((await ben.call('GET', '/sites')).json<unknown[]>()).toEqual([]);
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
