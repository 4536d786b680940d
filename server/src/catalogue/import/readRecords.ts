import { createReadStream } from 'node:fs';
import { open, readFile } from 'node:fs/promises';
import { pipeline, Readable } from 'node:stream';
import { parse, CsvError } from 'csv-parse';
import type { ImportError } from '@fond/contract';

export type FileKind = 'csv' | 'json' | 'jsonl';

/** One product of a file: cells by column name, or why it can't be read. */
export type RawRecord = { line: number; cells: ReadonlyMap<string, string> } | { fault: ImportError };

export interface RecordFile {
  columns: readonly string[];
  /** Reads from the start at every call; never holds more than a piece of a CSV or JSON Lines file. */
  records: () => AsyncGenerator<RawRecord>;
}

/** A file that can't be read at all, with the line where that shows. */
export class UnreadableFile extends Error {
  constructor(
    readonly line: number,
    message: string,
  ) {
    super(message);
    this.name = 'UnreadableFile';
  }
}

export function openRecords(path: string, kind: FileKind): Promise<RecordFile> {
  switch (kind) {
    case 'csv':
      return openCsv(path);
    case 'json':
      return openJson(path);
    case 'jsonl':
      return openJsonLines(path);
  }
}

/** Text of the file; bytes that are no UTF-8 stop the reading with their line. */
async function* utf8(path: string): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let line = 1;
  const linesIn = (text: string): number => text.split('\n').length - 1;
  for await (const chunk of createReadStream(path)) {
    let text: string;
    try {
      text = decoder.decode(chunk as Buffer, { stream: true });
    } catch {
      const readable = new TextDecoder().decode(chunk as Buffer).split('\ufffd', 1)[0];
      throw new UnreadableFile(line + linesIn(readable), NOT_UTF8);
    }
    line += linesIn(text);
    yield text;
  }
  try {
    yield decoder.decode();
  } catch {
    throw new UnreadableFile(line, NOT_UTF8);
  }
}

const NOT_UTF8 = 'The file is not UTF-8 text from here on; save it as UTF-8 and try again.';

async function* linesOf(path: string): AsyncGenerator<string> {
  let rest = '';
  for await (const text of utf8(path)) {
    const lines = (rest + text).split('\n');
    rest = lines.pop()!;
    yield* lines;
  }
  if (rest) yield rest;
}

/** Spreadsheets in some countries write semicolons or tabs; the first line tells. */
async function delimiterOf(path: string): Promise<string> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(65_536), 0, 65_536, 0);
    const [first] = buffer.toString('utf8', 0, bytesRead).split(/\r?\n/, 1);
    const count = (character: string): number => first.split(character).length;
    return [',', ';', '\t'].reduce((best, one) => (count(one) > count(best) ? one : best));
  } finally {
    await file.close();
  }
}

interface CsvRow {
  info: { lines: number };
  record: string[];
}

async function openCsv(path: string): Promise<RecordFile> {
  const delimiter = await delimiterOf(path);
  const rows = async function* (): AsyncGenerator<{ line: number; cells: string[] }> {
    // Through a pipeline, an error of the file reaches the reader of the rows, and a reader that stops closes the file.
    const parser = pipeline(
      Readable.from(utf8(path)),
      parse({
        bom: true,
        delimiter,
        info: true,
        relax_column_count: true,
        skip_empty_lines: true,
        trim: true,
      }),
      () => undefined,
    );
    try {
      for await (const { info, record } of parser as AsyncIterable<CsvRow>) {
        const breaks = record.reduce((sum, cell) => sum + cell.split('\n').length - 1, 0);
        yield { line: info.lines - breaks, cells: record };
      }
    } catch (error) {
      if (!(error instanceof CsvError)) throw error;
      const line = typeof error['lines'] === 'number' ? error['lines'] : 0;
      throw new UnreadableFile(line, csvFault(error));
    }
  };
  let columns: string[] | null = null;
  for await (const { cells } of rows()) {
    columns = cells;
    break;
  }
  if (!columns) throw new UnreadableFile(1, 'The file is empty; its first line names the columns.');
  const names = columns;
  const twice = names.find((name, at) => names.indexOf(name) !== at);
  if (twice !== undefined) throw new UnreadableFile(1, `Two columns are called “${twice}”.`);
  return {
    columns: names,
    records: async function* () {
      let header = true;
      for await (const { line, cells } of rows()) {
        if (header) {
          header = false;
          continue;
        }
        if (cells.length !== names.length) {
          const message = `This line has ${cells.length} cells, the first line names ${names.length} columns.`;
          yield { fault: { line, column: '', message } };
        } else yield { line, cells: new Map(names.map((name, at) => [name, cells[at]])) };
      }
    },
  };
}

function csvFault(error: CsvError): string {
  switch (error.code) {
    case 'CSV_QUOTE_NOT_CLOSED':
      return 'A quotation mark is opened here and never closed.';
    case 'INVALID_OPENING_QUOTE':
    case 'CSV_INVALID_CLOSING_QUOTE':
      return 'A quotation mark stands inside a cell; double it, and put the cell in quotation marks.';
    default:
      return `The line can’t be read as CSV (${error.code}).`;
  }
}

/** Cells of a JSON object: lists joined by `|`, yes and no for true and false, nothing for null. */
function cellsOf(value: unknown): Map<string, string> | string {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return 'Each product is an object.';
  const cells = new Map<string, string>();
  for (const [name, cell] of Object.entries(value)) {
    const text = cellText(cell);
    if (text === null)
      return `“${name}” holds an object; a cell is text, a number, yes or no, or a list of these.`;
    cells.set(name, text);
  }
  return cells;
}

function cellText(cell: unknown): string | null {
  if (cell === null) return '';
  if (typeof cell === 'boolean') return cell ? 'yes' : 'no';
  if (typeof cell === 'string' || typeof cell === 'number') return String(cell).trim();
  if (!Array.isArray(cell)) return null;
  const texts = cell.map(cellText);
  return texts.includes(null) ? null : texts.join('|');
}

const recordOf = (line: number, value: unknown): RawRecord => {
  const cells = cellsOf(value);
  return typeof cells === 'string' ? { fault: { line, column: '', message: cells } } : { line, cells };
};

async function columnsOf(records: AsyncIterable<RawRecord>): Promise<string[]> {
  const names = new Set<string>();
  for await (const record of records)
    if ('cells' in record) for (const name of record.cells.keys()) names.add(name);
  return [...names];
}

async function openJsonLines(path: string): Promise<RecordFile> {
  const records = async function* (): AsyncGenerator<RawRecord> {
    let line = 0;
    for await (const text of linesOf(path)) {
      line++;
      if (!text.trim()) continue;
      let value: unknown;
      try {
        value = JSON.parse(text);
      } catch {
        yield { fault: { line, column: '', message: 'This line is not JSON.' } };
        continue;
      }
      yield recordOf(line, value);
    }
  };
  return { columns: await columnsOf(records()), records };
}

/** JSON has no lines of its own; the place in the list is told instead. */
async function openJson(path: string): Promise<RecordFile> {
  let list: unknown;
  try {
    list = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(await readFile(path)));
  } catch {
    throw new UnreadableFile(1, 'The file is not JSON in UTF-8.');
  }
  if (!Array.isArray(list)) throw new UnreadableFile(1, 'The file holds no list of products.');
  const products: unknown[] = list;
  const records = async function* (): AsyncGenerator<RawRecord> {
    yield* products.map((value, at) => recordOf(at + 1, value));
  };
  return { columns: await columnsOf(records()), records };
}
