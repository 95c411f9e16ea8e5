import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createConnection } from 'node:net';
import { buildWeb, needPostgres, npmPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { startProgram } from './programs.mjs';
import { give, say } from './say.mjs';

const port = Number(process.env.FOLD_PORT ?? 4200);
const livePort = Number(process.env.FOLD_LIVE_PORT ?? 4300);
const folder = process.env.FOLD_DATA ?? 'var';

const isTaken = (one) =>
  new Promise((done) => {
    const probe = createConnection({ port: one, host: '127.0.0.1' });
    probe.once('connect', () => (probe.destroy(), done(true)));
    probe.once('error', () => done(false));
  });

/** The key that signs sessions, made once and kept with the data. */
function secret() {
  const file = `${folder}/secret`;
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}

const stops = [];
let stopping = false;
async function stopAll(code) {
  if (stopping) return;
  stopping = true;
  for (const stop of stops.reverse()) await stop();
  process.exit(code);
}
process.on('SIGINT', () => void stopAll(0));
process.on('SIGTERM', () => void stopAll(0));

for (const [one, variable] of [
  [port, 'FOLD_PORT'],
  [livePort, 'FOLD_LIVE_PORT'],
]) {
  if (!Number.isInteger(one) || one < 1 || one > 65535) give(`${variable} is no port number.`);
  if (await isTaken(one)) give(`Port ${one} is taken by another program. Free it, or set ${variable} to another one.`);
}
try {
  mkdirSync(folder, { recursive: true });
} catch (error) {
  give(`The folder ${folder} for the data cannot be made (${error.code}): start from a folder you may write to.`);
}
npmPackages();
const programs = needPostgres();
buildWeb();
say('Starting PostgreSQL …');
const postgres = await startPostgres(programs, `${folder}/postgres`);
stops.push(postgres.stop);
const environment = {
  FOLD_DATABASE: postgres.address,
  FOLD_SECRET: secret(),
  FOLD_PORT: String(port),
  FOLD_LIVE_PORT: String(livePort),
  FOLD_DATA: folder,
};
for (const file of ['live/main.ts', 'server/main.ts']) {
  const program = startProgram(file, environment);
  stops.push(program.stop);
  if (!(await program.ready)) await stopAll(1);
  void program.ended.then((code) => stopAll(code));
}
console.log(`
Fold Line is running.

  Editor      http://localhost:${port}
  Live host   http://tidewick.localhost:${livePort}   (each client site has its own name there)
  Sign in     ada@studio.example   with   paper-and-ink

Ctrl-C ends it.`);
