import { createHash } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type { FeedAnswer, FeedBatch, FeedChange, FeedResult, FedValue } from '@fond/contract';
import type { ProductRecord } from '../catalogue/import/parseRecord';
import { readStored, type StoredProduct } from '../catalogue/import/stored';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { areSmall, storeRecords } from '../product/storeRecords';
import { TableColumns } from '../product/tableColumns';
import { readCells } from '../product/writeCells';
import { canonicalJson } from '../text/canonicalJson';
import { slugOf, takeSlug } from '../text/slugs';

/** Batches are told and known for so long. */
const KEPT_DAYS = 7;

/**
 * Does what a batch says: each change of a product by itself, in the order of the product's numbers, all that can be
 * done in one unit. A batch whose key was there before does nothing.
 *
 * @throws {Problem} `key-reused` where the key came with something else.
 */
export const applyBatch = (sequelize: Sequelize, system: number, batch: FeedBatch): Promise<FeedAnswer> =>
  inUnit(sequelize, async (transaction) => {
    const started = performance.now();
    const earlier = await claim(sequelize, system, batch, transaction);
    if (earlier) return { again: true, results: earlier };
    const results = await new Batch(sequelize, system, transaction).apply(batch.changes);
    await runSql(
      sequelize,
      'UPDATE feed_batches SET results = ?, milliseconds = ? WHERE system_id = ? AND `key` = ?',
      [JSON.stringify(results), Math.round(performance.now() - started), system, batch.key],
      transaction,
    );
    return { again: false, results };
  });

/** Writes the batch down before it is done; one of the same key waits here for it, and gets its results. */
async function claim(
  sequelize: Sequelize,
  system: number,
  { key, changes }: FeedBatch,
  transaction: Transaction,
): Promise<readonly FeedResult[] | null> {
  const now = new Date();
  const hash = createHash('sha256').update(canonicalJson(changes)).digest('hex');
  await runSql(
    sequelize,
    `INSERT INTO feed_batches (system_id, \`key\`, body_hash, at) VALUES (?, ?, ?, ?)
      ON DUPLICATE KEY UPDATE times = times + 1`,
    [system, key, hash, now],
    transaction,
  );
  const [row] = await select<{ hash: string; results: readonly FeedResult[] | null }>(
    sequelize,
    'SELECT body_hash AS hash, results FROM feed_batches WHERE system_id = ? AND `key` = ? FOR UPDATE',
    [system, key],
    transaction,
  );
  if (row.hash !== hash)
    throw problem(
      'key-reused',
      'This key came with other changes before. Nothing was changed; send a new key.',
    );
  await runSql(
    sequelize,
    'UPDATE feed_systems SET last_seen_at = ? WHERE id = ?',
    [now, system],
    transaction,
  );
  await runSql(
    sequelize,
    `DELETE FROM feed_batches WHERE at < UTC_TIMESTAMP(3) - INTERVAL ${KEPT_DAYS} DAY LIMIT 50`,
    [],
    transaction,
  );
  return row.results;
}

/** What is to become of one product. */
interface Wanted {
  cells: Map<string, string>;
  sold: number;
}

class Batch {
  private columns!: TableColumns;
  private stored!: Map<string, StoredProduct>;
  private numbers!: Map<string, number>;
  private readonly wanted = new Map<string, Wanted>();

  constructor(
    private readonly sequelize: Sequelize,
    private readonly system: number,
    private readonly transaction: Transaction,
  ) {}

  async apply(changes: readonly FeedChange[]): Promise<FeedResult[]> {
    const { sequelize, transaction } = this;
    const skus = [...new Set(changes.map(({ sku }) => sku))];
    this.columns = await TableColumns.read(sequelize);
    this.stored = await readStored(sequelize, skus, transaction);
    this.numbers = await this.readNumbers(skus);
    const results = changes.map((change) => this.take(change));
    const records = this.records();
    await this.giveSlugs(records);
    const written = new Set(
      await storeRecords(sequelize, records, this.stored, this.columns.shop, transaction),
    );
    await this.keepNumbers(results, changes);
    await this.noteSales(written);
    await this.noteChange(written);
    return results.map((result) =>
      result.fate === 'changed' ? { ...result, fate: this.fateOf(result.sku, written) } : result,
    );
  }

  private fateOf(sku: string, written: ReadonlySet<string>): FeedResult['fate'] {
    if (!written.has(sku)) return 'unchanged';
    return this.stored.has(sku) ? 'changed' : 'made';
  }

  private async readNumbers(skus: readonly string[]): Promise<Map<string, number>> {
    const rows = await select<{ sku: string; number: number }>(
      this.sequelize,
      'SELECT sku, CAST(number AS SIGNED) AS number FROM feed_numbers WHERE system_id = ? AND sku IN (?) FOR UPDATE',
      [this.system, skus],
      this.transaction,
    );
    return new Map(rows.map(({ sku, number }) => [sku, Number(number)]));
  }

