import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it, vi } from 'vitest';
import type {
  BulkEdit,
  BulkTrial,
  CellEdit,
  EditAnswer,
  EditLine,
  Job,
  ProductColumn,
  ProductRows,
  ProductView,
  RowsQuestion,
} from '@fond/contract';
import { USUAL_PIN } from '@fond/core';
import type { GapCount, ProductModel } from '@fond/core';
import { readPlan, savePlan } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
});

const rows = async (question: Partial<RowsQuestion>): Promise<ProductRows> =>
  (await desk.post('/api/catalogue/rows', { columns: ['sku'], from: 0, count: 50, ...question })).body;
const cellsOf = async (sku: string, ...columns: string[]): Promise<readonly string[]> =>
  (await rows({ q: sku, columns })).rows.find((row) => row.sku === sku)!.cells;
/** Somebody who has the cell before them writes in it. */
const cell = async (sku: string, column: string, value: string): Promise<CellEdit> => ({
  sku,
  column,
  value,
  seen: (await cellsOf(sku, column))[0],
});
const edit = (...cells: CellEdit[]) => desk.post('/api/catalogue/edits', { cells });
const shown = async (sku: string): Promise<ProductModel> => {
  const [slug] = await cellsOf(sku, 'slug');
  return (await server.guest.get('/api/shop/page').query({ address: `/products/${slug}` })).body;
};
const someSkus = async (count: number, question: Partial<RowsQuestion> = {}): Promise<string[]> =>
  (await rows({ count, ...question })).rows.map(({ sku }) => sku);

describe('the products table', () => {
  it('shows any window of the whole catalogue, in an order, with the cells that are asked for', async () => {
    const { products } = (await server.guest.get('/api/health')).body;
    const sorting = { by: 'price', down: true };
    const first = await rows({ columns: ['price', 'title', 'Material'], sorting, count: 20 });
    expect(first.total).toBe(products);
    const prices = first.rows.map(({ cells }) => Number(cells[0]));
    expect(prices).toEqual([...prices].sort((a, b) => b - a));
    const next = await rows({ columns: ['price'], sorting, from: 15, count: 5 });
    expect(next.rows.map(({ sku }) => sku)).toEqual(first.rows.slice(15).map(({ sku }) => sku));
    const last = await rows({ sorting, from: products - 3, count: 20, columns: ['price'] });
    expect(last.rows).toHaveLength(3);
  });

  it('finds by misspelt names, parts of article numbers and clauses, and what lacks something, as counted', async () => {
    expect((await rows({ q: 'ketle' })).total).toBeGreaterThan(2);
    const [sku] = await someSkus(1);
    expect((await rows({ q: sku.slice(-3).toLowerCase() })).rows.map((row) => row.sku)).toContain(sku);
    expect((await rows({ q: sku })).rows[0].sku).toBe(sku);
    const gaps = (await desk.get('/api/catalogue/gaps')).body as GapCount[];
    for (const { gap, count } of gaps) expect([gap, (await rows({ gap })).total]).toEqual([gap, count]);
    expect(gaps.find(({ gap }) => gap === 'category')!.count).toBeGreaterThan(0);
    const sale = await rows({ clauses: [{ kind: 'sale' }], columns: ['price', 'was'] });
    expect(sale.total).toBeGreaterThan(0);
    for (const { cells } of sale.rows) expect(Number(cells[1])).toBeGreaterThan(Number(cells[0]));
  });

  it('names its columns as product files do, says what can be chosen, and refuses what it does not know', async () => {
    const columns = (await desk.get('/api/catalogue/columns')).body as ProductColumn[];
    const named = (name: string): ProductColumn => columns.find((column) => column.name === name)!;
    expect(named('title@fr')).toMatchObject({ label: 'Name (fr)', kind: 'text' });
    expect(named('Material')).toMatchObject({ sort: 'attribute:material' });
    expect(named('Material').choices.length).toBeGreaterThan(3);
    expect(named('standing')).toMatchObject({ choices: ['live', 'draft', 'aside'] });
    const bad = [
      { columns: ['constructor'] },
      { gap: 'nothing' },
      { sorting: { by: 'constructor', down: true } },
    ];
    for (const question of bad) {
      const answer = await desk.post('/api/catalogue/rows', {
        columns: ['sku'],
        from: 0,
        count: 9,
        ...question,
      });
      expect(answer.status).toBe(400);
    }
  });
});

