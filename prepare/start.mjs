import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createConnection } from 'node:net';
import { buildWeb, needPostgres, npmPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { keepRunning } from './keep-running.mjs';
import { RunningHere } from './leftovers.mjs';
import { startProgram } from './programs.mjs';
import { give, say } from './say.mjs';
import { writeRegistries } from './registries.mjs';

const port = Number(process.env.FOLD_PORT ?? 4200);
const livePort = Number(process.env.FOLD_LIVE_PORT ?? 4300);
const stockPort = Number(process.env.FOLD_STOCK_PORT ?? 4450);
/** A source of stock pictures of one's own takes the place of the one that ships. */
const ownStock = process.env.FOLD_STOCK !== undefined;
const mailPort = Number(process.env.FOLD_MAIL_PORT ?? 4400);
const smtpPort = Number(process.env.FOLD_SMTP_PORT ?? 4325);
/** A mail server of one's own takes the place of the one that ships. */
const ownMail = process.env.FOLD_SMTP !== undefined;
const hasDemo = !['no', '0'].includes(process.env.FOLD_DEMO ?? '');
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
  if (!existsSync(file)) inFolder(() => writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 }));
  return readFileSync(file, 'utf8');
}

const stops = [];
let stopping = false;
async function stopAll(code) {
  if (stopping) return;
  stopping = true;
  for (const stop of stops.reverse()) await stop();
  here.forget();
  process.exit(code);
}
process.on('SIGINT', () => void stopAll(0));
process.on('SIGTERM', () => void stopAll(0));

const reasons = { ENOSPC: 'its disk is full', EDQUOT: 'its disk is full', EROFS: 'it is read-only' };
/** Writes to the folder for the data, or ends with one sentence that says why it cannot. */
function inFolder(write) {
  try {
    return write();
  } catch (error) {
    const reason = reasons[error.code] ?? `this account may not write to it (${error.code})`;
    return give(
      `Nothing can be stored in the folder ${folder}: ${reason}. Free it, or set FOLD_DATA to another folder.`,
    );
  }
}

inFolder(() => mkdirSync(folder, { recursive: true }));
const here = new RunningHere(`${folder}/running.json`);
if (!(await here.take())) {
  const other = here.other();
  const which = other === undefined ? '' : ` (process ${other})`;
  give(
    `Fold Line is running or starting in this folder already${which}. End that one first, or set FOLD_DATA to another folder.`,
  );
}
const probe = `${folder}/probe`;
inFolder(() => {
  writeFileSync(probe, Buffer.alloc(1_000_000)); // as much as a start needs before PostgreSQL says what it lacks
  rmSync(probe);
});
if ((await here.endLeftovers()) > 0) say('Ended what an earlier start had left running.');
inFolder(() => here.write());
for (const [one, variable] of [
  [port, 'FOLD_PORT'],
  [livePort, 'FOLD_LIVE_PORT'],
  ...(ownMail
    ? []
    : [
        [mailPort, 'FOLD_MAIL_PORT'],
        [smtpPort, 'FOLD_SMTP_PORT'],
      ]),
  ...(ownStock ? [] : [[stockPort, 'FOLD_STOCK_PORT']]),
]) {
  if (!Number.isInteger(one) || one < 1 || one > 65535) give(`${variable} isn’t a port number.`);
  if (await isTaken(one)) give(`Port ${one} is taken by another program. Free it, or set ${variable} to another one.`);
}
await npmPackages();
writeRegistries();
const programs = needPostgres();
await buildWeb();
say('Starting PostgreSQL …');
let address = '';
let databasePort;
const database = async () => {
  const started = await startPostgres(programs, `${folder}/postgres`, { wantedPort: databasePort });
  ({ address, port: databasePort } = started);
  return started;
};
stops.push(await keepRunning('PostgreSQL', database).catch((error) => give(error.message)));
const environment = {
  FOLD_DATABASE: address,
  FOLD_SECRET: secret(),
  FOLD_PORT: String(port),
  FOLD_LIVE_PORT: String(livePort),
  FOLD_DATA: folder,
  ...(!ownStock && { FOLD_STOCK_PORT: String(stockPort), FOLD_STOCK: `http://127.0.0.1:${stockPort}` }),
  ...(!ownMail && {
    FOLD_MAIL_PORT: String(mailPort),
    FOLD_SMTP_PORT: String(smtpPort),
    FOLD_SMTP: `smtp://127.0.0.1:${smtpPort}`,
  }),
};
for (const [name, file] of [
  ['The live host', 'live/main.ts'],
  ['The editor', 'server/main.ts'],
  ...(ownMail ? [] : [['The mail server', 'mail/main.ts']]),
  ...(ownStock ? [] : [['The stock pictures', 'stock/main.ts']]),
]) {
  say(`Starting ${name.toLowerCase()} …`);
  const begin = async () => {
    const program = startProgram(file, environment);
    here.note(name, program.child.pid);
    if (!(await program.ready)) throw new Error('see the line above');
    return program;
  };
  const stop = await keepRunning(name, begin).catch(() => undefined);
  if (!stop) await stopAll(1);
  else stops.push(stop);
}
console.log(`
Fold Line is running.

  Editor      http://localhost:${port}
  Live host   http://${hasDemo ? 'tidewick' : 'SITE'}.localhost:${livePort}   (each client site has its own name there)${
    ownMail ? '' : `\n  Letters     http://localhost:${mailPort}   (what the editor sent: invitations, new passwords)`
  }${hasDemo ? '\n  Sign in     ada@studio.example   with   paper-and-ink' : ''}

Ctrl-C ends it.`);
