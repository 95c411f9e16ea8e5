import { once } from 'node:events';
import { join } from 'node:path';
import sharp from 'sharp';
import { request, type IncomingMessage } from 'node:http';
import { nanoid } from 'nanoid';
import type { Role } from '@core/api/roles';
import type { MadeSite } from '@core/api/sites';
import { Memberships, SingleLinks, Sites } from './database/entities';
import type { Work } from '@core/api/work';
import { makeLink } from './accounts/single-links';
import { hold, waitingFor } from './testing/holding';
import { ask, Client } from './testing/running';
import { noUploadLeft, until } from './testing/until';
import { withServer } from './testing/with-server';

/** What was true when somebody asked, and is not any more once what they waited for is there. */
describe('What was let through and then had to wait', () => {
  const at = withServer();
  let ben: Client;
  let benId: string;
  const live = (host: string) => ask(at.live.port, 'GET', '/', { host: `${host}.localhost` }).then((one) => one.status);
  const isBen = async (site: string, role: Role | undefined): Promise<void> => {
    const members = at.running.service.database.getRepository(Memberships);
    await members.delete({ site, account: benId });
    if (role) await members.insert({ site, account: benId, role });
  };
  const begun = async (host: string): Promise<MadeSite> => {
    const facts = { name: 'Rope Walk', host, language: 'en', breakpoints: 'three', home: 'Rope' };
    const made = (await at.ada.call('POST', '/sites', facts)).json<MadeSite>();
    await at.ada.call('POST', `/pages/${made.home}/releases`, {});
    return made;
  };
  const releasesOf = (site: string): string => `SELECT pg_advisory_xact_lock(hashtextextended('${site}', 1))`;

  beforeAll(async () => {
    ben = new Client(at.running.port);
    benId = (await ben.signIn('ben@elsewhere.example', 'another-studio')).json<{ id: string }>().id;
  });

  it('an edit whose body arrives slowly is refused where its sender is off the site by then, or only reads', async () => {
    const { revision } = await at.ada.open('tidewick-home');
    for (const [after, status] of [
      [undefined, 404],
      ['reader', 403],
    ] as const) {
      await isBen('tidewick', 'editor');
      const edits = [{ do: 'set', part: 'root', field: ['name'], value: 'Too late' }];
      const body = JSON.stringify({ id: nanoid(), base: revision, edits });
      const sent = request({
        ...{ host: '127.0.0.1', port: at.running.port, method: 'POST', path: '/api/pages/tidewick-home/edits' },
        headers: {
          ...{ host: `localhost:${at.running.port}`, origin: `http://localhost:${at.running.port}` },
          ...{ cookie: ben.cookies, 'content-type': 'application/json', 'content-length': body.length },
        },
      });
      const answered = once(sent, 'response') as Promise<[IncomingMessage]>;
      sent.write(body.slice(0, 20));
      for (let times = 0; times < 3; times++) await ben.open('tidewick-home'); // meanwhile the request is authorized
      await isBen('tidewick', after);
      sent.end(body.slice(20));
      const [answer] = await answered;
      answer.resume();
      expect(answer.statusCode).toBe(status);
    }
    expect((await at.ada.open('tidewick-home')).revision).toBe(revision);
    await isBen('tidewick', undefined);
  });

  it('a site is not deleted by one who owned it when a release was waited for', async () => {
    const { id } = await begun('rope-walk');
    await isBen(id, 'owner');
    const held = await hold(at.running.service.database, releasesOf(id));
    const answer = ben.call('DELETE', `/sites/${id}`, { name: 'Rope Walk' });
    await held.waitedFor();
    await isBen(id, 'editor');
    await held.letGo();
    expect((await answer).status).toBe(403);
    expect([(await at.ada.call('GET', `/sites/${id}`)).status, await live('rope-walk')]).toEqual([200, 200]);
  });

  it('a site is archived and brought back by who owns it by then', async () => {
    const { id } = await begun('rope-yard');
    for (const ask of [
      () => ben.call('PUT', `/sites/${id}/archived`, { archived: true }),
      () => ben.call('DELETE', `/sites/${id}`, {}),
    ]) {
      await isBen(id, 'owner');
      const held = await hold(at.running.service.database, `SELECT 1 FROM sites WHERE id = '${id}' FOR NO KEY UPDATE`);
      const answer = ask();
      await held.waitedFor();
      await isBen(id, 'content');
      await held.letGo();
      expect((await answer).status).toBe(403);
    }
    const row = await at.running.service.database.getRepository(Sites).findOneByOrFail({ id });
    expect([row.archived, row.goes]).toEqual([null, null]);
  });

  it('a host name is free once nothing of the site that had it is live, not before', async () => {
    const { database } = at.running.service;
    const { id } = await begun('rope-loft');
    const noLonger = await waitingFor(database, 'AFTER DELETE ON sites', 3);
    const held = await hold(database, 'SELECT pg_advisory_xact_lock(3)');
    const answer = at.ada.call('DELETE', `/sites/${id}`, { name: 'Rope Walk' });
    await held.waitedFor(); // all is done but the end of the transaction
    expect(await live('rope-loft')).toBe(404);
    await held.letGo();
    expect((await answer).status).toBe(200);
    await noLonger();
    await begun('rope-loft');
    expect(await live('rope-loft')).toBe(200);
  });

  it('a site that could not be deleted in the end is live as before', async () => {
    const { database } = at.running.service;
    const { id } = await begun('rope-shed');
    await database.query(`CREATE FUNCTION stays() RETURNS trigger LANGUAGE plpgsql AS 'BEGIN RAISE ''no''; END'`);
    await database.query(
      'CREATE CONSTRAINT TRIGGER stays AFTER DELETE ON sites DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION stays()',
    );
    const { status } = await at.ada.call('DELETE', `/sites/${id}`, { name: 'Rope Walk' });
    await database.query('DROP TRIGGER stays ON sites');
    expect([status, await live('rope-shed')]).toEqual([500, 200]);
    expect((await at.ada.call('DELETE', `/sites/${id}`, { name: 'Rope Walk' })).status).toBe(200);
    expect(await live('rope-shed')).toBe(404);
  });

  it('an invitation that is taken up in the same moment is not said to be taken back', async () => {
    const { database } = at.running.service;
    const wanted = { for: 'invitation', email: 'cy@client.example', site: 'tidewick', role: 'reader' } as const;
    await makeLink(database.manager, wanted);
    const { id } = await database.getRepository(SingleLinks).findOneByOrFail({ email: wanted.email });
    const held = await hold(database, `DELETE FROM single_links WHERE id = '${id}'`); // as who takes it up does
    const answer = at.ada.call('DELETE', `/sites/tidewick/invitations/${id}`);
    await held.waitedFor();
    await held.letGo();
    expect((await answer).status).toBe(404);
    expect((await at.ada.call('GET', '/sites/tidewick/history')).body).not.toContain('cy@client.example');
  });

  it('an upload that waited in its queue enters the library of a site its sender may still write on', async () => {
    const { database, work, config } = at.running.service;
    await isBen('tidewick', 'content');
    const waits = { site: 'tidewick', account: benId, id: 'tooLate1', name: 'late.png', file: 'late' };
    const png = { create: { width: 40, height: 30, channels: 3, background: '#123456' } } as const;
    await sharp(png).png().toFile(join(config.uploadFolder, waits.file));
    const held = await hold(database, `SELECT 1 FROM sites WHERE id = 'tidewick' FOR NO KEY UPDATE`);
    const [queue, account] = ['pictures', benId];
    const id = await database.transaction((manager) => work.begin(manager, { queue, account, data: waits }));
    await held.waitedFor();
    await isBen('tidewick', 'reader');
    await held.letGo();
    const state = async () => (await ben.call('GET', `/work/${id}`)).json<Work>().state;
    await until(async () => (await state()).is === 'refused', 'it is not refused');
    expect(Object.keys((await at.ada.open('tidewick-home')).site.pictures)).not.toContain(waits.id);
    await noUploadLeft(at.running);
    await isBen('tidewick', undefined);
  });

  it('a release that waited in its queue is made by who may make it by then', async () => {
    const { database, work } = at.running.service;
    const count = async () =>
      ((await database.query(`SELECT 1 FROM releases WHERE site = 'mill'`)) as unknown[]).length;
    const before = await count();
    const asks = { site: 'mill', account: benId };
    for (const [queue, data] of [
      ['releases', { ...asks, page: 'mill-home' }],
      ['site-releases', { ...asks, makes: 'several', pages: ['mill-home'] }],
      ['site-releases', { ...asks, makes: 'again', number: 1 }],
    ] as const) {
      const id = await database.transaction((manager) => work.begin(manager, { queue, account: benId, data }));
      const state = async () => (await ben.call('GET', `/work/${id}`)).json<Work>().state;
      await until(async () => (await state()).is === 'refused', `${queue} is not refused`);
    }
    expect(await count()).toBe(before);
  });
});
