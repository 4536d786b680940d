import type { Sequelize } from 'sequelize';
import type { AttributeType } from '@fond/core';
import type { FileForm, ImportError, ImportMapping, ImportVariant } from '@fond/contract';
import { select } from '../../database/rows';
import { shopSettings, type StoredShop } from '../../setting/shopSettings';
import { cleanHtml } from '../../text/cleanHtml';
import {
  missingColumns,
  planColumns,
  tooManyColumns,
  type AttributeColumnPlan,
  type ColumnPlan,
  type KnownAttribute,
} from './columns';
import { ColumnFindings, spelling } from './findings';
import { findForm } from './form/find';
import { PictureNames } from './pictureNames';
import { proposeColumns } from './proposeColumns';
import type { ImportRequest, Watch } from './importRequest';
import { FAULTS_KEPT, LIMITS } from './limits';
import { parseRecord, type Reading } from './parseRecord';
import { openRecords } from './readRecords';
import { UnreadableFile, type RecordFile } from './recordFile';

/** What the first reading of a file found. */
export interface Inspection {
  file: RecordFile;
  columns: ColumnPlan[];
  findings: Map<string, ColumnFindings>;
  shop: StoredShop;
  form: FileForm;
  /** What columns with other names seem to hold. */
  proposed: ImportMapping;
  /** The first lines. */
  sample: { line: number; cells: ReadonlyMap<string, string> }[];
  /** Article numbers that the file names, and where first. */
  lineOfSku: Map<string, number>;
  rows: number;
  faults: ImportError[];
  faultCount: number;
  /** Lines with a fault. */
  faulty: Set<number>;
  notices: string[];
  variants: ImportVariant[];
  /** How the second reading reads: types found, spellings gathered. */
  reading: Reading;
}

const TELL_EVERY = 500;
const VARIANTS_SHOWN = 40;
/** First lines that are told as they will be. */
const SAMPLE = 3;
const PEEKED = 500;

/** A value whose type is not known yet can't be wrong, only too long; `many` looks at each entry by itself. */
const typeBefore = (column: AttributeColumnPlan): AttributeType => column.type ?? 'many';

/** Reads a file once: checks every line, and finds what its columns hold. */
export async function inspect(
  sequelize: Sequelize,
  request: ImportRequest,
  watch: Watch,
): Promise<Inspection> {
  const file = await openRecords(request.path, request.kind, request.form);
  const shop = await shopSettings((sql) => select(sequelize, sql));
  const known = await select<KnownAttribute & { key: string }>(
    sequelize,
    'SELECT `key`, type, unit FROM attributes',
  );
  const unread = tooManyColumns(file.columns);
  const { columns, faults, notices } = planColumns(
    unread.length ? [] : file.columns,
    new Map(known.map(({ key, ...attribute }) => [key, attribute])),
    request.mapping,
    shop.languages,
  );
  const { form, notices: formNotices } = await findForm(file, columns, request.form);
  const reading: Reading = {
    columns,
    typeOf: typeBefore,
    form,
    currency: shop.currency,
    rates: request.rates,
    clean: (html) => html,
    spelt: (_, value) => value,
  };
  const inspection: Inspection = {
    file,
    columns,
    findings: new Map(columns.map((column) => [column.name, new ColumnFindings()])),
    shop,
    form,
    proposed: proposeColumns(columns),
    sample: [],
    lineOfSku: new Map(),
    rows: 0,
    faults: [],
    faultCount: 0,
    faulty: new Set(),
    notices: [...notices, ...formNotices],
    variants: [],
    reading,
  };
  if (!unread.length) unread.push(...missingColumns(columns), ...faults);
  for (const fault of unread) tellFault(inspection, { line: 1, sku: '', ...fault });
  if (unread.length) {
    await peek(inspection);
    return inspection;
  }
  await readLines(sequelize, inspection, watch);
  tellVariants(inspection, request);
  return {
    ...inspection,
    reading: tellFindings(inspection, request, await spellingsOfShop(sequelize, inspection, request)),
  };
}