describe('a cell that is written', () => {
  it('holds at once in shop and table, is undone and redone, and the record tells it', async () => {
    const [sku] = await someSkus(1, { clauses: [{ kind: 'picture' }] });
    const before = await cellsOf(sku, 'title', 'price');
    const written = (
      await edit(await cell(sku, 'title', ' Pan  of\u0065\u0301tude '), await cell(sku, 'price', '1 234,5 €'))
    ).body as EditAnswer;
    expect(written.cells.map(({ value }) => value)).toEqual(['Pan  of\u00e9tude', '1234.50']);
    expect(await shown(sku)).toMatchObject({ title: 'Pan  of\u00e9tude', price: { amount: 1234.5 } });
    expect(await cellsOf(sku, 'title', 'price')).toEqual(['Pan  of\u00e9tude', '1234.50']);

    const undone = (await desk.post(`/api/catalogue/edits/${written.id}/undo`)).body as EditAnswer;
    expect(await cellsOf(sku, 'title', 'price')).toEqual(before);
    expect((await desk.post(`/api/catalogue/edits/${written.id}/undo`)).body.status).toBe(409);
    await desk.post(`/api/catalogue/edits/${undone.id}/undo`);
    expect(await cellsOf(sku, 'price')).toEqual(['1234.50']);
    const [latest, , first] = (await desk.get('/api/catalogue/edits')).body as EditLine[];
    expect(latest).toMatchObject({ said: `Name, Price of ${sku}`, undoing: true, by: 'Ines Marlow' });
    expect(first).toMatchObject({ id: written.id, undone: true });
  });

  it('is read by the rules of product files: lists, marks, attributes, languages, and what is new is made', async () => {
    const [sku] = await someSkus(1, { clauses: [{ kind: 'attribute', attribute: 'material', values: [] }] });
    const wishes: [string, string, string][] = [
      ['tags', 'Ready for induction|Brand new tag', 'Ready for induction|Brand new tag'],
      ['category', 'Cookware > Pans | Cookware > New shelf', 'Cookware > Pans|Cookware > New shelf'],
      ['featured', 'yes', 'yes'],
      ['title@fr', 'Poêle', 'Poêle'],
      ['description', '<p onclick="x">Plain <b>words</b></p>', '<p>Plain <b>words</b></p>'],
      ['Material', '', ''],
      ['created', '2026-03-31', '2026-03-31'],
      ['stock', '', ''],
    ];
    const cells = await Promise.all(wishes.map(([column, value]) => cell(sku, column, value)));
    const { cells: stored } = (await edit(...cells)).body as EditAnswer;
    expect(stored.map(({ column, value }) => [column, value])).toEqual(wishes.map(([c, , v]) => [c, v]));
    const aisle = await server.guest.get('/api/shop/listing').query({ aisle: '/tags/brand-new-tag' });
    expect(aisle.body.items.map((item: { sku: string }) => item.sku)).toEqual([sku]);
  });

  it('is refused with all others where one can’t be read, and each is told', async () => {
    const [sku, other] = await someSkus(2);
    const before = await cellsOf(sku, 'stock');
    const answer = await edit(
      await cell(sku, 'stock', '7'),
      await cell(other, 'price', '1,234'),
      await cell(other, 'title', ' '),
      await cell(other, 'standing', 'gone'),
    );
    expect(answer.status).toBe(400);
    expect(answer.body.errors.map(({ path }: { path: string }) => path)).toEqual([
      'cells.1.value',
      'cells.2.value',
      'cells.3.value',
    ]);
    expect(await cellsOf(sku, 'stock')).toEqual(before);
    const [slug] = await cellsOf(sku, 'slug');
    const taken = await edit(await cell(other, 'slug', slug));
    expect(taken.body.errors).toEqual([
      { path: 'cells.0.value', message: `“${slug}” is the address of ${sku}.` },
    ]);
    expect((await edit({ sku, column: 'sku', value: 'X', seen: sku })).status).toBe(400);
    expect((await edit({ sku: 'no such', column: 'stock', value: '1', seen: null })).status).toBe(404);
  });

  it('does not write over what somebody else wrote meanwhile: both values are told, and one may insist', async () => {
    const [sku] = await someSkus(1);
    const mine = await cell(sku, 'stock', '11');
    const colleague = await server.signIn('Bo Tarn');
    await colleague.post('/api/catalogue/edits', { cells: [{ ...mine, value: '12' }] });
    const refused = await edit(mine);
    expect(refused.status).toBe(409);
    expect(refused.body).toMatchObject({
      type: '/problems/changed-meanwhile',
      conflicts: [{ sku, column: 'stock', yours: '11', theirs: '12' }],
    });
    expect(await cellsOf(sku, 'stock')).toEqual(['12']);
    // The same value is no dispute, and who insists is heard.
    expect((await edit({ ...mine, value: '12' })).body).toMatchObject({ id: null });
    expect((await edit({ ...mine, seen: '12' })).status).toBe(201);
  });

  it('stays when an older edit is taken back, which tells so', async () => {
    const [one, two] = await someSkus(2);
    const { id } = (await edit(await cell(one, 'stock', '21'), await cell(two, 'stock', '22')))
      .body as EditAnswer;
    await edit(await cell(one, 'stock', '23'));
    const undone = (await desk.post(`/api/catalogue/edits/${id}/undo`)).body as EditAnswer;
    expect(undone.left).toMatchObject([{ sku: one, column: 'stock', theirs: '23' }]);
    expect(await cellsOf(one, 'stock')).toEqual(['23']);
    expect(await cellsOf(two, 'stock')).not.toEqual(['22']);
  });
});

