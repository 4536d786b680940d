import type { Sequelize } from 'sequelize';
import type { ProductFilter, ProductRows, ProductTableRow, RowsQuestion } from '@fond/contract';
import { select } from '../database/rows';
import { readStored } from '../catalogue/import/stored';
import { pictureAddress } from '../picture/addresses';
import { problem } from '../problem/problem';
import type { ServingHost } from '../serving/servingHost';
import { countElsewhere, skusElsewhere } from './elsewhere';
import { findProducts } from './findProducts';
import { TableColumns } from './tableColumns';

const PICTURE_WIDTH = 240;

/**
 * A window of the table. Which products stand in it is told by what is served; their cells are read from the database,
 * as they are to be written there.
 */
export async function readRows(
  sequelize: Sequelize,
  host: ServingHost,
  { columns: wanted, sorting = null, from, count, ...filter }: RowsQuestion,
): Promise<ProductRows> {
  const { total, skus } = await windowOf(sequelize, host, filter, sorting, from, count);
  const columns = await TableColumns.of(sequelize, host.serving().snapshot);
  const unknown = wanted.filter((column) => !columns.has(column));
  if (unknown.length)
    throw problem('bad-input', 'Nothing was read.', [
      { path: 'columns', message: `there is no column “${unknown[0].slice(0, 60)}”` },
    ]);
  return { total, from, rows: await rowsOf(sequelize, skus, wanted, columns) };
}

async function windowOf(
  sequelize: Sequelize,
  host: ServingHost,
  filter: ProductFilter,
  sorting: (RowsQuestion['sorting'] & object) | null,
  from: number,
  count: number,
): Promise<{ total: number; skus: string[] }> {
  const { standing, q = '' } = filter;
  if (standing !== undefined && standing !== 'live')
    return {
      total: await countElsewhere(sequelize, { standing, q }),
      skus: await skusElsewhere(sequelize, { standing, q }, { from, count }),
    };
  const serving = host.serving();
  const found = await findProducts(host, serving, filter, sorting);
  const skus = Array.from(found.subarray(from, from + count), (p) => serving.snapshot.skus[p]);
  return { total: found.length, skus };
}

/** Rows of products, in the order of the article numbers; what is gone meanwhile has none. */
async function rowsOf(
  sequelize: Sequelize,
  skus: readonly string[],
  wanted: readonly string[],
  columns: TableColumns,
): Promise<ProductTableRow[]> {
  // One statement after the other on one connection: each sees what was there before it.
  const stored = await readStored(sequelize, skus);
  const pictures = await picturesOf(
    sequelize,
    [...stored.values()].flatMap(({ lists }) => lists.images),
  );
  return skus.flatMap((sku) => {
    const product = stored.get(sku);
    if (!product) return [];
    const cells = columns.cellsOf(product);
    const hash = product.lists.images.map((source) => pictures.get(String(source))).find(Boolean);
    return [
      {
        sku,
        title: cells.get('title') ?? '',
        image: hash ? pictureAddress(hash, PICTURE_WIDTH) : null,
        cells: wanted.map((column) => cells.get(column) ?? ''),
      },
    ];
  });
}

/** Content hashes of pictures that the shop has, by where they come from. */
export async function picturesOf(
  sequelize: Sequelize,
  sources: readonly unknown[],
): Promise<ReadonlyMap<string, string>> {
  if (!sources.length) return new Map();
  const rows = await select<{ source: string; hash: string }>(
    sequelize,
    'SELECT source, hash FROM pictures WHERE source IN (?)',
    [sources],
  );
  return new Map(rows.map(({ source, hash }) => [source, hash]));
}
