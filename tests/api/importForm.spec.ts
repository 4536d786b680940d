import excel from 'exceljs';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { ImportReport, KeptMapping } from '@fond/contract';
import { select } from '../../server/src/database/rows';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'));
  desk = await server.signIn();
});
afterAll(() => server.stop());

const GERMAN = Buffer.from(
  [
    'Artikelnummer;Bezeichnung;Preis;Angelegt am;Durchmesser (cm);Farbe',
    'G-1;Schöner Topf;1.234,50;31.03.2026;24,5;grün',
    'G-2;Kännchen;\x80 9,90;01.04.2026;8;weiß',
  ].join('\n'),
  'latin1',
);
const MAPPING = {
  Artikelnummer: { use: 'field', field: 'sku' },
  Bezeichnung: { use: 'field', field: 'title' },
  Preis: { use: 'field', field: 'price' },
  'Angelegt am': { use: 'field', field: 'created' },
};
const read = async (name: string, content: string | Buffer, fields = {}): Promise<ImportReport> => {
  const { report, failure } = await desk.importFile(name, content, fields);
  expect(failure).toBeNull();
  return report!;
};
const tried = (name: string, content: string | Buffer, fields = {}): Promise<ImportReport> =>
  read(name, content, { dryRun: '1', ...fields });
const cellsOf = async (sku: string): Promise<Record<string, string>> => {
  const { text } = await desk.get('/api/catalogue/export?format=jsonl').buffer(true);
  const all = text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Record<string, string>);
  return all.find((product) => product.sku === sku)!;
};

describe('a file of another system', () => {
  it('that names its columns otherwise is refused, shown, and told what they seem to hold', async () => {
    const report = await tried('waren.csv', GERMAN);
    expect(report.errors.map(({ column }) => column)).toEqual(['sku', 'title']);
    expect(report.proposed).toMatchObject(MAPPING);
    expect(report.columns[0]).toMatchObject({ name: 'Artikelnummer', examples: ['G-1', 'G-2'] });
    expect(report.form).toMatchObject({ encoding: 'windows-1252', separator: ';' });
  });

  it('is read by its own letters, decimals and dates, and shown as it will be', async () => {
    const report = await read('waren.csv', GERMAN, { mapping: JSON.stringify(MAPPING) });
    expect(report).toMatchObject({ created: 2, errorCount: 0 });
    expect(report.form).toEqual({
      encoding: 'windows-1252',
      separator: ';',
      decimal: ',',
      date: 'dmy',
      sheet: null,
    });
    const told = Object.fromEntries(report.columns.map(({ name, read: cells }) => [name, cells]));
    expect(told).toMatchObject({
      Preis: ['1234.50 EUR', '9.90 EUR'],
      'Angelegt am': ['2026-03-31', '2026-04-01'],
      'Durchmesser (cm)': ['24.5 cm', '8 cm'],
    });
    expect(await cellsOf('G-1')).toMatchObject({
      title: 'Schöner Topf',
      price: 1234.5,
      created: '2026-03-31T00:00:00.000Z',
      Farbe: ['grün'],
    });
  });

  it('may be read otherwise than was found', async () => {
    const fields = { mapping: JSON.stringify(MAPPING) };
    const file = 'Artikelnummer,Bezeichnung,Preis,Angelegt am\nG-9,Bowl,"1,234",01/02/2026\n';
    const cells = async (form: object): Promise<readonly string[]> => {
      const { columns } = await tried('bowl.csv', file, { ...fields, form: JSON.stringify(form) });
      return columns.slice(2).map(({ read: [cell] }) => cell);
    };
    expect(await cells({})).toEqual(['1234.00 EUR', '2026-02-01']);
    expect(await cells({ decimal: ',', date: 'mdy' })).toEqual(['', '2026-01-02']);
    const { status, body } = await desk.agent
      .post('/api/catalogue/import')
      .set('X-CSRF-Token', desk.token)
      .field('form', '{"decimal":";"}')
      .attach('file', Buffer.from(file), 'bowl.csv');
    expect(status).toBe(400);
    expect(body.errors[0].path).toBe('form.decimal');
  });

  it('has prices in a sign’s currency, which needs a rate where it isn’t the shop’s', async () => {
    const file = 'sku,title,price\nD-1,Bowl,£ 10.00\n';
    expect((await tried('pound.csv', file)).errors[0].message).toContain('Give a rate for GBP');
    const report = await tried('pound.csv', file, { rates: '{"GBP":1.2}' });
    expect(report.columns.find(({ name }) => name === 'price')!.read).toEqual(['12.00 EUR']);
  });
});

describe('how files are read', () => {
  it('is kept by name, put in place of what the name had, and forgotten', async () => {
    const body = { columns: ['Artikelnummer', 'Preis'], mapping: MAPPING, form: { decimal: ',' } };
    const at = `/api/catalogue/mappings/${encodeURIComponent('Großhändler / 2')}`;
    expect((await desk.put(at, body)).status).toBe(204);
    expect((await desk.put(at, { ...body, form: {} })).status).toBe(204);
    const kept = (await desk.get('/api/catalogue/mappings')).body as KeptMapping[];
    expect(kept).toMatchObject([
      { name: 'Großhändler / 2', columns: body.columns, mapping: MAPPING, form: {} },
    ]);
    expect((await desk.delete(at)).status).toBe(204);
    expect((await desk.delete(at)).status).toBe(404);
    expect((await desk.put(at, { ...body, mapping: { x: { use: 'guess' } } })).status).toBe(400);
  });
});

