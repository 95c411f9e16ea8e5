import { spawn } from 'node:child_process';
import { availableParallelism, setPriority } from 'node:os';
import { say } from './say.mjs';
import { openSession } from './testing/session.mjs';

/**
 * `flaky.mjs ROUNDS [SPEC …]` runs spec files of server and interface several times (all of them if none is named),
 * at a lower priority than one busy loop per core, and lists every spec that failed at least once.
 */
const [rounds = '1', ...named] = process.argv.slice(2);
if (!/^[1-9]\d*$/.test(rounds)) {
  console.error('Say how many rounds: npm run flaky -- 10 [SPEC …]');
  process.exit(2);
}
const session = await openSession();
const { preparations, specFiles, suite } = await import('./testing/jobs.mjs'); // its packages are there by now
const files = named.length > 0 ? named : specFiles();
const prepared = await session.run(preparations(files), (job, { faults }) => faults.forEach((one) => console.log(one)));
if ([...prepared.values()].some((one) => !one?.well)) process.exit(1);

setPriority(5); // inherited by every process that is started from here on
const loops = Array.from({ length: availableParallelism() }, () =>
  spawn('nice', ['-n', '-5', process.execPath, '-e', 'for (;;);'], { stdio: 'ignore' }),
);
const failures = new Map();
let [runs, seconds] = [0, 0];
for (let round = 1; round <= Number(rounds); round++) {
  const began = Date.now();
  await session.run(
    files.map((file) => ({ ...suite(file), needs: [] })),
    (job, { specs, faults }) => {
      runs += specs.length;
      const failed = specs.filter((one) => !one.well).map((one) => one.name);
      if (faults.length > failed.length) failed.push(`${job.name}, around its specs`);
      for (const name of failed) failures.set(name, (failures.get(name) ?? 0) + 1);
      for (const fault of faults) console.log(fault);
    },
  );
  await session.restart();
  seconds += (Date.now() - began) / 1000;
  say(`Round ${round} of ${rounds} took ${((Date.now() - began) / 60_000).toFixed(1)} minutes.`);
}
for (const loop of loops) loop.kill('SIGKILL');
await session.close();
console.log(`\n${runs} runs of specs in ${(seconds / 60).toFixed(0)} minutes. Failed at least once:`);
for (const [name, times] of failures) console.log(`  ${times} of ${rounds}: ${name}`);
if (failures.size === 0) console.log('  none');
process.exit(failures.size > 0 ? 1 : 0);
