import { performance } from 'node:perf_hooks';
import { liveApp } from '../live/app';
import {
  publishesAndWriters,
  removingBreakpointWhileEditing,
  sharingWhileEditing,
  visitorsDuringPublishes,
} from '../server/testing/races';
import { Client, runServer, serving, type Running } from '../server/testing/running';

/** Each race on a server and database of its own. */
async function race(
  what: string,
  run: (running: Running, ada: Client, livePort: number) => Promise<string>,
): Promise<void> {
  const running = await runServer();
  const live = await serving(liveApp(running.service.config.liveFolder));
  const ada = new Client(running.port);
  await ada.signIn('ada@studio.example', 'paper-and-ink');
  const start = performance.now();
  const said = await run(running, ada, live.port);
  console.log(`${what.padEnd(58)} ${said} (${((performance.now() - start) / 1000).toFixed(1)} s)`);
  await live.stop();
  await running.stop();
}

const counted = (statuses: readonly number[]): string =>
  [...new Set(statuses)]
    .sort()
    .map((status) => `${statuses.filter((one) => one === status).length} × ${status}`)
    .join(', ');

await race(
  'sharing a section while four others edit it, 100 times',
  async (_running, ada) => `${await sharingWhileEditing(ada, 'tidewick-home', 100)} faults`,
);
await race(
  'removing a breakpoint during eight edits, 100 times',
  async (_running, ada) => `${await removingBreakpointWhileEditing(ada, 'tidewick-home', 100)} faults`,
);
await race('200 publishes and 200 writers at once', async (_running, ada) => {
  const { published, stored, answers } = await publishesAndWriters(ada, 'tidewick-home', 200, 200);
  return `publishes ${counted(published)}; edits ${counted(stored)}; the server ${answers ? 'answers' : 'HANGS'}`;
});
await race('visitors during 200 publishes, each of another style', async (_running, ada, livePort) => {
  const { loads, missing } = await visitorsDuringPublishes(ada, livePort, 'tidewick-home', 'tidewick.localhost', 200);
  return `${missing} of ${loads} style sheets missing`;
});
