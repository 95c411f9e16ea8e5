import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { give, runQuietly, say } from './say.mjs';

const mark = 'node_modules/.fold-lock';

/** Installs the npm packages of the lock file when they are not the ones that are there. */
export async function npmPackages() {
  const [major] = process.versions.node.split('.').map(Number);
  if (major < 20) give(`Fold Line needs Node.js 20 or newer; this is ${process.versions.node}.`);
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  say('Installing npm packages; the first time, this takes about a minute …');
  const { well, output } = await runQuietly(
    'npm',
    // no package fetches anything of its own
    ['install', '--no-save', '--no-audit', '--no-fund', '--ignore-scripts', '--loglevel=error'],
    'npm packages',
  );
  if (!well) give(`The npm packages could not be installed.\n${output}`);
  writeFileSync(mark, lock);
}

/** The folder with PostgreSQL's server programs, the newest there is. */
export function postgresPrograms() {
  const root = '/usr/lib/postgresql';
  const versions = existsSync(root) ? readdirSync(root).sort((a, b) => Number(b) - Number(a)) : [];
  return versions.map((version) => join(root, version, 'bin')).find((folder) => existsSync(join(folder, 'initdb')));
}

function program(name) {
  const found = spawnSync('sh', ['-c', `command -v ${name}`], { encoding: 'utf8' });
  return found.status === 0 ? found.stdout.trim() : undefined;
}

/** Installs Debian packages as root, or through sudo where that asks for no password or a person can type one. */
function debianPackages(names, what) {
  if (!program('apt-get'))
    give(`${what} is missing and this is no Debian machine: install ${names.join(', ')} by hand and start again.`);
  const root = process.getuid?.() === 0;
  if (!root && !program('sudo'))
    give(`${what} is missing and may not be installed by this account: ask for ${names.join(', ')} to be installed.`);
  const prefix = root ? [] : process.stdin.isTTY ? ['sudo'] : ['sudo', '-n'];
  const run = (...args) => {
    const [command, ...rest] = [...prefix, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', '-qq', ...args];
    return spawnSync(command, rest, { stdio: ['inherit', 'ignore', 'inherit'] }).status === 0;
  };
  say(`Installing ${what} from Debian's packages …`);
  const installed =
    run('install', '-y', '--no-install-recommends', ...names) ||
    (run('update') && run('install', '-y', '--no-install-recommends', ...names));
  if (!installed)
    give(`${what} could not be installed from Debian's packages (${names.join(', ')}); see the lines above.`);
}

/** Makes sure PostgreSQL's server programs are there and returns their folder. */
export function needPostgres() {
  if (!postgresPrograms()) debianPackages(['postgresql'], 'PostgreSQL');
  return (
    postgresPrograms() ?? give('PostgreSQL was installed, but its server programs are not under /usr/lib/postgresql.')
  );
}

/** Makes sure Chromium and ChromeDriver are there and returns their paths. */
export function needChromium() {
  if (!program('chromium') || !program('chromedriver')) debianPackages(['chromium', 'chromium-driver'], 'Chromium');
  const found = { chromium: program('chromium'), chromedriver: program('chromedriver') };
  if (!found.chromium || !found.chromedriver)
    give('Chromium and ChromeDriver were installed, but are not on the path.');
  return found;
}

/** Installs Chromium's headless shell, which needs a fifth less CPU time than Chromium, and returns its path. */
export function needChromiumShell() {
  const shell = 'chromium-headless-shell';
  if (!program(shell)) debianPackages([shell], 'Chromium for tests');
  // the command on the path is a script; whoever kills it leaves the browser running
  const itself = `/usr/lib/chromium/${shell}`;
  if (existsSync(itself)) return itself;
  return program(shell) ?? give('Chromium for tests was installed, but is not on the path.');
}

/** Files below folders with the times they changed, to tell whether a build is newer than its sources. */
function fingerprint(paths) {
  const hash = createHash('sha256');
  const visit = (path) => {
    const entries = readdirSync(path, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1));
    for (const entry of entries) {
      const below = join(path, entry.name);
      if (entry.isDirectory()) visit(below);
      else hash.update(below).update(readFileSync(below));
    }
  };
  for (const path of paths) existsSync(path) && (path.includes('.') ? hash.update(readFileSync(path)) : visit(path));
  return hash.digest('hex');
}

/** Builds the interface when its sources are not those of the last build. */
export async function buildWeb() {
  const stamp = 'dist/web/.sources';
  const now = fingerprint([
    'core',
    'web',
    'prepare/chunks.mjs',
    'package-lock.json',
    'angular.json',
    'tsconfig.json',
    'tsconfig.app.json',
  ]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  say('Building the interface …');
  const { well, output } = await runQuietly(
    process.execPath,
    ['node_modules/@angular/cli/bin/ng.js', 'build', '--stats-json'],
    'The build',
    { NG_CLI_ANALYTICS: 'false' },
  );
  if (!well) give(`The interface could not be built.\n${output}`);
  const { packChunks } = await import('./chunks.mjs'); // its packages are there by now
  await packChunks('dist/web/browser');
  compressBeside('dist/web/browser');
  writeFileSync(stamp, now);
}

/**
 * Writes each text file of a folder once more beside itself, compressed as well as can be: so that no request has to.
 */
function compressBeside(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) compressBeside(path);
    else if (/\.(js|css|html|svg|json|txt)$/.test(entry.name)) {
      const bytes = readFileSync(path);
      if (bytes.length < 1000) continue;
      writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }));
      writeFileSync(
        `${path}.br`,
        brotliCompressSync(bytes, {
          params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length },
        }),
      );
    }
  }
}
