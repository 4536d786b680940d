import type { Readable } from 'node:stream';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import yauzl from 'yauzl';

/** A row of a sheet: its number, and its cells as a person reads them, up to the last filled one. */
export interface SheetRow {
  number: number;
  cells: string[];
}

/** How numbers of a style are shown, as far as it changes what they are. */
type Shown = 'date' | { zeros: number } | null;

interface Entries {
  zip: yauzl.ZipFile;
  byName: ReadonlyMap<string, yauzl.Entry>;
}

/**
 * A workbook (Office Open XML, ECMA-376). What its sheets share is held; their rows are read one by one, as often as one
 * wants.
 */
export class Workbook {
  private constructor(
    private readonly entries: Entries,
    readonly sheets: readonly { name: string; entry: string }[],
    private readonly strings: readonly string[],
    private readonly styles: readonly Shown[],
    /** Days of the calendar begin in 1904, not 1900. */
    private readonly from1904: boolean,
  ) {}

  /** @throws {Error} where the file is no workbook. */
  static async open(path: string, maxUnpacked: number): Promise<Workbook> {
    const entries = await openArchive(path, maxUnpacked);
    try {
      const { sheets, from1904 } = await readBook(entries);
      const strings = await readStrings(entries);
      return new Workbook(entries, sheets, strings, await readStyles(entries), from1904);
    } catch (error) {
      entries.zip.close();
      throw error;
    }
  }

  close(): void {
    this.entries.zip.close();
  }

  /** @param most Columns; what stands behind them is left out. */
  async *rows(entry: string, most: number): AsyncGenerator<SheetRow> {
    let row: SheetRow | null = null;
    let last = 0;
    let cell: { column: number; kind: string; style: number; text: string } | null = null;
    let inText = false;
    const ready: SheetRow[] = [];
    const parser = new SaxesParser();
    parser.on('opentag', ({ name, attributes }: SaxesTagPlain) => {
      if (name === 'row') row = { number: Number(attributes['r'] ?? last + 1), cells: [] };
      else if (name === 'c') {
        const { r, t = 'n', s = '0' } = attributes;
        cell = { column: r ? columnIn(r) : (row?.cells.length ?? 0), kind: t, style: Number(s), text: '' };
      } else inText = cell !== null && (name === 'v' || name === 't');
    });
    parser.on('text', (text) => {
      if (inText && cell) cell.text += text;
    });
    parser.on('closetag', ({ name }) => {
      inText = false;
      if (name === 'c' && cell && row) {
        if (cell.column < most) {
          while (row.cells.length < cell.column) row.cells.push('');
          row.cells[cell.column] = this.textOf(cell.kind, cell.style, cell.text);
        }
        cell = null;
      } else if (name === 'row' && row) {
        last = row.number;
        ready.push(row);
        row = null;
      }
    });
    for await (const _ of parsed(this.entries, entry, parser)) yield* ready.splice(0);
    yield* ready;
  }

  private textOf(kind: string, style: number, text: string): string {
    switch (kind) {
      case 's':
        return this.strings[Number(text)] ?? '';
      case 'b':
        return text === '1' ? 'yes' : 'no';
      case 'e':
        return '';
      case 'n':
        return text === '' ? '' : this.number(Number(text), this.styles[style] ?? null);
      default:
        return text;
    }
  }

  private number(value: number, shown: Shown): string {
    if (shown === 'date') return dayOf(value, this.from1904);
    // Fifteen digits are what spreadsheets hold; what lies behind is noise.
    const text = String(Number(value.toPrecision(15)));
    return shown ? text.padStart(shown.zeros, '0') : text;
  }
}

function openArchive(path: string, maxUnpacked: number): Promise<Entries> {
  return new Promise((resolve, reject) => {
    yauzl.open(path, { lazyEntries: true, autoClose: false }, (error, zip) => {
      if (error) return reject(error);
      const byName = new Map<string, yauzl.Entry>();
      let bytes = 0;
      const refuse = (cause: Error): void => {
        zip.close();
        reject(cause);
      };
      zip.on('error', refuse);
      zip.on('entry', (entry: yauzl.Entry) => {
        bytes += entry.uncompressedSize;
        byName.set(entry.fileName, entry);
        if (bytes > maxUnpacked) refuse(new Error('It unpacks to too much'));
        else zip.readEntry();
      });
      zip.on('end', () => resolve({ zip, byName }));
      zip.readEntry();
    });
  });
}

/** Lets a parser see a file of the archive, piece by piece; a turn for each, in which what it has found can be taken. */
async function* parsed({ zip, byName }: Entries, name: string, parser: SaxesParser): AsyncGenerator<void> {
  const entry = byName.get(name);
  if (!entry) return;
  let fault: Error | null = null;
  parser.on('error', (error) => (fault ??= error));
  const stream = await new Promise<Readable>((resolve, reject) => {
    // More than the archive says of it is refused by the library.
    zip.openReadStream(entry, (error, opened) => (error ? reject(error) : resolve(opened)));
  });
  const decoder = new TextDecoder('utf-8', { fatal: true });
  for await (const piece of stream as AsyncIterable<Buffer>) {
    parser.write(decoder.decode(piece, { stream: true }));
    if (fault) throw fault as Error;
    yield;
  }
  parser.close();
  if (fault) throw fault as Error;
}

