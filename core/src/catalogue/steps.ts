/** What comes of steps that are taken one right after the other. */
export function ended<T>(steps: Generator<void, T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
