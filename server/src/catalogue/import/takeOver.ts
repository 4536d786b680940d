import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { PRODUCT_ROOT } from '@fond/core';
import type { ImportReport } from '@fond/contract';
import { insertRows, runSql, select, type Cell } from '../../database/rows';
import { inUnit } from '../../database/unit';
import { recordActivity } from '../../activity/activity';
import { followSlug } from '../../redirect/redirects';
import { noteCatalogueChange } from '../../database/catalogueChanges';
import { slugOf, takeSlug } from '../../text/slugs';
import { differenceOf, type ProductChange } from './difference';
import type { ImportRequest, Watch } from './importRequest';
import { makeAttributes, ShopNames } from './names';
import type { ProductRecord } from './parseRecord';
import type { Prepared } from './prepare';
import { LISTS, readStored, type Core, type ListName, type StoredProduct } from './stored';

/** Products of one step; others who want one of them wait for no longer than it takes. */
const STEP = 100;
const NAMES_AT_ONCE = 200;

interface Journal {
  lang: string;
  currency: string;
  total: number;
  applied: number;
  report: ImportReport;
  userId: number | null;
}

/**
 * Writes down that an import will be taken over. From here on it is finished, by this server or by another one that finds
 * it after this one has died.
 */
export async function decide(
  sequelize: Sequelize,
  request: Pick<ImportRequest, 'id' | 'userId'>,
  { lang, currency }: { lang: string; currency: string },
  prepared: Prepared,
  report: ImportReport,
): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    await makeAttributes(sequelize, prepared.attributes, lang, transaction);
    await insertRows(
      sequelize,
      'imports',
      ['id', 'lang', 'currency', 'total', 'names', 'report', 'user_id', 'decided_at'],
      [
        [
          request.id,
          lang,
          currency,
          prepared.created + prepared.changed + prepared.aside,
          JSON.stringify(prepared.names),
          JSON.stringify(report),
          request.userId,
          new Date(),
        ],
      ],
      transaction,
    );
  });
}

/**
 * Takes a decided import over in short steps, each a unit of its own that notes how far it came; the last one tells all
 * servers, and ends the job. So nobody waits for long, and a server that dies on the way leaves what another one goes on
 * with. Shoppers see the catalogue of before until the last step.
 */
export async function takeOver(sequelize: Sequelize, id: string, watch: Watch): Promise<ImportReport> {
  const journal = await readJournal(sequelize, id);
  await makeNames(sequelize, id, journal.lang, watch);
  for (let { applied } = journal; applied < journal.total;) {
    applied = await step(sequelize, id, journal, applied);
    watch.progress({ step: 'Taking over', done: applied, total: journal.total });
    await watch.breathe();
  }
  return finish(sequelize, id, journal);
}

async function readJournal(sequelize: Sequelize, id: string): Promise<Journal> {
  const [journal] = await select<Journal>(
    sequelize,
    'SELECT lang, currency, total, applied, report, user_id AS userId FROM imports WHERE id = ?',
    [id],
  );
  if (!journal) throw new Error(`The import ${id} was never decided.`);
  return journal;
}

/** Makes new categories, tags and collections, some at a time. */
async function makeNames(sequelize: Sequelize, id: string, lang: string, watch: Watch): Promise<void> {
  const [{ names }] = await select<{ names: Prepared['names'] }>(
    sequelize,
    'SELECT names FROM imports WHERE id = ?',
    [id],
  );
  for (const kind of ['categories', 'tags', 'collections'] as const)
    for (let from = 0; from < names[kind].length; from += NAMES_AT_ONCE) {
      const some = {
        categories: [],
        tags: [],
        collections: [],
        [kind]: names[kind].slice(from, from + NAMES_AT_ONCE),
      };
      await inUnit(sequelize, async (transaction) => {
        const known = await ShopNames.read(sequelize, lang, transaction);
        await known.make(some, transaction);
      });
      await watch.breathe();
    }
}

