import type { FileForm } from '@fond/contract';
import type { ColumnPlan } from '../columns';
import type { RecordFile } from '../recordFile';
import { dateOrderOf } from './dates';
import { decimalOf } from './numbers';

/** Lines that are looked at before the file is read. */
const LOOKED_AT = 2_000;

/** How a file is written, and what is worth a word of it. */
export interface FoundForm {
  form: FileForm;
  notices: string[];
}

/**
 * Finds how numbers and dates are written from the first lines: by prices where they tell, by other cells otherwise.
 *
 * @param wish What was set by hand; it is not looked for.
 */
export async function findForm(
  file: RecordFile,
  columns: readonly ColumnPlan[],
  wish: Partial<FileForm>,
): Promise<FoundForm> {
  const [prices, others, dates]: string[][] = [[], [], []];
  let lines = 0;
  for await (const raw of file.records()) {
    if (++lines > LOOKED_AT) break;
    if (!('cells' in raw)) continue;
    for (const column of columns) {
      const cell = raw.cells.get(column.name);
      if (!cell || column.use === 'skip' || column.use === 'text') continue;
      if (column.use === 'attribute') others.push(cell);
      else if (column.field === 'price' || column.field === 'was') prices.push(cell);
      else if (column.field === 'rating') others.push(cell);
      else if (column.field === 'created') dates.push(cell);
    }
  }
  const found = dateOrderOf(dates);
  const decimal = wish.decimal ?? decimalOf(prices) ?? decimalOf(others) ?? '.';
  const date = wish.date ?? found?.order ?? 'ymd';
  const { layout } = file;
  const form: FileForm = { ...layout, decimal, date };
  const notices = [
    ...(wish.encoding === undefined && layout.encoding !== 'utf-8'
      ? [
          'The file is not UTF-8; its letters are read by the older encoding named below. Look at a name with accents.',
        ]
      : []),
    ...(wish.date === undefined && found && !found.sure
      ? [
          'Dates are read with the day first; none of the first lines tells whether that is meant. Set it below if the month comes first.',
        ]
      : []),
  ];
  return { form, notices };
}
