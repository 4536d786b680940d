import { AsyncLocalStorage } from 'node:async_hooks';
import { Writable } from 'node:stream';
import { parse } from 'csv-parse/sync';
import type { Response } from 'express';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { EXPORT_FORMATS, type AisleTexts, type Floor, type ImportReport } from '@fond/contract';
import { exportProducts } from '../../server/src/catalogue/export/exportProducts';
import { connect } from '../../server/src/database/connect';
import { startShop, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn('Orla Finch');
});
afterAll(() => server.stop());

async function exported(query = ''): Promise<string> {
  const { status, text } = await desk.get(`/api/catalogue/export${query}`).buffer(true);
  expect(status, text).toBe(200);
  return text;
}

/** A file of any format, as bytes. */
async function exportedFile(query: string): Promise<Buffer> {
  const { status, body } = await desk.get(`/api/catalogue/export${query}`).responseType('blob');
  expect(status, String(body)).toBe(200);
  return body as Buffer;
}

async function readAgain(name: string, text: string | Buffer): Promise<ImportReport> {
  const job = await desk.importFile(name, text);
  expect(job.failure).toBeNull();
  return job.report!;
}

/** Takes one piece, and the rest once it is told to, in a context of its own as a socket has. */
class SlowResponse extends Writable {
  text = '';
  readonly begun: Promise<void>;
  takeOn!: () => void;
  private begin!: () => void;
  private readonly taken: Promise<void>;

  constructor() {
    super({ highWaterMark: 1 });
    this.begun = new Promise((resolve) => (this.begin = resolve));
    this.taken = new Promise((resolve) => (this.takeOn = resolve));
  }

  attachment = (): this => this;
  set = (): this => this;

  override _write(piece: Buffer, _: string, done: () => void): void {
    this.text += piece.toString();
    this.begin();
    void this.taken.then(() => outside(() => setImmediate(done)));
  }
}
/** The context in which nothing of any unit is. */
const outside = AsyncLocalStorage.snapshot() as (work: () => void) => void;

const rowsOf = (text: string): Record<string, string>[] =>
  parse(text, { columns: true, bom: true }) as Record<string, string>[];

