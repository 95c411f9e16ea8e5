import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from '../prepare/ports.mjs';
import { ask } from '../server/testing/running';

/** The start command in a folder of its own, as somebody runs it. */
describe('The start command', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fold-start-'));
  let port = 0;
  let livePort = 0;
  let mailPort = 0;
  let smtpPort = 0;
  let stockPort = 0;
  let command: ChildProcess | undefined;
  let said = '';

  const until = async (what: string, met: () => Promise<boolean> | boolean): Promise<void> => {
    for (const end = Date.now() + 240_000; Date.now() < end;) {
      if (await met()) return;
      await new Promise((go) => setTimeout(go, 100));
    }
    throw new Error(`${what} did not come about. The command said:\n${said}`);
  };
  const answers = (at: number, host: string, path = '/'): Promise<boolean> =>
    ask(at, 'GET', path, { host }).then(
      (one) => one.status === 200,
      () => false,
    );
  const editor = (): Promise<boolean> => answers(port, 'localhost');
  const live = (): Promise<boolean> => answers(livePort, 'tidewick.localhost');
  const signedIn = (): Promise<boolean> =>
    ask(port, 'POST', '/api/session', {
      headers: { origin: `http://localhost:${port}`, 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'ada@studio.example', password: 'paper-and-ink' }),
    }).then(
      (one) => one.status === 200,
      () => false,
    );
  const environment = (): Record<string, string> => ({
    FOLD_DATA: folder,
    FOLD_PORT: String(port),
    FOLD_LIVE_PORT: String(livePort),
    FOLD_MAIL_PORT: String(mailPort),
    FOLD_SMTP_PORT: String(smtpPort),
    FOLD_STOCK_PORT: String(stockPort),
  });
  const start = (): ChildProcess => {
    said = '';
    const child = spawn(process.execPath, ['prepare/start.mjs'], {
      env: { ...process.env, ...environment() },
    });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => (said += chunk.toString()));
    return (command = child);
  };
  const running = (): { programs: { pid: number }[] } =>
    // as the command notes it
    JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8')) as { programs: { pid: number }[] };
  const postmaster = (): number =>
    Number(readFileSync(join(folder, 'postgres/data/postmaster.pid'), 'utf8').split('\n')[0]);
  const isAlive = (pid: number): boolean =>
    existsSync(`/proc/${pid}/stat`) && !readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ');

  beforeAll(async () => {
    [port, livePort] = [await freePort(), await freePort()];
    [mailPort, smtpPort, stockPort] = [await freePort(), await freePort(), await freePort()];
    start();
    await until('The first start', () => said.includes('Fold Line is running.'));
  });
  afterAll(async () => {
    command?.kill('SIGTERM');
    await new Promise((done) => (command?.exitCode === null ? command.once('exit', done) : done(undefined)));
    rmSync(folder, { recursive: true, force: true });
  });

  it('starts the editor again when that dies; the live host goes on meanwhile', async () => {
    const [liveHost, server] = running().programs.map((one) => one.pid);
    process.kill(server!, 'SIGKILL');
    await until('The editor’s end', async () => !(await editor()));
    expect(await live()).toBeTrue();
    await until('The editor', editor);
    expect(running().programs[0]!.pid).toBe(liveHost!);
  });
  it('starts the live host again when that dies; the editor goes on meanwhile', async () => {
    process.kill(running().programs[0]!.pid, 'SIGKILL');
    await until('The live host’s end', async () => !(await live()));
    expect(await editor()).toBeTrue();
    await until('The live host', live);
  });
  it('starts PostgreSQL again when that dies; the editor says so meanwhile and then goes on', async () => {
    const server = running().programs[1]!.pid;
    process.kill(postmaster(), 'SIGKILL');
    await until('Signing in', signedIn);
    expect(running().programs[1]!.pid).toBe(server);
    await until('Its word', () => said.includes('PostgreSQL is running again'));
  });
  it('is not started twice in one folder', async () => {
    const second = spawn(process.execPath, ['prepare/start.mjs'], {
      env: { ...process.env, ...environment() },
    });
    let heard = '';
    second.stderr.on('data', (chunk: Buffer) => (heard += chunk.toString()));
    expect(await new Promise((done) => second.once('exit', done))).toBe(1);
    expect(heard).toContain('running or starting in this folder already');
    expect(await editor()).toBeTrue();
  });
  it('killed without a word, leaves no editor and no live host, and the next start takes over from it', async () => {
    const before = running().programs.map((one) => one.pid);
    command?.kill('SIGKILL');
    await until('The programs’ end', () => !before.some(isAlive));
    start();
    await until('The next start', () => said.includes('Fold Line is running.'));
    expect(await editor()).toBeTrue();
    expect(await live()).toBeTrue();
    expect(await signedIn()).toBeTrue();
  });
  it('shows the letters the editor sends', async () => {
    const asked = await ask(port, 'POST', '/api/password/forgotten', {
      headers: { origin: `http://localhost:${port}`, 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'cleo@studio.example' }),
    });
    expect(asked.status).toBe(204);
    const letters = async (): Promise<string> => (await ask(mailPort, 'GET', '/', {})).body;
    await until('The letter', async () => (await letters()).includes('cleo@studio.example'));
    const letter = await ask(mailPort, 'GET', /href="(\/\d+)"/.exec(await letters())![1]!, {});
    expect(letter.body).toContain(`http://localhost:${port}/welcome#`);
  });
  it('ends everything it started when it is asked to end', async () => {
    const all = [...running().programs.map((one) => one.pid), postmaster()];
    command?.kill('SIGINT');
    await until('Its end', () => command?.exitCode !== null);
    expect(all.filter(isAlive)).toEqual([]);
  });

  it('without the demo begins with nobody: the first account is made by the link it prints', async () => {
    rmSync(folder, { recursive: true, force: true });
    process.env['FOLD_DEMO'] = '0';
    const [one, other] = [start(), start()]; // somebody types it twice
    delete process.env['FOLD_DEMO'];
    const end = (child: ChildProcess): Promise<ChildProcess> =>
      new Promise((done) => child.once('exit', () => done(child)));
    const refused = await Promise.race([end(one), end(other)]);
    expect(refused.exitCode).toBe(1);
    expect(said).toContain('running or starting in this folder already');
    command = refused === one ? other : one;
    await until('The start', () => said.includes('Fold Line is running.'));
    expect(said).not.toContain('paper-and-ink');
    const key = /\/welcome#([\w-]{43})/.exec(said)![1]!;
    const made = await ask(port, 'POST', '/api/links/use', {
      headers: { origin: `http://localhost:${port}`, 'content-type': 'application/json' },
      body: JSON.stringify({ key, name: 'Mo', email: 'mo@studio.example', password: 'first of them all' }),
    });
    expect(made.status).withContext(made.body).toBe(201);
    expect(await signedIn()).toBeFalse();
  });

  it('in a folder that cannot be written says so in one sentence', async () => {
    // one that is there, and in which nobody may make files
    const environment = { ...process.env, FOLD_DATA: '/sys/kernel' };
    const refused = spawn(process.execPath, ['prepare/start.mjs'], { env: environment });
    let heard = '';
    for (const stream of [refused.stdout, refused.stderr])
      stream.on('data', (chunk: Buffer) => (heard += chunk.toString()));
    expect(await new Promise((done) => refused.once('exit', done))).toBe(1);
    expect(heard.trim()).toMatch(/^Nothing can be stored in the folder \/sys\/kernel: .*\.$/);
  });
});
