import { describe, expect, it } from 'vitest';
import type { ImportColumn, KeptMapping } from '@fond/contract';
import { likeliest, likeness, mappedWords, mappingOf, usesIn, valueOf } from './columnUses';

const column = (of: Partial<ImportColumn>): ImportColumn => ({
  name: 'x',
  use: 'attribute',
  key: 'material',
  type: 'text',
  known: true,
  filled: 1,
  examples: [],
  read: [],
  ...of,
});
const kept = (name: string, columns: readonly string[]): KeptMapping => ({
  name,
  columns,
  mapping: {},
  form: {},
  updatedAt: '2026-01-01T00:00:00.000Z',
});

describe('what a column can become', () => {
  const groups = usesIn({
    languages: ['en', 'fr'],
    attributes: [
      {
        key: 'diameter',
        labels: { en: 'Diameter' },
        unit: 'cm',
        type: 'number',
        onCards: true,
        coverage: 3,
        values: [],
      },
    ],
  });
  const all = groups.flatMap(({ uses }) => uses);

  it('are the product’s own columns, texts in other languages, attributes there are, and new ones', () => {
    expect(groups.map(({ name }) => name)).toEqual([
      'Of the product',
      'In French',
      'Attribute of the shop',
      'A new attribute',
    ]);
    expect(all.find(({ value }) => value === 'attribute:diameter')).toMatchObject({
      name: 'Diameter (cm)',
      mapped: { use: 'attribute', type: 'number', key: 'diameter' },
    });
  });

  it('holds what a column is read as, whatever that is', () => {
    const values = new Set(all.map(({ value }) => value));
    for (const of of [
      column({ key: 'diameter' }),
      column({ known: false, type: 'many' }),
      column({ use: 'field', key: 'sku', type: null }),
      column({ use: 'text', key: 'title@fr', type: null }),
    ])
      expect(values).toContain(valueOf(of));
    expect(valueOf(column({ use: 'skip', key: '', type: null }))).toBe('skip');
  });
});

describe('a file that was read before', () => {
  it('is read again as it was', () => {
    const columns = [
      column({ name: 'Nr', use: 'field', key: 'sku', type: null }),
      column({ name: 'Nom', use: 'text', key: 'title@fr', type: null }),
      column({ name: 'Ø', key: 'diameter', type: 'number' }),
      column({ name: 'Holz', key: 'holz', known: false }),
      column({ name: 'Rest', use: 'skip', key: '', type: null }),
    ];
    expect(mappingOf(columns)).toEqual({
      Nr: { use: 'field', field: 'sku' },
      Nom: { use: 'text', field: 'title', lang: 'fr' },
      Ø: { use: 'attribute', type: 'number', key: 'diameter' },
      Holz: { use: 'attribute', type: 'text' },
      Rest: { use: 'skip' },
    });
  });
});

describe('a kept mapping', () => {
  it('is proposed for the file that looks most like its own, and for no other', () => {
    const some = [kept('one', ['a', 'b', 'c', 'd']), kept('two', ['a', 'b', 'c'])];
    expect(likeliest(some, ['a', 'b', 'c'])?.name).toBe('two');
    expect(likeliest(some, ['a', 'x', 'y'])).toBeNull();
    expect(likeliest([], ['a'])).toBeNull();
    expect(likeness([], [])).toBe(0);
  });

  it('is told in words', () => {
    expect(mappedWords({ Preis: { use: 'field', field: 'price' }, Rest: { use: 'skip' } })).toEqual([
      '“Preis” as price',
      '“Rest” as left out',
    ]);
  });
});
