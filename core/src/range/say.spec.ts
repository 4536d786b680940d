import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ruleArbitrary } from '../testing/catalogues';
import { englishFaults } from '../testing/english';
import { AISLE_RANGE, NUMBER_FIELDS, type Clause } from '../clause/rule';
import { sayRange, type RangeNames } from './say';

const names: RangeNames = {
  category: (id) => ({ 1: 'Kettles', 2: 'Pans' })[id] ?? null,
  collection: (id) => (id === 1 ? 'Wedding list' : null),
  tag: (id) => (id === 1 ? 'For induction' : null),
  attribute: (key) =>
    ({
      material: { label: 'Material', unit: null, numeric: false, value: (value: string) => value },
      diameter: { label: 'Diameter', unit: 'cm', numeric: true, value: (value: string) => value },
    })[key] ?? null,
  range: (id) => (id === 'offers' ? 'Offers' : null),
  blend: () => null,
  language: (lang) => ({ fr: 'French' })[lang] ?? lang,
};
const said = (...clauses: Clause[]): string => sayRange({ ...AISLE_RANGE, clauses }, names);
const soldOut: Clause = { kind: 'stock', states: ['out'] };

describe('a range told as a sentence', () => {
  it('reads as people speak', () => {
    expect(said()).toBe('the aisle’s products');
    expect(said({ kind: 'sale' }, { kind: 'none', of: [soldOut] })).toBe(
      'the aisle’s products that are on sale and not sold out',
    );
    expect(said({ kind: 'stock', states: ['in', 'low'] })).toBe('the aisle’s products that are in stock');
    expect(
      said(
        { kind: 'number', field: 'price', from: 20, to: 80 },
        { kind: 'attribute', attribute: 'material', values: ['copper', 'steel'] },
        { kind: 'attributeNumber', attribute: 'diameter', from: 24, to: null },
      ),
    ).toBe(
      'the aisle’s products that cost 20 to 80, have copper or steel as their material and at least 24 cm as their diameter',
    );
    expect(said({ kind: 'any', of: [{ kind: 'featured' }, { kind: 'added', days: 30 }] })).toBe(
      'the aisle’s products that either are featured or were added within 30 days',
    );
    expect(said({ kind: 'none', of: [{ kind: 'picture' }, { kind: 'sale' }] })).toBe(
      'the aisle’s products that do not have a picture and are not on sale',
    );
  });

  it('says where the products come from', () => {
    expect(sayRange({ source: { kind: 'catalogue' }, clauses: [] }, names)).toBe(
      'products of the whole shop',
    );
    expect(sayRange({ source: { kind: 'aisle', below: false, main: true }, clauses: [] }, names)).toBe(
      'the products of the aisle itself, by their main category only',
    );
    expect(sayRange({ source: { kind: 'named', skus: ['A', 'B'] }, clauses: [] }, names)).toBe(
      '2 named products',
    );
    expect(
      sayRange({ source: { kind: 'saved', range: 'offers' }, clauses: [{ kind: 'tag', tag: 1 }] }, names),
    ).toBe('the range “Offers” that are tagged “For induction”');
  });

  it('says of what is gone that it is gone', () => {
    expect(said({ kind: 'category', category: 9, below: true, main: false })).toContain('gone');
    expect(said({ kind: 'attribute', attribute: 'glaze', values: [] })).toContain('“glaze”, which is gone');
    expect(sayRange({ source: { kind: 'saved', range: 'x' }, clauses: [] }, names)).toContain('gone');
  });

  it('finds words for every rule, without a trace of how it is written down', () => {
    fc.assert(
      fc.property(ruleArbitrary, (rule) => {
        expect(englishFaults(sayRange(rule, names)), sayRange(rule, names)).toEqual([]);
      }),
    );
  });

  it('counts one as one, whatever is counted', () => {
    const ones: Clause[] = [
      ...NUMBER_FIELDS.flatMap((field): Clause[] => [
        { kind: 'number', field, from: 1, to: null },
        { kind: 'number', field, from: null, to: 1 },
        { kind: 'number', field, from: 1, to: 1 },
        { kind: 'number', field, from: null, to: null },
      ]),
      { kind: 'activity', of: 'sold', days: 1, least: 1 },
      { kind: 'activity', of: 'views', days: 1, least: 1 },
      { kind: 'added', days: 1 },
    ];
    for (const one of ones)
      for (const clause of [one, { kind: 'none', of: [one] } as const])
        expect(englishFaults(said(clause)), said(clause)).toEqual([]);
  });
});