  /** Holds one change against what is known, and takes it in where it can be. */
  private take({ sku, number, set = {}, add = {} }: FeedChange): FeedResult {
    const refused = (message: string): FeedResult => ({ sku, fate: 'refused', message });
    if (number <= (this.numbers.get(sku) ?? 0)) return { sku, fate: 'late', message: null };
    const before = this.stored.get(sku);
    const known = this.wanted.get(sku);
    const cells = new Map(Object.entries(set).map(([column, value]) => [column, textOf(value)]));
    const unknown = [...cells.keys()].find((column) => column === 'sku' || !this.columns.has(column));
    if (unknown !== undefined) return refused(`There is no column “${unknown.slice(0, 60)}”.`);
    if (!before && !known && !cells.get('title')?.trim())
      return refused('There is no such product; a new one needs a title.');
    for (const column of ['stock', 'sold'] as const) {
      const more = add[column];
      if (more === undefined) continue;
      const there = cells.get(column) ?? known?.cells.get(column) ?? String(before?.[column] ?? '');
      // What is not counted stays so.
      if (there === '' && column === 'stock') continue;
      const sum = Number(there) + more;
      if (column === 'stock' && more < 0 && sum < 0)
        return refused(`The shop has ${there} of it; ${-more} can’t go.`);
      cells.set(column, String(sum));
    }
    const faults: string[] = [];
    readCells(sku, cells, this.columns, (column, message) => faults.push(`${column}: ${message}`));
    if (faults.length) return refused(faults.join(' ').slice(0, 300));
    this.numbers.set(sku, number);
    const wanted = known ?? { cells: new Map<string, string>(), sold: 0 };
    for (const [column, cell] of cells) wanted.cells.set(column, cell);
    wanted.sold += add.sold ?? 0;
    this.wanted.set(sku, wanted);
    return { sku, fate: 'changed', message: null };
  }

  private records(): ProductRecord[] {
    const refuse = (column: string, message: string): never => {
      throw new Error(`${column} was read a moment ago: ${message}`);
    };
    return [...this.wanted]
      .filter(([, { cells }]) => cells.size > 0)
      .map(([sku, { cells }]) => readCells(sku, cells, this.columns, refuse));
  }

  /** New products get an address of their title; one that is taken gets a number behind it. */
  private async giveSlugs(records: readonly ProductRecord[]): Promise<void> {
    for (const record of records) {
      if (record.slug === undefined && this.stored.has(record.sku)) continue;
      const wished = record.slug ?? (slugOf(record.texts['']?.title ?? record.sku) || 'item');
      const rows = await select<{ slug: string }>(
        this.sequelize,
        'SELECT slug FROM products WHERE (slug = ? OR slug LIKE ?) AND sku <> ?',
        [wished, `${wished}-%`, record.sku],
        this.transaction,
      );
      const taken = new Set(rows.map(({ slug }) => slug));
      for (const other of records) if (other !== record && other.slug) taken.add(other.slug);
      record.slug = takeSlug(wished, taken);
    }
  }

  private async keepNumbers(results: readonly FeedResult[], changes: readonly FeedChange[]): Promise<void> {
    const newest = new Map<string, number>();
    results.forEach(({ sku, fate }, at) => {
      if (fate === 'changed') newest.set(sku, Math.max(changes[at].number, newest.get(sku) ?? 0));
    });
    if (newest.size)
      await insertRows(
        this.sequelize,
        'feed_numbers',
        ['system_id', 'sku', 'number'],
        [...newest].map(([sku, number]) => [this.system, sku, number]),
        this.transaction,
        ['number'],
      );
  }

  /** What was sold is sold today, for ranges by units sold within days. */
  private async noteSales(written: ReadonlySet<string>): Promise<void> {
    const sold = [...this.wanted].filter(([sku, wanted]) => wanted.sold > 0 && written.has(sku));
    for (const [sku, wanted] of sold)
      await runSql(
        this.sequelize,
        `INSERT INTO product_days (product_id, day, sold, views)
          SELECT id, UTC_DATE(), ?, 0 FROM products WHERE sku = ?
          ON DUPLICATE KEY UPDATE product_days.sold = product_days.sold + VALUES(sold)`,
        [wanted.sold, sku],
        this.transaction,
      );
  }

  private async noteChange(written: ReadonlySet<string>): Promise<void> {
    if (!written.size) return;
    const rows = await select<{ id: number }>(
      this.sequelize,
      'SELECT id FROM products WHERE sku IN (?)',
      [[...written]],
      this.transaction,
    );
    const columns = [...written].flatMap((sku) => [...this.wanted.get(sku)!.cells.keys()]);
    const isNew = [...written].some((sku) => !this.stored.has(sku));
    await noteCatalogueChange(
      this.sequelize,
      !isNew && areSmall(columns) ? 'price' : 'product',
      this.transaction,
      {
        products: rows.map(({ id }) => id),
      },
    );
  }
}

/** As a product file would write it. */
function textOf(value: FedValue): string {
  if (value === null) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'object' ? value.join('|') : String(value);
}
