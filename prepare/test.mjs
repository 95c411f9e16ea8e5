import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { buildWeb, needChromium, needPostgres, npmPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { say } from './say.mjs';
import { writeRegistries } from './registries.mjs';

/** A program of an installed package. */
const bin = (name) => `node_modules/.bin/${name}`;

/** Runs a command to its end; true when it ended well. */
const run = (command, args, environment = {}) =>
  new Promise((done) => {
    const child = spawn(command, args, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, NG_CLI_ANALYTICS: 'false', ...environment },
    });
    child.once('exit', (code) => done(code === 0));
    child.once('error', () => done(false));
  });

let passed = 0;
let failed = 0;

/** A check that counts as one test. */
async function check(name, command, args) {
  say(name);
  const well = await run(command, args);
  if (well) passed++;
  else {
    failed++;
    console.log(`FAILED ${name}`);
  }
}

/** A run of many tests, counted by what it left in `var/results`. */
async function suite(name, command, args, environment) {
  say(`${name} tests`);
  const file = `var/results/${name}.json`;
  rmSync(file, { force: true });
  const well = await run(command, args, environment);
  const counted = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : { passed: 0, failed: 0 };
  passed += counted.passed;
  failed += counted.failed + (counted.passed + counted.failed === 0 || (!well && counted.failed === 0) ? 1 : 0);
}

await npmPackages();
writeRegistries();
const browser = needChromium();
const programs = needPostgres();
mkdirSync('var/results', { recursive: true });
const chromium = {
  FOLD_CHROMIUM: browser.chromium,
  FOLD_CHROMEDRIVER: browser.chromedriver,
  CHROME_BIN: browser.chromium,
};
Object.assign(process.env, chromium);

/** Checks that nothing else waits for, one after the other. */
const inTurn = async (checks) => {
  for (const [name, program, ...args] of checks) await check(name, bin(program), args);
};
await Promise.all([
  inTurn([
    // those of core and web are checked where the unit tests are built, their specs included
    ['types of server, tools and tests', 'tsc', '-p', 'tsconfig.node.json', '--noEmit'],
    ['format', 'prettier', '--check', '--log-level', 'warn', '.'],
    [
      ...['who may know whom', 'depcruise', '--config', '.dependency-cruiser.cjs'],
      ...['core', 'web', 'server', 'live', 'mail', 'stock', 'zip', 'tools', 'demo'],
    ],
  ]),
  inTurn([
    ['lint', 'eslint', '.', '--max-warnings', '0'],
    ['unused files, exports and packages', 'knip'],
  ]),
]);
await buildWeb();
rmSync('var/test', { recursive: true, force: true });
const postgres = await startPostgres(programs, 'var/test/postgres');
const node = (name, ...globs) =>
  suite(name, process.execPath, ['--import', 'tsx', 'prepare/node-specs.ts', name, ...globs], {
    FOLD_TEST_DATABASE: postgres.address,
    FOLD_PORTS: name === 'interface' ? 'odd' : 'even', // they run side by side
  });
await Promise.all([
  // the unit tests end first: the interface takes their place beside the server's
  suite('unit', bin('ng'), ['test', '--watch=false']).then(() => node('interface', 'e2e/**/*.spec.ts')),
  node(
    'server',
    'core/**/*.node.spec.ts',
    'server/**/*.spec.ts',
    'live/**/*.spec.ts',
    'mail/**/*.spec.ts',
    'stock/**/*.spec.ts',
    'zip/**/*.spec.ts',
    'tools/**/*.spec.ts',
    'demo/**/*.spec.ts',
    'prepare/**/*.spec.ts',
  ),
]);
await postgres.stop();

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
