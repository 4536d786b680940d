import type { Sequelize } from 'sequelize';
import { canMerge, merging, patchSnapshot, retouched, withEarned, type Snapshot } from '@fond/core';
import { select } from '../database/rows';
import { inTurns } from '../turns';
import { loadChanges, readEarned } from './loadSnapshot';
import { productFault, RowFaults } from './rowFaults';

/** More changes than this are read with everything else. */
const MAX = 2_000;
/** An import that touches more than this share of the catalogue is read with everything else. */
const MAX_SHARE = 1 / 3;

/** So many products are tried whether only what is said of them has changed; of more, something else mostly has. */
const FEW = 200;

/** What only prices, stock, sales and the mark of single products tell. */
const SMALL: readonly string[] = ['featured', 'price', 'stock'];
/** What shoppers did, counted up to another day. */
const COUNTED = 'figures';
/** What is no part of a snapshot. */
const ELSEWHERE: readonly string[] = ['redirects'];
const EVERYTHING: readonly string[] = ['demo', 'attribute-type'];

interface Change {
  kind: string;
  product: number | null;
  importId: string | null;
}

/**
 * The snapshot brought to a later version by what has changed; null where that is too much, or of another kind, so that
 * the catalogue has to be read anew.
 *
 * @param faulty Whether rows are left out that a change may have mended.
 * @param onImport Called before what a product file changed is read, which others had better not wait for.
 */
export async function followChanges(
  sequelize: Sequelize,
  snapshot: Snapshot,
  version: number,
  faulty: boolean,
  onImport: () => void,
): Promise<{ snapshot: Snapshot; faults: RowFaults } | null> {
  const changes = await select<Change>(
    sequelize,
    `SELECT kind, product_id AS product, import_id AS importId FROM catalogue_changes
      WHERE version > ? AND version <= ? LIMIT ${MAX + 1}`,
    [snapshot.version, version],
  );
  if (changes.some(({ importId }) => importId !== null)) onImport();
  if (!changes.length || changes.length > MAX || changes.some(({ kind }) => EVERYTHING.includes(kind)))
    return null;
  const small = changes.flatMap(({ kind, product }) => (SMALL.includes(kind) && product ? [product] : []));
  const others = changes.filter(
    ({ kind }) => !SMALL.includes(kind) && !ELSEWHERE.includes(kind) && kind !== COUNTED,
  );
  if (faulty && others.length) return null;
  const ids = await changedProducts(sequelize, others, Math.max(MAX, snapshot.size * MAX_SHARE));
  if (!ids) return null;
  const counted = changes.some(({ kind }) => kind === COUNTED)
    ? withEarned(snapshot, await readEarned(sequelize), version)
    : snapshot;
  const patched = small.length
    ? await withSmallChanges(sequelize, counted, small, version)
    : { ...counted, version };
  if (!others.length) return { snapshot: patched, faults: new RowFaults() };
  const { frame: readNow, products: read, faults } = await loadChanges(sequelize, ids);
  const frame = { ...readNow, day: snapshot.frame.day };
  const products = read.filter((product) => {
    const fault = productFault(product);
    if (fault) faults.tell('products', `${product.id} (${product.sku})`, fault);
    return !fault;
  });
  if (!canMerge(patched, frame)) return null;
  const there = new Set(products.map(({ id }) => id));
  const gone = new Set(ids.filter((id) => !there.has(id)));
  const quickly = gone.size || products.length > FEW ? null : retouched(patched, frame, products, version);
  if (quickly) return { snapshot: quickly, faults };
  return { snapshot: await inTurns(merging(patched, frame, products, gone, version)), faults };
}

/** Products that were named, or written by an import; null where they are more than `most`, or aren't known any more. */
async function changedProducts(
  sequelize: Sequelize,
  changes: readonly Change[],
  most: number,
): Promise<number[] | null> {
  const ids = new Set(changes.flatMap(({ product }) => product ?? []));
  for (const { importId } of changes) {
    if (importId === null) continue;
    const [known] = await select<{ total: number }>(sequelize, 'SELECT total FROM imports WHERE id = ?', [
      importId,
    ]);
    if (!known || known.total > most) return null;
    const rows = await select<{ id: number | null }>(
      sequelize,
      'SELECT product_id AS id FROM import_rows WHERE import_id = ?',
      [importId],
    );
    if (rows.length < known.total) return null;
    for (const { id } of rows) if (id !== null) ids.add(id);
  }
  return ids.size > most ? null : [...ids];
}

async function withSmallChanges(
  sequelize: Sequelize,
  snapshot: Snapshot,
  ids: readonly number[],
  version: number,
): Promise<Snapshot> {
  const rows = await select<{
    id: number;
    price: number | null;
    was: number | null;
    stock: number | null;
    sold: number | null;
    featured: number;
    changed: Date | null;
  }>(
    sequelize,
    `SELECT id, price_cents AS price, was_cents AS was, stock, sold, featured, changed_at AS changed
      FROM products WHERE id IN (?)`,
    [ids],
  );
  return patchSnapshot(
    snapshot,
    rows.map(({ featured, changed, ...row }) => ({
      ...row,
      featured: Boolean(featured),
      ...(changed && { changed: changed.getTime() }),
    })),
    version,
  );
}
