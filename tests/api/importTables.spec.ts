import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { ImportReport, Job } from '@fond/contract';
import { select } from '../../server/src/database/rows';
import { startTestServer, type Desk, type TestServer } from '../support/server';

/** Tables as shops really have them. */
let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'));
  desk = await server.signIn();
});
afterAll(() => server.stop());

let round = 0;
/** Article numbers and columns of this test alone. */
let own: (name: string) => string;
beforeEach(() => {
  const n = ++round;
  own = (name) => `${name}${n}`;
});

const rows = (count: number, line: (at: number) => string): string =>
  Array.from({ length: count }, (_, at) => line(at)).join('\n');
const read = async (csv: string, fields: Record<string, string> = {}): Promise<ImportReport> =>
  (await desk.importFile('table.csv', csv, fields)).report!;
const listing = async (query: Record<string, string>) =>
  (await server.guest.get('/api/shop/listing').query({ aisle: '/', size: '200', ...query })).body;
const item = async (sku: string) => (await listing({})).items.find((one: { sku: string }) => one.sku === sku);
const typeOf = (report: ImportReport, name: string): string | null =>
  report.columns.find((column) => column.name === name)!.type;

describe('codes', () => {
  it('keep their zeros and all of their digits', async () => {
    const [zeros, digits, serial, width] = ['Zeros', 'Digits', 'Serial', 'Width'].map(own);
    const table = `sku,title,${zeros},${digits},${serial},${width}\n${rows(
      20,
      (at) =>
        `${own('C')}-${at},Thing ${at},00${at % 3},4006381333931${at % 9}0042,${70_000 + at},${10 + (at % 4)}`,
    )}\n`;
    const report = await read(table);
    expect([zeros, digits, serial, width].map((name) => typeOf(report, name))).toEqual([
      'text',
      'text',
      'text',
      'number',
    ]);
    const { attributes } = await item(`${own('C')}-1`);
    expect(attributes).toMatchObject({
      [zeros.toLowerCase()]: '001',
      [digits.toLowerCase()]: '400638133393110042',
      [serial.toLowerCase()]: '70001',
      [width.toLowerCase()]: 11,
    });
  });

  it('that are years are written without separators', async () => {
    const year = own('Year');
    await read(`sku,title,${year}\n${own('Y')},Vase,1998\n${own('Z')},Jug,2004\n`);
    expect((await item(own('Y'))).attributeTexts[year.toLowerCase()]).toBe('1998');
  });
});

describe('what a file says nothing of', () => {
  it('stays as somebody else has set it meanwhile', async () => {
    const sku = own('L');
    await read(`sku,title,price,stock\n${sku},Lamp,10,5\n`);
    await desk.put(`/api/catalogue/products/${sku}/featured`, { featured: true }).expect(204);
    await read(`sku,title,price\n${sku},Lamp,12\n`);
    const [row] = await select<{ featured: number; stock: number; price: number }>(
      server.application.sequelize,
      'SELECT featured, stock, price_cents AS price FROM products WHERE sku = ?',
      [sku],
    );
    expect(row).toMatchObject({ featured: 1, stock: 5, price: 1200 });
  });

  it('is unknown where the cell is blank: never zero, today or false', async () => {
    const sku = own('B');
    await read(
      `sku,title,created,sold,ratings,rating,featured\n${sku},Old paint,,,,4,yes\n${own('N')},New paint,2026-11-01,3,2,4,\n`,
    );
    await read(`sku,title,created,sold,ratings,rating,featured\n${sku},Old paint,,,,4,\n`);
    const [row] = await select(
      server.application.sequelize,
      'SELECT created_at AS created, sold, ratings, featured FROM products WHERE sku = ?',
      [sku],
    );
    expect(row).toEqual({ created: null, sold: null, ratings: null, featured: 1 });
    const { items } = await listing({ order: 'newest' });
    expect(items.at(-1).sku).toBe(sku);
    expect((await item(sku)).rating).toEqual({ value: 4, count: null });
  });
});

describe('numbers', () => {
  it('may be negative, also as a filter', async () => {
    const degrees = own('Degrees');
    await read(
      `sku,title,${degrees} (K)\n${rows(12, (at) => `${own('F')}-${at},Freezer ${at},${-40 + at}`)}\n`,
    );
    const key = degrees.toLowerCase();
    expect((await listing({ [key]: '-40..-31' })).total).toBe(10);
    const facet = (await desk.get('/api/shop/listing').query({ aisle: '/' })).body;
    expect(facet.ignored ?? []).not.toContain(key);
  });

  it('are converted from the file’s unit, or refused with both', async () => {
    const weight = own('Weight');
    await read(`sku,title,${weight} (g)\n${own('W')}-1,Pan,900\n${own('W')}-2,Lid,300\n`);
    await read(`sku,title,${weight} (kg)\n${own('W')}-1,Pan,1.5\n`);
    expect((await item(`${own('W')}-1`)).attributes[weight.toLowerCase()]).toBe(1500);
    const report = await read(`sku,title,${weight} (cm)\n${own('W')}-1,Pan,1\n`);
    expect(report.errors[0].message).toMatch(/“cm”.*“g”/);
  });
});

