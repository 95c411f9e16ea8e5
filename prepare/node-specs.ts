import { mkdirSync, writeFileSync } from 'node:fs';
import Jasmine from 'jasmine';

/** Runs specs in Node.js and leaves their count where the test command reads it: `node-specs.ts NAME GLOB…`. */
const [name = 'specs', ...globs] = process.argv.slice(2);
const runner = new Jasmine();
const count = { passed: 0, failed: 0 };
const took: { readonly name: string; readonly seconds: number }[] = [];

runner.exitOnCompletion = false;
runner.clearReporters();
runner.addReporter({
  specDone(result) {
    took.push({ name: result.fullName, seconds: Math.round((result.duration ?? 0) / 1000) });
    if (result.status === 'passed') count.passed++;
    if (result.status !== 'failed') return;
    count.failed++;
    console.log(
      `FAILED ${result.fullName}\n${result.failedExpectations.map((one) => `${one.message}\n${one.stack}`).join('\n')}`,
    );
  },
  suiteDone(result) {
    for (const one of result.failedExpectations) {
      count.failed++;
      console.log(`FAILED ${result.fullName}\n${one.message}\n${one.stack}`);
    }
  },
});
runner.randomizeTests(false);
runner.stopOnSpecFailure(false);
runner.env.configure({ stopSpecOnExpectationFailure: true }); // so that a failing property shrinks
runner.jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000; // a machine others work on may be many times slower for a while
const done = await runner.execute(globs);
if (done.incompleteReason && done.overallStatus !== 'failed') count.failed++;
mkdirSync('var/results', { recursive: true });
writeFileSync(`var/results/${name}.json`, JSON.stringify(count));
took.sort((a, b) => b.seconds - a.seconds);
for (const one of took.slice(0, 20)) console.log(`${one.seconds} s: ${one.name}`);
console.log(`${name}: ${count.passed} passed, ${count.failed} failed`);
process.exit(count.failed > 0 || count.passed === 0 ? 1 : 0);
