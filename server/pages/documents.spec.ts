import fc from 'fast-check';
import { nanoid } from 'nanoid';
import pg from 'pg';
import { pino } from 'pino';
import { applyBatch, type Documents as Both } from '@core/document/edits/batch';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { beginning, somePageEdit, someSharedEdit, someSiteEdit } from '@core/document/edits/testing/some-edits';
import { Problem } from '@core/document/problem';
import { randomly } from '@core/document/testing/randomly';
import { subtree } from '@core/document/tree';
import type { Log } from '@core/api/pages';
import { Pages, Sites } from '../database/entities';
import { OneByOne } from '../http/one-by-one';
import { until } from '../testing/until';
import { withServer } from '../testing/with-server';
import { DocumentStore } from './documents';
import { factsAfter, factsOf } from './facts';
import { compactLog } from './log';
import { storeBatch } from './store';

/**
 * What was said to the database, without the transactions in which long work looks for more: its clock may tick at
 * any moment.
 */
function withoutWork(all: readonly { readonly connection: object; readonly text: string }[]): string[] {
  return [...new Set(all.map((one) => one.connection))].flatMap((connection) => {
    const texts = all.filter((one) => one.connection === connection).map((one) => one.text);
    const isWork = (from: number): boolean =>
      texts[from] === 'START TRANSACTION' &&
      /UPDATE work/.test(texts.slice(from, texts.indexOf('COMMIT', from)).join());
    const work = new Set<number>();
    texts.forEach((_, from) => {
      if (isWork(from)) for (let at = from; at <= texts.indexOf('COMMIT', from); at++) work.add(at);
    });
    return texts.filter((_, at) => !work.has(at)).map((text) => text.slice(0, 60));
  });
}

const page = 'tidewick-home';
const title = (value: string): AnyEdit => ({ do: 'set', part: 'root', field: ['content', 'base', 'title'], value });

/** The statements that a spy recorded, with their connections. */
const saidBy = (query: jasmine.Spy<pg.Client['query']>) =>
  query.calls.all().map(({ object, args: [text] }) => ({
    connection: object,
    text: String((text as { text?: string }).text ?? text), // a text, or an object with one
  }));

