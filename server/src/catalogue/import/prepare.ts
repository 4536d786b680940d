import type { Sequelize } from 'sequelize';
import { insertRows, select, type Cell } from '../../database/rows';
import { inUnit } from '../../database/unit';
import { slugOf, takeSlug } from '../../text/slugs';
import { differenceOf } from './difference';
import type { ImportRequest, Watch } from './importRequest';
import type { Inspection } from './inspect';
import { ShopNames, type NewAttribute, type NewNames } from './names';
import { parseRecord, type ProductRecord, type Reading } from './parseRecord';
import type { RawRecord } from './recordFile';
import { readStored } from './stored';
import { Trial } from './trial';

const AT_ONCE = 500;

/** What taking a file over will do, compared with the catalogue as it stands. */
export interface Prepared {
  created: number;
  changed: number;
  unchanged: number;
  /** Products that the file doesn't name and that will stand aside. */
  aside: number;
  names: NewNames;
  attributes: NewAttribute[];
}

/**
 * Reads a file a second time and compares it with the catalogue. Nothing is locked, and nothing of the catalogue is
 * written: where the file is to be taken over, what differs is set aside in rows of the import's own.
 *
 * @throws {UnreadableFile} where the shop could not be shown with one of its products.
 */
export async function prepare(
  sequelize: Sequelize,
  request: ImportRequest,
  inspection: Inspection,
  watch: Watch,
): Promise<Prepared> {
  const [own] = inspection.shop.languages;
  const names = await ShopNames.read(sequelize, own);
  const slugs = new Set<string>();
  const attributes = newAttributes(inspection);
  const trial = await Trial.begin(sequelize, names, attributes);
  const prepared = { created: 0, changed: 0, unchanged: 0, aside: 0 };
  let position = 0;
  let done = 0;
  const setAside = async (rows: Cell[][]): Promise<void> => {
    if (request.dryRun || !rows.length) return;
    await inUnit(sequelize, (transaction) =>
      insertRows(sequelize, 'import_rows', ['import_id', 'position', 'sku', 'record'], rows, transaction),
    );
  };
  const compare = async (records: readonly ProductRecord[]): Promise<void> => {
    const stored = await readStored(
      sequelize,
      records.map(({ sku }) => sku),
    );
    await noteTaken(
      sequelize,
      records.filter(({ sku, slug }) => !slug && !stored.has(sku)).map(wishedSlug),
      slugs,
    );
    const aside: Cell[][] = [];
    for (const record of records) {
      const before = stored.get(record.sku) ?? null;
      if (!before) record.slug ??= takeSlug(wishedSlug(record), slugs);
      if (!differenceOf(record, before, names, own)) {
        prepared.unchanged++;
        continue;
      }
      prepared[before ? 'changed' : 'created']++;
      await trial.take(record, before);
      aside.push([request.id, position++, record.sku, JSON.stringify(record)]);
    }
    await setAside(aside);
    done += records.length;
    watch.progress({ step: 'Comparing', done, total: inspection.rows });
    await watch.breathe();
  };
  const batch: ProductRecord[] = [];
  for await (const raw of inspection.file.records()) {
    const line = 'fault' in raw ? raw.fault.line : raw.line;
    if (inspection.faulty.has(line)) continue;
    batch.push(parseChecked(raw, inspection.reading));
    if (batch.length === AT_ONCE) await compare(batch.splice(0));
  }
  if (batch.length) await compare(batch);
  await trial.end();
  if (request.absent === 'aside' && inspection.rows && !inspection.faulty.size)
    for await (const skus of absentProducts(sequelize, inspection.lineOfSku)) {
      prepared.aside += skus.length;
      await setAside(
        skus.map((sku) => {
          const record: ProductRecord = { line: 0, sku, standing: 'aside', texts: {}, attributes: [] };
          return [request.id, position++, sku, JSON.stringify(record)];
        }),
      );
      await watch.breathe();
    }
  return { ...prepared, names: names.missing, attributes };
}

/** Article numbers in the shop that a file does not name, some at a time. */
async function* absentProducts(
  sequelize: Sequelize,
  named: ReadonlyMap<string, number>,
): AsyncGenerator<string[]> {
  for (let after = 0; ;) {
    const rows = await select<{ id: number; sku: string }>(
      sequelize,
      `SELECT id, sku FROM products WHERE id > ? AND standing = 'live' ORDER BY id LIMIT ${AT_ONCE}`,
      [after],
    );
    if (!rows.length) return;
    const absent = rows.flatMap(({ sku }) => (named.has(sku) ? [] : [sku]));
    if (absent.length) yield absent;
    after = rows[rows.length - 1].id;
  }
}

const wishedSlug = ({ texts, sku }: ProductRecord): string => slugOf(texts['']?.title ?? sku) || 'item';

/** Addresses that products have already, of those that are wished for and those that would come next. */
async function noteTaken(sequelize: Sequelize, wished: readonly string[], taken: Set<string>): Promise<void> {
  if (!wished.length) return;
  const note = async (sql: string, values: unknown[]): Promise<string[]> => {
    const slugs = (await select<{ slug: string }>(sequelize, sql, values)).map(({ slug }) => slug);
    for (const slug of slugs) taken.add(slug);
    return slugs;
  };
  for (const slug of await note('SELECT slug FROM products WHERE slug IN (?)', [wished]))
    await note('SELECT slug FROM products WHERE slug LIKE ?', [`${slug}-%`]);
}

/** Attributes of columns that say anything at all. */
function newAttributes({ columns, findings, rows, reading }: Inspection): NewAttribute[] {
  if (!rows) return [];
  return columns.flatMap((column) => {
    if (column.use !== 'attribute' || column.known) return [];
    const { key, label, unit } = column;
    const type = reading.typeOf(column);
    return [{ key, label, unit, type, plain: type === 'number' && findings.get(column.name)!.plain }];
  });
}

function parseChecked(raw: RawRecord, reading: Reading): ProductRecord {
  const refuse = (message: string): never => {
    throw new Error(`The file changed while it was read: ${message}`);
  };
  if ('fault' in raw) return refuse(raw.fault.message);
  return parseRecord(raw.line, raw.cells, reading, (_, message) => refuse(message));
}
