import { spawnSync } from 'node:child_process';
import { buildWeb, needChromium, needPostgres, npmPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { writeRegistries } from './registries.mjs';

await npmPackages();
writeRegistries();
const races = process.argv.includes('races');
const browser = races ? {} : needChromium();
const programs = needPostgres();
if (!races) await buildWeb();
const postgres = await startPostgres(programs, 'var/bench/postgres');
const done = spawnSync(
  process.execPath,
  ['--import', 'tsx', races ? 'bench/races.ts' : 'bench/bench.ts', ...process.argv.slice(2)],
  {
    stdio: 'inherit',
    env: {
      ...process.env,
      FOLD_TEST_DATABASE: postgres.address,
      ...(!races && { FOLD_CHROMIUM: browser.chromium, FOLD_CHROMEDRIVER: browser.chromedriver }),
    },
  },
);
await postgres.stop();
process.exit(done.status ?? 1);
