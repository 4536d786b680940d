import type { ColumnPlan } from './columns';
import { parseRecord, type ProductRecord, type Reading } from './parseRecord';

/**
 * What the first lines of a file will be, column by column, as a person reads it; empty where a cell is, or can't be
 * read.
 */
export function sampleLines(
  lines: readonly { line: number; cells: ReadonlyMap<string, string> }[],
  reading: Reading,
): Map<string, string[]> {
  const told = new Map<string, string[]>(reading.columns.map(({ name }) => [name, []]));
  for (const { line, cells } of lines) {
    const faulty = new Set<string>();
    const record = parseRecord(line, cells, reading, (column) => faulty.add(column));
    for (const column of reading.columns)
      told
        .get(column.name)!
        .push(faulty.has(column.name) ? '' : toldOf(column, record, reading).slice(0, LONGEST));
  }
  return told;
}

const LONGEST = 80;

function toldOf(column: ColumnPlan, record: ProductRecord, { currency }: Reading): string {
  switch (column.use) {
    case 'skip':
      return '';
    case 'text':
      return record.texts[column.lang]?.[column.field] ?? '';
    case 'attribute': {
      const values = record.attributes.find(([key]) => key === column.key)?.[1] ?? [];
      return values.length && column.unit && column.factor === 1
        ? `${values.join(' · ')} ${column.unit}`
        : values.join(' · ');
    }
    case 'field':
      return fieldOf(column.field, record, currency);
  }
}

function fieldOf(
  field: Extract<ColumnPlan, { use: 'field' }>['field'],
  record: ProductRecord,
  currency: string,
): string {
  switch (field) {
    case 'title':
    case 'description':
      return record.texts['']?.[field] ?? '';
    case 'price':
    case 'was': {
      const cents = record[field];
      return cents === null || cents === undefined ? '' : `${(cents / 100).toFixed(2)} ${currency}`;
    }
    case 'created':
      return record.created ? new Date(record.created).toISOString().replace(/T00:00:00\.000Z$/, '') : '';
    case 'category':
      return record.categories?.map((path) => path.join(' > ')).join(' · ') ?? '';
    case 'tags':
    case 'collections':
      return record[field]?.join(' · ') ?? '';
    case 'image':
      return record.images?.join(' · ') ?? '';
    case 'featured':
      return record.featured === undefined ? '' : record.featured ? 'yes' : 'no';
    case 'currency':
      return '';
    default:
      return record[field] === null || record[field] === undefined ? '' : String(record[field]);
  }
}
