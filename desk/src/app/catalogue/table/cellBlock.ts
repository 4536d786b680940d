import Papa from 'papaparse';

/** Cells row by row, as spreadsheets hand them over. */
export type CellBlock = readonly (readonly string[])[];

/** A block as the clipboard has it: tabs between cells, and quotes around what holds tabs or lines. */
export const blockText = (block: CellBlock): string =>
  Papa.unparse(block as string[][], { delimiter: '\t', newline: '\n', escapeFormulae: false });

/** The block that a text of the clipboard is; the line end that spreadsheets put behind the last row is none. */
export function blockOf(text: string): CellBlock {
  const whole = text.replace(/\r?\n$/, '');
  return Papa.parse<string[]>(whole, { delimiter: '\t', quoteChar: '"' }).data;
}
