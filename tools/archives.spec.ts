import { execFile } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { strFromU8, unzipSync } from 'fflate';
import { bundled } from '../prepare/bundled.mjs';
import { withServer } from '../server/testing/with-server';

const program = bundled('tools/fold.ts');

/** Runs the command; beside the server of this process, so never waiting for it. */
const fold = (...args: string[]): Promise<{ status: number; out: string; error: string }> =>
  new Promise((done) => {
    const env = { ...process.env, FOLD_PASSWORD: 'paper-and-ink' };
    execFile(process.execPath, [program, ...args], { env }, (error, out, said) =>
      done({ status: typeof error?.code === 'number' ? error.code : 0, out: out.trim(), error: said.trim() }),
    );
  });

describe('The fold command, of archives', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fold-archives-'));
  const archive = join(folder, 'tidewick.zip');
  const at = withServer();
  const server = (): string[] => ['--server', `http://localhost:${at.running.port}`, '--email', 'ada@studio.example'];
  beforeAll(async () => {
    expect(await fold('export', 'tidewick', '--out', archive, ...server())).toEqual({ status: 0, out: '', error: '' });
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('exports a site, imports it, and signs out each time', async () => {
    const made = await fold('import', archive, '--name', 'Once More', '--host', 'once-more', ...server());
    expect([made.status, made.error]).toEqual([0, '']);
    const { body } = await at.ada.call('GET', `/sites/${made.out}`);
    expect(body).toContain('"name":"Once More"');
    const open = await at.ada.call('GET', '/account/sessions');
    expect(open.json<{ sessions: unknown[] }>().sessions.length).toBe(1);
  });

  it('publishes an archive into a folder, without a server', async () => {
    const to = join(folder, 'published');
    const done = await fold('publish', archive, '--to', to, '--address', 'https://ferries.example');
    expect(done).toEqual({ status: 0, out: '', error: '' });
    const served = (await at.ada.call('GET', '/sites/tidewick/files?as=now&address=https://ferries.example')).bytes;
    const files = unzipSync(served);
    const written = readdirSync(to, { recursive: true, withFileTypes: true }).filter((one) => one.isFile());
    expect(written.length).toBe(Object.keys(files).length);
    for (const [name, bytes] of Object.entries(files))
      expect(readFileSync(join(to, name)).equals(Buffer.from(bytes)))
        .withContext(name)
        .toBeTrue();
    const again = await fold('publish', archive, '--to', to);
    expect([again.status, again.error]).toEqual([1, `${to}: is not empty; nothing was written`]);
  });

  it('prints a JSON Schema that what an archive says of itself keeps', async () => {
    const schemaOf = async (which: string): Promise<object> => JSON.parse((await fold('schema', which)).out) as object;
    const files = unzipSync(readFileSync(archive));
    const ajv = new Ajv2020({ strict: false, validateFormats: false });
    const keeps = async (which: string, file: string): Promise<unknown> => {
      const check = ajv.compile(await schemaOf(which));
      return check(JSON.parse(strFromU8(files[file]!))) ? [] : check.errors;
    };
    expect(await keeps('archive', 'archive.json')).toEqual([]);
    expect(await keeps('site', 'site.json')).toEqual([]);
    expect(await keeps('page', 'pages/tidewick-home.json')).toEqual([]);
    expect(await keeps('archive', 'site.json')).not.toEqual([]);
  });

  it('says in one line what is wrong, and leaves nothing half', async () => {
    const torn = join(folder, 'torn.zip');
    writeFileSync(torn, readFileSync(archive).subarray(0, 5000));
    const to = join(folder, 'none');
    const cases: readonly (readonly [readonly string[], RegExp])[] = [
      [['publish', torn, '--to', to], /torn\.zip: cannot be read/],
      [['publish', join(folder, 'nowhere.zip'), '--to', to], /nowhere\.zip: cannot be read/],
      [['publish', archive, '--to', to, '--address', 'ferries'], /--address: /],
      [['publish', archive], /fold publish ARCHIVE\.zip/],
      [['export', 'no-such-site', '--out', join(folder, 'x.zip'), ...server()], /:\d+: \S/],
      [['export', 'tidewick', '--out', '/nowhere/at/all.zip', ...server()], /all\.zip: cannot be written/],
      [
        ['export', 'tidewick', '--out', join(folder, 'x.zip'), '--server', 'http://localhost:1', '--email', 'a'],
        /cannot be reached/,
      ],
      [['import', torn, '--name', 'X', '--host', 'torn-one', ...server()], /can’t be read/],
      [
        ['import', archive, '--name', 'X', '--host', 'tidewick', ...server()],
        /Another site has the host name tidewick/,
      ],
    ];
    for (const [args, reason] of cases) {
      const done = await fold(...args);
      expect([done.status, reason.test(done.error)])
        .withContext(`${args.join(' ')}: ${done.error}`)
        .toEqual([1, true]);
    }
    expect(readdirSync(folder).sort()).toEqual(['published', 'tidewick.zip', 'torn.zip']);
  });
});
