import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { bundled } from '../bundled.mjs';
import { bundles } from './lanes.mjs';

const bin = (name) => `node_modules/.bin/${name}`;
const readJson = (file) => JSON.parse(readFileSync(file, 'utf8'));

const unit = 'var/test/unit';
/** The database and the folder that hold the demo, copied by each suite. */
export const demo = { database: 'fold_demo', folder: 'var/test/demo' };

/** How long each job took in a run on two cores, in seconds: which jobs to begin with. */
const durations = readJson('prepare/testing/durations.json');
const usual = { static: 30, unit: 120, server: 20, interface: 40 };

const folders = ['core', 'web', 'server', 'live', 'mail', 'stock', 'zip', 'tools', 'demo'];
/** A check that ends well or not and counts as one test. */
const check = (name, program, ...args) => ({
  name,
  phase: 'static checks',
  seconds: durations[name] ?? usual.static,
  async run(lane) {
    const { well, said } = await lane.command(bin(program), args);
    return { well, specs: [{ name, well, seconds: 0 }], faults: well ? [] : [`FAILED ${name}\n${said}`] };
  },
});

/** Something that other jobs need. It is no test, but the run fails where it does. */
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

/** The unit tests of one browser. */
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
    const isWell = well && failed === 0 && specs.length > 0;
    return { well: isWell, specs, faults: isWell ? [] : [said] };
  },
});

/** A spec file that runs in Node.js, driving a browser where it is one of the interface. */
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
/** Specs of the server that serve the built interface. */
const needsInterface = ['server/hostile.spec.ts', 'server/left-behind.spec.ts', 'server/server.spec.ts'];

/** The spec files that run in Node.js: all but those of core and web, which run in a browser where they can. */
export const specFiles = () =>
  [...folders, 'prepare', 'e2e'].flatMap((folder) =>
    readdirSync(folder, { recursive: true })
      .filter((file) => file.endsWith(folder === 'core' ? '.node.spec.ts' : '.spec.ts') && folder !== 'web')
      .sort()
      .map((file) => join(folder, file)),
  );

/** Bundles all specs at once, so that what they share is loaded once by a process. */
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

/** What spec files for Node.js need. */
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

/** All jobs of a run; with files named, these suites and what they need. */
export function allJobs(files) {
  if (files) return [...preparations(files), ...files.map(suite)];
  const all = specFiles();
  return [
    ...preparations(all),
    ...all.map(suite),
    preparation('unit build', (lane) => lane.command(bin('ng'), ['test', '--watch=false'], { FOLD_UNIT_BUILD: unit })),
    unitShare(1, 2),
    unitShare(2, 2),
    // those of core and web are checked where the unit tests are built, their specs included
    check('types of server, tools and tests', 'tsc', '-p', 'tsconfig.node.json', '--noEmit'),
    check('format', 'prettier', '--check', '--log-level', 'warn', '.'),
    check('who may import whom', 'depcruise', '--config', '.dependency-cruiser.cjs', ...folders),
    check('lint', 'eslint', '.', '--max-warnings', '0'),
    check('unused files, exports and packages', 'knip'),
  ];
}