/** Looks at the first lines of a file whose columns have to be named first, so that a person sees what they hold. */
async function peek({ file, columns, findings, sample, form }: Inspection): Promise<void> {
  if (!columns.length) return;
  let lines = 0;
  for await (const raw of file.records()) {
    if (++lines > PEEKED) return;
    if (!('cells' in raw)) continue;
    if (sample.length < SAMPLE) sample.push(raw);
    for (const [name, one] of findings) one.see(raw.cells.get(name) ?? '', form.decimal);
  }
}

function tellFault(inspection: Inspection, fault: ImportError): void {
  inspection.faultCount++;
  inspection.faulty.add(fault.line);
  if (inspection.faults.length < FAULTS_KEPT) inspection.faults.push(fault);
}

async function readLines(sequelize: Sequelize, inspection: Inspection, watch: Watch): Promise<void> {
  const { columns, findings, reading, file, lineOfSku } = inspection;
  const slugs = new Slugs(sequelize, (line, sku, message) =>
    tellFault(inspection, { line, sku, column: 'slug', message }),
  );
  const similar = new Map<string, string>();
  const skuColumn = columns.find((column) => column.use === 'field' && column.field === 'sku')!.name;
  const now = Date.now();
  let future = 0;
  let homeless = 0;
  const pictures = new PictureNames(sequelize);
  let alike: [string, string] | null = null;
  for await (const raw of file.records()) {
    inspection.rows++;
    if (inspection.rows > LIMITS.rows)
      throw new UnreadableFile(inspection.rows, `A file holds ${LIMITS.rows} products at most; split it.`);
    if (inspection.rows % TELL_EVERY === 0) {
      await watch.breathe();
      watch.progress({ step: 'Checking', done: inspection.rows, total: null });
    }
    if ('fault' in raw) {
      tellFault(inspection, { ...raw.fault, sku: '' });
      continue;
    }
    const sku = raw.cells.get(skuColumn) ?? '';
    const fault = (column: string, message: string): void =>
      tellFault(inspection, { line: raw.line, sku: sku.slice(0, LIMITS.sku), column, message });
    if (inspection.sample.length < SAMPLE) inspection.sample.push(raw);
    for (const [name, one] of findings) one.see(raw.cells.get(name) ?? '', inspection.form.decimal);
    const record = parseRecord(raw.line, raw.cells, reading, fault);
    if (!record.texts['']?.title) fault('title', 'Every product needs a title.');
    const earlier = lineOfSku.get(record.sku);
    if (record.sku && earlier !== undefined)
      fault('sku', `“${record.sku}” stands on line ${earlier} already.`);
    else lineOfSku.set(record.sku, raw.line);
    const twin = similar.get(record.sku.toLowerCase());
    if (twin !== undefined && twin !== record.sku) alike ??= [record.sku, twin];
    similar.set(record.sku.toLowerCase(), record.sku);
    if (record.slug) await slugs.see(record.slug, record.sku, raw.line);
    if (record.created && record.created > now) future++;
    if (record.categories && !record.categories.length) homeless++;
    if (record.images?.length) await pictures.see(record.images);
  }
  await slugs.check();
  inspection.notices.push(
    ...(future
      ? [`${products(future)} ${future === 1 ? 'was' : 'were'} added on a day that is still to come.`]
      : []),
    ...(homeless
      ? [
          `${products(homeless)} ${homeless === 1 ? 'stands' : 'stand'} in no category, so only the search and the front show them.`,
        ]
      : []),
    ...(await pictures.notices()),
    ...(alike
      ? [`Article numbers are told apart by every sign: “${alike[0]}” is another product than “${alike[1]}”.`]
      : []),
  );
}

/** Addresses that a file gives, held against those that other products have. */
class Slugs {
  private readonly ownerOf = new Map<string, string>();
  private open: { slug: string; sku: string; line: number }[] = [];

  constructor(
    private readonly sequelize: Sequelize,
    private readonly fault: (line: number, sku: string, message: string) => void,
  ) {}