describe('a product that is made at the desk', () => {
  it('is a draft that no shopper sees, found among drafts, until it is live; put aside it is gone again', async () => {
    const [from] = await someSkus(1, { q: 'kettle' });
    const made = await desk.post('/api/catalogue/products', { sku: 'NEW-1', title: 'Kettle Nova', from });
    expect(made.body).toEqual({ sku: 'NEW-1' });
    const address = '/products/kettle-nova';
    const page = async (): Promise<string> =>
      (await server.guest.get('/api/shop/page').query({ address })).body.kind as string;
    expect(await page()).toBe('missing');
    expect((await rows({ standing: 'draft', q: 'nova' })).rows.map(({ sku }) => sku)).toEqual(['NEW-1']);
    const live = (await edit({ sku: 'NEW-1', column: 'standing', value: 'live', seen: 'draft' })).body;
    expect(await page()).toBe('product');
    expect(await cellsOf('NEW-1', 'category')).toEqual(await cellsOf(from, 'category'));
    await desk.post(`/api/catalogue/edits/${live.id}/undo`);
    expect(await page()).toBe('missing');
    const again = await desk.post('/api/catalogue/products', { sku: 'NEW-1', title: 'Twice', from: null });
    expect(again.body.errors[0].path).toBe('sku');
  });

  it('keeps what it cost before, whoever changed it', async () => {
    const [sku] = await someSkus(1);
    const before = await cellsOf(sku, 'price');
    await edit(await cell(sku, 'price', '77.00'));
    await desk.importFile('p.csv', `sku,title,price\n${sku},Same,78\n`);
    const history = (await desk.get(`/api/catalogue/products/${sku}`)).body.prices;
    const costs = history.map(({ price }: { price: number }) => price) as number[];
    expect(costs.slice(0, 2)).toEqual([77, Number(before[0])]);
  });
});

