import { open } from 'node:fs/promises';
import { pipeline, Readable } from 'node:stream';
import { parse, CsvError } from 'csv-parse';
import { unguarded } from './guardedCell';
import { LIMITS } from './limits';
import { tidy, UnreadableFile, utf8, type RecordFile } from './recordFile';

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

interface Line {
  line: number;
  cells: string[];
}

async function* rowsOf(path: string, delimiter: string): AsyncGenerator<Line> {
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

export async function openCsv(path: string): Promise<RecordFile> {
  const delimiter = await delimiterOf(path);
  let header: string[] | null = null;
  for await (const { cells } of rowsOf(path, delimiter)) {
    header = cells;
    break;
  }
  if (!header) throw new UnreadableFile(1, 'The file is empty; its first line names the columns.');
  const names = namesIn(header);
  return {
    columns: names,
    records: async function* () {
      let first = true;
      for await (const { line, cells } of rowsOf(path, delimiter)) {
        if (first) {
          first = false;
          continue;
        }
        // Cells behind the last column say nothing where they are empty.
        while (cells.length > names.length && cells[cells.length - 1] === '') cells.pop();
        if (cells.length !== names.length) {
          const message = `This line has ${cells.length} cells, the first line names ${names.length} columns.`;
          yield { fault: { line, column: '', message } };
        } else yield { line, cells: new Map(names.map((name, at) => [name, cells[at]])) };
      }
    },
  };
}

/** The columns' names; commas behind the last one name nothing, as spreadsheets write them. */
function namesIn(header: readonly string[]): string[] {
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
