import type { Sequelize, Transaction } from 'sequelize';
import type { AttributeType } from '@fond/core';
import type { ImportError, ImportMapping, ImportReport, JobProgress } from '@fond/contract';
import { inUnit } from '../../database/unit';
import { SettingModel } from '../../database/models';
import { insertRows, select } from '../../database/rows';
import { recordActivity } from '../../people/activity';
import { noteCatalogueChange } from '../followChanges';
import { shopSettings } from '../shopSettings';
import {
  ColumnFindings,
  describeColumn,
  planColumns,
  type AttributeColumnPlan,
  type ColumnPlan,
} from './columns';
import { CategoryBook, GroupBook } from './groupBook';
import { parseRecord, type ProductRecord } from './parseRecord';
import { ProductWriter } from './productWriter';
import { openRecords, UnreadableFile, type FileKind, type RawRecord, type RecordFile } from './readRecords';

const ERRORS_SHOWN = 200;
const BATCH = 500;

export interface ImportRequest {
  path: string;
  /** As the merchandiser calls it. */
  name: string;
  kind: FileKind;
  mapping: ImportMapping;
  dryRun: boolean;
  userId: number | null;
}

/**
 * Reads a product file in two passes: the first checks every line and finds the attributes' types, the second
 * writes, in one transaction. A file with a single fault changes nothing. A dry run does all of it and takes it back,
 * so that its counts are exact.
 */
export async function importCatalogue(
  sequelize: Sequelize,
  request: ImportRequest,
  progress: (progress: JobProgress) => void,
): Promise<ImportReport> {
  const started = performance.now();
  const report: ImportReport = {
    file: request.name,
    dryRun: request.dryRun,
    rows: 0,
    created: 0,
    changed: 0,
    unchanged: 0,
    errors: [],
    errorCount: 0,
    columns: [],
    newCategories: [],
    newTags: [],
    newCollections: [],
    newLanguages: [],
    milliseconds: 0,
  };
  const ended = (part: Partial<ImportReport>): ImportReport => ({
    ...report,
    ...part,
    milliseconds: Math.round(performance.now() - started),
  });
  try {
    const inspection = await inspect(sequelize, request, progress);
    const { rows, errors, errorCount } = inspection;
    const columns = inspection.columns.map((column) =>
      describeColumn(column, inspection.findings.get(column.name)!),
    );
    if (errorCount) return ended({ rows, errors, errorCount, columns });
    return ended({ rows, columns, ...(await write(sequelize, request, inspection, progress)) });
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error;
    return ended({ errors: [{ line: error.line, column: '', message: error.message }], errorCount: 1 });
  }
}

interface Inspection {
  file: RecordFile;
  columns: ColumnPlan[];
  findings: Map<string, ColumnFindings>;
  lang: string;
  rows: number;
  errors: ImportError[];
  errorCount: number;
}

/** A value whose type is not known yet can't be wrong, only too long; `many` looks at each entry by itself. */
const typeBefore = (column: AttributeColumnPlan): AttributeType => column.type ?? 'many';

async function inspect(
  sequelize: Sequelize,
  request: ImportRequest,
  progress: (progress: JobProgress) => void,
): Promise<Inspection> {
  const file = await openRecords(request.path, request.kind);
  const { languages } = await shopSettings((sql) => select(sequelize, sql));
  const known = await select<{ key: string; type: AttributeType }>(
    sequelize,
    'SELECT `key`, type FROM attributes',
  );
  const { columns, faults } = planColumns(
    file.columns,
    new Map(known.map(({ key, type }) => [key, type])),
    request.mapping,
  );
  const inspection: Inspection = {
    file,
    columns,
    findings: new Map(columns.map((column) => [column.name, new ColumnFindings()])),
    lang: languages[0],
    rows: 0,
    errors: [],
    errorCount: 0,
  };
  const fault = (error: ImportError): void => {
    inspection.errorCount++;
    if (inspection.errors.length < ERRORS_SHOWN) inspection.errors.push(error);
  };
  for (const one of faults) fault({ line: 1, ...one });
  if (faults.length) return inspection;

  const lineOfSku = new Map<string, number>();
  const skuOfSlug = new Map(
    (await select<{ sku: string; slug: string }>(sequelize, 'SELECT sku, slug FROM products')).map((row) => [
      row.slug,
      row.sku,
    ]),
  );
  for await (const raw of file.records()) {
    inspection.rows++;
    if ('fault' in raw) {
      fault(raw.fault);
      continue;
    }
    for (const [name, findings] of inspection.findings) findings.see(raw.cells.get(name) ?? '');
    const record = parseRecord(raw.line, raw.cells, columns, typeBefore, (column, message) =>
      fault({ line: raw.line, column, message }),
    );
    if (!record.texts.get('')?.title)
      fault({ line: raw.line, column: 'title', message: 'Every product needs a title.' });
    // SKUs that differ only in case are one key to the database.
    const key = record.sku.toLowerCase();
    const earlier = lineOfSku.get(key);
    if (record.sku && earlier !== undefined)
      fault({ line: raw.line, column: 'sku', message: `“${record.sku}” stands on line ${earlier} already.` });
    else lineOfSku.set(key, raw.line);
    if (record.slug) {
      const owner = skuOfSlug.get(record.slug);
      if (owner !== undefined && owner !== record.sku)
        fault({ line: raw.line, column: 'slug', message: `“${record.slug}” belongs to ${owner}.` });
      skuOfSlug.set(record.slug, record.sku);
    }
    if (inspection.rows % BATCH === 0) progress({ step: 'Checking', done: inspection.rows, total: null });
  }
  return inspection;
}

