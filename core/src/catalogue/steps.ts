/** What comes of steps that are taken one right after the other. */
export function runToEnd<T>(steps: Generator<unknown, T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Products that are gone through in one step, a few milliseconds at most. */
export const STRIDE = 2 ** 14;