describe('words', () => {
  it('in other scripts make columns, addresses and filters that can be read', async () => {
    await read(`sku,title,category,素材,メーカー\n${own('J')},鉄フライパン,台所 > 鍋,鉄,南部\n`);
    const { body } = await server.guest.get('/api/shop/listing').query({ aisle: '/台所/鍋', 素材: '鉄' });
    expect(body.items[0]).toMatchObject({
      attributes: { 素材: '鉄', メーカー: '南部' },
      slug: '鉄フライパン',
    });
  });

  it('that mean something else in addresses get a mark, and shadow nothing', async () => {
    const table = `sku,title,Size,Sale,Order,View,constructor\n${own('R')},Bowl,L,never,1st,top,Brand\n`;
    expect((await read(table)).errorCount).toBe(0);
    const { attributes } = await item(own('R'));
    expect(attributes).toMatchObject({
      _size: 'L',
      _sale: 'never',
      _order: '1st',
      _view: 'top',
      constructor: 'Brand',
    });
    expect((await listing({ _size: 'L', constructor: 'Brand' })).total).toBe(1);
    expect(JSON.stringify(await listing({}))).not.toContain('[native code]');
  });

  it('spelt in more than one way are told, and gathered where that is wished', async () => {
    const maker = own('Maker');
    const table = `sku,title,${maker}\n${rows(9, (at) => `${own('G')}-${at},Pot ${at},${at % 3 ? 'ALDERMOOR' : 'Aldermoor'}`)}\n`;
    const told = await read(table, { dryRun: '1' });
    expect(told.variants).toMatchObject([
      {
        column: maker,
        gathered: false,
        count: 1,
        words: [
          {
            spellings: [
              { text: 'ALDERMOOR', count: 6 },
              { text: 'Aldermoor', count: 3 },
            ],
          },
        ],
      },
    ]);
    await read(table, { mapping: JSON.stringify({ [maker]: { use: 'gather' } }) });
    expect((await listing({ [maker.toLowerCase()]: 'ALDERMOOR' })).total).toBe(9);
  });

  it('with blanks around them are the same words, quoted or not', async () => {
    const report = await read(`sku,title\n"  ${own('Q')}  ","  Jar "\n`);
    expect(report.errorCount).toBe(0);
    expect((await item(own('Q'))).title).toBe('Jar');
    const blank = await read(`sku,title\n${own('Q')}-2,"   "\n`);
    expect(blank.errors[0]).toMatchObject({ column: 'title', sku: `${own('Q')}-2` });
  });
});

describe('article numbers', () => {
  it('are told apart by every sign, in the file and in the shop', async () => {
    const [plain, small, dotted] = ['A', 'a', 'Ä'].map(own);
    const report = await read(`sku,title\n${plain},One\n${small},Two\n${dotted},Three\n`);
    expect(report).toMatchObject({ created: 3, errorCount: 0 });
    expect(report.notices.join()).toContain('told apart by every sign');
    expect((await read(`sku,title\n${small},Two again\n`)).changed).toBe(1);
    expect((await item(plain)).title).toBe('One');
  });
});

describe('prices', () => {
  it('in another currency are refused, unless a rate is given', async () => {
    const table = `sku,title,price,currency\n${own('P')}-1,Cup,10,EUR\n${own('P')}-2,Mug,10,USD\n`;
    const refused = await read(table);
    expect(refused.errors).toMatchObject([{ line: 3, sku: `${own('P')}-2`, column: 'currency' }]);
    const taken = await read(table, { rates: JSON.stringify({ USD: 0.92 }) });
    expect(taken.created).toBe(2);
    expect((await item(`${own('P')}-2`)).price).toEqual({ amount: 9.2, currency: 'EUR' });
  });
});

