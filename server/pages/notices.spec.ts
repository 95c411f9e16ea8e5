import { nanoid } from 'nanoid';
import type { Stored } from '@core/api/pages';
import { newIdentifier } from '@core/document/identifier';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Running } from '../testing/running';
import { until } from '../testing/until';
import { withTwoServers } from '../testing/with-server';

describe('Servers that work on one database', () => {
  const at = withTwoServers();

  /** What whoever has a page open on a server hears. */
  function listening(server: Running, page: string, site = 'tidewick'): { heard: Stored[]; stop: () => void } {
    const heard: Stored[] = [];
    return { heard, stop: server.service.feed.listen({ page, site }, (stored) => heard.push(stored)) };
  }
  const named = (value: string): AnyEdit => ({ do: 'set', part: 'root', field: ['name'], value });
  const site = (value: string): AnyEdit => ({ do: 'set', on: 'site', field: ['name'], value });
  const names = (heard: readonly Stored[]): unknown[] =>
    heard.flatMap((one) => one.edits.map((edit) => 'value' in edit && edit.value));

  it('hear what one of them stores, each once and in order, and of another page only what concerns the site', async () => {
    const [here, there, elsewhere] = [
      listening(at.running, 'tidewick-home'),
      listening(at.other, 'tidewick-home'),
      listening(at.other, 'tidewick-fares'),
    ];
    for (let count = 0; count < 10; count++) {
      await at.ada.store('tidewick-home', [named(`A ${count}`), ...(count === 5 ? [site('Of all')] : [])]);
      await at.there.store('tidewick-home', [named(`B ${count}`)]);
    }
    await until(() => there.heard.length === 20 && here.heard.length === 20, 'not all is heard');
    await until(() => elsewhere.heard.length === 1, 'what concerns the site is not heard');
    const all = Array.from({ length: 10 }, (_, count) => [
      ...[`A ${count}`, ...(count === 5 ? ['Of all'] : [])],
      `B ${count}`,
    ]).flat();
    expect(names([...here.heard].sort((a, b) => a.revision! - b.revision!))).toEqual(all);
    expect(names([...there.heard].sort((a, b) => a.revision! - b.revision!))).toEqual(all);
    expect(new Set(there.heard.map((one) => one.id)).size).toBe(20);
    expect(names(elsewhere.heard)).toEqual(['Of all']);
    expect((await at.there.open('tidewick-home')).page).toEqual((await at.ada.open('tidewick-home')).page);
    [here, there, elsewhere].forEach((one) => one.stop());
  });

  it('hear what was stored while the connection they listen by was broken', async () => {
    const { heard, stop } = listening(at.other, 'tidewick-home');
    const ended: unknown = await at.other.service.database.query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'fold-line notices' AND datname = current_database()`,
    );
    expect(ended).toHaveSize(4); // both servers, and the second service of each in this process
    for (let count = 0; count < 5; count++) await at.ada.store('tidewick-home', [named(`Missed ${count}`)]);
    await until(() => heard.length === 5, 'what was missed is not made up for');
    // one may be heard by the new connection before what was missed has been read; who hears puts them in order
    expect(names([...heard].sort((a, b) => a.revision! - b.revision!))).toEqual(
      [0, 1, 2, 3, 4].map((count) => `Missed ${count}`),
    );
    await at.ada.store('tidewick-home', [named('Heard again')]);
    await until(() => heard.length === 6, 'nothing is heard any more');
    stop();
  });

  it('hear of a page that has gone', async () => {
    const page = await at.ada.newPage('tidewick', `/gone-${newIdentifier()}`);
    let gone = 0;
    const stop = at.other.service.feed.listenToGone(page, () => gone++);
    expect((await at.ada.call('DELETE', `/pages/${page}`)).status).toBe(204);
    await until(() => gone === 1, 'it is not heard of');
    expect((await at.there.store(page, [named('Late')], 0)).status).toBe(404);
    stop();
  });

  it('store what is sent to one when the answer of the other was lost, once', async () => {
    const id = nanoid();
    const base = (await at.ada.open('tidewick-home')).revision;
    const { heard, stop } = listening(at.other, 'tidewick-home');
    await Promise.all([
      at.ada.store('tidewick-home', [named('Twice')], base, id),
      at.there.store('tidewick-home', [named('Twice')], base, id),
    ]);
    await at.ada.store('tidewick-home', [named('After')]);
    await until(() => names(heard).includes('After'), 'the next one is not heard');
    expect(names(heard)).toEqual(['Twice', 'After']);
    expect((await at.there.open('tidewick-home')).revision).toBe(base + 2);
    stop();
  });
});
