import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { nanoid } from 'nanoid';
import type { ReleaseList } from '@core/api/releases';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { freePort } from '../prepare/ports.mjs';
import { startProgram } from '../prepare/programs.mjs';
import { Cluster } from '../server/testing/cluster';
import { startTwo, type Program } from '../server/testing/kills';
import { freshDatabase } from '../server/testing/databases';
import { ask, Client, type Answer } from '../server/testing/running';

// How many kills: `npm run bench -- release-kills 50`.
const [kills = 50] = process.argv.slice(2).map(Number).filter(Number.isInteger);
const wait = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms));
const site = 'tidewick';
const pages = { 'tidewick-fares': '/fares', 'tidewick-timetable': '/timetable' };

const folder = mkdtempSync(join(tmpdir(), 'fold-release-kills-'));
chmodSync(folder, 0o755); // PostgreSQL may run under an account of its own
const cluster = await Cluster.start(join(folder, 'postgres'));
const data = join(folder, 'data');
const servers = await startTwo(await freshDatabase({ cluster: cluster.address }), data);
const livePort = await freePort();
const liveEnvironment = { FOLD_LIVE_PORT: String(livePort), FOLD_DATA: data };
let live = startProgram('live/main.ts', liveEnvironment);
await live.ready;

/** An answer of whichever server gives one; each try that was not answered may have been done. */
let tried = 0;
const clients = servers.map((one) => new Client(one.port));
async function answered(method: string, path: string, body?: unknown): Promise<Answer> {
  for (let turn = 0; ; turn++) {
    const client = clients[turn % clients.length]!;
    tried++;
    const answer = await client.call(method, path, body).catch(() => undefined);
    if (answer && answer.status < 500 && answer.status !== 401) return answer;
    await client.signIn('ada@studio.example', 'paper-and-ink').catch(() => undefined);
    await wait(60);
  }
}

/** What is wrong with what visitors were served: in words. */
const wrong: string[] = [];
const get = (path: string): Promise<Answer | undefined> =>
  ask(livePort, 'GET', path, { host: `${site}.localhost` }).catch(() => undefined);

/** Reads a page as a visitor does, with its styles; the round it is of. Nothing while the live host is down. */
async function visited(path: string): Promise<number | undefined> {
  const page = await get(path);
  if (!page) return undefined;
  if (page.status !== 200) wrong.push(`${path} answers ${page.status}`);
  if (!page.body.trimEnd().endsWith('</html>')) wrong.push(`${path} is cut off`);
  const round = Number(/<title>Round (\d+)<\/title>/.exec(page.body)?.[1] ?? 0);
  const sheet = await get(/href="(\/files\/style-[^"]+)"/.exec(page.body)?.[1] ?? '/no-sheet');
  if (!sheet) return round;
  if (sheet.status !== 200) wrong.push(`the style sheet of ${path} answers ${sheet.status}`);
  else if (round > 0 && !sheet.body.includes(`z-index:${round}`))
    wrong.push(`${path} is of round ${round}, and its style sheet is not`);
  return round;
}

async function killOne(round: number): Promise<void> {
  if (round % 3 === 2) return cluster.kill();
  if (round % 3 === 1) {
    live.child.kill('SIGKILL');
    await live.ended;
    live = startProgram('live/main.ts', liveEnvironment);
    await live.ready;
    return;
  }
  const server: Program = servers[(round / 3) % 2 < 1 ? 0 : 1]!;
  server.running.child.kill('SIGKILL');
  await server.running.ended;
  server.running = startProgram('server/main.ts', server.environment);
  if (!(await server.running.ready)) throw new Error('A server did not start again.');
}

/** One release that says its round in the titles of two pages and in a style of the site. */
async function edit(round: number): Promise<void> {
  for (const page of Object.keys(pages)) {
    const edits: AnyEdit[] = [
      { do: 'set', part: 'root', field: ['content', 'base', 'title'], value: `Round ${round}` },
      { do: 'set', on: 'site', field: ['elements', 'body', 'wide', 'normal', 'z-index'], value: String(round) },
    ];
    const id = nanoid();
    const { revision } = (await answered('GET', `/pages/${page}`)).json<{ revision: number }>();
    const stored = await answered('POST', `/pages/${page}/edits`, { id, base: revision, edits });
    if (stored.status !== 200) throw new Error(`The edits of round ${round} were answered ${stored.status}.`);
  }
}

// what visitors are served is looked at once there is a release
await answered('POST', `/sites/${site}/releases`, { pages: Object.keys(pages) });
for (const path of Object.values(pages)) while ((await get(path))?.status !== 200) await wait(100);

let over = false;
const visiting = (async () => {
  while (!over) for (const path of Object.values(pages)) await visited(path);
})();
const numbers = async (): Promise<number[]> =>
  (await answered('GET', `/sites/${site}/releases`)).json<ReleaseList>().releases.map((one) => one.number);

let [begun, least] = [0, 0];
for (let round = 1; round <= kills; round++) {
  await edit(round);
  tried = 0;
  const release = answered('POST', `/sites/${site}/releases`, { pages: Object.keys(pages) });
  await wait(Math.random() * 900);
  await killOne(round);
  const made = await release;
  if (made.status !== 201) wrong.push(`the release of round ${round} is answered ${made.status}`);
  begun += tried;
  least++;
  for (let tries = 0; ; tries++) {
    const shown = await Promise.all(Object.values(pages).map(visited));
    if (shown.every((one) => one === round)) break;
    if (tries === 300) {
      wrong.push(`round ${round} was never seen: ${shown.join(' and ')}`);
      break;
    }
    await wait(100);
  }
}
over = true;
await visiting;
const all = await numbers();
const newest = all[0] ?? 0;
all.forEach((number, index) => {
  if (number !== newest - index) wrong.push(`release ${newest - index} is missing`);
});
if (newest < least + 2 || newest > begun + 2) wrong.push(`${newest} releases, of ${least} to ${begun} that were begun`);
const left = readdirSync(join(data, 'live', 'sites', site, 'releases')).filter((one) => one.includes('.'));
console.log(
  `${kills} kills (server, live host and database in turn) while pages went live: ${newest} releases, ${left.length} unfinished folders left, ${wrong.length} faults.`,
);
for (const one of [...new Set(wrong)].slice(0, 20)) console.log(`  ${one}`);
for (const one of servers) await one.running.stop();
await live.stop();
await cluster.stop();
rmSync(folder, { recursive: true, force: true });
process.exit(wrong.length > 0 ? 1 : 0);
