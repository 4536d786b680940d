import { EventEmitter, once } from 'node:events';
import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import pLimit from 'p-limit';
import { Transaction, type Sequelize } from 'sequelize';
import type { ExportFormat } from '@fond/contract';
import { FORMATS, productFile } from './productFile';
import { productRecords, type ProductRecords } from './productRecords';
import { makeWorkbook } from './workbook';

/** Each holds a connection as long as its reader takes; all others wait for one that ends. */
const AT_ONCE = pLimit(2);
/** A reader that takes longer, in milliseconds, is given up. */
const LONGEST = 600_000;

/**
 * Sends a product file, read from one moment of the database, as fast as it is taken.
 *
 * @param only Article numbers of what is taken out; null for all that is in the shop.
 */
export async function exportProducts(
  sequelize: Sequelize,
  only: readonly string[] | null,
  format: ExportFormat,
  response: Response,
): Promise<void> {
  const { type, ending } = FORMATS[format];
  const begin = (): Response =>
    response.attachment(`products.${ending}`).set('Content-Type', type).set('Cache-Control', 'no-store');
  // Within the transaction every statement sees what was there when it began, and nothing is locked.
  const ofOneMoment = <T>(work: (records: ProductRecords) => Promise<T>): Promise<T> =>
    AT_ONCE(() =>
      sequelize.transaction(
        { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ, readOnly: true },
        async () => work(await productRecords(sequelize, only)),
      ),
    );
  if (format !== 'xlsx') {
    await ofOneMoment((records) => {
      begin();
      return send(productFile(records, format), response);
    });
    return;
  }
  // It is whole before its first byte goes out, so that no reader keeps the database waiting.
  const made = await ofOneMoment(makeWorkbook);
  try {
    await pipeline(createReadStream(made.path), begin());
  } catch (error) {
    if (!response.destroyed) throw error;
  } finally {
    await made.remove();
  }
}

/**
 * Writes as fast as it is taken. Each piece is asked for from here, not by the stream: what a stream asks for once its
 * socket has room again is asked outside of the transaction, and would be of another moment.
 */
async function send(pieces: AsyncIterable<string>, response: Response): Promise<void> {
  const gone = new AbortController();
  response.on('close', () => gone.abort());
  const signal = AbortSignal.any([gone.signal, AbortSignal.timeout(LONGEST)]);
  // One listener for the whole file: those that are taken away again stay with whoever packs the answer.
  const room = new EventEmitter();
  response.on('drain', () => room.emit('drain'));
  try {
    for await (const piece of pieces) {
      signal.throwIfAborted();
      if (!response.write(piece)) await once(room, 'drain', { signal });
    }
    response.end();
  } catch (error) {
    if (!signal.aborted) throw error;
    // Whoever asked has gone, or takes too long: cut off, so that nobody takes half of a file for the whole.
    response.destroy();
  }
}
