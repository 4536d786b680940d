import { createReadStream } from 'node:fs';
import type { ImportError } from '@fond/contract';

/** One product of a file: cells by column name, or why it can't be read. */
export type RawRecord =
  | { line: number; cells: ReadonlyMap<string, string> }
  | { fault: Omit<ImportError, 'sku'> };

export interface RecordFile {
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

const NOT_UTF8 = 'The file is not UTF-8 text from here on; save it as UTF-8 and try again.';

/** Text of the file; bytes that are no UTF-8 stop the reading with their line. */
export async function* utf8(path: string): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let line = 1;
  const linesIn = (text: string): number => text.split('\n').length - 1;
  for await (const chunk of createReadStream(path)) {
    let text: string;
    try {
      text = decoder.decode(chunk as Buffer, { stream: true });
    } catch {
      const readable = new TextDecoder().decode(chunk as Buffer).split('\ufffd', 1)[0];
      throw new UnreadableFile(line + linesIn(readable), NOT_UTF8);
    }
    line += linesIn(text);
    yield text;
  }
  try {
    yield decoder.decode();
  } catch {
    throw new UnreadableFile(line, NOT_UTF8);
  }
}

/** A cell without blanks around it, quoted or not, and in one form where signs can be written in two (Unicode NFC). */
export const tidy = (cell: string): string => cell.trim().normalize('NFC');
