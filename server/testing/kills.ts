import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import { nanoid } from 'nanoid';
import { DataSource } from 'typeorm';
import { heldFromTheStart } from '../database/open';
import * as z from 'zod';
import { applyBatch, type Documents } from '@core/document/edits/batch';
import { somePageEdit, someSharedEdit, someSiteEdit } from '@core/document/edits/testing/some-edits';
import type { AnyEdit, Primitive } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { planted } from '@core/document/sections/planting';
import { RandomPages } from '@core/document/testing/random-page';
import { freePort } from '../../prepare/ports.mjs';
import { startProgram } from '../../prepare/programs.mjs';
import { Cluster } from './cluster';
import { Follower } from './follower';
import { freshDatabase } from './databases';
import { Client, type Answer } from './running';

const at = { page: 'tidewick-fares', site: 'tidewick' };

/** What is found when servers and database connections were killed while several wrote. */
export interface Outcome {
  readonly kills: number;
  /** Batches that were acknowledged, and that were refused since they no longer fitted. */
  readonly stored: number;
  readonly refused: number;
  /** Acknowledged batches that are not in the log, or not exactly once. */
  readonly lost: number;
  /** What is not as the log says: in words. */
  readonly differs: readonly string[];
}

export interface Program {
  readonly port: number;
  readonly environment: Record<string, string>;
  running: ReturnType<typeof startProgram>;
}

const wait = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms));

/** A page with fewer parts is given more. */
const enough = 40;

/** Somebody who works through whichever server answers. */
class Writer {
  readonly stored = new Set<string>();
  refused = 0;
  private readonly random: RandomPages;

  constructor(
    private readonly clients: readonly Client[],
    seed: number,
  ) {
    this.random = new RandomPages(seed);
  }

  /** An answer, from whichever server gives one. */
  async ask(method: string, path: string, body?: unknown): Promise<Answer> {
    for (;;) {
      const answer = await this.random
        .pick(this.clients)
        .call(method, path, body)
        .catch(() => undefined);
      if (answer && answer.status < 500) return answer;
      await wait(50);
    }
  }

  open = async (): Promise<Documents & { revision: number; siteRevision: number }> =>
    (await this.ask('GET', `/pages/${at.page}`)).json();

  /** Makes and sends edits until it is told to stop; each batch is sent again until it is answered. */
  async work(isOver: () => boolean): Promise<void> {
    while (!isOver()) {
      const known = await this.open();
      for (let count = 0; count < 5 && !isOver(); count++) await this.send(known);
    }
  }

  /** A section put on the page, so that it never runs empty. */
  private added({ site, page }: Documents): AnyEdit {
    const parts = planted(site, {
      kind: 'section',
      holds: [{ kind: 'heading' }, { kind: 'container', holds: [{ kind: 'text' }, { kind: 'button' }] }],
    });
    return { do: 'insert', parent: page.root, index: this.random.below(4), ...parts };
  }

  private async send(known: Documents & { revision: number; siteRevision: number }): Promise<void> {
    const { random } = this;
    const edits = Array.from({ length: 1 + random.below(3) }, (): AnyEdit =>
      random.pick([
        () => someSiteEdit(random, known.site),
        () => somePageEdit(random, known.site, known.page),
        () => somePageEdit(random, known.site, known.page),
        () => someSharedEdit(random, known),
      ])(),
    );
    if (edits.some((edit) => edit.do === 'remove' && random.chance(0.9))) return; // or little would be left
    if (Object.keys(known.page.parts).length < enough) edits.splice(0, edits.length, this.added(known));
    const id = nanoid();
    const batch = { id, base: known.revision, siteBase: known.siteRevision, edits };
    const answer = await this.ask('POST', `/pages/${at.page}/edits`, batch);
    if (answer.status === 200) this.stored.add(id);
    else this.refused++;
  }
}

const Rows = z.array(
  z.object({
    id: z.string(),
    revision: z.number().nullable(),
    siteRevision: z.number().nullable(),
    edits: z.custom<readonly Primitive[]>(),
  }),
);
const Snapshots = z.array(
  z.object({ site: z.custom<Site>(), siteAt: z.number(), page: z.custom<Page>(), pageAt: z.number() }),
);

/** The documents the log leads to from a beginning, and what of it does not follow or is another in the snapshots. */
function replayedLog(
  start: Documents,
  rows: z.infer<typeof Rows>,
  snapshot: z.infer<typeof Snapshots>[number],
): { now: Documents; differs: string[] } {
  const differs: string[] = [];
  let current = start;
  let [revision, siteRevision] = [0, 0];
  for (const row of rows) {
    const { site, page } = applyBatch(current, row.edits);
    current = { site, page };
    if (row.revision !== null && row.revision !== ++revision) differs.push(`revision ${row.revision} of the page`);
    if (row.siteRevision !== null && row.siteRevision !== ++siteRevision)
      differs.push(`revision ${row.siteRevision} of the site`);
    if (row.revision === snapshot.pageAt && !isDeepStrictEqual(page, snapshot.page))
      differs.push('the page’s snapshot');
    if (row.siteRevision === snapshot.siteAt && !isDeepStrictEqual(site, snapshot.site))
      differs.push('the site’s snapshot');
  }
  return { now: current, differs };
}

/** Whose documents are compared, in that order. */
const whose = ['the first server has it', 'the second has it', 'the first stream told it', 'the second told it'];

