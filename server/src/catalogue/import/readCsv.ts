import { pipeline, Readable } from 'node:stream';
import { parse, CsvError } from 'csv-parse';
import type { FileEncoding, FileForm, Separator } from '@fond/contract';
import { encodingOf } from './form/encoding';
import { unguarded } from './guardedCell';
import { LIMITS } from './limits';
import { textOf, tidy, UnreadableFile, type Layout, type RawRecord, type RecordFile } from './recordFile';

const SEPARATORS = [',', ';', '\t', '|'] as const satisfies readonly Separator[];

/** Spreadsheets in some countries write semicolons or tabs; the first line tells. */
async function separatorOf(path: string, encoding: FileEncoding): Promise<Separator> {
  let head = '';
  for await (const text of textOf(path, encoding)) {
    head += text;
    if (head.includes('\n') || head.length > HEAD) break;
  }
  const first = head.split(/\r?\n/, 1)[0].replace(QUOTED, '');
  const count = (sign: string): number => first.split(sign).length;
  return SEPARATORS.reduce((best, one) => (count(one) > count(best) ? one : best));
}

const HEAD = 65_536;
const QUOTED = /"(?:[^"]|"")*"/g;

interface CsvRow {
  info: { lines: number };
  record: string[];
}

interface Line {
  line: number;
  cells: string[];
}

async function* rowsOf(path: string, { encoding, separator }: Layout): AsyncGenerator<Line> {
  // Through a pipeline, an error of the file reaches the reader of the rows, and a reader that stops closes the file.
  const parser = pipeline(
    Readable.from(textOf(path, encoding)),
    parse({
      bom: true,
      delimiter: separator!,
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
      max_record_size: LIMITS.record,
    }),
    () => undefined,
  );
  // Where the last line that could be read has ended: what breaks off has begun behind it.
  let ended = 0;
  try {
    for await (const { info, record } of parser as AsyncIterable<CsvRow>) {
      const breaks = record.reduce((sum, cell) => sum + cell.split('\n').length - 1, 0);
      ended = info.lines;
      yield { line: info.lines - breaks, cells: record.map((cell) => unguarded(tidy(cell))) };
    }
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    const line = typeof error['lines'] === 'number' ? error['lines'] : ended + 1;
    throw csvFault(error, line, ended);
  }
}

export async function openCsv(path: string, wish: Partial<FileForm>): Promise<RecordFile> {
  const encoding = wish.encoding ?? (await encodingOf(path));
  const separator = wish.separator ?? (await separatorOf(path, encoding));
  const layout: Layout = { encoding, separator, sheet: null };
  let header: string[] | null = null;
  for await (const { cells } of rowsOf(path, layout)) {
    header = cells;
    break;
  }
  if (!header) throw new UnreadableFile(1, 'The file is empty; its first line names the columns.');
  const names = namesIn(header);
  return {
    layout,
    sheets: [],
    columns: names,
    records: async function* () {
      let first = true;
      for await (const { line, cells } of rowsOf(path, layout)) {
        if (first) first = false;
        else yield recordOfLine(line, cells, names);
      }
    },
  };
}

/** Cells of a line under the names of the first one. */
export function recordOfLine(line: number, cells: string[], names: readonly string[]): RawRecord {
  // Cells behind the last column say nothing where they are empty.
  while (cells.length > names.length && cells[cells.length - 1] === '') cells.pop();
  if (cells.length === names.length)
    return { line, cells: new Map(names.map((name, at) => [name, cells[at]])) };
  const message = `This line has ${cells.length} cells, the first line names ${names.length} columns.`;
  return { fault: { line, column: '', message } };
}

/** The columns' names; commas behind the last one name nothing, as spreadsheets write them. */
export function namesIn(header: readonly string[]): string[] {
  const names = [...header];
  while (names.length > 1 && names[names.length - 1] === '') names.pop();
  const blank = names.flatMap((name, at) => (name ? [] : [at + 1]));
  if (blank.length === 1)
    throw new UnreadableFile(
      1,
      `Column ${blank[0]} has no name in the first line; give it one, or take it out.`,
    );
  if (blank.length)
    throw new UnreadableFile(
      1,
      `Columns ${blank.join(', ')} have no names in the first line; give them names, or take them out.`,
    );
  const twice = names.find((name, at) => names.indexOf(name) !== at);
  if (twice !== undefined) throw new UnreadableFile(1, `Two columns are called “${twice}”.`);
  return names;
}

function csvFault(error: CsvError, line: number, ended: number): UnreadableFile {
  switch (error.code) {
    case 'CSV_QUOTE_NOT_CLOSED':
      return new UnreadableFile(
        ended + 1,
        'A quotation mark that is opened in this product is never closed, so nothing after it can be told apart.',
      );
    case 'INVALID_OPENING_QUOTE':
    case 'CSV_INVALID_CLOSING_QUOTE':
    case 'CSV_NON_TRIMABLE_CHAR_AFTER_CLOSING_QUOTE':
      return new UnreadableFile(
        line,
        'A quotation mark stands inside a cell; double it, and put the cell in quotation marks.',
      );
    case 'CSV_MAX_RECORD_SIZE':
      return new UnreadableFile(
        ended + 1,
        `This product is longer than ${LIMITS.record / 1_048_576} MB. A quotation mark that is never closed does that, too.`,
      );
    default:
      return new UnreadableFile(line, 'From here on the file can’t be read as lines of cells.');
  }
}
