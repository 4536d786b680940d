import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { BulkEdit, BulkTrial, CellEdit, Job, ImportReport } from '@fond/contract';
import { changedCell, type CellChange, type CellShape } from '@fond/core';
import { insertRows } from '../database/rows';
import { inUnit } from '../database/unit';
import { emptyReport } from '../job/report';
import { problem } from '../problem/problem';
import { differenceOf } from '../catalogue/import/difference';
import type { ImportJobs } from '../catalogue/import/importJob';
import type { Watch } from '../catalogue/import/importRequest';
import { ShopNames } from '../catalogue/import/names';
import type { ProductRecord } from '../catalogue/import/parseRecord';
import { readStored, type StoredProduct } from '../catalogue/import/stored';
import { decide } from '../catalogue/import/takeOver';
import type { Outcome } from '../job/jobs';
import type { ServingHost } from '../serving/servingHost';
import { skusElsewhere } from './elsewhere';
import { findProducts } from './findProducts';
import { TableColumns } from './tableColumns';
import { readCells } from './writeCells';

/** Products that are looked at together. */
const TOGETHER = 400;
const EXAMPLES = 8;
const FAULTS = 20;

const SHAPES: Readonly<Record<string, CellShape>> = {
  money: 'money',
  number: 'number',
  list: 'list',
  paths: 'list',
  pictures: 'list',
};

/** Article numbers of the products that are to be changed, as they are found when it begins. */
export async function chooseProducts(
  host: ServingHost,
  sequelize: Sequelize,
  { skus, filter }: Pick<BulkEdit, 'skus' | 'filter'>,
): Promise<readonly string[]> {
  if (skus) return skus;
  const { standing, q = '' } = filter;
  if (standing !== undefined && standing !== 'live') return skusElsewhere(sequelize, { standing, q });
  const serving = host.serving();
  const found = await findProducts(host, serving, filter, null);
  return Array.from(found, (p) => serving.snapshot.skus[p]);
}

interface Changed {
  edit: CellEdit;
  title: string;
  record: ProductRecord;
}

/** What becomes of one product. */
type Fate =
  | { kind: 'changed'; changed: Changed }
  | { kind: 'unchanged' }
  | { kind: 'refused'; message: string };

/** Looks at what cells become, some products at a time. */
async function* fates(
  sequelize: Sequelize,
  skus: readonly string[],
  column: string,
  change: CellChange,
): AsyncGenerator<{ sku: string; fate: Fate }[]> {
  const columns = await TableColumns.read(sequelize);
  refuseColumn(columns, column);
  const [own] = columns.shop.languages;
  const names = await ShopNames.read(sequelize, own);
  const shape = SHAPES[columns.kindOf(column)] ?? 'text';
  for (let from = 0; from < skus.length; from += TOGETHER) {
    const some = skus.slice(from, from + TOGETHER);
    const stored = await readStored(sequelize, some);
    yield some.flatMap((sku) => {
      const product = stored.get(sku);
      return product ? [{ sku, fate: fateOf(product) }] : [];
    });
  }

  function fateOf(product: StoredProduct): Fate {
    const cells = columns.cellsOf(product);
    const seen = cells.get(column) ?? '';
    const value = changedCell(seen, change, shape);
    if (value === seen) return { kind: 'unchanged' };
    const messages: string[] = [];
    const record = readCells(product.sku, new Map([[column, value]]), columns, (_, message) =>
      messages.push(message),
    );
    if (messages.length) return { kind: 'refused', message: messages[0] };
    if (!differenceOf(record, product, names, own)) return { kind: 'unchanged' };
    const edit = { sku: product.sku, column, value, seen };
    return { kind: 'changed', changed: { edit, title: cells.get('title') ?? '', record } };
  }
}

function refuseColumn(columns: TableColumns, column: string): void {
  if (!columns.has(column) || column === 'sku' || column === 'slug')
    throw problem('bad-input', 'Nothing was changed.', [
      { path: 'column', message: `“${column.slice(0, 60)}” can’t be changed for many products` },
    ]);
}

/** What a change of many products would do. */
export async function tryBulkEdit(
  sequelize: Sequelize,
  host: ServingHost,
  bulk: BulkEdit,
): Promise<BulkTrial> {
  const skus = await chooseProducts(host, sequelize, bulk);
  const trial = { products: 0, changed: 0, unchanged: 0, refused: 0 };
  const examples: BulkTrial['examples'][number][] = [];
  const faults: BulkTrial['faults'][number][] = [];
  for await (const some of fates(sequelize, skus, bulk.column, bulk.change))
    for (const { sku, fate } of some) {
      trial.products++;
      trial[fate.kind]++;
      if (fate.kind === 'changed' && examples.length < EXAMPLES) {
        const { edit, title } = fate.changed;
        examples.push({
          sku,
          title,
          before: (edit.seen ?? '').slice(0, 200),
          after: edit.value.slice(0, 200),
        });
      }
      if (fate.kind === 'refused' && faults.length < FAULTS) faults.push({ sku, message: fate.message });
    }
  return { ...trial, examples, faults };
}