describe('faulty lines', () => {
  it('may be left out by choice, and are told with their article number and as a file', async () => {
    const table = `sku,title,price\n${own('X')}-1,Good,1\n${own('X')}-2,Bad,dear\n${own('X')}-3,Good too,3\n`;
    const tried = await desk.importFile('lines.csv', table, { dryRun: '1' });
    expect(tried.report).toMatchObject({ rows: 3, faultyLines: 1, leftOut: false, created: 0 });
    const form = await desk.agent
      .post('/api/catalogue/import')
      .set('X-CSRF-Token', desk.token)
      .field('from', tried.id)
      .field('leaveOut', '1');
    expect(form.status).toBe(202);
    await expect.poll(async () => (await desk.get(`/api/jobs/${form.body.id}`)).body.state).toBe('done');
    const { report } = (await desk.get(`/api/jobs/${form.body.id}`)).body as Job;
    expect(report).toMatchObject({ file: 'lines.csv', leftOut: true, created: 2, faultyLines: 1 });
    const file = await desk.get(`/api/jobs/${tried.id}/faults.csv`).buffer(true);
    expect(file.text).toContain(`3,${own('X')}-2,price,`);
  });

  it('with impossible dates are faults, with days to come a word', async () => {
    const report = await read(
      `sku,title,created\n${own('D')}-1,One,2026-02-30\n${own('D')}-2,Two,0001-01-01\n`,
    );
    expect(report.errors.map(({ column }) => column)).toEqual(['created', 'created']);
    const future = await read(`sku,title,created\n${own('D')}-3,Three,2046-01-01\n`);
    expect(future.notices.join()).toContain('still to come');
  });

  it('name their limits: names, keys, lists, depth, columns', async () => {
    const long = (count: number): string => 'x'.repeat(count);
    const report = await read(
      `sku,title,category,tags,Note\n${own('K')},T,"${Array.from({ length: 3_000 }, () => 'a').join(' > ')}","${Array.from({ length: 400 }, (_, at) => `t${at}`).join('|')}",${long(300)}\n`,
    );
    expect(report.errors.map(({ message }) => message)).toEqual([
      expect.stringContaining('3000 steps; 12 are the most'),
      expect.stringContaining('400 entries in it; 200 are the most'),
      expect.stringContaining('300 characters; 200 are the most'),
    ]);
    const wide = await read(`sku,title,${Array.from({ length: 30_000 }, (_, at) => `c${at}`).join(',')}\n`);
    expect(wide.errors[0].message).toContain('300 are the most');
    // Nothing of it was taken, and the shop goes on.
    expect((await server.guest.get('/api/health')).status).toBe(200);
  });
});

describe('a file that breaks off', () => {
  const message = async (name: string, content: string): Promise<string> =>
    (await desk.importFile(name, content)).report!.errors[0].message;

  it('says where, in words that nobody has to look up', async () => {
    const csv = await desk.importFile(
      'open.csv',
      `sku,title\n${own('O')}-1,Fine\n${own('O')}-2,"never closed\nmore,of it\n`,
    );
    expect(csv.report!.errors[0]).toMatchObject({
      line: 3,
      message: expect.stringContaining('never closed'),
    });
    expect(await message('cut.json', '[{"sku":"A","title":"x"},{"sku":"B","ti')).toContain(
      'in the middle of product 2',
    );
    expect(await message('comma.json', '[{"sku":"A","title":"x"} {"sku":"B"}]')).toContain('Product 2');
    expect(await message('object.json', '{"products":[]}')).toContain('holds an object');
    for (const text of [await message('bad.csv', 'sku,title\nA,b"c"d"\n')])
      expect(text).not.toMatch(/[A-Z]+_[A-Z]+/);
  });

  it('may have commas at the end of its first line, and says which columns have no name', async () => {
    expect((await read(`sku,title,,\n${own('E')},Egg cup,,\n`)).errorCount).toBe(0);
    expect(await message('blank.csv', 'sku,,title,,x\n')).toContain('Columns 2, 4 have no names');
  });
});

describe('a column of many values', () => {
  it('is bounded on pages, found by a search, and no filter by our advice', async () => {
    const name = own('Serial');
    const key = name.toLowerCase();
    await read(
      `sku,title,${name}\n${rows(400, (at) => `${own('M')}-${at},Many ${at},Word ${at} of many`)}\n`,
    );
    const house = (await desk.get('/api/plans/house')).body;
    const facets = house.plan.fixtures.map((fixture: { type: string; facets?: object[] }) =>
      fixture.type === 'facets'
        ? { ...fixture, facets: [{ ...fixture.facets![0], key, label: {}, control: 'auto', sort: 'auto' }] }
        : fixture,
    );
    const saved = await desk.put('/api/plans/house', {
      plan: { ...house.plan, fixtures: facets },
      version: house.version,
    });
    expect(saved.status, JSON.stringify(saved.body)).toBe(200);
    await desk.post('/api/publications', { plans: [{ id: 'house', version: saved.body.version }], note: '' });
    const facet = (await listing({})).facets.find((one: { key: string }) => one.key === key);
    expect(facet).toMatchObject({ control: 'search', more: 300 });
    expect(facet.values).toHaveLength(100);
    const found = await server.guest.get('/api/shop/facet').query({ address: '/', key, find: 'word 377' });
    expect(found.body).toMatchObject({ more: 0, values: [{ value: 'Word 377 of many', count: 1 }] });
    const advice = (await desk.post('/api/explain/facets', { plan: saved.body.plan, address: '/' })).body as {
      key: string;
      reason: string;
    }[];
    expect(advice.find((one) => one.key === key)!.reason).toBe('all-different');
  });
});
