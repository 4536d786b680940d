import { once } from 'node:events';
import type { Response } from 'express';
import pLimit from 'p-limit';
import { Transaction, type Sequelize } from 'sequelize';
import type { ExportFormat } from '@fond/contract';
import { aisleProducts, holds, runRange, type Bitset, type Snapshot } from '@fond/core';
import { aisleAt } from '../../explain/explain';
import { pageTime } from '../../page/compose';
import { rangeContext } from '../../page/rangeContext';
import { problem } from '../../problem/problem';
import { savedRanges } from '../../range/savedRanges';
import type { ServingState } from '../../serving/servingHost';
import { FORMATS, productFile } from './productFile';
import { productRecords } from './productRecords';

/** Each holds a connection as long as its reader takes; all others wait for one that ends. */
const AT_ONCE = pLimit(2);
/** A reader that takes longer, in milliseconds, is given up. */
const LONGEST = 600_000;

/** What is to be taken out; the whole shop where nothing is said. */
export interface ExportInput {
  format?: ExportFormat;
  /** Path of an aisle. */
  aisle?: string;
  /** Id of a saved range. */
  range?: string;
}

/** Sends a product file, read from one moment of the database, as fast as it is taken. */
export async function exportProducts(
  sequelize: Sequelize,
  serving: ServingState,
  { format = 'csv', ...wish }: ExportInput,
  response: Response,
): Promise<void> {
  const only = await chooseSkus(serving, wish);
  const { type, ending } = FORMATS[format];
  // Within the transaction every statement sees what was there when it began, and nothing is locked.
  await AT_ONCE(() =>
    sequelize.transaction(
      { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ, readOnly: true },
      async () => {
        const records = await productRecords(sequelize, only);
        response.attachment(`products.${ending}`).set('Content-Type', type).set('Cache-Control', 'no-store');
        await send(productFile(records, format), response);
      },
    ),
  );
}

/**
 * Writes as fast as it is taken. Each piece is asked for from here, not by the stream: what a stream asks for once its
 * socket has room again is asked outside of the transaction, and would be of another moment.
 */
async function send(pieces: AsyncIterable<string>, response: Response): Promise<void> {
  const gone = new AbortController();
  response.on('close', () => gone.abort());
  const signal = AbortSignal.any([gone.signal, AbortSignal.timeout(LONGEST)]);
  try {
    for await (const piece of pieces) {
      signal.throwIfAborted();
      if (!response.write(piece)) await once(response, 'drain', { signal });
    }
    response.end();
  } catch (error) {
    if (!signal.aborted) throw error;
    // Whoever asked has gone, or takes too long: cut off, so that nobody takes half of a file for the whole.
    response.destroy();
  }
}

/** Article numbers; null for all. */
async function chooseSkus(
  { snapshot, zone }: ServingState,
  { aisle, range }: ExportInput,
): Promise<readonly string[] | null> {
  if (aisle === undefined && range === undefined) return null;
  const here = aisleAt(snapshot, aisle ?? '/');
  if (range === undefined) return skusIn(snapshot, aisleProducts(snapshot, here).bits);
  const ranges = await savedRanges();
  const saved = ranges.find(({ id }) => id === range);
  if (!saved) throw problem('not-found', 'There is no such range. It may have been deleted.');
  const context = rangeContext({ ranges }, pageTime(), zone);
  return skusIn(snapshot, runRange(snapshot, here, saved.rule, context).bits);
}

const skusIn = (snapshot: Snapshot, bits: Bitset): string[] => snapshot.skus.filter((_, p) => holds(bits, p));
