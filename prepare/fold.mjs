import { spawnSync } from 'node:child_process';
import { bundled } from './bundled.mjs';
import { npmPackages } from './packages.mjs';
import { writeRegistries } from './registries.mjs';

await npmPackages();
writeRegistries();
const done = spawnSync(process.execPath, ['--enable-source-maps', bundled('tools/fold.ts'), ...process.argv.slice(2)], {
  stdio: 'inherit',
});
process.exit(done.status ?? 1);