describe('Documents', () => {
  const at = withServer();
  const place = { page, site: 'tidewick' };
  const fail = (error: unknown): never => {
    throw error;
  };
  /** Another server on the same database. */
  const another = () => ({
    ...at.running.service,
    documents: new DocumentStore(at.running.service.database, fail),
    storing: new OneByOne(8),
  });
  const rows = async () => ({
    page: await at.running.service.database.getRepository(Pages).findOneByOrFail({ id: place.page }),
    site: await at.running.service.database.getRepository(Sites).findOneByOrFail({ id: place.site }),
  });
  const name = (value: string): AnyEdit => ({ do: 'set', on: 'site', field: ['name'], value });

  it('are the snapshot with what the log says since: another server reads the same, and nothing was written over the snapshot', async () => {
    const before = await rows();
    for (let count = 0; count < 5; count++)
      expect((await at.ada.store(place.page, [title(`Title ${count}`), name(`Name ${count}`)])).status).toBe(200);
    const after = await rows();
    expect([after.page.snapshot, after.site.snapshot]).toEqual([before.page.snapshot, before.site.snapshot]);
    expect(after.page.written).toEqual(before.page.written);
    expect(after.page.revision).toBe(before.page.revision + 5);
    const other = another();
    const { manager } = other.database;
    const page = await other.documents.page(manager, place.page);
    expect(page!.document.parts['root']!.content.base['title']).toBe('Title 4');
    expect([page!.title, page!.revision]).toEqual(['Title 4', after.page.revision]);
    expect((await other.documents.site(manager, place.site))!.document.name).toBe('Name 4');
    const { page: served, site } = await at.ada.open(place.page);
    expect(page!.document).toEqual(served);
    expect((await other.documents.site(manager, place.site))!.document).toEqual(site);
  });

  it('are written when a server ends, and after a hundred revisions', async () => {
    const other = another();
    await storeBatch(
      other,
      { ...place, account: 'ada', role: 'owner' },
      { id: nanoid(), base: 0, edits: [title('Before the end')] },
    );
    await other.documents.stop();
    const ended = await rows();
    expect(ended.page.snapshot).toBe(ended.page.revision);
    expect(ended.page.written.parts['root']!.content.base['title']).toBe('Before the end');
    for (let count = 0; count < 101; count++)
      await storeBatch(
        other,
        { ...place, account: 'ada', role: 'owner' },
        { id: nanoid(), base: 0, edits: [title(`Count ${count}`)] },
      );
    for (let tries = 0; tries < 100 && (await rows()).page.snapshot < ended.page.revision + 100; tries++)
      await new Promise((go) => setTimeout(go, 50));
    const { page } = await rows();
    expect(page.snapshot).toBeGreaterThanOrEqual(ended.page.revision + 100);
    expect(page.written.parts['root']!.content.base['title']).toMatch(/^Count (99|100)$/);
    await other.documents.stop();
  });

  it('are the same on two servers that store at once: each batch counts on what the other stored, none is lost or stored twice', async () => {
    const servers = [another(), another()];
    const before = (await rows()).page.revision;
    const { page } = await at.ada.open(place.page);
    const parts = subtree(page, page.root).slice(0, 20);
    const ids = parts.map(() => nanoid());
    await Promise.all(
      parts.flatMap((part, index) =>
        servers.map((server, which) =>
          storeBatch(
            server,
            { ...place, account: 'ada', role: 'owner' },
            {
              id: which === 0 ? ids[index]! : nanoid(),
              base: 0,
              edits:
                which === 0 || index % 5 > 0
                  ? [
                      {
                        do: 'set',
                        part,
                        field: ['style', 'phone', 'normal', which === 0 ? 'order' : 'z-index'],
                        value: String(index),
                      },
                    ]
                  : [name(`Name ${index}`)],
            },
          ),
        ),
      ),
    );
    const again = await storeBatch(
      servers[1]!,
      { ...place, account: 'ada', role: 'owner' },
      {
        id: ids[0]!,
        base: before,
        edits: [title('Not again')],
      },
    );
    expect(again.log.filter((one) => one.id === ids[0]).length).toBe(1);
    const own = await Promise.all(
      [at.running.service, ...servers].map((server) => server.documents.page(server.database.manager, place.page)),
    );
    parts.forEach((part, index) =>
      expect(own[0]!.document.parts[part]!.style['phone']!.normal!['order']).toBe(String(index)),
    );
    expect(own[1]!.document).toEqual(own[0]!.document);
    expect(own[2]!.document).toEqual(own[0]!.document);
    expect(own[0]!.revision).toBe(before + 20 + 16);
    await Promise.all(servers.map((server) => server.documents.stop()));
  });

  it('are let go of step by step: what the log no longer tells is asked for whole, and what it tells stays', async () => {
    const { manager } = at.running.service.database;
    const old = await at.ada.open(place.page);
    await at.ada.store(place.page, [title('Long ago')]);
    await at.ada.store(place.page, [name('Long ago')]);
    expect(await compactLog(manager, 1)).toBe(0); // not old
    await manager.query(`UPDATE batches SET at = now() - interval '40 days'`);
    const { page } = await rows();
    const left = await compactLog(manager, 30);
    expect(page.revision).toBeGreaterThan(page.snapshot); // so not all of it may go
    const log = (since: number, site: number) =>
      at.ada.call('GET', `/pages/${place.page}/log?since=${since}&site=${site}`);
    expect(left).toBeGreaterThan(0);
    expect((await log(0, 0)).refusal().code).toBe('log-gone');
    const since = await log(old.revision, old.siteRevision);
    expect(since.json<Log>().log.length).toBe(2);
    const now = await at.ada.open(place.page);
    expect((await log(now.revision, now.siteRevision)).json<Log>().log).toEqual([]);
    const other = another();
    expect((await other.documents.page(manager, place.page))!.document).toEqual(now.page);
  });
});

describe('The cost of storing an edit', () => {
  const at = withServer({ here: pino({ level: 'silent' }) });

  it('is three statements, whatever the page holds', async () => {
    const { revision, siteRevision } = await at.ada.open(page);
    await at.ada.call('POST', `/pages/${page}/edits`, {
      id: nanoid(),
      base: revision,
      siteBase: siteRevision,
      edits: [title('Warm')],
    });
    const query = spyOn(pg.Client.prototype, 'query').and.callThrough();
    let [count, quiet] = [-1, 0];
    // waits until no statement has been sent for a while: an edit is followed by a query for previews
    await until(() => {
      const now = withoutWork(saidBy(query)).length;
      quiet = now === count ? quiet + 1 : 0;
      count = now;
      return quiet > 16;
    }, 'the database is asked on and on');
    query.calls.reset();
    const answer = await at.ada.call('POST', `/pages/${page}/edits`, {
      id: nanoid(),
      base: revision + 1,
      siteBase: siteRevision,
      edits: [title('Counted')],
    });
    const said = withoutWork(saidBy(query));
    expect(said.some((text) => text.includes('store_batch'))).toBeTrue();
    expect(answer.json<Log>().log.map((one) => one.revision)).toEqual([revision + 2]);
    expect(said.length).withContext(said.join('\n')).toBeLessThanOrEqual(3);
  });
});

describe('The facts of a page', () => {
  it('stand beside the documents as these say them', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        let now: Both = beginning(random);
        let facts = factsOf(now.page);
        for (let left = 10; left > 0; left--) {
          const edits = random.pick([
            () => [somePageEdit(random, now.site, now.page)],
            () => [someSharedEdit(random, now)],
            () => [someSiteEdit(random, now.site)],
            () => [title(random.pick(['One', 'Two']))],
          ])();
          try {
            const after = applyBatch(now, edits);
            facts = factsAfter(after.page, after) ?? facts;
            expect(facts).toEqual(factsOf(after.page));
            now = after;
          } catch (error) {
            if (!(error instanceof Problem)) throw error;
          }
        }
      }),
      { numRuns: 100 },
    );
  });
});
