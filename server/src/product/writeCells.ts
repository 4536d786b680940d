import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import {
  STANDINGS,
  type CellConflict,
  type CellEdit,
  type EditAnswer,
  type FieldError,
  type Standing,
} from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, runSql, select } from '../database/rows';
import { problem } from '../problem/problem';
import { cleanHtml } from '../text/cleanHtml';
import { differenceOf } from '../catalogue/import/difference';
import { ShopNames } from '../catalogue/import/names';
import { parseRecord, type ProductRecord, type Reading } from '../catalogue/import/parseRecord';
import { tidy } from '../catalogue/import/recordFile';
import { readStored, type StoredProduct } from '../catalogue/import/stored';
import { areSmall, storeRecords } from './storeRecords';
import { STANDING, TableColumns } from './tableColumns';
import { typedNumber } from './typedNumber';

/** Faults and conflicts that are told; who has more of them sees the rule by these. */
const TOLD = 50;

/** How an edit is kept. */
export interface EditNote {
  userId: number;
  /** The edit that it takes back. */
  undoes: string | null;
}

/** Reads the cells of one product by the rules of product files; what is wrong is told with its column. */
export function readCells(
  sku: string,
  cells: ReadonlyMap<string, string>,
  columns: TableColumns,
  fault: (column: string, message: string) => void,
): ProductRecord {
  const { plans, shop } = columns;
  const reading: Reading = {
    columns: [...cells.keys()].flatMap((column) => plans.get(column) ?? []),
    typeOf: (column) => column.type ?? 'text',
    form: null,
    currency: shop.currency,
    rates: {},
    clean: cleanHtml,
    spelt: (_, value) => value,
  };
  const tidied = new Map(
    [...cells].map(([column, cell]) => {
      const kind = columns.kindOf(column);
      const text = tidy(cell);
      return [column, kind === 'money' || kind === 'number' ? typedNumber(text) : text];
    }),
  );
  const record = { ...parseRecord(0, tidied, reading, fault), sku };
  if (record.texts['']?.title === '') fault('title', 'Every product needs a name.');
  if (tidied.get('slug') === '') fault('slug', 'Every product needs an address.');
  const standing = tidied.get(STANDING);
  if (standing === undefined) return record;
  if (!(STANDINGS as readonly string[]).includes(standing))
    fault(STANDING, `“${standing.slice(0, 20)}” is none of ${STANDINGS.join(', ')}.`);
  return { ...record, standing: standing as Standing };
}

/**
 * Writes cells of products, all or none of them, and keeps what stood there, so that it can be taken back. Everything
 * within is a part of the caller's unit.
 *
 * @param leave Whether cells that others have written since stay as they are, and are told; they refuse the edit
 * otherwise.
 */
export async function writeCells(
  sequelize: Sequelize,
  edits: readonly CellEdit[],
  note: EditNote,
  leave: boolean,
  transaction: Transaction,
): Promise<EditAnswer> {
  const columns = await TableColumns.read(sequelize);
  refuseUnknown(edits, columns);
  const stored = await readStored(sequelize, [...new Set(edits.map(({ sku }) => sku))], transaction);
  const before = new Map([...stored].map(([sku, product]) => [sku, columns.cellsOf(product)]));
  const there = ({ sku, column }: CellEdit): string => before.get(sku)?.get(column) ?? '';
  refuseMissing(edits, stored);
  const names = await ShopNames.read(sequelize, columns.shop.languages[0], transaction);
  const conflicts = edits.flatMap((edit): CellConflict[] => {
    const { sku, column, value, seen } = edit;
    const theirs = there(edit);
    if (seen === null || seen === theirs || value === theirs) return [];
    const still = isStill(stored.get(sku)!, { column, value: seen }, columns, names);
    return still ? [] : [{ sku, column, yours: value, theirs }];
  });
  if (conflicts.length && !leave)
    throw problem(
      'changed-meanwhile',
      'Nothing was changed: others have written in the same cells. Take theirs, or write yours over them.',
      undefined,
      { conflicts: conflicts.slice(0, TOLD), conflictCount: conflicts.length },
    );
  const skipped = new Set(conflicts.map(({ sku, column }) => `${sku}\n${column}`));
  const wanted = edits.filter(({ sku, column }) => !skipped.has(`${sku}\n${column}`));
  const records = readAll(wanted, columns);
  await refuseTakenSlugs(sequelize, records, edits, transaction);
  const written = await storeRecords(sequelize, records, stored, columns.shop, transaction);
  const ids = written.map((sku) => stored.get(sku)!.id);
  const after = await readStored(sequelize, [...stored.keys()], transaction);
  // Names may have been made by the way, and are only known now.
  const made = ids.length ? await TableColumns.read(sequelize) : columns;
  const cellsAfter = new Map([...after].map(([sku, product]) => [sku, made.cellsOf(product)]));
  const cells = edits.map(({ sku, column }) => ({
    sku,
    column,
    value: cellsAfter.get(sku)!.get(column) ?? '',
  }));
  const id = ids.length ? await keep(sequelize, edits, there, cells, note, columns, ids, transaction) : null;
  return { id, cells, left: conflicts.slice(0, TOLD), job: null };
}

/** Whether a cell says what a text says, however that is written. */
export function isStill(
  product: StoredProduct,
  { column, value }: { column: string; value: string },
  columns: TableColumns,
  names: ShopNames,
): boolean {
  let readable = true;
  const record = readCells(product.sku, new Map([[column, value]]), columns, () => (readable = false));
  return readable && !differenceOf(record, product, names, columns.shop.languages[0]);
}

