/** Numbers from 0 up to, but not including, 1. */
export type Chance = () => number;

/** A stream of such numbers that is the same for the same seed: mulberry32 (Tommy Ettinger, public domain). */
export function seeded(seed: number): Chance {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
