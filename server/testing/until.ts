/** Waits until something holds, for ten seconds at most. */
export async function until(holds: () => boolean | Promise<boolean>, what: string, tries = 400): Promise<void> {
  for (let count = 0; count < tries; count++) {
    if (await holds()) return;
    await new Promise((go) => setTimeout(go, 25));
  }
  throw new Error(what);
}