describe('one change for many products', () => {
  const bulk = (wish: Partial<BulkEdit>): BulkEdit => ({
    skus: null,
    filter: {},
    column: 'tags',
    change: { kind: 'entries', add: ['On the table'], remove: [] },
    ...wish,
  });
  const ask = async (wish: BulkEdit): Promise<Job> =>
    desk.ended(((await desk.post('/api/catalogue/bulk', wish)).body as Job).id);

  it('is told in figures and examples before, done as told, and taken back in one step', async () => {
    const filter = { q: 'pan' };
    const wish = bulk({ filter, column: 'price', change: { kind: 'scale', percent: 110 } });
    const before = await rows({ ...filter, columns: ['price'], count: 200 });
    const trial = (await desk.post('/api/catalogue/bulk/trial', wish)).body as BulkTrial;
    expect(trial).toMatchObject({ products: before.total, refused: 0 });
    const [example] = trial.examples;
    expect(example.after).toBe((Math.round(Number(example.before) * 110) / 100).toFixed(2));
    expect(await cellsOf(example.sku, 'price')).toEqual([example.before]);

    const job = await ask(wish);
    expect(job).toMatchObject({ kind: 'edit', state: 'done', report: { changed: trial.changed } });
    expect(await cellsOf(example.sku, 'price')).toEqual([example.after]);
    expect(await shown(example.sku)).toMatchObject({ price: { amount: Number(example.after) } });
    await desk.post(`/api/catalogue/edits/${job.id}/undo`);
    const after = await rows({ ...filter, columns: ['price'], count: 200 });
    expect(after.rows.map(({ sku, cells }) => [sku, ...cells])).toEqual(
      before.rows.map(({ sku, cells }) => [sku, ...cells]),
    );
  });

  it('makes what is new, leaves what has it, and a colleague’s later cell stays when it is taken back', async () => {
    const skus = await someSkus(3);
    await edit(await cell(skus[0], 'tags', 'Party'));
    const wish = bulk({ skus, change: { kind: 'entries', add: ['Party'], remove: [] } });
    expect((await desk.post('/api/catalogue/bulk/trial', wish)).body).toMatchObject({
      products: 3,
      changed: 2,
      unchanged: 1,
    });
    const job = await ask(wish);
    for (const sku of skus) expect((await cellsOf(sku, 'tags'))[0]).toMatch(/Party$/);
    await edit(await cell(skus[2], 'tags', 'Quiet'));
    await desk.post(`/api/catalogue/edits/${job.id}/undo`);
    expect(await cellsOf(skus[1], 'tags')).not.toContain('Party');
    expect(await cellsOf(skus[2], 'tags')).toEqual(['Quiet']);
  });

  it('leaves those as they are that can’t take it, and says why', async () => {
    const skus = await someSkus(2);
    const wish = bulk({ skus, column: 'stock', change: { kind: 'set', text: 'a few' } });
    const trial = (await desk.post('/api/catalogue/bulk/trial', wish)).body as BulkTrial;
    expect(trial).toMatchObject({ changed: 0, refused: 2 });
    expect(trial.faults[0].message).toContain('no whole number');
    for (const column of ['sku', 'slug', 'constructor'])
      expect((await desk.post('/api/catalogue/bulk', bulk({ column }))).status).toBe(400);
  });

  it('keeps to what is found among drafts', async () => {
    for (const [sku, title] of [
      ['DR-1', 'Draft of a ladle'],
      ['DR-2', 'Draft of a trivet'],
    ])
      await desk.post('/api/catalogue/products', { sku, title, from: null });
    const filter = { standing: 'draft' as const, q: 'ladle' };
    const job = await ask(bulk({ filter, column: 'stock', change: { kind: 'set', text: '3' } }));
    expect(job.report).toMatchObject({ rows: 1, changed: 1 });
    const drafts = await rows({ standing: 'draft', q: 'dr-', columns: ['stock'] });
    expect(drafts.rows.map(({ sku, cells }) => [sku, ...cells])).toEqual([
      ['DR-1', '3'],
      ['DR-2', ''],
    ]);
  });

  it('that was decided is brought to its end after its server has died, though somebody wanted it to stop', async () => {
    const { sequelize } = server.application;
    const [sku] = await someSkus(1);
    const id = randomUUID();
    const run = (sql: string, ...replacements: unknown[]): Promise<unknown> =>
      sequelize.query(sql, { replacements });
    const report = { ...(await ask(bulk({ skus: [] }))).report!, file: 'Stock of 1 product', changed: 1 };
    const record = { line: 0, sku, texts: {}, attributes: [], stock: 4321 };
    await run(
      "INSERT INTO product_edits (id, at, said, products, ready) VALUES (?, NOW(3), 'Stock', 1, FALSE)",
      id,
    );
    await run(
      'INSERT INTO import_rows (import_id, position, sku, record) VALUES (?, 0, ?, ?)',
      id,
      sku,
      JSON.stringify(record),
    );
    await run(
      `INSERT INTO imports (id, lang, currency, total, names, report, decided_at)
        VALUES (?, 'en', 'EUR', 1, '{"categories":[],"tags":[],"collections":[]}', ?, NOW(3))`,
      id,
      JSON.stringify(report),
    );
    await run(
      `INSERT INTO jobs (id, kind, state, progress, created_at, server, lease_until, stop_asked)
        VALUES (?, 'edit', 'running', '{"step":"Taking over","done":0,"total":1}', NOW(3), ?, '2020-01-01', TRUE)`,
      id,
      randomUUID(),
    );
    await vi.waitFor(
      async () => expect((await desk.get(`/api/jobs/${id}`)).body).toMatchObject({ state: 'done' }),
      { timeout: 30_000, interval: 250 },
    );
    await vi.waitFor(async () => expect(await cellsOf(sku, 'stock')).toEqual(['4321']));
    expect(((await desk.get('/api/catalogue/edits')).body as EditLine[]).map((line) => line.id)).toContain(
      id,
    );
  });

  it('is taken back by a job where it changed more, and can’t be taken back twice', async () => {
    await desk.importFile(
      'many.csv',
      `sku,title,tags\n${Array.from({ length: 900 }, (_, at) => `M-${at},Many ${at},Heap\n`).join('')}`,
    );
    const filter = { q: 'heap', aisle: '/tags/heap' };
    const wish = bulk({
      filter: { aisle: '/tags/heap' },
      column: 'stock',
      change: { kind: 'set', text: '5' },
    });
    const job = await ask(wish);
    expect(job.report).toMatchObject({ changed: 900 });
    const undo = await desk.post(`/api/catalogue/edits/${job.id}/undo`);
    expect(undo.status, undo.text).toBe(201);
    expect((await desk.ended((undo.body as EditAnswer).job!)).report).toMatchObject({ changed: 900 });
    expect(await cellsOf('M-899', 'stock')).toEqual(['']);
    expect((await desk.post(`/api/catalogue/edits/${job.id}/undo`)).status).toBe(409);
    expect((await rows(filter)).total).toBe(900);
  });

  it('stops with nothing done where somebody wants that', async () => {
    const wish = bulk({ filter: {}, column: 'stock', change: { kind: 'set', text: '77777' } });
    const job = (await desk.post('/api/catalogue/bulk', wish)).body as Job;
    expect((await desk.post(`/api/jobs/${job.id}/stop`)).status).toBe(204);
    const ended = await desk.ended(job.id);
    // It may have been decided before it was asked to stop; then all of it is done.
    const stocked = (await rows({ columns: ['stock'], count: 200 })).rows.filter(
      ({ cells }) => cells[0] === '77777',
    );
    expect(stocked.length).toBe(ended.state === 'done' ? 200 : 0);
    if (ended.state === 'failed') expect(ended.failure).toBe('Stopped. Nothing was changed.');
  });
});

