import type { Sequelize, Transaction } from 'sequelize';
import { differenceOf } from '../catalogue/import/difference';
import { ShopNames } from '../catalogue/import/names';
import type { ProductRecord } from '../catalogue/import/parseRecord';
import { UnreadableFile } from '../catalogue/import/recordFile';
import type { StoredProduct } from '../catalogue/import/stored';
import { writeChanges } from '../catalogue/import/takeOver';
import { Trial } from '../catalogue/import/trial';
import { problem } from '../problem/problem';
import type { StoredShop } from '../setting/shopSettings';

/** What servers follow without reading products anew; a product can be shown whatever stands there. */
const SMALL: readonly string[] = ['price', 'was', 'stock', 'sold', 'featured'];

/** Whether only such columns were written. */
export const areSmall = (columns: readonly string[]): boolean =>
  columns.every((column) => SMALL.includes(column));

/**
 * Writes what differs between records and what is stored; what isn't is made, as are tags, categories and collections
 * that are named for the first time.
 *
 * @returns article numbers of the products that changed.
 * @throws {Problem} `bad-input` where no server could show one of them.
 */
export async function storeRecords(
  sequelize: Sequelize,
  records: readonly ProductRecord[],
  stored: ReadonlyMap<string, StoredProduct>,
  shop: StoredShop,
  transaction: Transaction,
): Promise<string[]> {
  const [own] = shop.languages;
  const names = await ShopNames.read(sequelize, own, transaction);
  const differing = records.filter((record) =>
    differenceOf(record, stored.get(record.sku) ?? null, names, own),
  );
  if (!differing.length) return [];
  // What no server could show must not get into the catalogue; a price or a stock always can be.
  if (!differing.every(isSmall)) await tryOut(sequelize, differing, stored, names);
  await names.make(names.missing, transaction);
  const found = await ShopNames.read(sequelize, own, transaction);
  const changes = differing.flatMap(
    (record) => differenceOf(record, stored.get(record.sku) ?? null, found, own) ?? [],
  );
  await writeChanges(sequelize, changes, stored, shop.currency, transaction);
  return changes.map(({ sku }) => sku);
}

const isSmall = ({ line: _, sku: __, texts, attributes, ...said }: ProductRecord): boolean =>
  !Object.keys(texts).length && !attributes.length && areSmall(Object.keys(said));

async function tryOut(
  sequelize: Sequelize,
  records: readonly ProductRecord[],
  stored: ReadonlyMap<string, StoredProduct>,
  names: ShopNames,
): Promise<void> {
  const trial = await Trial.begin(sequelize, names, []);
  try {
    for (const record of records) await trial.take(record, stored.get(record.sku) ?? null);
    await trial.end();
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error;
    throw problem('bad-input', error.message);
  }
}
