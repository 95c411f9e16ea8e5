import { existsSync, mkdirSync, readdirSync, statSync, utimesSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { Memberships, Releases } from './database/entities';
import { ask } from './testing/running';
import { withServer } from './testing/with-server';

describe('Nothing is left behind', () => {
  const at = withServer({ config: { keepReleases: 3 } });

  /** A session of its own, by the cookie it signed in with, with a page's feed open: what it heard, and its end. */
  async function listening(): Promise<{ cookie: string; heard: () => string; ended: Promise<void> }> {
    const origin = `http://localhost:${at.running.port}`;
    const signedIn = await ask(at.running.port, 'POST', '/api/session', {
      headers: { origin, 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'ada@studio.example', password: 'paper-and-ink' }),
    });
    const cookie = String(signedIn.headers['set-cookie']).split(';')[0]!;
    let heard = '';
    const { ended } = await new Promise<{ ended: Promise<void> }>((opened) => {
      request(
        { host: '127.0.0.1', port: at.running.port, path: '/api/pages/tidewick-home/feed', headers: { cookie } },
        (response) => {
          const end = new Promise<void>((done) => response.on('end', () => done()));
          response.on('data', (chunk: Buffer) => {
            heard += chunk.toString();
            opened({ ended: end });
          });
        },
      ).end();
    });
    return { cookie, heard: () => heard, ended };
  }

  it('by signing out: the event stream of that session ends, and tells nothing more; another one goes on', async () => {
    const [one, other] = [await listening(), await listening()];
    await ask(at.running.port, 'DELETE', '/api/session', {
      headers: { origin: `http://localhost:${at.running.port}`, cookie: one.cookie },
    });
    await one.ended;
    await at.ada.store('tidewick-home', [{ do: 'set', part: 'root', field: ['name'], value: 'After signing out' }]);
    for (let tries = 0; tries < 50 && !other.heard().includes('After signing out'); tries++)
      await new Promise((go) => setTimeout(go, 20));
    expect(other.heard()).toContain('After signing out');
    expect(one.heard()).not.toContain('After signing out');
  });
  it('by a session that ran out, or a membership that ended: the stream ends by itself; another one goes on', async () => {
    const database = at.running.service.database;
    const [one, other] = [await listening(), await listening()];
    const sid = decodeURIComponent(one.cookie.split('=')[1]!).slice(2).split('.')[0];
    await database.query("UPDATE sessions SET expire = now() - interval '1 second' WHERE sid = $1", [sid]);
    await one.ended;
    for (let tries = 0; tries < 100 && !other.heard().includes('still here'); tries++)
      await new Promise((go) => setTimeout(go, 20));
    expect(other.heard()).toContain('still here');
    const members = database.getRepository(Memberships);
    const ended = await members.findBy({ site: 'tidewick' });
    await members.delete({ site: 'tidewick' });
    await other.ended;
    await members.insert(ended);
  });
  it('by deleting a page: it is offline at once, live and in the preview', async () => {
    const { id } = (await at.ada.call('POST', '/sites/tidewick/pages', { title: 'Short', path: '/short' })).json<{
      id: string;
    }>();
    await at.ada.call('POST', `/pages/${id}/releases`, {});
    const { address } = (await at.ada.call('POST', `/pages/${id}/preview`, {})).json<{ address: string }>();
    const { host } = new URL(address);
    const seen = async (name: string): Promise<number> =>
      (await ask(at.live.port, 'GET', '/short', { host: name })).status;
    expect([await seen('tidewick.localhost'), await seen(host)]).toEqual([200, 200]);
    expect((await at.ada.call('DELETE', `/pages/${id}`)).status).toBe(204);
    expect(await seen('tidewick.localhost')).toBe(404);
    for (let tries = 0; tries < 100 && (await seen(host)) === 200; tries++)
      await new Promise((go) => setTimeout(go, 50));
    expect(await seen(host)).toBe(404);
  });
  it('by publishing: so many releases are kept, in the database and on disk, and always the live one; unfinished folders go', async () => {
    const folder = join(at.running.service.config.liveFolder, 'sites', 'oxbow-mill', 'releases');
    const forsaken = join(folder, '9.abc.unfinished');
    for (let count = 0; count < 6; count++) {
      await at.ada.call('POST', '/pages/mill-home/releases', {});
      if (count > 0) continue;
      mkdirSync(forsaken);
      utimesSync(forsaken, new Date(0), new Date(0));
    }
    const rows = await at.running.service.database
      .getRepository(Releases)
      .find({ where: { site: 'mill' }, select: { site: true, number: true }, order: { number: 'ASC' } });
    expect(rows.map((one) => one.number)).toEqual([6, 7, 8]); // the demo's own were the first two
    expect(readdirSync(folder).sort()).toEqual(['6', '7', '8']);
    expect(existsSync(forsaken)).toBeFalse();
    expect((await ask(at.live.port, 'GET', '/', { host: 'oxbow-mill.localhost' })).status).toBe(200);
  });
  it('by the interface’s files: they are compressed when they are built, not at each request', async () => {
    const folder = at.running.service.config.webFolder;
    const sizeOf = (file: string): number => statSync(join(folder, file)).size;
    const largest = readdirSync(folder)
      .filter((one) => /^chunk-.*\.js$/.test(one))
      .sort((a, b) => sizeOf(b) - sizeOf(a))[0]!;
    const packed = await ask(at.running.port, 'GET', `/${largest}`, { headers: { 'accept-encoding': 'br' } });
    expect([packed.status, packed.headers['content-encoding'], packed.headers['cache-control']]).toEqual([
      200,
      'br',
      'public, max-age=31536000, immutable',
    ]);
    expect(Number(packed.headers['content-length'])).toBeGreaterThan(0); // known beforehand, as of a file
    expect((await ask(at.running.port, 'GET', `/${largest}`)).headers['content-encoding']).toBeUndefined();
  });
});
