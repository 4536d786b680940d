import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { select } from '../../server/src/database/rows';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'));
  desk = await server.signIn();
});
afterAll(() => server.stop());

const products = async (): Promise<string> =>
  JSON.stringify([
    await select(server.application.sequelize, 'SELECT * FROM products ORDER BY sku'),
    await select(server.application.sequelize, 'SELECT * FROM product_attributes ORDER BY 1, 2, 3'),
    await select(server.application.sequelize, 'SELECT * FROM categories ORDER BY id'),
  ]);
const item = async (sku: string) =>
  (await server.guest.get('/api/shop/listing').query({ aisle: '/', size: '200' })).body.items.find(
    (one: { sku: string }) => one.sku === sku,
  );

const HEAD = 'sku,title,category,price,was,stock,created,tags,Material,Diameter (cm),Oven-safe,Hob types';
const PAN =
  'P-1,Iron pan,Cookware > Pans|Gifts,24.90,29.90,4,2026-03-01,Heavy|Black,Cast iron,28,yes,gas|induction';

describe('a product file', () => {
  it('tells how many of the pictures that it names are there', async () => {
    await server.application.sequelize.query(
      "INSERT INTO pictures (source, hash, width, height) VALUES ('there.jpg', REPEAT('f', 32), 10, 10)",
    );
    const file =
      'sku,title,image\nI-1,Framed pan,https://pictures.example/pan.jpg|there.jpg\nI-2,Bare pan,gone.jpg\n';
    const { report } = await desk.importFile('pictures.csv', file, { dryRun: '1' });
    expect(report!.notices).toEqual([
      'The file names 3 pictures; 1 is in the library.',
      '1 picture is not there (gone.jpg): upload it under Pictures by the same name, and the products show it at once.',
      expect.stringContaining('1 is an address'),
    ]);
  });

  it('makes products, categories, tags and attributes, with the types found from the values', async () => {
    const job = await desk.importFile(
      'pans.csv',
      `${HEAD}\n${PAN}\nP-2,Steel pan,Cookware > Pans,19,,0,,,Steel,24.5,no,gas\n`,
    );
    expect(job.state).toBe('done');
    expect(job.report).toMatchObject({ rows: 2, created: 2, changed: 0, unchanged: 0, errorCount: 0 });
    expect(job.report!.newCategories).toEqual(['Cookware', 'Cookware > Pans', 'Gifts']);
    expect(
      Object.fromEntries(
        job
          .report!.columns.filter((column) => column.use === 'attribute')
          .map((column) => [column.key, column.type]),
      ),
    ).toEqual({
      material: 'text',
      diameter: 'number',
      'oven-safe': 'boolean',
      'hob-types': 'many',
    });
    const { body } = await server.guest
      .get('/api/shop/listing')
      .query({ aisle: '/cookware/pans', diameter: '25..30' });
    expect(body.items.map((one: { sku: string }) => one.sku)).toEqual(['P-1']);
    expect(body.items[0]).toMatchObject({
      price: { amount: 24.9, currency: 'EUR' },
      was: { amount: 29.9 },
      attributes: {
        material: 'Cast iron',
        diameter: 28,
        'hob-types': ['gas', 'induction'],
        'oven-safe': true,
      },
      attributeTexts: { material: 'Cast iron', diameter: '28\u00a0cm', 'hob-types': 'gas, induction' },
    });
    expect((await server.guest.get('/api/shop/listing').query({ aisle: '/gifts' })).body.total).toBe(1);
  });

  it('changes nothing the second time', async () => {
    const before = await products();
    const job = await desk.importFile('pans.csv', `${HEAD}\n${PAN}\n`);
    expect(job.report).toMatchObject({ created: 0, changed: 0, unchanged: 1 });
    expect(await products()).toBe(before);
  });

  it('changes only what its columns tell', async () => {
    const job = await desk.importFile(
      'prices.csv',
      'sku;title;price\nP-1;Iron pan;22.50\nP-2;Steel pan;19.00\n',
    );
    expect(job.report).toMatchObject({ created: 0, changed: 1, unchanged: 1 });
    expect(await item('P-1')).toMatchObject({
      price: { amount: 22.5 },
      attributes: { material: 'Cast iron' },
    });
  });

  it('with broken lines is reported line by line and changes nothing at all', async () => {
    const before = await products();
    const job = await desk.importFile(
      'broken.csv',
      [
        'sku,title,price,stock,rating,created,Diameter (cm),featured',
        'N-1,"Two\nlines",10,1,4,2026-01-01,20,yes',
        'N-2,,24.999,many,7,yesterday,wide,maybe',
        'N-1,Twice,1,1,,,,',
        'N-3,Short',
        ',No key,1,1,,,,',
      ].join('\n'),
    );
    expect(job.state).toBe('failed');
    const faults = job.report!.errors.map(({ line, column }) => `${line} ${column}`).sort();
    expect(faults).toEqual(
      [
        '4 title',
        '4 price',
        '4 stock',
        '4 rating',
        '4 created',
        '4 Diameter (cm)',
        '4 featured',
        '5 sku',
        '6 ',
        '7 sku',
      ].sort(),
    );
    expect(job.report!.errors.find((error) => error.column === 'price')!.message).toContain(
      'write it as 24.90',
    );
    expect(await products()).toBe(before);
  });

  it('that is only tried tells exact counts and changes nothing', async () => {
    const before = await products();
    const job = await desk.importFile('try.csv', `${HEAD}\n${PAN}\nP-9,New,New > Deep,5,,1,,,,,,\n`, {
      dryRun: '1',
    });
    expect(job.report).toMatchObject({
      dryRun: true,
      created: 1,
      changed: 1,
      newCategories: ['New', 'New > Deep'],
    });
    expect(await products()).toBe(before);
  });

  it('reads JSON and JSON Lines by the same names', async () => {
    const lines =
      '{"sku":"J-1","title":"Jar","price":4.5,"tags":["Clear","Heavy"],"Oven-safe":true}\n{"sku":"J-2","title":"Lid"}\nnot json\n';
    const broken = await desk.importFile('jars.jsonl', lines);
    expect(broken.report!.errors).toEqual([
      { line: 3, sku: '', column: '', message: 'This line is not JSON.' },
    ]);
    const job = await desk.importFile(
      'jars.json',
      '[{"sku":"J-1","title":"Jar","price":4.5,"tags":["Clear","Heavy"]}]',
    );
    expect(job.report).toMatchObject({ created: 1 });
    expect(await item('J-1')).toMatchObject({ title: 'Jar', price: { amount: 4.5 } });
  });

  it('gives texts in the shop’s languages, and says of others that they are left out', async () => {
    const file = 'sku,title,title@fr,category@fr,title@zz\nF-1,Whisk,Fouet,Outils,Zz\n';
    const before = await desk.importFile('french.csv', file, { dryRun: '1' });
    expect(before.report!.notices.join()).toContain('doesn’t speak “fr”');
    await desk.put('/api/settings', { languages: ['en', 'fr'] }).expect(200);
    const job = await desk.importFile('french.csv', file);
    expect(job.report!.notices).toEqual([
      expect.stringContaining('“category@fr” is left out'),
      expect.stringContaining('doesn’t speak “zz”'),
    ]);
    const { body } = await server.guest
      .get('/api/shop/listing')
      .query({ aisle: '/', lang: 'fr', size: '200' });
    expect(body.items.map((one: { title: string }) => one.title)).toContain('Fouet');
    expect(
      (await desk.get('/api/catalogue/attributes')).body.map((one: { key: string }) => one.key),
    ).not.toContain('category-fr');
  });

  it('takes a mapping for columns that shall be read otherwise', async () => {
    const mapping = JSON.stringify({ Shelf: { use: 'attribute', type: 'text' }, Note: { use: 'skip' } });
    const job = await desk.importFile('mapped.csv', 'sku,title,Shelf,Note\nM-1,Mug,12,internal\n', {
      mapping,
    });
    expect(job.report!.columns.slice(2)).toMatchObject([{ type: 'text' }, { use: 'skip' }]);
    const bad = await desk.agent
      .post('/api/catalogue/import')
      .set('X-CSRF-Token', desk.token)
      .field('mapping', '{"Shelf":{"use":"guess"}}')
      .attach('file', Buffer.from('sku,title\n'), 'x.csv');
    expect(bad.status).toBe(400);
    expect(bad.body.errors[0].path).toContain('mapping.Shelf');
  });

  it('keeps harmless formatting of a description and nothing that runs', async () => {
    await desk.importFile(
      'html.csv',
      'sku,title,description,slug\nH-1,<b>Bowl</b>,"<p onclick=""x()"">Good <b>bowl</b><script>alert(1)</script><img src=x onerror=y></p>",bowl\n',
    );
    const { body } = await server.guest.get('/api/shop/page').query({ address: '/products/bowl' });
    expect(body.title).toBe('<b>Bowl</b>');
    expect(body.description).toBe('<p>Good <b>bowl</b></p>');
  });

  it('that can’t be read at all says where and why', async () => {
    const messages = async (name: string, content: string | Buffer) =>
      (await desk.importFile(name, content)).report!.errors[0];
    expect(
      await messages(
        'latin.csv',
        Buffer.concat([Buffer.from('sku,title\nB,éà\nA,caf'), Buffer.from([0xe9, 10])]),
      ),
    ).toMatchObject({
      line: 3,
      message: expect.stringContaining('UTF-8'),
    });
    expect(await messages('quote.csv', 'sku,title\nA,"open\nB,x\n')).toMatchObject({
      message: expect.stringContaining('never closed'),
    });
    expect(await messages('empty.csv', '')).toMatchObject({
      line: 1,
      message: expect.stringContaining('empty'),
    });
    expect(await messages('nokey.csv', 'title\nX\n')).toMatchObject({ column: 'sku' });
    expect(await messages('twice.csv', 'sku,title,title\n')).toMatchObject({
      message: expect.stringContaining('“title”'),
    });
    expect(await messages('slug.csv', 'sku,title,slug\nZ-1,x,bowl\n')).toMatchObject({
      column: 'slug',
      message: expect.stringContaining('H-1'),
    });
  });

  it('of another kind is refused before it is kept', async () => {
    const answer = await desk.agent
      .post('/api/catalogue/import')
      .set('X-CSRF-Token', desk.token)
      .attach('file', Buffer.from('PK'), 'products.xls');
    expect(answer.status).toBe(415);
    const none = await desk.post('/api/catalogue/import');
    expect(none.status).toBe(400);
  });

  it('is listed with its report', async () => {
    const { body } = await desk.get('/api/jobs');
    expect(body[0].report.file).toBe('slug.csv');
    expect((await desk.get(`/api/jobs/${body[0].id}`)).body).toEqual(body[0]);
    expect((await desk.get('/api/jobs/3f2c8a52-0000-4000-8000-000000000000')).status).toBe(404);
  });
});
