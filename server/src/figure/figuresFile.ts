import { stringify } from 'csv-stringify/sync';
import type { Figures, FigureTable } from '@fond/contract';
import type { Counts, Estimate } from '@fond/core';

type Row = Record<string, string | number>;

const counts = ({ seen, clicks, carts, bought, revenue }: Counts): Row => ({
  ...{ seen, clicks, carts, bought },
  revenue: (revenue / 100).toFixed(2),
});
const estimate = (name: string, { value, low, high }: Estimate): Row => ({
  [name]: value.toFixed(5),
  [`${name}_low`]: low.toFixed(5),
  [`${name}_high`]: high.toFixed(5),
});

/** The rows of each table. Bounds hold the truth nine times out of ten. */
const TABLES: Readonly<Record<FigureTable, (figures: Figures) => Row[]>> = {
  days: ({ days }) => days.map(({ day, visits, ...rest }) => ({ day, visits, ...counts(rest) })),
  places: ({ places }) =>
    places.map(({ place, sight, rate, attention, ...rest }) => ({
      place,
      ...counts(rest),
      ...estimate('sight', sight),
      ...estimate('rate', rate),
      ...(attention
        ? estimate('attention', attention)
        : { attention: '', attention_low: '', attention_high: '' }),
    })),
  products: ({ products }) =>
    products.map(({ sku, title, rate, ...rest }) => ({
      sku,
      title,
      ...counts(rest),
      ...estimate('rate', rate),
    })),
  shelves: ({ shelves }) =>
    shelves.map(({ key, type, title, rate, ...rest }) => ({
      ...{ shelf: key, type, title },
      ...counts(rest),
      ...estimate('rate', rate),
    })),
  aisles: ({ aisles }) =>
    aisles.map(({ path, title, visits, rate, ...rest }) => ({
      ...{ path, title, visits },
      ...counts(rest),
      ...estimate('rate', rate),
    })),
  facets: ({ facets, unused }) => [
    ...facets.flatMap(({ key, title, times, values }) => [
      { filter: key, title, value: '', times },
      ...values.map((one) => ({ filter: key, title: one.title, value: one.value, times: one.times })),
    ]),
    ...unused.map(({ key, title }) => ({ filter: key, title, value: '', times: 0 })),
  ],
  badges: ({ badges }) =>
    badges.map(({ key, title, rate, visits: _, ...rest }) => ({
      ...{ badge: key, title },
      ...counts(rest),
      ...estimate('rate', rate),
    })),
  queries: ({ queries }) => queries.map((one) => ({ ...one })),
  within: ({ within }) => within.map((one) => ({ ...one })),
  widths: ({ widths }) =>
    widths.map(({ width, visits, rate, ...rest }) => ({
      width,
      visits,
      ...counts(rest),
      ...estimate('rate', rate),
    })),
};

/** One table of figures as CSV; what a spreadsheet would run is made harmless. */
export const figuresFile = (figures: Figures, table: FigureTable): string =>
  stringify(TABLES[table](figures), { header: true, escape_formulas: true, bom: true });
