import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { guarded } from './guardedCell';
import { openRecords, type FileKind } from './readRecords';
import type { RawRecord } from './recordFile';

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'fond-records-'));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

async function read(
  content: string | Buffer,
  kind: FileKind = 'csv',
): Promise<{ columns: readonly string[]; records: RawRecord[] }> {
  const file = path.join(folder, `file.${kind}`);
  await writeFile(file, content);
  const { columns, records } = await openRecords(file, kind, {});
  const all: RawRecord[] = [];
  for await (const record of records()) all.push(record);
  return { columns, records: all };
}

const cells = (record: RawRecord): Record<string, string> =>
  'cells' in record ? Object.fromEntries(record.cells) : {};
const lines = (records: readonly RawRecord[]): number[] =>
  records.map((record) => ('cells' in record ? record.line : record.fault.line));

describe('a CSV file', () => {
  it('comes back as it was written, whatever its cells hold, those that a spreadsheet would run too', async () => {
    const texts = fc.oneof(fc.string({ maxLength: 12 }), fc.stringMatching(/^'{0,2}[=+@-][a-z0-9()]{0,6}$/));
    const cell = texts.map((text) => text.replace(/\r/g, '').trim());
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 8 }), async (rows) => {
        const written = rows.map(([a, b], at) => ({ sku: `S${at}`, a, b }));
        const harmless = written.map(({ sku, a, b }) => ({ sku, a: guarded(a), b: guarded(b) }));
        for (const { a, b } of harmless)
          for (const text of [a, b]) expect(text).not.toMatch(/^[=+@-](?!\d+(\.\d+)?$)/);
        const { records } = await read(stringify(harmless, { header: true, quoted: true }));
        expect(records.map(cells)).toEqual(written);
      }),
      { numRuns: 40 },
    );
  });

  it('may be separated by semicolons or tabs, with a mark at its start and lines ended either way', async () => {
    const comma = await read('sku,title\r\nA,"x, y"\r\n');
    const semicolon = await read('\ufeffsku;title\nA;x, y\n');
    const tab = await read('sku\ttitle\nA\tx, y\n');
    expect(comma.records.map(cells)).toEqual([{ sku: 'A', title: 'x, y' }]);
    expect(semicolon.records.map(cells)).toEqual(comma.records.map(cells));
    expect(tab.records.map(cells)).toEqual(comma.records.map(cells));
  });

  it('knows the line each product starts on, also after blank lines and cells over several lines', async () => {
    const { records } = await read('sku,title\nA,x\n\nB,"two\nlines"\nC,z\nD\n');
    expect(lines(records)).toEqual([2, 4, 6, 7]);
    expect(records[3]).toMatchObject({ fault: { message: expect.stringContaining('1 cells') } });
  });

  it('can be read twice', async () => {
    const file = path.join(folder, 'twice.csv');
    await writeFile(file, 'sku,title\nA,x\n');
    const { records } = await openRecords(file, 'csv', {});
    for (let n = 0; n < 2; n++) {
      let count = 0;
      for await (const _ of records()) count++;
      expect(count).toBe(1);
    }
  });

  it('of an older Windows program is read by its own letters', async () => {
    const { records } = await read(Buffer.from('sku;title\nA;x\nB;caf\xe9 \x80\n', 'latin1'));
    expect(cells(records[1])).toEqual({ sku: 'B', title: 'café €' });
  });

  it.each(['utf16le', 'be'] as const)('is read as UTF-16 with and without its mark (%s)', async (order) => {
    for (const mark of ['', '\ufeff']) {
      const bytes = Buffer.from(`${mark}sku\ttitle\nA\tcaf\u00e9\n`, 'utf16le');
      const { columns, records } = await read(order === 'be' ? bytes.swap16() : bytes);
      expect(columns).toEqual(['sku', 'title']);
      expect(cells(records[0])).toEqual({ sku: 'A', title: 'café' });
    }
  });

  it('whose UTF-8 is damaged is refused at the line where that shows', async () => {
    const sound = Buffer.from('sku,title\nA,Äpfel über Öl\nB,', 'utf8');
    const damaged = Buffer.concat([sound, Buffer.from('caf\xe9\n', 'latin1')]);
    await expect(read(damaged)).rejects.toMatchObject({ line: 3 });
  });

  it('may have its marks between cells set, where the first line doesn’t tell', async () => {
    const file = path.join(folder, 'marks.csv');
    await writeFile(file, 'sku|a, b, c\nA|x\n');
    expect((await openRecords(file, 'csv', {})).columns).toEqual(['sku|a', 'b', 'c']);
    expect((await openRecords(file, 'csv', { separator: '|' })).columns).toEqual(['sku', 'a, b, c']);
    await writeFile(file, 'sku;"a, b, c, d"\nA;x\n');
    expect((await openRecords(file, 'csv', {})).columns).toEqual(['sku', 'a, b, c, d']);
  });
});

describe('a JSON file', () => {
  it('is read by the same names, lists joined and yes and no in words', async () => {
    const product = { sku: 'A', title: ' Pan ', tags: ['x', 'y'], featured: true, price: 4.5, was: null };
    const wanted = { sku: 'A', title: 'Pan', tags: 'x|y', featured: 'yes', price: '4.5', was: '' };
    const json = await read(JSON.stringify([product]), 'json');
    const jsonLines = await read(
      `${JSON.stringify(product)}\n\n${JSON.stringify({ sku: 'B', Size: 3 })}`,
      'jsonl',
    );
    expect(json.records.map(cells)).toEqual([wanted]);
    expect(jsonLines.records.map(cells)).toEqual([wanted, { sku: 'B', Size: '3' }]);
    expect(jsonLines.columns).toEqual(['sku', 'title', 'tags', 'featured', 'price', 'was', 'Size']);
    expect(lines(jsonLines.records)).toEqual([1, 3]);
  });

  it('tells what is no product', async () => {
    const { records } = await read('[{"sku":"A","size":{"cm":3}},7]', 'json');
    expect(records).toEqual([
      { fault: { line: 1, column: '', message: expect.stringContaining('“size” holds an object') } },
      { fault: { line: 2, column: '', message: expect.stringContaining('is an object') } },
    ]);
    await expect(read('{"sku":"A"}', 'json')).rejects.toMatchObject({
      message: expect.stringContaining('holds an object'),
    });
    await expect(read('nothing', 'json')).rejects.toMatchObject({ name: 'UnreadableFile' });
  });
});
