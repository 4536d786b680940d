import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import type { FileEncoding } from '@fond/contract';

const MARKS: readonly (readonly [FileEncoding, readonly number[]])[] = [
  ['utf-8', [0xef, 0xbb, 0xbf]],
  ['utf-16le', [0xff, 0xfe]],
  ['utf-16be', [0xfe, 0xff]],
];
const HEAD = 4_096;

/**
 * How a file's signs are written as bytes: by its mark, by the zeros that UTF-16 has between Latin letters, and otherwise
 * by whether all of it is UTF-8. What isn't is the one byte a letter of older Windows programs, unless most of what lies
 * beyond ASCII is sound UTF-8 (then the file is damaged) or there are bytes that no text has.
 */
export async function encodingOf(path: string): Promise<FileEncoding> {
  const head = await headOf(path);
  const marked = MARKS.find(([, mark]) => mark.every((byte, at) => head[at] === byte));
  if (marked) return marked[0];
  const zeros = [0, 1].map((odd) => head.filter((byte, at) => byte === 0 && at % 2 === odd).length);
  const many = head.length / 8;
  if (zeros[1] > many && zeros[0] < many / 8) return 'utf-16le';
  if (zeros[0] > many && zeros[1] < many / 8) return 'utf-16be';
  return (await isOneByteText(path)) ? 'windows-1252' : 'utf-8';
}

async function headOf(path: string): Promise<Buffer> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(HEAD), 0, HEAD, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

const BEYOND_ASCII = /[\u{80}-\u{10ffff}]/gu;
/** Controls that stand in no text. */
const isControl = (byte: number): boolean => byte < 9 || (byte > 13 && byte < 32);

async function isOneByteText(path: string): Promise<boolean> {
  const decoder = new TextDecoder('utf-8');
  let sound = 0;
  let broken = 0;
  for await (const chunk of createReadStream(path) as AsyncIterable<Buffer>) {
    for (const [sign] of decoder.decode(chunk, { stream: true }).matchAll(BEYOND_ASCII))
      if (sign === '\ufffd') broken++;
      else sound++;
    if (chunk.some(isControl)) return false;
  }
  return broken > sound;
}
