import Jasmine from 'jasmine';
import { quitBrowsers } from '../../e2e/browser';

interface Spec {
  readonly name: string;
  readonly seconds: number;
  readonly well: boolean;
}

/** The result of a spec file: its specs, and the messages of those that failed. */
interface Result {
  readonly specs: readonly Spec[];
  readonly faults: readonly string[];
}

const worded = (name: string, failed: readonly jasmine.FailedExpectation[]): string =>
  failed.map((one) => `FAILED ${name}\n${one.message}\n${one.stack}`.trimEnd()).join('\n');

/** Collects the results of a run. */
class Collector implements jasmine.CustomReporter {
  readonly specs: Spec[] = [];
  readonly faults: string[] = [];

  specDone({ fullName, status, duration, failedExpectations }: jasmine.SpecResult): void {
    if (status === 'excluded' || status === 'pending') return;
    this.specs.push({ name: fullName, seconds: (duration ?? 0) / 1000, well: status === 'passed' });
    if (status === 'failed') this.faults.push(worded(fullName, failedExpectations));
  }

  suiteDone({ fullName, failedExpectations }: jasmine.SuiteResult): void {
    if (failedExpectations.length > 0) this.faults.push(worded(`${fullName}, around its specs`, failedExpectations));
  }

  jasmineDone({ failedExpectations, incompleteReason, overallStatus }: jasmine.JasmineDoneInfo): void {
    this.faults.push(...failedExpectations.map((one) => worded('around all suites', [one])));
    if (this.faults.length === 0 && (overallStatus !== 'passed' || this.specs.length === 0))
      this.faults.push(`FAILED ${incompleteReason ?? 'there are no specs'}`);
  }
}

async function run(file: string): Promise<Result> {
  const runner = new Jasmine();
  const collector = new Collector();
  runner.exitOnCompletion = false;
  runner.clearReporters();
  runner.addReporter(collector);
  runner.randomizeTests(false);
  runner.env.configure({ stopSpecOnExpectationFailure: true }); // so that a failing property shrinks
  jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000; // a machine others work on may be many times slower for a while
  await runner.execute([file]);
  return { specs: collector.specs, faults: collector.faults };
}

/**
 * Runs each bundled spec file whose path it receives and answers with its result. Browsers and the process that runs
 * servers are kept from one file to the next.
 */
process.on('message', (file: string) => {
  void run(file)
    .catch((error: unknown): Result => ({ specs: [], faults: [`FAILED ${file}\n${String(error)}`] }))
    .then((result) => process.send?.(result));
});
// the lane was closed or the test command has ended
process.once('disconnect', () => void quitBrowsers().finally(() => process.exit(0)));