/** Takes a transaction back without being an error. */
class TakenBack extends Error {}

type Written = Pick<
  ImportReport,
  'created' | 'changed' | 'unchanged' | 'newCategories' | 'newTags' | 'newCollections' | 'newLanguages'
>;

async function write(
  sequelize: Sequelize,
  request: ImportRequest,
  inspection: Inspection,
  progress: (progress: JobProgress) => void,
): Promise<Written> {
  let written: Written | null = null;
  try {
    await inUnit(sequelize, async (transaction) => {
      written = await writeAll(sequelize, transaction, request, inspection, progress);
      if (request.dryRun) throw new TakenBack();
    });
  } catch (error) {
    if (!(error instanceof TakenBack)) throw error;
  }
  return written!;
}

async function writeAll(
  sequelize: Sequelize,
  transaction: Transaction,
  request: ImportRequest,
  inspection: Inspection,
  progress: (progress: JobProgress) => void,
): Promise<Written> {
  const { lang, columns, file, rows } = inspection;
  const types = new Map<string, AttributeType>();
  for (const column of columns)
    if (column.use === 'attribute')
      types.set(column.key, column.type ?? inspection.findings.get(column.name)!.type);
  const books = {
    categories: await CategoryBook.open(sequelize, lang, transaction),
    tags: await GroupBook.open(sequelize, 'tag', lang, transaction),
    collections: await GroupBook.open(sequelize, 'collection', lang, transaction),
    attributes: await makeAttributes(sequelize, transaction, columns, types, lang),
  };
  const newLanguages = await learnLanguages(sequelize, transaction, columns);
  const slugs = new Set(
    (await select<{ slug: string }>(sequelize, 'SELECT slug FROM products', [], transaction)).map(
      ({ slug }) => slug,
    ),
  );
  const writer = new ProductWriter(sequelize, transaction, lang, books, slugs, new Date());
  let batch: ProductRecord[] = [];
  let done = 0;
  const flush = async (): Promise<void> => {
    if (batch.length) await writer.write(batch);
    done += batch.length;
    batch = [];
    progress({ step: request.dryRun ? 'Trying' : 'Writing', done, total: rows });
  };
  for await (const raw of file.records()) {
    batch.push(parseChecked(raw, columns, types));
    if (batch.length === BATCH) await flush();
  }
  await flush();
  const { created, changed } = writer.counts;
  if (created + changed > 0 && !request.dryRun) {
    await noteCatalogueChange(sequelize, 'import', transaction);
    await recordActivity(
      {
        userId: request.userId,
        action: 'import',
        subject: 'catalogue',
        detail: { file: request.name, ...writer.counts },
      },
      transaction,
    );
  }
  return {
    ...writer.counts,
    newCategories: books.categories.made,
    newTags: books.tags.made,
    newCollections: books.collections.made,
    newLanguages,
  };
}

function parseChecked(
  raw: RawRecord,
  columns: readonly ColumnPlan[],
  types: ReadonlyMap<string, AttributeType>,
): ProductRecord {
  const refuse = (message: string): never => {
    throw new Error(`The file changed while it was read: ${message}`);
  };
  if ('fault' in raw) return refuse(raw.fault.message);
  return parseRecord(
    raw.line,
    raw.cells,
    columns,
    (column) => types.get(column.key)!,
    (_, message) => refuse(message),
  );
}

/** A text in a language that the shop does not speak yet makes it speak that language. */
async function learnLanguages(
  sequelize: Sequelize,
  transaction: Transaction,
  columns: readonly ColumnPlan[],
): Promise<string[]> {
  const settings = await shopSettings((sql) => select(sequelize, sql, [], transaction));
  const told = new Set(columns.flatMap((column) => (column.use === 'text' ? [column.lang] : [])));
  const fresh = [...told].filter((lang) => !settings.languages.includes(lang)).sort();
  if (fresh.length)
    await SettingModel.upsert(
      { name: 'shop', value: { ...settings, languages: [...settings.languages, ...fresh] } },
      { transaction },
    );
  return fresh;
}

/** Ids of the file's attributes by key; those the shop doesn't have are made with the type that was found. */
async function makeAttributes(
  sequelize: Sequelize,
  transaction: Transaction,
  columns: readonly ColumnPlan[],
  types: ReadonlyMap<string, AttributeType>,
  lang: string,
): Promise<Map<string, number>> {
  const idByKey = async (): Promise<Map<string, number>> =>
    new Map(
      (
        await select<{ id: number; key: string }>(
          sequelize,
          'SELECT id, `key` FROM attributes',
          [],
          transaction,
        )
      ).map(({ id, key }) => [key, id]),
    );
  const before = await idByKey();
  const missing = columns.filter(
    (column): column is AttributeColumnPlan => column.use === 'attribute' && !before.has(column.key),
  );
  await insertRows(
    sequelize,
    'attributes',
    ['key', 'type', 'unit', 'position'],
    missing.map(({ key, unit }, at) => [key, types.get(key)!, unit, before.size + at]),
    transaction,
  );
  const ids = await idByKey();
  await insertRows(
    sequelize,
    'attribute_texts',
    ['attribute_id', 'lang', 'label'],
    missing.map(({ key, label }) => [ids.get(key)!, lang, label]),
    transaction,
  );
  return ids;
}
