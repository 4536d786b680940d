import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { missingColumns, planColumns, type ColumnPlan, type KnownAttribute } from './columns';
import { ColumnFindings } from './findings';
import { cleanHtml } from '../../text/cleanHtml';
import { parseRecord } from './parseRecord';

const NO_TYPES = new Map<string, KnownAttribute>();
const LANGUAGES = ['en', 'fr'];

function parse(cells: Record<string, string>): { record: ReturnType<typeof parseRecord>; faults: string[] } {
  const { columns } = planColumns(Object.keys(cells), NO_TYPES, {}, LANGUAGES);
  const faults: string[] = [];
  const record = parseRecord(
    2,
    new Map(Object.entries(cells)),
    {
      columns,
      typeOf: (column) => column.type ?? 'text',
      form: null,
      currency: 'EUR',
      rates: { USD: 0.5 },
      clean: cleanHtml,
      spelt: (_, value) => value,
    },
    (column, message) => faults.push(`${column}: ${message}`),
  );
  return { record, faults };
}

describe('a record of a product file', () => {
  it('is read into what it tells, and nothing more', () => {
    const { record, faults } = parse({
      sku: 'A-1',
      title: 'Pan',
      category: 'Cookware > Pans | Gifts',
      price: '24.9',
      stock: '',
      created: '2026-03-31T09:30:00Z',
      featured: 'Yes',
      tags: 'One|Two|One',
      'title@fr': 'Poêle',
      Material: 'Cast iron',
    });
    expect(faults).toEqual([]);
    expect(record).toMatchObject({
      sku: 'A-1',
      price: 2490,
      stock: null,
      featured: true,
      categories: [['Cookware', 'Pans'], ['Gifts']],
      tags: ['One', 'Two'],
    });
    expect(new Date(record.created!).toISOString()).toBe('2026-03-31T09:30:00.000Z');
    expect(record.texts).toEqual({ '': { title: 'Pan' }, fr: { title: 'Poêle' } });
    expect(Object.fromEntries(record.attributes)).toEqual({ material: ['Cast iron'] });
    expect(record.rating).toBeUndefined();
  });

  it('takes every price that has at most two decimals, to the cent', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4_000_000_00 }), (cents) => {
        const { record, faults } = parse({ sku: 'A', title: 'x', price: (cents / 100).toFixed(2) });
        expect(faults).toEqual([]);
        expect(record.price).toBe(cents);
      }),
    );
  });

  it('says what is wrong with a cell, and how it is written', () => {
    const cases: [Record<string, string>, string][] = [
      [{ price: '24,90' }, 'write it as 24.90'],
      [{ price: '-1' }, 'no price'],
      [{ price: '99999999999' }, 'more than a price can be'],
      [{ created: '31.03.2026' }, '2026-03-31'],
      [{ created: '2026-13-40' }, 'no day of the calendar'],
      [{ created: '2026-02-30' }, 'no day of the calendar'],
      [{ created: '0001-01-01' }, 'can’t be meant'],
      [{ price: '1', currency: 'CHF' }, 'Give a rate for CHF'],
      [{ category: Array.from({ length: 3_000 }, () => 'a').join('>') }, '3000 steps'],
      [{ tags: Array.from({ length: 300 }, (_, at) => `t${at}`).join('|') }, '300 entries'],
      [{ stock: '3.5' }, 'no whole number'],
      [{ rating: '5.1' }, 'from 0 to 5'],
      [{ featured: 'perhaps' }, 'neither yes nor no'],
      [{ currency: 'euro' }, 'three letters'],
      [{ slug: 'Big Pan' }, 'small letters'],
      [{ category: ' > ' }, 'no names in it'],
      [{ title: 'x'.repeat(301) }, '301 characters'],
    ];
    for (const [cells, words] of cases) {
      const { faults } = parse({ sku: 'A', title: 'x', ...cells });
      expect(faults, JSON.stringify(cells)).toHaveLength(1);
      expect(faults[0]).toContain(words);
    }
  });
});

describe('the first line of a product file', () => {
  const plan = (...names: string[]): ColumnPlan[] => planColumns(names, NO_TYPES, {}, LANGUAGES).columns;
  const faults = (...names: string[]): string[] =>
    planColumns(['sku', 'title', ...names], NO_TYPES, {}, LANGUAGES).faults.map((fault) => fault.message);

  it('tells fields, texts in a language and attributes with their unit', () => {
    expect(plan('SKU', 'title@fr', 'Diameter (cm)', 'Hob types')).toMatchObject([
      { use: 'field', field: 'sku' },
      { use: 'text', field: 'title', lang: 'fr' },
      { use: 'attribute', key: 'diameter', label: 'Diameter', unit: 'cm' },
      { use: 'attribute', key: 'hob-types', unit: null },
    ]);
  });

  it('is refused where a column could not be told apart or could not stand in an address', () => {
    expect(faults('Weight', 'weight (g)')[0]).toContain('same attribute');
    expect(faults('Price range')).toEqual([]);
    expect(faults('***')[0]).toContain('letters or digits');
    expect(missingColumns(plan('title'))[0].message).toContain('No column is “sku”');
  });

  it('is read as the mapping wishes, but never against the type an attribute has already', () => {
    const known = new Map([['_size', { type: 'number' as const, unit: null }]]);
    const { columns } = planColumns(
      ['Size', 'Note', 'Code'],
      known,
      {
        Size: { use: 'attribute', type: 'text' },
        Note: { use: 'skip' },
        Code: { use: 'attribute', type: 'many' },
      },
      LANGUAGES,
    );
    expect(columns).toMatchObject([
      { type: 'number', known: true },
      { use: 'skip' },
      { type: 'many', known: false },
    ]);
  });
});

describe('the type of a column', () => {
  const typeOf = (...values: string[]): string => {
    const findings = new ColumnFindings();
    for (const value of values) findings.see(value);
    return findings.type();
  };

  it('is found from all of its values', () => {
    expect(typeOf('1', '24.5', '')).toBe('number');
    expect(typeOf('1', '0')).toBe('number');
    expect(typeOf('yes', 'No')).toBe('boolean');
    expect(typeOf('#aa00FF', '#123456')).toBe('colour');
    expect(typeOf('gas', 'gas|induction')).toBe('many');
    expect(typeOf('28', 'about 28')).toBe('text');
    expect(typeOf('', '')).toBe('text');
  });
});

describe('cleanHtml', () => {
  it('makes a paragraph of plain text, whatever it holds', () => {
    expect(cleanHtml('Salt & pepper, 2 < 3')).toBe('<p>Salt &amp; pepper, 2 &lt; 3</p>');
    expect(cleanHtml('')).toBe('');
  });

  it('keeps nothing that runs or loads', () => {
    for (const bad of [
      '<script>alert(1)</script>',
      '<img src=x onerror=alert(1)>',
      '<a href="javascript:alert(1)">x</a>',
      '<iframe src="https://x.invalid"></iframe>',
      '<p style="position:fixed">x</p>',
      '<svg onload=alert(1)>',
      '<a href="//x.invalid">x</a>',
    ])
      expect(cleanHtml(bad), bad).not.toMatch(/script|onerror|onload|iframe|style|javascript|svg|\/\/x/);
    expect(cleanHtml('<p>Good <b>bowl</b></p><ul><li>One</li></ul>')).toBe(
      '<p>Good <b>bowl</b></p><ul><li>One</li></ul>',
    );
  });
});
