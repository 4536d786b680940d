import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { addressOf, encodedPick, NeighbourAddresses, type ListingState } from './address';
import { plainState } from './link';
import { FRAME, parametersArbitrary, product } from '../testing/catalogues';
import { niceStep } from '../catalogue/packedRows';
import { parseSelections, type FacetPick } from './selection';

const snapshot = snapshotOf(FRAME, [product(1, { attributes: { material: 'steel', diameter: 20 } })]);
const faults = (parameters: Record<string, string>) =>
  parseSelections(snapshot, parameters).malformed.map((fault) => fault.message);

/** The state with other picks in one facet, on the first page. */
function withPicks(state: ListingState, key: string, picks: readonly FacetPick[]): ListingState {
  const selections = new Map(state.selections);
  if (picks.length) selections.set(key, picks);
  else selections.delete(key);
  return { ...state, selections, page: 1 };
}

describe('parseSelections', () => {
  it('survives the way through an address, whatever the value holds', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, unit: 'grapheme' }), (value) => {
        const state = withPicks(plainState('/', 'en'), 'material', [{ kind: 'value', value }]);
        const parameters = Object.fromEntries(
          new URL(addressOf(state, 'en'), 'http://shop.invalid').searchParams,
        );
        expect([...parseSelections(snapshot, parameters).selections]).toEqual([...state.selections]);
      }),
    );
  });

  it('reads open and closed ranges', () => {
    const { selections } = parseSelections(snapshot, { price: '20..80,..5,100.50..' });
    expect(selections.get('price')).toEqual([
      { kind: 'range', from: 20, to: 80 },
      { kind: 'range', from: null, to: 5 },
      { kind: 'range', from: 100.5, to: null },
    ]);
  });

  it('says what is wrong with what it cannot read', () => {
    expect(faults({ price: '80..20' })[0]).toContain('turn it round');
    expect(faults({ price: 'cheap' })[0]).toContain('is not a range');
    expect(faults({ price: '..' })[0]).toContain('Give a number');
    expect(faults({ material: 'steel,,iron' })[0]).toContain('missing between the commas');
    expect(faults({ material: '50%' })[0]).toContain('%25');
  });

  it('takes a value once even if it is given twice', () => {
    expect(parseSelections(snapshot, { material: 'steel,steel' }).selections.get('material')).toHaveLength(1);
  });
});

describe('addressOf', () => {
  it('is one and the same however the state was reached', () => {
    const steel = { kind: 'value', value: 'steel' } as const;
    const cheap = { kind: 'range', from: null, to: 20 } as const;
    const a = withPicks(withPicks(plainState('/', 'en'), 'price', [cheap]), 'material', [steel]);
    const b = withPicks(withPicks(plainState('/', 'en'), 'material', [steel]), 'price', [cheap]);
    expect(addressOf(a, 'en')).toBe('/?material=steel&price=..20');
    expect(addressOf(b, 'en')).toBe(addressOf(a, 'en'));
    expect(addressOf(withPicks(withPicks(a, 'price', []), 'material', []), 'en')).toBe('/');
  });
});

describe('NeighbourAddresses', () => {
  it('writes what addressOf writes for the state with that facet changed', () => {
    fc.assert(
      fc.property(
        parametersArbitrary,
        fc.constantFrom('colour', 'material', 'price', 'tag'),
        fc.string({ minLength: 1 }),
        fc.integer({ min: 1, max: 3 }),
        (parameters, key, value, page) => {
          const { selections } = parseSelections(snapshot, parameters);
          const state = { ...plainState('/tools', 'fr'), selections, q: 'a b', order: 'name', page };
          const pick = { kind: 'value', value } as const;
          const addresses = new NeighbourAddresses(state, 'en');
          expect(addresses.with(key, [encodedPick(pick)])).toBe(
            addressOf(withPicks(state, key, [pick]), 'en'),
          );
          expect(addresses.with(key, [])).toBe(addressOf(withPicks(state, key, []), 'en'));
        },
      ),
    );
  });
});

describe('niceStep', () => {
  it('takes the first of 1, 2, 5, 10 … that needs few enough steps', () => {
    expect(niceStep(9, 1, 13)).toBe(1);
    expect(niceStep(100, 1, 13)).toBe(10);
    expect(niceStep(23_900, 100, 13)).toBe(2000);
    expect(niceStep(0, 100, 13)).toBe(100);
  });
});