/** Reads a small file of the archive for its opening tags. */
async function tagsOf(entries: Entries, name: string): Promise<SaxesTagPlain[]> {
  const tags: SaxesTagPlain[] = [];
  const parser = new SaxesParser();
  parser.on('opentag', (tag: SaxesTagPlain) => tags.push({ ...tag, attributes: { ...tag.attributes } }));
  for await (const _ of parsed(entries, name, parser));
  return tags;
}

async function readBook(
  entries: Entries,
): Promise<{ sheets: { name: string; entry: string }[]; from1904: boolean }> {
  const book = await tagsOf(entries, 'xl/workbook.xml');
  if (!book.length) throw new Error('It holds no workbook');
  const targets = new Map(
    (await tagsOf(entries, 'xl/_rels/workbook.xml.rels')).map(({ attributes }) => [
      attributes['Id'],
      attributes['Target'],
    ]),
  );
  const sheets = book.flatMap(({ name, attributes }) => {
    const target = name === 'sheet' ? targets.get(attributes['r:id']) : undefined;
    if (!target) return [];
    const entry = target.startsWith('/') ? target.slice(1) : `xl/${target}`;
    return [{ name: attributes['name'], entry }];
  });
  const properties = book.find(({ name }) => name === 'workbookPr')?.attributes['date1904'];
  return { sheets, from1904: properties === '1' || properties === 'true' };
}

/** Texts that cells point at; of formatted ones the words alone, without how they are to be spoken. */
async function readStrings(entries: Entries): Promise<string[]> {
  const strings: string[] = [];
  let text = '';
  let inText = false;
  let spoken = false;
  const parser = new SaxesParser();
  parser.on('opentag', ({ name }) => {
    if (name === 'si') text = '';
    else if (name === 'rPh') spoken = true;
    inText = name === 't' && !spoken;
  });
  parser.on('text', (piece) => {
    if (inText) text += piece;
  });
  parser.on('closetag', ({ name }) => {
    inText = false;
    if (name === 'rPh') spoken = false;
    else if (name === 'si') strings.push(text);
  });
  for await (const _ of parsed(entries, 'xl/sharedStrings.xml', parser));
  return strings;
}

/** Formats that every workbook has: days and times. */
const isBuiltInDate = (id: number): boolean =>
  (id >= 14 && id <= 22) || (id >= 27 && id <= 36) || (id >= 45 && id <= 47) || (id >= 50 && id <= 58);

async function readStyles(entries: Entries): Promise<Shown[]> {
  const tags = await tagsOf(entries, 'xl/styles.xml');
  const formats = new Map<number, Shown>();
  for (const { name, attributes } of tags)
    if (name === 'numFmt') formats.set(Number(attributes['numFmtId']), shownBy(attributes['formatCode']));
  const from = tags.findIndex(({ name }) => name === 'cellXfs');
  const behind = from < 0 ? [] : tags.slice(from + 1);
  const end = behind.findIndex(({ name }) => name === 'cellStyles' || name === 'dxfs');
  return (end < 0 ? behind : behind.slice(0, end))
    .filter(({ name }) => name === 'xf')
    .map(({ attributes }) => {
      const id = Number(attributes['numFmtId'] ?? 0);
      return formats.get(id) ?? (isBuiltInDate(id) ? 'date' : null);
    });
}

/** What a format makes of a number: a day, or a code with zeros before it. */
function shownBy(format: string): Shown {
  const plain = format.replace(/"[^"]*"|\[[^\]]*\]|\\.|_./g, '');
  if (/^0{2,}$/.test(plain)) return { zeros: plain.length };
  return /[ymdhs]/i.test(plain) && !/[#0?]/.test(plain.replace(/\.0+/g, '')) ? 'date' : null;
}

const DAY = 86_400_000;
/** The day that is numbered 0; 1900 was no leap year, though spreadsheets count it as one. */
const BEGIN_1900 = Date.UTC(1899, 11, 30);
const BEGIN_1904 = Date.UTC(1904, 0, 1);

function dayOf(number: number, from1904: boolean): string {
  const begin = from1904 ? BEGIN_1904 : BEGIN_1900;
  const at = new Date(begin + Math.round((number * DAY) / 1_000) * 1_000);
  return Number.isNaN(at.getTime()) ? String(number) : at.toISOString().replace(/T00:00:00\.000Z$/, '');
}

/** `C7` is the third column, from 0. */
function columnIn(reference: string): number {
  let column = 0;
  for (const sign of reference) {
    const letter = sign.charCodeAt(0) - 64;
    if (letter < 1 || letter > 26) break;
    column = column * 26 + letter;
  }
  return column - 1;
}
