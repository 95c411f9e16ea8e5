import { spawnSync } from 'node:child_process';
import { bundled } from './bundled.mjs';
import { buildWeb, needChromium, needPostgres, npmPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { writeRegistries } from './registries.mjs';

await npmPackages();
writeRegistries();
const alone = ['races', 'release-kills', 'kills'].find((name) => process.argv.includes(name));
const withBrowser = alone === undefined || alone === 'kills';
const browser = withBrowser ? needChromium() : {};
const programs = needPostgres();
if (withBrowser) await buildWeb();
const postgres = await startPostgres(programs, 'var/bench/postgres');
const done = spawnSync(
  process.execPath,
  ['--enable-source-maps', bundled(`bench/${alone ?? 'bench'}.ts`), ...process.argv.slice(2)],
  {
    stdio: 'inherit',
    env: {
      ...process.env,
      FOLD_TEST_DATABASE: postgres.address,
      ...(withBrowser && { FOLD_CHROMIUM: browser.chromium, FOLD_CHROMEDRIVER: browser.chromedriver }),
    },
  },
);
await postgres.stop();
process.exit(done.status ?? 1);