describe('products that are taken out', () => {
  it.each(EXPORT_FORMATS)('and read in again as %s change nothing', async (format) => {
    const { rows, created, changed, errorCount } = await readAgain(
      `products.${format}`,
      await exportedFile(`?format=${format}`),
    );
    expect({ rows, created, changed, errorCount }).toEqual({
      rows: 306,
      created: 0,
      changed: 0,
      errorCount: 0,
    });
  });

  it('keep names from anywhere, formulas and codes as they are', async () => {
    const cells: Record<string, string> = {
      sku: '=CMD-1',
      title: '=SUM(A1:A9)',
      'title@fr': '«\u00a0Théière\u00a0», 100 %',
      category: 'Ράφια > Κατσαρόλες|Tools > +Extra',
      price: '12.50',
      created: '2026-02-28T23:59:59+05:30',
      stock: '-5',
      featured: 'yes',
      rating: '4.25',
      description: '<p>One “line”,\nand "another"; with a comma</p>',
      tags: '@home|constructor',
      collections: "'-quoted",
      constructor: 'yes',
      __proto__: '-12',
      'Weight (g)': '1.50',
      code: '007',
      offset: '-12',
      shades: 'rot|bleu|κόκκινο',
    };
    const quoted = (text: string): string => `"${text.replaceAll('"', '""')}"`;
    const line = (texts: string[]): string => texts.map(quoted).join(',');
    const columns = Object.entries(cells);
    const file = [columns.map(([name]) => name), columns.map(([, cell]) => cell)].map(line).join('\n');
    expect((await readAgain('nasty.csv', file)).created).toBe(1);
    const csv = await exported();
    const row = rowsOf(csv).find(({ sku }) => sku === "'=CMD-1")!;
    expect(row.title, 'no spreadsheet runs it').toBe("'=SUM(A1:A9)");
    expect(row.stock, 'a number is a number').toBe('-5');
    expect(row.offset, 'of an attribute too').toBe('-12');
    expect(row.code).toBe('007');
    for (const format of EXPORT_FORMATS) {
      const report = await readAgain(`again.${format}`, await exportedFile(`?format=${format}`));
      expect([report.created, report.changed, report.errorCount], format).toEqual([0, 0, 0]);
    }
  });

  it('keep attributes that are called like a column of the product’s own', async () => {
    const mapping = JSON.stringify({ Stock: { use: 'attribute', type: 'text' } });
    const job = await desk.importFile('like.csv', 'sku,title,stock,Stock\nLIKE-1,Alike,4,in the cellar\n', {
      mapping,
    });
    expect(job.report).toMatchObject({ created: 1, errorCount: 0 });
    const row = rowsOf(await exported()).find(({ sku }) => sku === 'LIKE-1')!;
    expect([row.stock, row._Stock]).toEqual(['4', 'in the cellar']);
    for (const format of EXPORT_FORMATS) {
      const report = await readAgain(`again.${format}`, await exportedFile(`?format=${format}`));
      expect([report.created, report.changed, report.errorCount], format).toEqual([0, 0, 0]);
    }
  });

  it('are found in their categories and tags again, though several are called alike', async () => {
    const { aisles } = (await desk.get('/api/floor')).body as Floor;
    const some = (kind: string, parent: string | null): string[] =>
      aisles.filter((one) => one.kind === kind && one.parent === parent).map(({ key }) => key);
    const tools = aisles.find(({ path }) => path === '/tools')!.key;
    const renamed = [
      ...some('category', tools)
        .slice(0, 2)
        .map((key) => [key, 'The same']),
      ...some('category', tools)
        .slice(2, 3)
        .map((key) => [key, 'Pots > Pans']),
      ...some('tag', null)
        .slice(0, 2)
        .map((key) => [key, 'Alike | or not']),
    ];
    expect(renamed).toHaveLength(5);
    for (const [key, title] of renamed) {
      const [of, id] = key.split(':');
      const address = `/api/catalogue/texts/${of}/${id}`;
      const seen = (await desk.get(address)).body as AisleTexts;
      const titles = { ...seen.titles, en: title };
      const answer = await desk.put(address, { titles, descriptions: seen.descriptions, seen });
      expect(answer.status, JSON.stringify(answer.body)).toBe(204);
    }
    const report = await readAgain('alike.csv', await exported());
    expect([report.created, report.changed, report.newCategories, report.newTags]).toEqual([0, 0, [], []]);
  });

  it('are those of an aisle, or of a saved range within one', async () => {
    const pans = rowsOf(await exported('?aisle=/cookware/pans'));
    expect(pans.length).toBe(50);
    for (const { category } of pans) expect(category).toContain('Cookware > Pans');
    const rule = { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] };
    const { id } = (await desk.post('/api/ranges', { name: 'On sale', rule })).body as { id: string };
    const sale = rowsOf(await exported(`?range=${id}`));
    expect(sale.length).toBeGreaterThan(5);
    for (const { price, was } of sale) expect(Number(was)).toBeGreaterThan(Number(price));
  });

  it('are those of a filter of the products table: a search, what they lack, clauses', async () => {
    const clauses = encodeURIComponent(JSON.stringify([{ kind: 'sale' }]));
    const sale = rowsOf(await exported(`?q=pan&clauses=${clauses}`));
    expect(sale.length).toBeGreaterThan(1);
    for (const { price, was } of sale) expect(Number(was)).toBeGreaterThan(Number(price));
    const bare = rowsOf(await exported('?gap=attribute:material'));
    expect(bare.length).toBeGreaterThan(0);
    for (const row of bare) expect(row['Material']).toBe('');
    for (const query of ['clauses={', 'clauses=[{"kind":"nothing"}]', 'gap=constructor'])
      expect((await desk.get(`/api/catalogue/export?${query}`)).status).toBe(400);
  });

  it('are of one moment, however slowly they are taken', async () => {
    const lines = Array.from({ length: 1_500 }, (_, at) => `M-${at},Moment ${at},Moments,${at}`);
    await desk.importFile('moments.csv', `sku,title,category,stock\n${lines.join('\n')}\n`);
    const slow = new SlowResponse();
    const sequelize = connect(server.databaseUrl);
    try {
      const sent = exportProducts(sequelize, null, 'csv', slow as unknown as Response);
      // The file has begun, and waits for whoever takes it.
      await slow.begun;
      await desk.importFile('later.csv', `sku,title,stock\nM-1499,Moment 1499,7\nM-9999,Too late,1\n`);
      slow.takeOn();
      await sent;
    } finally {
      await sequelize.close();
    }
    const rows = rowsOf(slow.text);
    expect(rows.find(({ sku }) => sku === 'M-1499')?.stock).toBe('1499');
    expect(
      rows.some(({ sku }) => sku === 'M-9999'),
      'it came later',
    ).toBe(false);
    expect(rowsOf(await exported()).find(({ sku }) => sku === 'M-1499')?.stock).toBe('7');
  });

  it('are refused in words where what is asked for isn’t there', async () => {
    const asked = async (query: string): Promise<[number, string]> => {
      const { status, body } = await desk.get(`/api/catalogue/export?${query}`);
      return [status, (body as { type: string }).type];
    };
    expect(await asked('aisle=/nowhere')).toEqual([404, '/problems/unknown-aisle']);
    expect(await asked('range=00000000-0000-4000-8000-000000000000')).toEqual([404, '/problems/not-found']);
    expect(await asked('format=xls')).toEqual([400, '/problems/bad-input']);
  });
});
