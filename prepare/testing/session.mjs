import { mkdirSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { needChromium, needChromiumShell, needPostgres, npmPackages } from '../packages.mjs';
import { startPostgres } from '../postgres.mjs';
import { writeRegistries } from '../registries.mjs';

/**
 * Installs what the tests need, starts their PostgreSQL and opens one lane per core. Returns functions that run jobs,
 * end the lanes' processes, and stop everything.
 */
export async function openSession() {
  await npmPackages();
  writeRegistries();
  const { chromium, chromedriver } = needChromium();
  const shell = needChromiumShell();
  const programs = needPostgres();
  rmSync('var/test', { recursive: true, force: true });
  mkdirSync('var/results', { recursive: true });
  const postgres = await startPostgres(programs, 'var/test/postgres', { isLasting: false });
  // their packages are there by now
  const { demo } = await import('./jobs.mjs');
  const { Lane } = await import('./lanes.mjs');
  const { runQueue } = await import('./queue.mjs');
  const environment = {
    FOLD_TEST_DATABASE: postgres.address,
    FOLD_TEST_DEMO: demo.database,
    FOLD_TEST_DEMO_FOLDER: demo.folder,
    FOLD_CHROMIUM: chromium,
    FOLD_CHROMIUM_SHELL: shell,
    FOLD_CHROMEDRIVER: chromedriver,
    CHROME_BIN: shell,
  };
  const count = availableParallelism();
  const lanes = Array.from(
    { length: count },
    (_, number) => new Lane({ ...environment, FOLD_PORTS: `${number}/${count}` }),
  );
  return {
    /** Runs jobs and calls `ended` with each job, its result and its duration in seconds. */
    async run(jobs, ended) {
      const timed = (job) => ({
        ...job,
        async run(number) {
          const start = Date.now();
          const result = await job.run(lanes[number]);
          ended(job, result, (Date.now() - start) / 1000);
          return result;
        },
      });
      return runQueue(jobs.map(timed), count);
    },
    /** Ends the processes for specs: one that has loaded a spec file would not run it again. */
    async restart() {
      await Promise.all(lanes.map((lane) => lane.close()));
    },
    async close() {
      await this.restart();
      await postgres.stop();
    },
  };
}
