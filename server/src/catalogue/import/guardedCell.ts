/** What spreadsheets take for a formula where a cell begins with it. */
const RUN = /^'*[=+\-@\t\r]/;
/** A number is only ever a number. */
const NUMBER = /^-?\d+(\.\d+)?$/;

/** A text for a cell of a spreadsheet: one that would be run there gets an apostrophe before it. */
export const guarded = (text: string): string => (RUN.test(text) && !NUMBER.test(text) ? `'${text}` : text);

/** The text of such a cell; what no spreadsheet would run is as it is. */
export const unguarded = (cell: string): string =>
  cell.startsWith("'") && RUN.test(cell) ? cell.slice(1) : cell;