async function step(sequelize: Sequelize, id: string, journal: Journal, from: number): Promise<number> {
  const names = await ShopNames.read(sequelize, journal.lang);
  return inUnit(sequelize, async (transaction) => {
    const rows = await select<{ position: number; record: ProductRecord }>(
      sequelize,
      'SELECT position, record FROM import_rows WHERE import_id = ? AND position >= ? ORDER BY position LIMIT ?',
      [id, from, STEP],
      transaction,
    );
    const stored = await readStored(
      sequelize,
      rows.map(({ record }) => record.sku),
      transaction,
    );
    const records = rows.map(({ record }) => record);
    await keepSlugsApart(sequelize, records, stored, transaction);
    const changes = records.flatMap(
      (record) => differenceOf(record, stored.get(record.sku) ?? null, names, journal.lang) ?? [],
    );
    await writeChanges(sequelize, changes, stored, journal.currency, transaction);
    const to = from + rows.length;
    await sequelize.query(
      `UPDATE import_rows r JOIN products p ON p.sku = r.sku SET r.product_id = p.id
        WHERE r.import_id = ? AND r.position >= ? AND r.position < ?`,
      { type: QueryTypes.UPDATE, replacements: [id, from, to], transaction },
    );
    await runSql(sequelize, 'UPDATE imports SET applied = ? WHERE id = ?', [to, id], transaction);
    return to;
  });
}

/** An address that a new product was to have may have been taken since it was prepared. */
async function keepSlugsApart(
  sequelize: Sequelize,
  records: readonly ProductRecord[],
  stored: ReadonlyMap<string, StoredProduct>,
  transaction: Transaction,
): Promise<void> {
  const fresh = records.filter(({ sku }) => !stored.has(sku));
  if (!fresh.length) return;
  const wished = fresh.map(({ slug }) => slug!);
  const taken = new Set(
    (
      await select<{ slug: string }>(
        sequelize,
        'SELECT slug FROM products WHERE slug IN (?)',
        [wished],
        transaction,
      )
    ).map(({ slug }) => slug),
  );
  for (const record of fresh)
    if (taken.has(record.slug!))
      record.slug = takeSlug(`${slugOf(record.texts['']?.title ?? '')}-${slugOf(record.sku)}`, taken);
}

const CORE: Readonly<Record<keyof Core, string>> = {
  slug: 'slug',
  price: 'price_cents',
  was: 'was_cents',
  created: 'created_at',
  stock: 'stock',
  featured: 'featured',
  rating: 'rating',
  ratings: 'ratings',
  sold: 'sold',
  standing: 'standing',
};

const cellOf = (name: keyof Core, value: Core[keyof Core]): Cell =>
  name === 'created' && typeof value === 'number' ? new Date(value) : value;

/** Writes what differs, and nothing else. The rows of products that are there already are locked by now. */
export async function writeChanges(
  sequelize: Sequelize,
  changes: readonly ProductChange[],
  stored: ReadonlyMap<string, StoredProduct>,
  currency: string,
  transaction: Transaction,
): Promise<void> {
  if (!changes.length) return;
  const now = new Date();
  const elsewhere: number[] = [];
  for (const { sku, core } of changes) {
    const before = stored.get(sku);
    if (!before) continue;
    const columns = Object.entries(core) as [keyof Core, Core[keyof Core]][];
    if (!columns.length) {
      elsewhere.push(before.id);
      continue;
    }
    const set = [...columns.map(([name]) => `${CORE[name]} = ?`), 'changed_at = ?'].join(', ');
    await runSql(
      sequelize,
      `UPDATE products SET ${set} WHERE id = ?`,
      [...columns.map(([name, value]) => cellOf(name, value)), now, before.id],
      transaction,
    );
    if (core.slug !== undefined)
      await followSlug(`${PRODUCT_ROOT}/${before.slug}`, `${PRODUCT_ROOT}/${core.slug}`, null, transaction);
  }
  // What changed in other tables alone is marked with one statement.
  if (elsewhere.length)
    await runSql(
      sequelize,
      'UPDATE products SET changed_at = ? WHERE id IN (?)',
      [now, elsewhere],
      transaction,
    );
  await insertFresh(
    sequelize,
    changes.filter(({ sku }) => !stored.has(sku)),
    currency,
    now,
    transaction,
  );
  const ids = new Map(
    (
      await select<{ id: number; sku: string }>(
        sequelize,
        'SELECT id, sku FROM products WHERE sku IN (?)',
        [changes.map(({ sku }) => sku)],
        transaction,
      )
    ).map(({ id, sku }) => [sku, id]),
  );
  await insertRows(
    sequelize,
    'product_texts',
    ['product_id', 'lang', 'title', 'description'],
    changes.flatMap(({ sku, texts }) =>
      texts.map(({ lang, title, description }) => [ids.get(sku)!, lang, title, description]),
    ),
    transaction,
    ['title', 'description'],
  );
  for (const name of Object.keys(LISTS) as ListName[])
    await writeList(sequelize, name, changes, ids, transaction);
  await writeAttributes(sequelize, changes, ids, transaction);
}

