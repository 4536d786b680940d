/** One step back or forth, with what it was about. */
export interface Step<T> {
  value: T;
  what: string;
}

/** A value with the way it came and the way it was left; plain data, so that it can be kept. */
export interface History<T> {
  past: readonly Step<T>[];
  present: T;
  future: readonly Step<T>[];
  /** The last edit: what it changed and when, for joining what follows at once. */
  last: { what: string; at: number } | null;
}

const MAX_STEPS = 200;
/** Edits of the same thing within this time are one step. */
const JOINED_WITHIN = 1_000;

export const historyOf = <T>(present: T): History<T> => ({ past: [], present, future: [], last: null });

/** Puts a new value in place. Quick edits of the same thing (typing, dragging a number) become one step. */
export function edited<T>(history: History<T>, value: T, what: string, at: number): History<T> {
  const joins =
    history.last?.what === what && at - history.last.at < JOINED_WITHIN && history.past.length > 0;
  return {
    past: joins ? history.past : [...history.past, { value: history.present, what }].slice(-MAX_STEPS),
    present: value,
    future: [],
    last: { what, at },
  };
}

export function undone<T>(history: History<T>): History<T> {
  const step = history.past[history.past.length - 1];
  if (!step) return history;
  return {
    past: history.past.slice(0, -1),
    present: step.value,
    future: [{ value: history.present, what: step.what }, ...history.future],
    last: null,
  };
}

export function redone<T>(history: History<T>): History<T> {
  const [step, ...future] = history.future;
  if (!step) return history;
  return {
    past: [...history.past, { value: history.present, what: step.what }],
    present: step.value,
    future,
    last: null,
  };
}
