/** Returns a function that calls another one at once, then at most once in so many ms; the last call is never lost. */
export function atMostEvery(ms: number, run: () => void): { call(): void; stop(): void } {
  let timer: NodeJS.Timeout | undefined;
  let again = false;
  const call = (): void => {
    if (timer) return void (again = true);
    run();
    timer = setTimeout(() => {
      timer = undefined;
      if (!again) return;
      again = false;
      call();
    }, ms);
    timer.unref();
  };
  return { call, stop: () => clearTimeout(timer) };
}