/** Changes many products as a job: shoppers see all of it or none, and one undo takes it back. */
export async function bulkEdit(
  sequelize: Sequelize,
  host: ServingHost,
  imports: ImportJobs,
  bulk: BulkEdit,
  userId: number,
): Promise<Job> {
  const skus = await chooseProducts(host, sequelize, bulk);
  const columns = await TableColumns.read(sequelize);
  refuseColumn(columns, bulk.column);
  const said = `${columns.labelOf(bulk.column)} of ${skus.length} products`;
  async function* changes(): AsyncGenerator<Slice> {
    for await (const some of fates(sequelize, skus, bulk.column, bulk.change))
      yield {
        looked: some.length,
        changed: some.flatMap(({ fate }) => (fate.kind === 'changed' ? fate.changed : [])),
      };
  }
  return startEdit(sequelize, imports, { userId, said, undoes: null, total: skus.length }, changes());
}

/** Some of the products of an edit: how many were looked at, and what changes. */
export interface Slice {
  looked: number;
  changed: readonly Pick<Changed, 'edit' | 'record'>[];
}

interface EditBeginning {
  userId: number;
  said: string;
  undoes: string | null;
  /** Products that are looked at. */
  total: number;
}

/** Starts the job that sets changes aside, decides them, and takes them over in short steps. */
export function startEdit(
  sequelize: Sequelize,
  imports: ImportJobs,
  beginning: EditBeginning,
  slices: AsyncIterable<Slice>,
): Promise<Job> {
  const id = randomUUID();
  return imports.startPrepared(beginning.userId, id, 'edit', (watch) =>
    prepareEdit(sequelize, id, beginning, slices, watch),
  );
}

async function prepareEdit(
  sequelize: Sequelize,
  id: string,
  { userId, said, undoes, total }: EditBeginning,
  slices: AsyncIterable<Slice>,
  watch: Watch,
): Promise<Outcome | null> {
  const started = performance.now();
  const { shop } = await TableColumns.read(sequelize);
  const [own] = shop.languages;
  const names = await ShopNames.read(sequelize, own);
  let looked = 0;
  let changed = 0;
  for await (const slice of slices) {
    await inUnit(sequelize, async (transaction) => {
      if (!changed && slice.changed.length)
        await insertRows(
          sequelize,
          'product_edits',
          ['id', 'at', 'said', 'products', 'user_id', 'undoes', 'ready'],
          [[id, new Date(), said, 0, userId, undoes, false]],
          transaction,
        );
      await insertRows(
        sequelize,
        'import_rows',
        ['import_id', 'position', 'sku', 'record'],
        slice.changed.map(({ edit, record }, at) => [id, changed + at, edit.sku, JSON.stringify(record)]),
        transaction,
      );
      await insertRows(
        sequelize,
        'product_edit_cells',
        ['edit_id', 'position', 'sku', 'field', 'before_text', 'after_text'],
        slice.changed.map(({ edit }, at) => [
          id,
          changed + at,
          edit.sku,
          edit.column,
          edit.seen ?? '',
          edit.value,
        ]),
        transaction,
      );
    });
    // Names that aren't there yet are made when it is taken over.
    for (const { record } of slice.changed) {
      record.categories?.forEach(names.category);
      record.tags?.forEach(names.tag);
      record.collections?.forEach(names.collection);
    }
    changed += slice.changed.length;
    looked += slice.looked;
    watch.progress({ step: 'Looking', done: looked, total });
    await watch.breathe();
  }
  const report: ImportReport = {
    ...emptyReport(said, false),
    rows: looked,
    changed,
    unchanged: looked - changed,
    newCategories: names.missing.categories.map((path) => path.join(' > ')),
    newTags: names.missing.tags,
    newCollections: names.missing.collections,
    milliseconds: Math.round(performance.now() - started),
  };
  if (!changed) return { report, faults: [] };
  await inUnit(sequelize, async (transaction) => {
    await decide(
      sequelize,
      { id, userId },
      { lang: own, currency: shop.currency },
      { created: 0, changed, unchanged: 0, aside: 0, names: names.missing, attributes: [] },
      report,
    );
    await sequelize.query(
      'UPDATE product_edits SET products = (SELECT COUNT(DISTINCT sku) FROM product_edit_cells WHERE edit_id = ?) WHERE id = ?',
      { replacements: [id, id], transaction },
    );
  });
  return null;
}
