import { spawn } from 'node:child_process';

/** Ends the program with one sentence. */
export function give(sentence) {
  console.error(`\n${sentence}`);
  process.exit(1);
}

export const say = (sentence) => console.log(`· ${sentence}`);

/** Runs a command quietly and says every ten seconds that it is still at work; its output and whether it ended well. */
export function runQuietly(command, args, what, environment = {}) {
  return new Promise((done) => {
    const began = Date.now();
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, ...environment } });
    let output = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => (output = (output + chunk).slice(-8000)));
    const progress = setInterval(
      () => say(`${what}: still at work after ${Math.round((Date.now() - began) / 1000)} s …`),
      10_000,
    );
    const end = (well) => {
      clearInterval(progress);
      done({ well, output });
    };
    child.once('error', () => end(false));
    child.once('exit', (code) => end(code === 0));
  });
}
