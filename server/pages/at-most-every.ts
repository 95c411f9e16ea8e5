/** Throttles a function: the first call runs it at once, later ones at the end of each interval in ms. */
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