describe('a spreadsheet', () => {
  async function workbook(fill: (book: excel.Workbook) => void): Promise<Buffer> {
    const book = new excel.Workbook();
    fill(book);
    return Buffer.from(await book.xlsx.writeBuffer());
  }
  const HEAD = ['sku', 'title', 'price', 'created', 'Code', 'Oven-safe', 'Depth (cm)'];

  it('is read by what its cells are: numbers, dates, codes with zeros, formulas and formatted words', async () => {
    const file = await workbook((book) => {
      book.addWorksheet('Notes');
      const sheet = book.addWorksheet('Products');
      sheet.addRow(HEAD);
      sheet.addRow([]);
      sheet.addRow([
        'X-1',
        { richText: [{ text: 'Iron ' }, { font: { bold: true }, text: 'pan' }] },
        24.9,
        new Date('2026-03-31'),
        7,
        true,
        0.1 + 0.2,
      ]);
      sheet.getCell('E3').numFmt = '0000';
      sheet.addRow(['X-2', '=SUM(A1)', { formula: 'C3*2', result: 49.8 }, null, 1234, false]);
      sheet.getCell('E4').numFmt = '0000';
      sheet.addRow(['X-3', '', 'abc']);
      book.addWorksheet('Others').addRow(['sku', 'title']);
    });
    const report = await tried('book.xlsx', file);
    expect(report.sheets).toEqual(['Products', 'Others']);
    expect(report.form).toMatchObject({ sheet: 'Products', separator: null });
    expect(report.errors.map(({ line, column }) => [line, column])).toEqual([
      [5, 'price'],
      [5, 'title'],
    ]);
    expect(await read('book.xlsx', file, { leaveOut: '1' })).toMatchObject({ created: 2, leftOut: true });
    expect(await cellsOf('X-1')).toMatchObject({
      title: 'Iron pan',
      price: 24.9,
      created: '2026-03-31T00:00:00.000Z',
      Code: ['0007'],
      'Oven-safe': ['yes'],
      'Depth (cm)': ['0.3'],
    });
    expect(await cellsOf('X-2')).toMatchObject({ title: '=SUM(A1)', price: 49.8, Code: ['1234'] });
  });

  it('has the sheet read that is chosen, and says which there are', async () => {
    const file = await workbook((book) => {
      book.addWorksheet('One').addRows([
        ['sku', 'title'],
        ['S-1', 'First'],
      ]);
      book.addWorksheet('Two').addRows([
        ['sku', 'title'],
        ['S-2', 'Second'],
        ['S-3', 'Third'],
      ]);
    });
    expect((await tried('two.xlsx', file)).rows).toBe(1);
    expect((await tried('two.xlsx', file, { form: '{"sheet":"Two"}' })).rows).toBe(2);
    const { errors } = await tried('two.xlsx', file, { form: '{"sheet":"Three"}' });
    expect(errors[0].message).toContain('there is One, Two');
  });

  it('that is none, or holds nothing, is told', async () => {
    expect((await tried('no.xlsx', 'sku,title\n')).errors[0].message).toContain('no .xlsx spreadsheet');
    const empty = await workbook((book) => book.addWorksheet('Empty'));
    expect((await tried('empty.xlsx', empty)).errors[0].message).toContain('No sheet holds anything');
    const cut = (await workbook((book) => book.addWorksheet('A').addRow(HEAD))).subarray(0, 3_000);
    expect((await tried('cut.xlsx', cut)).errors[0].message).toContain('no .xlsx spreadsheet');
  });
});

describe('products that a file does not name', () => {
  it('stay, or are put aside where that is asked for, and are told first', async () => {
    await read('all.csv', 'sku,title\nM-1,One\nM-2,Two\n', { absent: 'aside' });
    const only = 'sku,title\nM-1,One\n';
    expect((await tried('one.csv', only)).aside).toBe(0);
    expect(await tried('one.csv', only, { absent: 'aside' })).toMatchObject({ aside: 1, unchanged: 1 });
    const { body } = await server.guest.get('/api/shop/listing').query({ aisle: '/' });
    expect(body.total).toBe(2);
    expect((await read('one.csv', only, { absent: 'aside' })).aside).toBe(1);
    const after = await server.guest.get('/api/shop/listing').query({ aisle: '/' });
    expect(after.body.items.map((one: { sku: string }) => one.sku)).toEqual(['M-1']);
    const [kept] = await select<{ standing: string }>(
      server.application.sequelize,
      "SELECT standing FROM products WHERE sku = 'M-2'",
    );
    expect(kept.standing).toBe('aside');
  });

  it('stay while faulty lines of it are left out', async () => {
    await read('two.csv', 'sku,title\nM-1,One\nM-2,Two\n');
    const report = await read('bad.csv', 'sku,title,price\nM-1,One,5\nM-9,Bad,x\n', {
      absent: 'aside',
      leaveOut: '1',
    });
    expect(report).toMatchObject({ aside: 0, changed: 1 });
    expect(report.notices.join()).toContain('stay as they are');
  });
});
