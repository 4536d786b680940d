import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planColumns } from '../columns';
import { proposeColumns } from '../proposeColumns';
import type { Reading } from '../parseRecord';
import { sampleLines } from '../sampleLines';
import { dateIn, dateOrderOf } from './dates';
import { decimalOf, moneyIn, plainNumber } from './numbers';

const DAY = Date.UTC(2026, 2, 31);

describe('a number of a file', () => {
  it('is the same however it is written', () => {
    const amount = fc.integer({ min: -100_000_000, max: 100_000_000 });
    fc.assert(
      fc.property(amount, fc.constantFrom('de-DE', 'en-US', 'fr-FR', 'de-CH'), (cents, language) => {
        const format = new Intl.NumberFormat(language, { minimumFractionDigits: 2 });
        const decimal = ['de-DE', 'fr-FR'].includes(language) ? ',' : '.';
        expect(Number(plainNumber(format.format(cents / 100), decimal))).toBe(cents / 100);
      }),
    );
  });

  it('with a point is a plain one also where commas are used, unless it could be thousands', () => {
    expect(plainNumber('12.5', ',')).toBe('12.5');
    expect(plainNumber('1.234', ',')).toBe('1234');
    expect(plainNumber('1,5', '.')).toBeNull();
    expect([plainNumber('1,234', null), plainNumber('1234.5', null)]).toEqual([null, '1234.5']);
    expect(plainNumber('1,23,4', '.')).toBeNull();
    expect(plainNumber('12.34.567', ',')).toBeNull();
  });

  it('tells what stands before decimals, unless every one could be both', () => {
    expect(decimalOf(['1.234', '12,90 €', '7'])).toBe(',');
    expect(decimalOf(['$1,234.50', '7'])).toBe('.');
    expect(decimalOf(['1,234', '5', 'blue'])).toBeNull();
  });

  it.each([
    ['€ 12,90', { amount: '12,90', currency: 'EUR' }],
    ['12.90 USD', { amount: '12.90', currency: 'USD' }],
    ['CHF 1\u2019200.50', { amount: '1\u2019200.50', currency: 'CHF' }],
    ['12 zł', { amount: '12', currency: 'PLN' }],
    ['12 kg', { amount: '12 kg', currency: null }],
    ['from 12', { amount: 'from 12', currency: null }],
  ])('has its currency taken off: %s', (cell, money) => {
    expect(moneyIn(cell, 'EUR')).toEqual(money);
  });

  it('with a dollar is in the shop’s own, where that is one', () => {
    expect(moneyIn('$5', 'CAD').currency).toBe('CAD');
    expect(moneyIn('$5', 'EUR').currency).toBe('USD');
  });
});

describe('a date of a file', () => {
  it.each([
    ['2026-03-31', 'ymd'],
    ['2026/3/31', 'ymd'],
    ['31.03.2026', 'dmy'],
    ['31/3/2026', 'dmy'],
    ['03/31/2026', 'mdy'],
  ] as const)('%s is that day', (cell, order) => {
    expect(dateIn(cell, order)).toBe(DAY);
  });

  it.each([
    ['2026-03-31T00:00:00.009Z', 9],
    ['2026-03-31T02:00:00.57+02:00', 570],
    ['31.03.2026 00:00:01.9999', 1999],
    ['2026-03-31 00:01', 60_000],
  ])('%s is that moment, to the thousandth of a second', (cell, after) => {
    expect(dateIn(cell, 'dmy')).toBe(DAY + after);
  });

  it('that is none is told, and never turned into another day', () => {
    expect(dateIn('31.03.2026', 'mdy')).toContain('no day of the calendar');
    expect(dateIn('31.03.2026', 'ymd')).toContain('is no date');
    expect(dateIn('31.03.26', 'dmy')).toContain('is no date');
  });

  it('tells its order where one of them can be read in one way alone', () => {
    expect(dateOrderOf(['01.02.2026', '31.01.2026'])).toEqual({ order: 'dmy', sure: true });
    expect(dateOrderOf(['01/02/2026', '01/31/2026'])).toEqual({ order: 'mdy', sure: true });
    expect(dateOrderOf(['01/02/2026'])).toEqual({ order: 'dmy', sure: false });
    expect(dateOrderOf(['2026-01-02', ''])).toBeNull();
  });
});

describe('columns of a file', () => {
  const known = new Map([['diameter', { type: 'number' as const, unit: 'cm' }]]);
  const plan = (names: readonly string[], mapping = {}): ReturnType<typeof planColumns> =>
    planColumns(names, known, mapping, ['en', 'fr']);

  it('are what a person says they are', () => {
    const { columns, faults } = plan(['Artikelnr', 'Nom', 'Bezeichnung', 'Ø (mm)', 'price'], {
      Artikelnr: { use: 'field', field: 'sku' },
      Nom: { use: 'text', field: 'title', lang: 'fr' },
      Bezeichnung: { use: 'text', field: 'title', lang: 'en' },
      'Ø (mm)': { use: 'attribute', type: 'number', key: 'diameter' },
      price: { use: 'attribute', type: 'number' },
    });
    expect(faults).toEqual([]);
    expect(columns).toMatchObject([
      { use: 'field', field: 'sku' },
      { use: 'text', field: 'title', lang: 'fr' },
      { use: 'field', field: 'title' },
      { use: 'attribute', key: 'diameter', known: true, factor: 0.1 },
      { use: 'attribute', key: '_price' },
    ]);
  });

  it('are refused where two would be the same, or one an attribute that is not there', () => {
    const twice = plan(['sku', 'Code'], { Code: { use: 'field', field: 'sku' } });
    expect(twice.faults).toEqual([{ column: 'Code', message: '“Code” and “sku” would both be “sku”.' }]);
    const nowhere = plan(['Ø'], { Ø: { use: 'attribute', type: 'number', key: 'constructor' } });
    expect(nowhere.faults[0].message).toContain('no attribute “constructor”');
  });

  it('with names of other systems are proposed, never twice and never over what is named so', () => {
    const { columns } = plan(['Artikelnummer', 'Item no.', 'title', 'Name', 'PRIX TTC', 'constructor']);
    expect(proposeColumns(columns)).toEqual({
      Artikelnummer: { use: 'field', field: 'sku' },
      'PRIX TTC': { use: 'field', field: 'price' },
    });
  });

  it('are shown as they will be, empty where they can’t be read', () => {
    const { columns } = plan(['sku', 'price', 'created', 'Diameter (mm)', 'category']);
    const reading: Reading = {
      columns,
      typeOf: (column) => column.type ?? 'text',
      form: { decimal: ',', date: 'dmy' },
      currency: 'EUR',
      rates: {},
      clean: (html) => html,
      spelt: (_, value) => value,
    };
    const lines = [
      ['A', '1.234,50 €', '31.03.2026', '240', 'Pans > Frying'],
      ['B', 'free', '31.13.2026', 'wide', ''],
    ].map((cells, at) => ({
      line: at + 2,
      cells: new Map(columns.map(({ name }, column) => [name, cells[column]])),
    }));
    expect(Object.fromEntries(sampleLines(lines, reading))).toEqual({
      sku: ['A', 'B'],
      price: ['1234.50 EUR', ''],
      created: ['2026-03-31', ''],
      'Diameter (mm)': ['24', ''],
      category: ['Pans > Frying', ''],
    });
  });
});
