import { createRequire } from 'node:module';
import path from 'node:path';
import type { ProductRow } from '@fond/core';
import { pathsOf, WIDE } from './catalogue';
import {
  NUMBER_FACETS,
  numberOf,
  VALUE_FACETS,
  valuesOf,
  type ListingAnswer,
  type ListingRequest,
  type NumberFacet,
} from './requests';

/** An engine of the comparison. */
export interface Peer {
  name: string;
  answer(request: ListingRequest): ListingAnswer | Promise<ListingAnswer>;
  /** Another price for one product, in cents; the next answer has to know it. */
  reprice(id: number, cents: number): void | Promise<void>;
  close?(): Promise<void>;
}

/** The peers are installed by `npm run bench` alone, in a folder of their own. */
export const peer = createRequire(path.join(import.meta.dirname, '..', 'peers', 'package.json'));

export const FACETS: readonly string[] = [...VALUE_FACETS, WIDE];

/** Buckets that peers count numbers in: tens of euros, fives of kilograms. */
export const BUCKET: Readonly<Record<NumberFacet, number>> = { price: 10, weight: 5 };

/** A product as engines of plain rows take it. */
export interface PeerRow {
  id: number;
  path: string[];
  stocked: boolean;
  price: number;
  weight: number | null;
  created: number;
  values: Readonly<Record<string, readonly string[]>>;
}

export const peerRow = (row: ProductRow): PeerRow => ({
  id: row.id,
  path: ['*', ...pathsOf(row)],
  stocked: Boolean(row.stock),
  price: numberOf(row, 'price')!,
  weight: numberOf(row, 'weight'),
  created: row.created!,
  values: Object.fromEntries(FACETS.map((key) => [key, valuesOf(row, key)])),
});

/** The number facets' counts, made by one function for each. */
export const numbersBy = (count: (key: NumberFacet) => number): Record<NumberFacet, number> => {
  const [price, weight] = NUMBER_FACETS.map(count);
  return { price, weight };
};
