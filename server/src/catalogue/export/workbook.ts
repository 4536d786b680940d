import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import excel, { type CellValue } from 'exceljs';
import { problem } from '../../problem/problem';
import type { ExportValue, ProductRecords } from './productRecords';

/** Signs that a cell of a spreadsheet holds. */
const MAX_CELL = 32_767;
const NUMBER = /^-?\d+(\.\d+)?$/;
const WIDE: ReadonlySet<string> = new Set(['title', 'description', 'category', 'image']);

/** A file that is made to be sent, and the way to be rid of it. */
export interface MadeFile {
  path: string;
  remove: () => Promise<void>;
}

/**
 * Writes products as a workbook (Office Open XML), row by row; words are texts there, whatever they begin with.
 *
 * @throws {Problem} `too-large` where a text is longer than a cell of a spreadsheet can be.
 */
export async function makeWorkbook({ columns, numeric, records }: ProductRecords): Promise<MadeFile> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-export-'));
  const remove = (): Promise<void> => rm(folder, { recursive: true, force: true });
  const file = path.join(folder, 'products.xlsx');
  try {
    const book = new excel.stream.xlsx.WorkbookWriter({ filename: file, useSharedStrings: false });
    const sheet = book.addWorksheet('Products', { views: [{ state: 'frozen', ySplit: 1 }] });
    sheet.columns = columns.map((name) => ({ width: WIDE.has(name.split('@', 1)[0]) ? 40 : 14 }));
    const head = sheet.addRow([...columns]);
    head.font = { bold: true };
    head.commit();
    for await (const record of records()) {
      const cells = columns.map((column) =>
        cellOf(record.get(column) ?? null, numeric.has(column), String(record.get('sku')), column),
      );
      sheet.addRow(cells).commit();
    }
    sheet.commit();
    await book.commit();
    return { path: file, remove };
  } catch (error) {
    await remove();
    throw error;
  }
}

function cellOf(value: ExportValue, isNumber: boolean, sku: string, column: string): CellValue {
  if (value === null) return null;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return value;
  const text = typeof value === 'string' ? value : value.join('|');
  // A number of more digits than a spreadsheet keeps stays a text.
  if (isNumber && NUMBER.test(text) && String(Number(text)) === text) return Number(text);
  if (text.length <= MAX_CELL) return text || null;
  throw problem(
    'too-large',
    `“${column}” of ${sku} has ${text.length} characters; a cell of a spreadsheet holds ${MAX_CELL}. Take these products out as CSV or JSON.`,
  );
}