async function insertFresh(
  sequelize: Sequelize,
  fresh: readonly ProductChange[],
  currency: string,
  now: Date,
  transaction: Transaction,
): Promise<void> {
  const names = Object.keys(CORE) as (keyof Core)[];
  // A product whose file says nothing of the day it came is added today; one whose file has no word for it is not.
  const usual: Partial<Core> = { created: now.getTime(), featured: false, standing: 'live' };
  await insertRows(
    sequelize,
    'products',
    ['sku', 'currency', 'changed_at', ...names.map((name) => CORE[name])],
    fresh.map(({ sku, core }) => [
      sku,
      currency,
      now,
      ...names.map((name) => cellOf(name, core[name] === undefined ? (usual[name] ?? null) : core[name])),
    ]),
    transaction,
  );
}

async function writeList(
  sequelize: Sequelize,
  name: ListName,
  changes: readonly ProductChange[],
  ids: ReadonlyMap<string, number>,
  transaction: Transaction,
): Promise<void> {
  const { table, column } = LISTS[name];
  const replaced = changes.filter(({ lists }) => lists[name]);
  if (!replaced.length) return;
  await runSql(
    sequelize,
    `DELETE FROM ${table} WHERE product_id IN (?)`,
    [replaced.map(({ sku }) => ids.get(sku)!)],
    transaction,
  );
  await insertRows(
    sequelize,
    table,
    ['product_id', 'position', column],
    replaced.flatMap(({ sku, lists }) =>
      lists[name]!.map((entry, position) => {
        if (entry === null) throw new Error(`A name of ${sku} was never made.`);
        return [ids.get(sku)!, position, entry];
      }),
    ),
    transaction,
  );
}

async function writeAttributes(
  sequelize: Sequelize,
  changes: readonly ProductChange[],
  ids: ReadonlyMap<string, number>,
  transaction: Transaction,
): Promise<void> {
  const replaced = new Map<number, number[]>();
  const inserted: Cell[][] = [];
  for (const { sku, attributes } of changes)
    for (const { id, key, values } of attributes) {
      if (id === null) throw new Error(`The attribute ${key} was never made.`);
      const product = ids.get(sku)!;
      const products = replaced.get(id);
      if (products) products.push(product);
      else replaced.set(id, [product]);
      values.forEach((value, position) => inserted.push([product, id, position, value]));
    }
  for (const [attribute, products] of replaced)
    await runSql(
      sequelize,
      'DELETE FROM product_attributes WHERE attribute_id = ? AND product_id IN (?)',
      [attribute, products],
      transaction,
    );
  await insertRows(
    sequelize,
    'product_attributes',
    ['product_id', 'attribute_id', 'position', 'value'],
    inserted,
    transaction,
  );
}

/** The step that makes it true for everybody: the record, the job's good end and the number that servers follow. */
async function finish(sequelize: Sequelize, id: string, journal: Journal): Promise<ImportReport> {
  const { report, userId, total } = journal;
  const { file, created, changed, unchanged } = report;
  await inUnit(sequelize, async (transaction) => {
    await runSql(sequelize, 'UPDATE imports SET done_at = ? WHERE id = ?', [new Date(), id], transaction);
    await runSql(
      sequelize,
      "UPDATE jobs SET state = 'done', report = ?, finished_at = ? WHERE id = ?",
      [JSON.stringify(report), new Date(), id],
      transaction,
    );
    if (!total) return;
    // Where what was taken over are edits of the desk, they can be taken back from now on.
    const [edit] = await select<{ undoes: string | null }>(
      sequelize,
      'SELECT undoes FROM product_edits WHERE id = ?',
      [id],
      transaction,
    );
    if (edit)
      await runSql(sequelize, 'UPDATE product_edits SET ready = TRUE WHERE id = ?', [id], transaction);
    await recordActivity(
      edit
        ? { userId, action: edit.undoes ? 'undo' : 'edit', subject: 'catalogue', detail: { said: file } }
        : { userId, action: 'import', subject: 'catalogue', detail: { file, created, changed, unchanged } },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'import', transaction, { importId: id });
  });
  return report;
}
