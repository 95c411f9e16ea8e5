import { spawn } from 'node:child_process';
import { bundled } from './bundled.mjs';

/**
 * Starts one of the project's TypeScript programs and waits until it says it is ready. It ends by itself when whoever
 * started it is gone.
 */
export function startProgram(file, environment) {
  const child = spawn(process.execPath, ['--enable-source-maps', bundled(file)], {
    env: { ...process.env, ...environment },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    detached: true,
  });
  const ended = new Promise((done) => child.once('exit', (code) => done(code ?? 1)));
  const ready = new Promise((done) => {
    child.once('message', () => done(true));
    child.once('exit', () => done(false));
  });
  const stop = async () => {
    if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
    const late = setTimeout(() => child.kill('SIGKILL'), 4000);
    await ended;
    clearTimeout(late);
  };
  return { child, ready, ended, stop };
}
