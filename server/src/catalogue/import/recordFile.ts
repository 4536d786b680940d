import { createReadStream } from 'node:fs';
import type { FileEncoding, FileForm, ImportError } from '@fond/contract';

/** One product of a file: cells by column name, or why it can't be read. */
export type RawRecord =
  | { line: number; cells: ReadonlyMap<string, string> }
  | { fault: Omit<ImportError, 'sku'> };

/** How a file's cells are told apart; the rest of its form is found from what they hold. */
export type Layout = Pick<FileForm, 'encoding' | 'separator' | 'sheet'>;

export interface RecordFile {
  layout: Layout;
  /** Of a spreadsheet, those that hold something. */
  sheets: readonly string[];
  columns: readonly string[];
  /** Reads from the start at every call; never holds more than a piece of the file. */
  records: () => AsyncGenerator<RawRecord>;
}

/** A file that can't be read at all, with the line where that shows. */
export class UnreadableFile extends Error {
  constructor(
    readonly line: number,
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options);
    this.name = 'UnreadableFile';
  }
}

const NAMES: Readonly<Record<FileEncoding, string>> = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16 with its high byte first',
  'windows-1252': 'Windows-1252',
};

/** Text of the file; bytes that are none in its encoding stop the reading with their line. */
export async function* textOf(path: string, encoding: FileEncoding): AsyncGenerator<string> {
  const decoder = new TextDecoder(encoding, { fatal: true });
  const refusal = `The file is not ${NAMES[encoding]} text from here on; save it as UTF-8 and try again.`;
  let line = 1;
  const linesIn = (text: string): number => text.split('\n').length - 1;
  for await (const chunk of createReadStream(path)) {
    let text: string;
    try {
      text = decoder.decode(chunk as Buffer, { stream: true });
    } catch {
      const readable = new TextDecoder(encoding).decode(chunk as Buffer).split('\ufffd', 1)[0];
      throw new UnreadableFile(line + linesIn(readable), refusal);
    }
    line += linesIn(text);
    yield text;
  }
  try {
    yield decoder.decode();
  } catch {
    throw new UnreadableFile(line, refusal);
  }
}

/** A cell without blanks around it, quoted or not, and in one form where signs can be written in two (Unicode NFC). */
export const tidy = (cell: string): string => cell.trim().normalize('NFC');
