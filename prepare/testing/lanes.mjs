import { fork, spawn } from 'node:child_process';

/** The folder with the bundled specs and the bundled process that runs them. */
export const bundles = 'var/test/specs';

/** Runs one job at a time and keeps a process for specs from one suite to the next. */
export class Lane {
  #worker;

  constructor(environment) {
    this.environment = { ...process.env, ...environment };
  }

  /** Runs a bundled spec file; resolves with its specs and the messages of those that failed. */
  async specs(file) {
    const worker = (this.#worker ??= fork(`${bundles}/prepare/testing/spec-worker.mjs`, {
      env: this.environment,
      execArgv: ['--enable-source-maps'],
    }));
    return new Promise((done) => {
      const ended = (code) => {
        this.#worker = undefined;
        done({ specs: [], faults: [`FAILED ${file}: its process ended with ${code}`] });
      };
      worker.once('exit', ended);
      worker.once('message', (result) => {
        worker.off('exit', ended);
        done(result);
      });
      worker.send(file);
    });
  }

  /** Runs a command; resolves with whether it exited with 0 and with its output. */
  command(program, args, environment = {}) {
    return new Promise((done) => {
      const child = spawn(program, args, {
        stdio: ['ignore', 'pipe', 'pipe'],
        env: { ...this.environment, NG_CLI_ANALYTICS: 'false', ...environment },
      });
      let said = '';
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (bytes) => (said += bytes));
      child.once('error', (error) => done({ well: false, said: String(error) }));
      child.once('exit', (code) => done({ well: code === 0, said }));
    });
  }

  /** Ends the process for specs. The next suite starts another. */
  async close() {
    const worker = this.#worker;
    if (!worker) return;
    this.#worker = undefined;
    const ended = new Promise((done) => worker.once('exit', done));
    worker.disconnect();
    await ended;
  }
}