  async see(slug: string, sku: string, line: number): Promise<void> {
    const owner = this.ownerOf.get(slug);
    if (owner !== undefined && owner !== sku) this.fault(line, sku, `“${slug}” belongs to ${owner}.`);
    this.ownerOf.set(slug, sku);
    this.open.push({ slug, sku, line });
    if (this.open.length === TELL_EVERY) await this.check();
  }

  async check(): Promise<void> {
    const some = this.open.splice(0);
    if (!some.length) return;
    const rows = await select<{ slug: string; sku: string }>(
      this.sequelize,
      'SELECT slug, sku FROM products WHERE slug IN (?)',
      [some.map(({ slug }) => slug)],
    );
    const owners = new Map(rows.map(({ slug, sku }) => [slug, sku]));
    for (const { slug, sku, line } of some) {
      const owner = owners.get(slug);
      if (owner !== undefined && owner !== sku) this.fault(line, sku, `“${slug}” belongs to ${owner}.`);
    }
  }
}

const products = (count: number): string => (count === 1 ? '1 product' : `${count} products`);

/** Columns whose values are words that shoppers choose from. */
const holdsWords = (column: ColumnPlan, findings: ColumnFindings): boolean =>
  column.use === 'attribute'
    ? ['text', 'many', 'colour'].includes(column.type ?? findings.type(column.unit !== null))
    : column.use === 'field' && ['tags', 'collections', 'category'].includes(column.field);

/** Categories are found by their name whatever the case of its letters, so their spellings are one anyhow. */
const isOne = (column: ColumnPlan): boolean => column.use === 'field' && column.field === 'category';

const gathers = (request: ImportRequest, name: string): boolean => {
  const wish = Object.hasOwn(request.mapping, name) ? request.mapping[name] : undefined;
  return wish?.use === 'gather' || (wish?.use === 'attribute' && wish.gather === true);
};

function tellVariants(inspection: Inspection, request: ImportRequest): void {
  for (const column of inspection.columns) {
    const findings = inspection.findings.get(column.name)!;
    if (!holdsWords(column, findings)) continue;
    const variants = findings.variants();
    if (variants.length)
      inspection.variants.push({
        column: column.name,
        gathered: isOne(column) || gathers(request, column.name),
        count: variants.length,
        words: variants.slice(0, VARIANTS_SHOWN),
      });
  }
}

/** The spellings that the shop has of attributes whose values are gathered. */
async function spellingsOfShop(
  sequelize: Sequelize,
  { columns }: Inspection,
  request: ImportRequest,
): Promise<Map<string, Map<string, string>>> {
  const found = new Map<string, Map<string, string>>();
  for (const column of columns)
    if (column.use === 'attribute' && column.known && gathers(request, column.name)) {
      const values = await select<{ value: string }>(
        sequelize,
        `SELECT DISTINCT v.value FROM product_attributes v JOIN attributes a ON a.id = v.attribute_id
          WHERE a.\`key\` = ? LIMIT 50000`,
        [column.key],
      );
      found.set(column.name, new Map(values.map(({ value }) => [spelling(value), value])));
    }
  return found;
}

/** How the file is read once its columns are known. The shop's own spelling goes before the file's most frequent one. */
function tellFindings(
  inspection: Inspection,
  request: ImportRequest,
  own: ReadonlyMap<string, ReadonlyMap<string, string>>,
): Reading {
  const spellings = new Map<string, Map<string, string>>();
  for (const column of inspection.columns) {
    if (!gathers(request, column.name)) continue;
    const chosen = new Map(own.get(column.name));
    for (const variant of inspection.findings.get(column.name)!.variants()) {
      const key = spelling(variant.spellings[0].text);
      if (!chosen.has(key)) chosen.set(key, variant.spellings[0].text);
    }
    spellings.set(column.name, chosen);
  }
  return {
    ...inspection.reading,
    clean: cleanHtml,
    typeOf: (column) => column.type ?? inspection.findings.get(column.name)!.type(column.unit !== null),
    spelt: (column, value) => spellings.get(column)?.get(spelling(value)) ?? value,
  };
}
