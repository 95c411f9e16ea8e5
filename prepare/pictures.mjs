import { spawnSync } from 'node:child_process';
import { buildWeb, needChromium, needPostgres, npmPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { writeRegistries } from './registries.mjs';

await npmPackages();
writeRegistries();
const browser = needChromium();
await buildWeb();
const postgres = await startPostgres(needPostgres(), 'var/bench/postgres');
const done = spawnSync(process.execPath, ['--import', 'tsx', 'e2e/pictures.ts'], {
  stdio: 'inherit',
  env: {
    ...process.env,
    FOLD_TEST_DATABASE: postgres.address,
    FOLD_CHROMIUM: browser.chromium,
    FOLD_CHROMEDRIVER: browser.chromedriver,
  },
});
await postgres.stop();
process.exit(done.status ?? 1);
