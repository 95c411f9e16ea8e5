import { say } from './say.mjs';

const firstPause = 500;
const longestPause = 30_000;
/** Whoever ran so long, in ms, is started again at once when it dies. */
const steady = 60_000;

const wait = (ms) => new Promise((done) => setTimeout(done, ms));

/**
 * Keeps one program running by itself: started again when it dies, after a pause that doubles each time, up to half a
 * minute.
 * `begin` starts it and gives back its end and how to stop it; what it throws counts as a death. The first start must
 * succeed.
 */
export async function keepRunning(name, begin) {
  let stopping = false;
  let current = await begin();
  const watch = async () => {
    let pause = firstPause;
    while (!stopping) {
      const began = Date.now();
      await current.ended;
      if (stopping) return;
      if (Date.now() - began > steady) pause = firstPause;
      say(`${name} ended. It is started again in ${pause / 1000} s.`);
      current = await again(pause);
      pause = Math.min(pause * 2, longestPause);
    }
  };
  const again = async (pause) => {
    for (let next = pause; !stopping; next = Math.min(next * 2, longestPause)) {
      await wait(next);
      if (stopping) break;
      try {
        const started = await begin();
        say(`${name} is running again.`);
        return started;
      } catch (error) {
        say(
          `${name} did not start (${error instanceof Error ? error.message : error}). Another try in ${Math.min(next * 2, longestPause) / 1000} s.`,
        );
      }
    }
    return { ended: Promise.resolve(), stop: () => Promise.resolve() };
  };
  const watching = watch();
  return async () => {
    stopping = true;
    await current.stop();
    await Promise.race([watching, wait(1000)]);
  };
}
