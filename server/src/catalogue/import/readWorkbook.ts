import { createWriteStream } from 'node:fs';
import { open, rm, type FileHandle } from 'node:fs/promises';
import { once } from 'node:events';
import excel, { type Cell, type CellValue, type Row } from 'exceljs';
import yauzl from 'yauzl';
import type { FileForm } from '@fond/contract';
import { LIMITS } from './limits';
import { namesIn, recordOfLine } from './readCsv';
import { tidy, UnreadableFile, type RecordFile } from './recordFile';

/** Bytes that a workbook may say it unpacks to; whoever says less than is true meets the limit of the thread's memory. */
const MAX_UNPACKED = 2 * 1_073_741_824;

/**
 * A sheet of a workbook (Office Open XML). Its rows are set aside as lines of JSON, so that it is unpacked once and never
 * held, however often it is read.
 */
export async function openWorkbook(path: string, wish: Partial<FileForm>): Promise<RecordFile> {
  await refuseOversized(path);
  const aside = `${path}.rows`;
  const { sheet, sheets } = await setRowsAside(path, aside, wish.sheet ?? null);
  const rows = (): AsyncGenerator<[line: number, cells: string[]]> => rowsIn(aside);
  let header: string[] | null = null;
  for await (const [, cells] of rows()) {
    header = cells;
    break;
  }
  if (!header) throw new UnreadableFile(1, 'No sheet holds anything; the first line names the columns.');
  const names = namesIn(header);
  return {
    layout: { encoding: 'utf-8', separator: null, sheet },
    sheets,
    columns: names,
    records: async function* () {
      let first = true;
      for await (const [line, cells] of rows()) {
        if (first) first = false;
        else {
          // Rows end with their last filled cell.
          while (cells.length < names.length) cells.push('');
          yield recordOfLine(line, cells, names);
        }
      }
    },
  };
}

const NO_WORKBOOK =
  'The file is no .xlsx spreadsheet that can be opened. One with a password, or of an older kind, has to be saved as .xlsx without one.';

function refuseOversized(path: string): Promise<void> {
  return new Promise((resolve, reject) => {
    yauzl.open(path, { lazyEntries: true }, (error, archive) => {
      if (error) return reject(new UnreadableFile(1, NO_WORKBOOK, { cause: error }));
      let bytes = 0;
      archive.on('error', (cause: unknown) => reject(new UnreadableFile(1, NO_WORKBOOK, { cause })));
      archive.on('entry', ({ uncompressedSize }: yauzl.Entry) => {
        bytes += uncompressedSize;
        if (bytes <= MAX_UNPACKED) return archive.readEntry();
        archive.close();
        reject(new UnreadableFile(1, 'The spreadsheet unpacks to more than 2 GB; split it.'));
      });
      archive.on('end', () => resolve());
      archive.readEntry();
    });
  });
}

/** Writes the rows of the sheet that is wanted, or of the first that holds something. */
async function setRowsAside(
  path: string,
  aside: string,
  wanted: string | null,
): Promise<{ sheet: string | null; sheets: string[] }> {
  const reader = new excel.stream.xlsx.WorkbookReader(path, {
    worksheets: 'emit',
    sharedStrings: 'cache',
    hyperlinks: 'ignore',
    styles: 'cache',
    entries: 'ignore',
  });
  const sheets: string[] = [];
  let sheet: string | null = null;
  await rm(aside, { force: true });
  const out = createWriteStream(aside);
  try {
    for await (const one of reader) {
      // The library knows the name, and leaves it out of its types.
      const { name = `Sheet ${sheets.length + 1}` } = one as unknown as { name?: string };
      let seen = 0;
      for await (const row of one) {
        const cells = cellsOf(row);
        if (!cells.some((cell) => cell !== '')) continue;
        if (!seen++) {
          sheets.push(name);
          if (sheet === null && (wanted === null || wanted === name)) sheet = name;
        }
        if (sheet !== name) continue;
        if (seen > LIMITS.rows + 1)
          throw new UnreadableFile(row.number, `A file holds ${LIMITS.rows} products at most; split it.`);
        if (!out.write(`${JSON.stringify([row.number, cells])}\n`)) await once(out, 'drain');
      }
    }
  } catch (error) {
    if (error instanceof UnreadableFile) throw error;
    throw new UnreadableFile(1, NO_WORKBOOK, { cause: error });
  } finally {
    out.end();
    await once(out, 'close');
  }
  if (wanted !== null && sheet === null)
    throw new UnreadableFile(
      1,
      `There is no sheet “${wanted}” that holds anything; there is ${sheets.join(', ')}.`,
    );
  return { sheet, sheets };
}

function cellsOf(row: Row): string[] {
  const cells: string[] = [];
  row.eachCell({ includeEmpty: true }, (cell, column) => {
    if (column <= LIMITS.columns + 2) cells[column - 1] = tidy(shown(cell));
  });
  return Array.from(cells, (cell) => cell ?? '');
}

/** Numbers that are shown with zeros before them are codes. */
const ZEROS = /^0{2,}$/;

function shown({ value, numFmt }: Cell): string {
  const text = textOf(value);
  return typeof value === 'number' && numFmt && ZEROS.test(numFmt) ? text.padStart(numFmt.length, '0') : text;
}

function textOf(value: CellValue): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  // Fifteen digits are what spreadsheets hold; what lies behind is noise.
  if (typeof value === 'number') return String(Number(value.toPrecision(15)));
  if (typeof value === 'string') return value;
  if (value instanceof Date) return value.toISOString().replace(/T00:00:00\.000Z$/, '');
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  if ('text' in value) return value.text;
  if ('result' in value) return textOf(value.result);
  return '';
}

async function* rowsIn(aside: string): AsyncGenerator<[line: number, cells: string[]]> {
  const file: FileHandle = await open(aside);
  try {
    for await (const line of file.readLines()) yield JSON.parse(line) as [number, string[]];
  } finally {
    await file.close();
  }
}