describe('a way to look at the table', () => {
  it('is kept by name for everybody, replaced, and forgotten', async () => {
    const view: Omit<ProductView, 'name'> = {
      filter: { gap: 'picture' },
      sorting: { by: 'stock', down: true },
      columns: [{ name: 'title', width: 240 }],
    };
    await desk.put('/api/catalogue/views/No%20picture', view);
    await desk.put('/api/catalogue/views/No%20picture', { ...view, sorting: null });
    const colleague = await server.signIn('Bo Tarn');
    expect((await colleague.get('/api/catalogue/views')).body).toEqual([
      { name: 'No picture', ...view, sorting: null },
    ]);
    await colleague.delete('/api/catalogue/views/No%20picture');
    expect((await desk.delete('/api/catalogue/views/No%20picture')).status).toBe(404);
  });
});

describe('a product that is deleted', () => {
  it('has to be put aside first, tells what names it, and is gone from everywhere', async () => {
    await desk.importFile('end.csv', 'sku,title,slug\nEND-1,The last one,the-last-one\n');
    const early = await desk.delete('/api/catalogue/products/END-1');
    expect([early.status, early.body.type]).toEqual([409, '/problems/product-in-shop']);
    const { plan, version } = await readPlan(desk, 'house');
    const shelf = plan.fixtures.find(({ type }) => type === 'shelf')!;
    const pinned = {
      ...plan,
      fixtures: plan.fixtures.map((one) =>
        one === shelf && one.type === 'shelf'
          ? { ...one, order: { ...one.order, pins: [{ ...USUAL_PIN, sku: 'END-1', place: 1 }] } }
          : one,
      ),
    };
    const saved = await savePlan(desk, pinned, version);
    expect(saved.status, saved.text).toBe(200);
    const uses = await desk.get('/api/catalogue/products/END-1/uses');
    expect(uses.body.plans).toEqual([{ id: 'house', name: plan.name }]);
    await edit(await cell('END-1', 'standing', 'aside'));
    expect((await desk.delete('/api/catalogue/products/END-1')).status).toBe(200);
    expect((await desk.get('/api/catalogue/products/END-1')).status).toBe(404);
    expect((await desk.delete('/api/catalogue/products/END-1')).status).toBe(404);
    const { version: now } = saved.body as { version: number };
    await savePlan(desk, plan, now);
  });

  it('is put back as it was, with its prices, links and words, and deleted again', async () => {
    const columns = 'sku,title,title@fr,slug,price,stock,tags,category,colour';
    await desk.importFile(
      'back.csv',
      `${columns}\nBACK-1,Comes back,Revient,comes-back,12.50,4,Handmade|Stacks,Cookware > Pans|Tools,red\n`,
    );
    await edit(await cell('BACK-1', 'price', '14'));
    await desk.put('/api/catalogue/products/BACK-1/links', { as: 'with', skus: ['PK-1017'] });
    await desk.put('/api/catalogue/products/PK-1018/links', { as: 'instead', skus: ['BACK-1'] });
    await desk.put('/api/catalogue/products/BACK-1/search', { lang: 'en', title: 'Back', description: '' });
    await edit(await cell('BACK-1', 'standing', 'aside'));
    const sheet = async (): Promise<unknown> => {
      const [product, links, search] = await Promise.all(
        ['', '/links', '/search'].map(
          async (what) => (await desk.get(`/api/catalogue/products/BACK-1${what}`)).body as object,
        ),
      );
      return { product, links, search };
    };
    const before = await sheet();
    const { edit: deleted } = (await desk.delete('/api/catalogue/products/BACK-1')).body as { edit: string };
    expect((await desk.get('/api/catalogue/products/PK-1018/links')).body[1].links).toEqual([]);
    const back = await desk.post(`/api/catalogue/edits/${deleted}/undo`);
    expect(back.status, back.text).toBe(201);
    expect(await sheet()).toEqual(before);
    expect((await desk.get('/api/catalogue/products/PK-1018/links')).body[1].links).toMatchObject([
      { sku: 'BACK-1' },
    ]);
    expect((await desk.post(`/api/catalogue/edits/${deleted}/undo`)).status).toBe(409);
    const again = await desk.post(`/api/catalogue/edits/${back.body.id}/undo`);
    expect(again.status, again.text).toBe(201);
    expect((await desk.get('/api/catalogue/products/BACK-1')).status).toBe(404);
  });

  it('stays away where another one has its number by now, and is told so', async () => {
    await desk.importFile('twice.csv', 'sku,title\nTWICE-1,The first\n');
    await edit(await cell('TWICE-1', 'standing', 'aside'));
    const { edit: deleted } = (await desk.delete('/api/catalogue/products/TWICE-1')).body as { edit: string };
    await desk.importFile('twice.csv', 'sku,title\nTWICE-1,The second\n');
    const refused = await desk.post(`/api/catalogue/edits/${deleted}/undo`);
    expect(refused).toMatchObject({ status: 400 });
    expect(refused.body.errors[0].message).toContain('another product has the article number TWICE-1');
  });
});