/** What differs between the documents somebody is given, the snapshots and what the log says. */
async function compared(
  database: DataSource,
  start: Documents,
  served: readonly Documents[],
  stored: readonly string[],
): Promise<Pick<Outcome, 'lost' | 'differs'>> {
  const log = `SELECT id, revision, site_revision AS "siteRevision", edits FROM batches
    WHERE page = $1 OR site = $2 AND page IS NULL ORDER BY "order"`;
  const rows = Rows.parse(await database.query(log, [at.page, at.site]));
  const snapshots = `SELECT s.document AS site, s.snapshot AS "siteAt", p.document AS page, p.snapshot AS "pageAt"
    FROM pages p JOIN sites s ON s.id = p.site WHERE p.id = $1`;
  const [snapshot] = Snapshots.parse(await database.query(snapshots, [at.page]));
  const { now: current, differs } = replayedLog(start, rows, snapshot!); // there is that page
  served.forEach(({ site, page }, index) => {
    if (!isDeepStrictEqual(page, current.page)) differs.push(`the page as ${whose[index]}`);
    if (!isDeepStrictEqual(site, current.site)) differs.push(`the site as ${whose[index]}`);
  });
  const there = rows.map((row) => row.id);
  const lost = stored.filter((id) => there.filter((one) => one === id).length !== 1).length;
  if (there.length !== stored.length) differs.push(`${there.length} batches in the log, ${stored.length} acknowledged`);
  return { lost, differs };
}

/** Two servers on one database and folder, as processes of their own. */
export async function startTwo(address: string, folder: string): Promise<Program[]> {
  const programs: Program[] = [];
  for (let count = 0; count < 2; count++) {
    const port = await freePort();
    const environment = {
      ...{ FOLD_DATABASE: address, FOLD_SECRET: 'k'.repeat(40), FOLD_PORT: String(port), FOLD_DATA: folder },
      FOLD_LIVE_PORT: String(port + 1),
      FOLD_LOG: 'silent', // it is killed on purpose
    };
    const running = startProgram('server/main.ts', environment);
    if (!(await running.ready)) throw new Error('A server did not start.');
    programs.push({ port, environment, running });
  }
  return programs;
}

/** What is watched from outside while servers are killed, as a browser is, and what is wrong with it at the end. */
export interface Watcher {
  begin(port: number): Promise<void>;
  end(): Promise<readonly string[]>;
}

const allConnections =
  'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()';

/** Kills a server, where it still runs, and starts it anew. */
export async function startedAgain(program: Program): Promise<void> {
  program.running.child.kill('SIGKILL');
  await program.running.ended;
  program.running = startProgram('server/main.ts', program.environment);
  if (!(await program.running.ready)) throw new Error('A server did not start again.');
}

/**
 * Kills one of the servers and starts it again, or PostgreSQL itself, or breaks every connection to it. Returns how
 * many servers had ended by themselves.
 */
async function kill(
  programs: readonly Program[],
  cluster: Cluster,
  database: DataSource,
  round: number,
): Promise<number> {
  if (round % 8 === 7) return cluster.kill().then(() => 0);
  if (round % 4 === 3) return database.query(allConnections).then(() => 0);
  const program = programs[round % 2]!;
  const fallen = program.running.child.exitCode === null ? 0 : 1;
  await startedAgain(program);
  return fallen;
}

/** A database of a cluster that can be killed, two servers on it, and whoever looks at them. */
async function arranged(folder: string) {
  const cluster = await Cluster.start(join(folder, 'postgres'));
  const address = await freshDatabase({ cluster: cluster.address });
  const programs = await startTwo(address, join(folder, 'data'));
  const extra = { max: 2, onConnect: heldFromTheStart };
  const database = await new DataSource({
    type: 'postgres',
    url: address,
    extra,
    poolErrorHandler: () => undefined,
  }).initialize();
  const clients = programs.map((one) => new Client(one.port));
  for (const client of clients) await client.signIn('ada@studio.example', 'paper-and-ink');
  const followers = clients.map((client, index) => new Follower(client, programs[index]!.port, at.page));
  for (const follower of followers) await follower.start();
  return { cluster, address, programs, database, clients, followers };
}

/**
 * Several write on one page and its site through two servers, of which one or the other is killed, and PostgreSQL and
 * its connections too, so many times.
 */
export async function throughKills(kills: number, writers: number, watcher?: Watcher): Promise<Outcome> {
  const folder = mkdtempSync(join(tmpdir(), 'fold-kills-'));
  chmodSync(folder, 0o755); // PostgreSQL may run under an account of its own
  const { cluster, programs, database, clients, followers } = await arranged(folder);
  const people = Array.from({ length: writers }, (_, index) => new Writer(clients, index + 1));
  const { site, page } = await people[0]!.open();
  await watcher?.begin(programs[0]!.port);
  let [over, fallen] = [false, 0];
  const working = Promise.all(people.map((one) => one.work(() => over)));
  for (let round = 0; round < kills; round++) {
    await wait(100 + 20 * (round % 7));
    fallen += await kill(programs, cluster, database, round);
  }
  over = true;
  await working;
  const served = await Promise.all(
    clients.map(async (one) => (await one.call('GET', `/pages/${at.page}`)).json<Documents>()),
  );
  const followed = await Promise.all(followers.map((one) => one.documents()));
  const stored = people.flatMap((one) => [...one.stored]);
  const found = await compared(database, { site, page }, [...served, ...followed], stored);
  const watched = (await watcher?.end()) ?? [];
  for (const program of programs) await program.running.stop();
  await database.destroy();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
  return {
    kills,
    stored: stored.length,
    refused: people.reduce((sum, one) => sum + one.refused, 0),
    lost: found.lost,
    differs: [...found.differs, ...watched, ...(fallen > 0 ? [`a server ended by itself, ${fallen} times`] : [])],
  };
}
