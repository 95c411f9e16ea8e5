/** Takes the steps of something long one by one, and lets the server answer others between them. */
export async function inSteps<Step, Result>(
  steps: Generator<Step, Result>,
  each: (step: Step) => void = () => undefined,
): Promise<Result> {
  for (;;) {
    const step = steps.next();
    if (step.done === true) return step.value;
    each(step.value);
    await new Promise((go) => setImmediate(go));
  }
}
