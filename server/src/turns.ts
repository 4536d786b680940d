import { setImmediate } from 'node:timers/promises';

/** Steps are taken one after the other for so many milliseconds, then whoever waits has a turn. */
const TURN = 10;

/** What comes of steps, with requests answered in between. */
export async function inTurns<T>(steps: Generator<unknown, T>): Promise<T> {
  for (let begun = performance.now(); ;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - begun < TURN) continue;
    await setImmediate();
    begun = performance.now();
  }
}