function refuseUnknown(edits: readonly CellEdit[], columns: TableColumns): void {
  const errors = edits.flatMap(({ column }, at): FieldError[] => {
    if (column === 'sku')
      return [
        { path: `cells.${at}.column`, message: 'an article number is what a product is known by; it stays' },
      ];
    return columns.has(column)
      ? []
      : [{ path: `cells.${at}.column`, message: `there is no column “${column.slice(0, 60)}”` }];
  });
  if (errors.length) throw problem('bad-input', 'Nothing was changed.', errors.slice(0, TOLD));
}

function refuseMissing(edits: readonly CellEdit[], stored: ReadonlyMap<string, StoredProduct>): void {
  const gone = [...new Set(edits.map(({ sku }) => sku))].filter((sku) => !stored.has(sku));
  if (gone.length)
    throw problem(
      'not-found',
      `Nothing was changed: there is no product ${gone
        .slice(0, 3)
        .map((sku) => `“${sku}”`)
        .join(', ')}${gone.length > 3 ? ` and ${gone.length - 3} more` : ''} any more.`,
    );
}

/** All cells read, product by product; refuses all where one can't be. */
function readAll(edits: readonly CellEdit[], columns: TableColumns): ProductRecord[] {
  const cells = new Map<string, Map<string, string>>();
  const places = new Map<string, number>();
  edits.forEach(({ sku, column, value }, at) => {
    places.set(`${sku}\n${column}`, at);
    const known = cells.get(sku);
    if (known) known.set(column, value);
    else cells.set(sku, new Map([[column, value]]));
  });
  const errors: FieldError[] = [];
  const records = [...cells].map(([sku, some]) =>
    readCells(sku, some, columns, (column, message) => {
      const at = places.get(`${sku}\n${column}`) ?? 0;
      errors.push({ path: `cells.${at}.value`, message });
    }),
  );
  if (errors.length) throw problem('bad-input', 'Nothing was changed.', errors.slice(0, TOLD));
  return records;
}

async function refuseTakenSlugs(
  sequelize: Sequelize,
  records: readonly ProductRecord[],
  edits: readonly CellEdit[],
  transaction: Transaction,
): Promise<void> {
  const wished = records.filter(({ slug }) => slug !== undefined);
  if (!wished.length) return;
  const rows = await select<{ sku: string; slug: string }>(
    sequelize,
    'SELECT sku, slug FROM products WHERE slug IN (?)',
    [wished.map(({ slug }) => slug)],
    transaction,
  );
  const owners = new Map(rows.map(({ sku, slug }) => [slug, sku]));
  const errors: FieldError[] = [];
  for (const { sku, slug } of wished) {
    const owner = owners.get(slug!);
    if (owner !== undefined && owner !== sku)
      errors.push({
        path: `cells.${edits.findIndex((edit) => edit.sku === sku && edit.column === 'slug')}.value`,
        message: `“${slug}” is the address of ${owner}.`,
      });
    owners.set(slug!, sku);
  }
  if (errors.length) throw problem('bad-input', 'Nothing was changed.', errors);
}

async function keep(
  sequelize: Sequelize,
  edits: readonly CellEdit[],
  before: (edit: CellEdit) => string,
  cells: readonly { value: string }[],
  { userId, undoes }: EditNote,
  columns: TableColumns,
  ids: readonly number[],
  transaction: Transaction,
): Promise<string> {
  const changed = edits.flatMap((edit, at) => {
    const [from, to] = [before(edit), cells[at].value];
    return from === to ? [] : [{ ...edit, from, to }];
  });
  const id = randomUUID();
  const fields = [...new Set(changed.map(({ column }) => column))];
  const said = sayEdit(
    fields.map((field) => columns.labelOf(field)),
    [...new Set(changed.map(({ sku }) => sku))],
  );
  await insertRows(
    sequelize,
    'product_edits',
    ['id', 'at', 'said', 'products', 'user_id', 'undoes'],
    [[id, new Date(), said, ids.length, userId, undoes]],
    transaction,
  );
  await insertRows(
    sequelize,
    'product_edit_cells',
    ['edit_id', 'position', 'sku', 'field', 'before_text', 'after_text'],
    changed.map(({ sku, column, from, to }, at) => [id, at, sku, column, from, to]),
    transaction,
  );
  await runSql(
    sequelize,
    `DELETE FROM product_edits WHERE at < UTC_TIMESTAMP(3) - INTERVAL ${KEPT_DAYS} DAY LIMIT 100`,
    [],
    transaction,
  );
  await recordActivity(
    {
      userId,
      action: undoes ? 'undo' : 'edit',
      subject: ids.length === 1 ? `product:${edits[0].sku}` : 'catalogue',
      detail:
        changed.length === 1
          ? { said, before: changed[0].from.slice(0, 200), after: changed[0].to.slice(0, 200) }
          : { said },
    },
    transaction,
  );
  await noteCatalogueChange(sequelize, areSmall(fields) ? 'price' : 'product', transaction, {
    products: ids,
  });
  return id;
}

/** Edits can be taken back for so long. */
const KEPT_DAYS = 30;

/** “Price of PK-1017”, “Price and stock of 12 products”, “5 columns of 12 products”. */
function sayEdit(labels: readonly string[], skus: readonly string[]): string {
  const what = labels.length > 3 ? `${labels.length} columns` : labels.join(', ');
  return `${what} of ${skus.length === 1 ? skus[0] : `${skus.length} products`}`;
}
