import { writeFileSync } from 'node:fs';
import { say } from './say.mjs';
import { openSession } from './testing/session.mjs';

/** `test.mjs` runs everything; `test.mjs SPEC …` some spec files of server and interface. */
const files = process.argv.slice(2);
const began = Date.now();
const minutes = () => ((Date.now() - began) / 60_000).toFixed(1);

const session = await openSession();
const { allJobs } = await import('./testing/jobs.mjs'); // its packages are there by now
say(`Packages and programs are there after ${minutes()} minutes.`);
const took = [];
const specs = [];
let failed = 0;
const results = await session.run(allJobs(files.length > 0 ? files : undefined), (job, result, seconds) => {
  took.push({ name: job.name, phase: job.phase, seconds });
  specs.push(...result.specs);
  failed += result.faults.length;
  for (const fault of result.faults) console.log(fault);
  say(`${job.name}: ${result.well ? 'passed' : 'FAILED'} after ${seconds.toFixed(0)} s`);
});
for (const [name, result] of results)
  if (result === undefined) {
    failed++;
    console.log(`FAILED ${name}: something it needs failed`);
  }
await session.close();

const bySeconds = (all) => [...all].sort((a, b) => b.seconds - a.seconds);
const shown = (all) => all.forEach(({ name, seconds }) => console.log(`  ${seconds.toFixed(1)} s: ${name}`));
const phases = new Map();
for (const { phase, seconds } of took) phases.set(phase, (phases.get(phase) ?? 0) + seconds);
console.log('\nPhases, each in one of as many lanes as there are cores:');
shown([...phases].map(([name, seconds]) => ({ name, seconds })));
console.log('The ten slowest jobs:');
shown(bySeconds(took).slice(0, 10));
console.log('The ten slowest specs:');
shown(bySeconds(specs).slice(0, 10));
const durations = Object.fromEntries(took.map(({ name, seconds }) => [name, Math.round(seconds)]).sort());
writeFileSync('var/results/durations.json', `${JSON.stringify(durations, null, 2)}\n`);
writeFileSync('var/results/specs.json', JSON.stringify(bySeconds(specs), null, 1));
console.log(`In all ${minutes()} minutes.\n`);
console.log(`${specs.filter((one) => one.well).length} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
