import { JSONParser } from '@streamparser/json';
import type { FileEncoding, FileForm } from '@fond/contract';
import { encodingOf } from './form/encoding';
import { LIMITS } from './limits';
import { tidy, UnreadableFile, textOf, type RawRecord, type RecordFile } from './recordFile';

/** What a value of JSON is called in a sentence. */
function kindOf(value: unknown): string {
  if (value === null) return 'nothing (null)';
  if (Array.isArray(value)) return 'a list';
  if (typeof value === 'object') return 'an object';
  if (typeof value === 'string') return 'a text';
  return typeof value === 'number' ? 'a number' : 'yes or no';
}

/** Cells of a JSON object: lists joined by `|`, yes and no for true and false, nothing for null. */
function cellsOf(value: unknown): Map<string, string> | string {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return `Each product is an object; this one is ${kindOf(value)}.`;
  const cells = new Map<string, string>();
  for (const [name, cell] of Object.entries(value)) {
    const text = cellText(cell);
    if (text === null)
      return `“${name}” holds an object; a cell is text, a number, yes or no, or a list of these.`;
    cells.set(tidy(name), text);
  }
  return cells;
}

function cellText(cell: unknown): string | null {
  if (cell === null) return '';
  if (typeof cell === 'boolean') return cell ? 'yes' : 'no';
  if (typeof cell === 'string' || typeof cell === 'number') return tidy(String(cell));
  if (!Array.isArray(cell)) return null;
  const texts = cell.map(cellText);
  return texts.includes(null) ? null : texts.join('|');
}

const recordOf = (line: number, value: unknown): RawRecord => {
  const cells = cellsOf(value);
  return typeof cells === 'string' ? { fault: { line, column: '', message: cells } } : { line, cells };
};

/** Names in the order in which products bring them up; more than fit are named by the check of columns. */
async function columnsOf(records: AsyncIterable<RawRecord>): Promise<string[]> {
  const names = new Set<string>();
  for await (const record of records) {
    if (!('cells' in record)) continue;
    for (const name of record.cells.keys()) names.add(name);
    if (names.size > LIMITS.columns) break;
  }
  return [...names];
}

const tooLong = (line: number): UnreadableFile =>
  new UnreadableFile(line, `This product is longer than ${LIMITS.record / 1_048_576} MB.`);

/** JSON has neither separators nor sheets. */
const without = (encoding: FileEncoding): Pick<RecordFile, 'layout' | 'sheets'> => ({
  layout: { encoding, separator: null, sheet: null },
  sheets: [],
});

async function* linesOf(path: string, encoding: FileEncoding): AsyncGenerator<string> {
  let rest = '';
  let line = 1;
  for await (const text of textOf(path, encoding)) {
    const lines = (rest + text).split('\n');
    rest = lines.pop()!;
    if (rest.length > LIMITS.record) throw tooLong(line + lines.length);
    line += lines.length;
    yield* lines;
  }
  if (rest) yield rest;
}

export async function openJsonLines(path: string, wish: Partial<FileForm>): Promise<RecordFile> {
  const encoding = wish.encoding ?? (await encodingOf(path));
  const records = async function* (): AsyncGenerator<RawRecord> {
    let line = 0;
    for await (const text of linesOf(path, encoding)) {
      line++;
      if (text.length > LIMITS.record) throw tooLong(line);
      if (!text.trim()) continue;
      let value: unknown;
      try {
        value = JSON.parse(text.replace(/^\ufeff/, ''));
      } catch {
        yield { fault: { line, column: '', message: 'This line is not JSON.' } };
        continue;
      }
      yield recordOf(line, value);
    }
  };
  return { ...without(encoding), columns: await columnsOf(records()), records };
}

/**
 * The products of a JSON list, one after the other: never more than one of them is held. JSON has no lines of its own, so
 * the place in the list is told instead.
 */
async function* productsOf(path: string, encoding: FileEncoding): AsyncGenerator<RawRecord> {
  const parser = new JSONParser({ paths: ['$.*'], keepStack: false });
  const found: unknown[] = [];
  let fault: string | null = null;
  let begun = false;
  parser.onValue = ({ value }) => void found.push(value);
  parser.onError = (error) => void (fault = error.message);
  let place = 0;
  let since = 0;
  for await (const text of textOf(path, encoding)) {
    const piece = begun ? text : text.replace(/^\ufeff/, '');
    const [first] = piece.trimStart();
    if (!begun && first !== undefined) {
      if (first !== '[') throw new UnreadableFile(1, notAList(first));
      begun = true;
    }
    parser.write(piece);
    since += piece.length;
    if (found.length) since = 0;
    for (const value of found.splice(0)) yield recordOf(++place, value);
    if (fault !== null) throw brokenAt(place + 1);
    if (since > LIMITS.record) throw tooLong(place + 1);
  }
  if (!begun) throw new UnreadableFile(1, 'The file is empty; it holds a list of products, each an object.');
  if (!parser.isEnded) throw new UnreadableFile(place + 1, cutShort(place));
}

function notAList(first: string): string {
  const found = first === '{' ? 'an object' : first === '"' ? 'a text' : 'something else';
  return `The file holds ${found}; it has to hold a list of products, each an object, as in [{"sku": "A-1", "title": "Pan"}].`;
}

const cutShort = (place: number): string =>
  place
    ? `The file ends in the middle of product ${place + 1}; the one before it is whole. It may have been cut short on the way.`
    : 'The file ends before its first product does. It may have been cut short on the way.';

const brokenAt = (place: number): UnreadableFile =>
  new UnreadableFile(
    place,
    `Product ${place} of the list is not JSON: look for a comma, a quotation mark or a bracket.`,
  );

export async function openJson(path: string, wish: Partial<FileForm>): Promise<RecordFile> {
  const encoding = wish.encoding ?? (await encodingOf(path));
  const records = (): AsyncGenerator<RawRecord> => productsOf(path, encoding);
  return { ...without(encoding), columns: await columnsOf(records()), records };
}
