import type { Snapshot } from '../catalogue/snapshot';

const STAND_INS = 12;

/** Products from all over the catalogue, as a shopper may have looked at them; positions. */
export const standInsOf = ({ size }: Snapshot): readonly number[] =>
  Array.from({ length: Math.min(STAND_INS, size) }, (_, at) =>
    Math.floor((at * size) / Math.min(STAND_INS, size)),
  );
