import { spawn } from 'node:child_process';
import { bundled } from './bundled.mjs';

/**
 * Starts one of the project's TypeScript programs and waits until it says it is ready. It ends by itself when whoever
 * started it is gone.
 * @param heard is told what it prints, which is otherwise shown
 */
export function startProgram(file, environment, heard) {
  const child = spawn(process.execPath, ['--enable-source-maps', bundled(file)], {
    env: { ...process.env, ...environment },
    stdio: ['ignore', heard ? 'pipe' : 'inherit', 'inherit', 'ipc'],
    detached: true,
  });
  if (heard) child.stdout.on('data', (bytes) => heard(String(bytes)));
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
