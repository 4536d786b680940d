import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseSelections } from '../address/selection';
import { FRAME, product } from '../testing/catalogues';
import type { ValueColumn } from './columns';
import { merging } from './merge';
import type { CatalogueFrame } from './rows';
import { membersOf } from './sets';
import type { Snapshot } from './snapshot';
import { snapshotOf } from './snapshotBuilder';
import { runToEnd } from './steps';
import { USUAL_SHOW, type ValueFamily } from './valueShow';

const family = (id: string, members: readonly string[]): ValueFamily => ({
  id,
  labels: { en: id.toUpperCase() },
  swatch: null,
  members,
});
const frameWith = (key: string, families: readonly ValueFamily[]): CatalogueFrame => ({
  ...FRAME,
  attributes: FRAME.attributes.map((row) =>
    row.key === key ? { ...row, shown: { ...USUAL_SHOW, families } } : row,
  ),
});
const column = (snapshot: Snapshot, key: string): ValueColumn => snapshot.facets.get(key) as ValueColumn;
const holders = (of: ValueColumn, value: string): number[] => {
  const code = of.codeOf.get(value);
  return code === undefined ? [] : [...membersOf(of.postings[code])];
};

describe('values that are gathered', () => {
  it('have the products of any member, once each, as the slow way counts them', () => {
    const value = fc.constantFrom('a', 'b', 'c', 'd', 'e', 'constructor');
    const families = fc.constantFrom(
      [family('one', ['a', 'b'])],
      [family('a', ['a', 'constructor']), family('two', ['d', 'e'])],
      [family('none', ['zzz'])],
      // Called as a value that it doesn't hold, it gathers nothing.
      [family('c', ['a', 'b'])],
    );
    fc.assert(
      fc.property(fc.array(fc.uniqueArray(value), { maxLength: 40 }), families, (hobs, said) => {
        const rows = hobs.map((hob, at) => product(at + 1, { attributes: hob.length ? { hob } : {} }));
        const snapshot = snapshotOf(frameWith('hob', said), rows);
        const of = column(snapshot, 'hob');
        const holds = said[0].id === 'c' && hobs.flat().includes('c') ? [] : said;
        const into = (one: string): string => holds.find(({ members }) => members.includes(one))?.id ?? one;
        for (const one of ['a', 'b', 'c', 'd', 'e', 'constructor']) {
          const slow = hobs.flatMap((hob, at) =>
            hob.some((other) => into(other) === into(one)) ? [at] : [],
          );
          expect(holders(of, one), `${one} in ${into(one)}`).toEqual(slow);
        }
        expect(of.values.map(({ value: name }) => name).length).toBe(new Set(hobs.flat().map(into)).size);
      }),
    );
  });

  it('stay clauses and attributes by themselves, and stand for their family in addresses', () => {
    const rows = ['navy', 'azure', 'red'].map((colour, at) => product(at + 1, { attributes: { colour } }));
    const snapshot = snapshotOf(frameWith('colour', [family('blues', ['navy', 'azure'])]), rows);
    expect(snapshot.attributes.get('colour')!.column.codeOf.has('navy')).toBe(true);
    expect(column(snapshot, 'colour').values.map(({ value }) => value)).toEqual(['blues', 'red']);
    const { selections } = parseSelections(snapshot, { colour: 'navy,azure,red' });
    expect(selections.get('colour')).toEqual([
      { kind: 'value', value: 'blues' },
      { kind: 'value', value: 'red' },
    ]);
  });

  it('are gathered anew as products come and go', () => {
    const frame = frameWith('colour', [family('blues', ['navy', 'azure'])]);
    const before = snapshotOf(frame, [product(1, { attributes: { colour: 'red' } })]);
    const after = runToEnd(
      merging(before, frame, [product(2, { attributes: { colour: 'azure' } })], new Set(), 2),
    );
    expect(holders(column(after, 'colour'), 'blues')).toHaveLength(1);
  });
});
