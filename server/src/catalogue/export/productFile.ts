import { stringify } from 'csv-stringify/sync';
import type { ExportFormat } from '@fond/contract';
import { guarded } from '../import/guardedCell';
import type { ExportRecord, ExportValue, ProductRecords } from './productRecords';

/** Those that are written as text. */
export type TextFormat = Exclude<ExportFormat, 'xlsx'>;

export const FORMATS: Readonly<Record<ExportFormat, { type: string; ending: string }>> = {
  csv: { type: 'text/csv; charset=utf-8', ending: 'csv' },
  json: { type: 'application/json; charset=utf-8', ending: 'json' },
  jsonl: { type: 'application/jsonl; charset=utf-8', ending: 'jsonl' },
  xlsx: { type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', ending: 'xlsx' },
};

/** Records that are written at once. */
const TOGETHER = 200;

/** The text of a product file, piece by piece. */
export async function* productFile(
  { columns, records }: ProductRecords,
  format: TextFormat,
): AsyncGenerator<string> {
  const pieces = PIECES[format](columns);
  yield pieces.head;
  let some: ExportRecord[] = [];
  let first = true;
  const written = function* (): Generator<string> {
    if (some.length) yield pieces.records(some, first);
    if (some.length) first = false;
    some = [];
  };
  for await (const record of records()) if (some.push(record) === TOGETHER) yield* written();
  yield* written();
  yield pieces.foot;
}

interface Pieces {
  head: string;
  records: (records: readonly ExportRecord[], first: boolean) => string;
  foot: string;
}

const PIECES: Readonly<Record<TextFormat, (columns: readonly string[]) => Pieces>> = {
  csv: (columns) => ({
    // With a mark, so that spreadsheets read it as UTF-8.
    head: `\ufeff${stringify([columns.map((column) => guarded(column))])}`,
    records: (records) =>
      stringify(records.map((record) => columns.map((column) => cellOf(record.get(column) ?? null)))),
    foot: '',
  }),
  json: (columns) => ({
    head: '[\n',
    records: (records, first) =>
      (first ? '' : ',\n') + records.map((record) => jsonOf(columns, record)).join(',\n'),
    foot: '\n]\n',
  }),
  jsonl: (columns) => ({
    head: '',
    records: (records) => records.map((record) => `${jsonOf(columns, record)}\n`).join(''),
    foot: '',
  }),
};

/** Numbers, dates and marks as they are; words so that no spreadsheet runs them. */
function cellOf(value: ExportValue): string {
  if (value === null) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  return guarded(typeof value === 'string' ? value : value.join('|'));
}

/** Every column, also where it is empty: there a file says that nothing is known. */
const jsonOf = (columns: readonly string[], record: ExportRecord): string =>
  JSON.stringify(Object.fromEntries(columns.map((column) => [column, record.get(column) ?? null])));
