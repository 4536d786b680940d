import { createWriteStream } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { once } from 'node:events';
import type { FileForm } from '@fond/contract';
import { LIMITS } from './limits';
import { namesIn, recordOfLine } from './readCsv';
import { tidy, UnreadableFile, type RecordFile } from './recordFile';
import { Workbook } from './workbook';

/** Bytes that a workbook may unpack to. */
const MAX_UNPACKED = 2 * 1_073_741_824;

/**
 * A sheet of a workbook. Its rows are set aside as lines of JSON, so that it is unpacked once and never held, however often
 * it is read.
 */
export async function openWorkbook(path: string, wish: Partial<FileForm>): Promise<RecordFile> {
  const aside = `${path}.rows`;
  const { sheet, sheets } = await setRowsAside(path, aside, wish.sheet ?? null);
  let header: string[] | null = null;
  for await (const [, cells] of rowsIn(aside)) {
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
      for await (const [line, cells] of rowsIn(aside)) {
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

/** Writes the rows of the sheet that is wanted, or of the first that holds something. */
async function setRowsAside(
  path: string,
  aside: string,
  wanted: string | null,
): Promise<{ sheet: string | null; sheets: string[] }> {
  let book: Workbook;
  try {
    book = await Workbook.open(path, MAX_UNPACKED);
  } catch (cause) {
    throw new UnreadableFile(1, NO_WORKBOOK, { cause });
  }
  const sheets: string[] = [];
  let sheet: string | null = null;
  await rm(aside, { force: true });
  const out = createWriteStream(aside);
  try {
    for (const { name, entry } of book.sheets) {
      let seen = 0;
      for await (const row of book.rows(entry, LIMITS.columns + 2)) {
        const cells = row.cells.map(tidy);
        if (!cells.some((cell) => cell !== '')) continue;
        if (!seen++) {
          sheets.push(name);
          if (sheet === null && (wanted === null || wanted === name)) sheet = name;
        }
        // Of another sheet it is enough to know that it holds something.
        if (sheet !== name) break;
        if (seen > LIMITS.rows + 1)
          throw new UnreadableFile(row.number, `A file holds ${LIMITS.rows} products at most; split it.`);
        if (!out.write(`${JSON.stringify([row.number, cells])}\n`)) await once(out, 'drain');
      }
    }
  } catch (cause) {
    if (cause instanceof UnreadableFile) throw cause;
    throw new UnreadableFile(1, NO_WORKBOOK, { cause });
  } finally {
    book.close();
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

async function* rowsIn(aside: string): AsyncGenerator<[line: number, cells: string[]]> {
  const file = await open(aside);
  try {
    for await (const line of file.readLines()) yield JSON.parse(line) as [number, string[]];
  } finally {
    await file.close();
  }
}
