import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { bundled } from '../bundled.mjs';
import { bundles } from './lanes.mjs';

const bin = (name) => `node_modules/.bin/${name}`;
const readJson = (file) => JSON.parse(readFileSync(file, 'utf8'));

const unit = 'var/test/unit';
/** The database and the folder with the demo, which each suite copies. */
export const demo = { database: 'fold_demo', folder: 'var/test/demo' };

/** The duration of each job in an earlier run, in seconds; it decides the order of jobs. */
const durations = readJson('prepare/testing/durations.json');
const usual = { static: 30, unit: 120, server: 20, interface: 40 };

const folders = ['core', 'web', 'server', 'live', 'mail', 'stock', 'zip', 'tools', 'demo'];
/** A static check, which counts as one test. */
const check = (name, program, ...args) => ({
  name,
  phase: 'static checks',
  seconds: durations[name] ?? usual.static,
  async run(lane) {
    const { well, said } = await lane.command(bin(program), args);
    return { well, specs: [{ name, well, seconds: 0 }], faults: well ? [] : [`FAILED ${name}\n${said}`] };
  },
});

/** A job that other jobs need. It does not count as a test, but the run fails if it fails. */
const preparation = (name, run, needs = []) => ({
  name,
  phase: 'preparation',
  seconds: durations[name] ?? usual.unit,
  needs,
  async run(lane) {
    const { well, said } = await run(lane);
    return { well, specs: [], faults: well ? [] : [`FAILED ${name}\n${said}`] };
  },
});

/** The share of the unit tests that one browser runs. */
const unitShare = (number, count) => ({
  name: `unit tests ${number} of ${count}`,
  phase: 'unit tests',
  seconds: durations[`unit tests ${number} of ${count}`] ?? usual.unit,
  needs: ['unit build'],
  async run(lane) {
    const file = `var/results/unit-${number}.json`;
    rmSync(file, { force: true });
    const { well, said } = await lane.command(bin('karma'), ['start', 'karma.conf.cjs'], {
      FOLD_UNIT_BUILD: unit,
      FOLD_UNIT_SHARE: `${number}/${count}`,
    });
    const { specs, failed } = existsSync(file) ? readJson(file) : { specs: [], failed: 1 };
    if (new Set(specs.map((one) => one.name)).size < specs.length)
      return { well: false, specs, faults: [`FAILED ${file} has specs twice: is another browser connected?`] };
    const isWell = well && failed === 0 && specs.length > 0;
    return { well: isWell, specs, faults: isWell ? [] : [said] };
  },
});

/** A spec file that runs in Node.js. */
export const suite = (file) => {
  const isInterface = file.startsWith('e2e/');
  return {
    name: file,
    phase: isInterface ? 'interface tests' : 'server tests',
    seconds: durations[file] ?? (isInterface ? usual.interface : usual.server),
    needs: ['bundles of specs', 'demo', ...(isInterface || needsInterface.includes(file) ? ['interface build'] : [])],
    async run(lane) {
      const result = await lane.specs(join(bundles, file.replace(/\.ts$/, '.mjs')));
      return { well: result.faults.length === 0, ...result };
    },
  };
};
/** Server specs that need the built interface. */
const needsInterface = ['server/hostile.spec.ts', 'server/left-behind.spec.ts', 'server/server.spec.ts'];

/** Lists the spec files that run in Node.js. Those of web, and most of core, run in a browser. */
export const specFiles = () =>
  [...folders, 'prepare', 'e2e'].flatMap((folder) =>
    readdirSync(folder, { recursive: true })
      .filter((file) => file.endsWith(folder === 'core' ? '.node.spec.ts' : '.spec.ts') && folder !== 'web')
      .sort()
      .map((file) => join(folder, file)),
  );

/** Bundles all specs in one build, so that a process loads shared modules once. */
async function bundleSpecs(files) {
  const { build } = createRequire(import.meta.url)('esbuild'); // there once packages are installed
  rmSync(bundles, { recursive: true, force: true });
  await build({
    entryPoints: [...files, 'prepare/testing/spec-worker.ts'],
    outdir: bundles,
    outbase: '.',
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    sourcemap: 'linked',
    outExtension: { '.js': '.mjs' },
    tsconfig: 'tsconfig.node.json',
    logLevel: 'silent',
  });
  return { well: true, said: '' };
}

/** Returns the jobs that spec files need. */
export function preparations(files) {
  const needed = new Set(files.flatMap((file) => suite(file).needs));
  return [
    preparation('bundles of specs', () => bundleSpecs(files).catch((error) => ({ well: false, said: error.message }))),
    preparation('demo', (lane) =>
      lane.command(process.execPath, [bundled('server/testing/make-demo.ts'), demo.database, demo.folder]),
    ),
    preparation('interface build', (lane) => lane.command(process.execPath, ['prepare/build.mjs'])),
  ].filter(({ name }) => needed.has(name));
}

/** Returns all jobs of a run, or the suites of the named files and the jobs they need. */
export function allJobs(files) {
  if (files) return [...preparations(files), ...files.map(suite)];
  const all = specFiles();
  return [
    ...preparations(all),
    ...all.map(suite),
    preparation('unit build', (lane) => lane.command(bin('ng'), ['test', '--watch=false'], { FOLD_UNIT_BUILD: unit })),
    unitShare(1, 2),
    unitShare(2, 2),
    // the unit build checks the types of core and web, including their specs
    check('types of server, tools and tests', 'tsc', '-p', 'tsconfig.node.json', '--noEmit'),
    check('format', 'prettier', '--check', '--log-level', 'warn', '.'),
    check('who may import whom', 'depcruise', '--config', '.dependency-cruiser.cjs', ...folders),
    check('lint', 'eslint', '.', '--max-warnings', '0'),
    check('unused files, exports and packages', 'knip'),
  ];
}
