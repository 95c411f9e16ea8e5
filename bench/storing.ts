import { performance } from 'node:perf_hooks';
import { nanoid } from 'nanoid';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { Pages } from '../server/database/entities';
import { jsonColumn } from '../server/database/json-column';
import { factsOf } from '../server/pages/facts';
import { Client, runServer, type Running } from '../server/testing/running';
import { largePage } from './large-page';
import { median, row } from './measure';

const colour = (part: string, count: number): AnyEdit => ({
  do: 'set',
  part,
  field: ['style', 'wide', 'normal', 'color'],
  value: `#${(0x100000 + count).toString(16)}`,
});

/** A page of so many parts, put into the database as it is; its id. */
async function withPage({ service }: Running, size: number, name: string): Promise<string> {
  const page = { ...largePage(name, size), path: `/${name}` };
  await service.database.getRepository(Pages).insert({
    ...{ id: name, site: 'tidewick', path: page.path, revision: 0 },
    ...{ written: jsonColumn(page), ...factsOf(page) },
  });
  return name;
}

/** How long each task takes, in ms, all of them in turns so that they meet the same machine. */
async function inTurns<Name extends string>(
  tasks: Readonly<Record<Name, (round: number) => Promise<unknown>>>,
  rounds: number,
): Promise<Record<Name, number>> {
  const names = Object.keys(tasks) as Name[]; // as they were given
  const times = Object.fromEntries(names.map((name) => [name, [] as number[]])) as Record<Name, number[]>; // one each
  for (let round = 0; round < rounds + 10; round++)
    for (const name of names) {
      const start = performance.now();
      await tasks[name](round);
      if (round >= 10) times[name].push(performance.now() - start);
    }
  return Object.fromEntries(names.map((name) => [name, median(times[name])])) as Record<Name, number>; // the same
}

/** So many a second, of so many clients that each begin anew when they are answered. */
async function perSecond(
  clients: number,
  each: number,
  task: (client: number, round: number) => Promise<unknown>,
): Promise<number> {
  const start = performance.now();
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      for (let round = 0; round < each; round++) await task(client, round);
    }),
  );
  return (clients * each * 1000) / (performance.now() - start);
}

/** What storing an edit costs: on pages of several sizes, and by many at once. */
export async function storing(): Promise<void> {
  const running = await runServer();
  const ada = new Client(running.port);
  await ada.signIn('ada@studio.example', 'paper-and-ink');
  const { database } = running.service;
  const [small, middle, large] = [
    await withPage(running, 100, 'parts-100'),
    await withPage(running, 1000, 'parts-1000'),
    await withPage(running, 10_000, 'parts-10000'),
  ];
  const base = new Map<string, number>();
  const store = async (page: string, round: number, part = 'p1'): Promise<void> => {
    const known = base.get(page) ?? (await ada.open(page)).revision;
    const answer = await ada.call('POST', `/pages/${page}/edits`, {
      id: nanoid(),
      base: known,
      edits: [colour(part, round)],
    });
    if (answer.status !== 200) throw new Error(answer.body);
    base.set(page, known + 1);
  };
  const insert = (round: number): Promise<unknown> =>
    database.query(
      `INSERT INTO batches (id, site, page, revision, account, edits) VALUES ($1, 'tidewick', 'parts-100', $2, 'ada', $3)`,
      [nanoid(), -1 - Math.floor(Math.random() * 2e9), JSON.stringify([colour('p1', round)])],
    );
  const times = await inTurns(
    {
      small: (round) => store(small, round),
      middle: (round) => store(middle, round),
      large: (round) => store(large, round),
      insert,
    },
    120,
  );
  row('one edit stored, 1,000 parts', 'the same, 100 parts', times.middle / times.small, 2);
  row('one edit stored, 10,000 parts', 'the same, 100 parts', times.large / times.small, 2);
  console.log(
    `  one edit of 100 parts: ${times.small.toFixed(2)} ms; a bare INSERT of the same bytes: ${times.insert.toFixed(2)} ms`,
  );
  const pages = await Promise.all(Array.from({ length: 20 }, (_, at) => withPage(running, 1000, `many-${at}`)));
  const bare = await perSecond(20, 50, (client, round) => insert(client * 1000 + round));
  const send = (page: string, client: number, round: number): Promise<unknown> =>
    ada.call('POST', `/pages/${page}/edits`, {
      id: nanoid(),
      base: 2_000_000_000,
      siteBase: 2_000_000_000,
      edits: [colour(`p${client + 1}`, round)],
    });
  await Promise.all(pages.map((page) => ada.open(page)));
  const onOne = await perSecond(20, 50, (client, round) => send(pages[0]!, client, round));
  const onMany = await perSecond(20, 50, (client, round) => send(pages[client]!, client, round));
  console.log(
    `  edits a second of 20 clients: ${onOne.toFixed(0)} on one page (1/${(bare / onOne).toFixed(1)} of bare INSERTs), ${onMany.toFixed(0)} on 20 pages (1/${(bare / onMany).toFixed(1)}); bare INSERTs: ${bare.toFixed(0)}`,
  );
  await hearing(running, ada, small);
  await running.stop();
}

/** How long it takes until an edit sent to one server is heard at the same, and at another on the same database. */
async function hearing(running: Running, ada: Client, page: string): Promise<void> {
  const other = await runServer({ beside: running });
  const heardAt = (server: Running, id: string): Promise<void> =>
    new Promise((done) => {
      const stop = server.service.feed.listen({ page, site: 'tidewick' }, (stored) => {
        if (stored.id !== id) return;
        stop();
        done();
      });
    });
  const heard = async (server: Running, round: number): Promise<void> => {
    const id = nanoid();
    const hears = heardAt(server, id);
    await ada.call('POST', `/pages/${page}/edits`, {
      id,
      base: 2_000_000_000,
      siteBase: 2_000_000_000,
      edits: [colour('p1', round)],
    });
    await hears;
  };
  const times = await inTurns({ same: (round) => heard(running, round), other: (round) => heard(other, round) }, 100);
  row(
    'an edit made through one server heard through another',
    'the same through one server',
    times.other / times.same,
    3,
  );
  await other.stop();
}
