import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { merging } from '../catalogue/merge';
import type { Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { runToEnd } from '../catalogue/steps';
import { FRAME, product } from '../testing/catalogues';
import { nameNumbers, preparingNames } from './names';

const { compare } = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
/** Many names, some equal but for their case, some missing. */
const nameOf = (k: number): string =>
  k % 97 === 0 ? '' : `${['Pan', 'pan', 'Éclair', 'eclair', '鍋', 'Pot'][k % 6]} ${(k * 7_919) % 1_500}`;

describe('the ranks of names', () => {
  it('are those of comparing each with each, made in steps or at once', () => {
    const rows = Array.from({ length: 3_000 }, (_, k) => product(k + 1, { titles: { en: nameOf(k) } }));
    const [atOnce, inSteps] = [snapshotOf(FRAME, rows), snapshotOf(FRAME, rows)];
    let steps = 0;
    for (const _ of preparingNames(inSteps, 'en')) steps++;
    expect(steps).toBeGreaterThan(10);
    const names = inSteps.titles.map(({ en }) => en);
    const sorted = [...names].sort(compare);
    const expected = names.map((name) => (name ? sorted.findIndex((other) => !compare(other, name)) : NaN));
    expect([...nameNumbers(inSteps, 'en')]).toEqual(expected);
    expect([...nameNumbers(atOnce, 'en')]).toEqual(expected);
    expect([...preparingNames(inSteps, 'en')]).toEqual([]);
  });

  it('are brought along where few names have changed', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(59), { maxLength: 8 }), (renamed) => {
        const rows = Array.from({ length: 60 }, (_, k) => product(k + 1, { titles: { en: nameOf(k) } }));
        const before = snapshotOf(FRAME, rows);
        nameNumbers(before, 'en');
        const changed = [...new Set(renamed)].map((k) => ({ ...rows[k], titles: { en: nameOf(k + 1_000) } }));
        const merged = runToEnd(merging(before, FRAME, changed, new Set(), 2));
        const fresh = snapshotOf(
          FRAME,
          rows.map((row) => changed.find(({ id }) => id === row.id) ?? row),
        );
        const byId = (snapshot: Snapshot): number[][] =>
          Array.from(nameNumbers(snapshot, 'en'), (rank, p) => [snapshot.ids[p], rank]).sort(
            ([a], [b]) => a - b,
          );
        expect(byId(merged)).toEqual(byId(fresh));
      }),
    );
  });
});
