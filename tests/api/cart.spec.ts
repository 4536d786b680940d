import { QueryTypes } from 'sequelize';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { Cart } from '@fond/core';
import { readPlan } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
});
afterAll(() => server.stop());

const query = <T extends object>(sql: string): Promise<T[]> =>
  server.application.sequelize.query<T>(sql, { type: QueryTypes.SELECT });
/** Somebody who shops, with a cookie jar of their own. */
const shopper = () => supertest.agent(server.application.app);
const product = async (where: string): Promise<{ sku: string; stock: number; price_cents: number }> => {
  const [found] = await query<{ sku: string; stock: number; price_cents: number }>(
    `SELECT sku, stock, price_cents FROM products WHERE ${where} ORDER BY id LIMIT 1`,
  );
  return found;
};

describe('the cart', () => {
  it('is empty for somebody new, who gets no cookie for looking', async () => {
    const answer = await server.guest.get('/api/shop/cart');
    expect(answer.body).toEqual({ lines: [], count: 0, totals: [], wishes: [] });
    expect(answer.headers['set-cookie']).toBeUndefined();
  });

  it('keeps what each shopper puts in, at the shop’s own price, for that shopper alone', async () => {
    const { sku, price_cents } = await product('stock > 20 AND price_cents > 0');
    const [one, other] = [shopper(), shopper()];
    await one.post('/api/shop/cart').send({ sku });
    const { body } = await one.post('/api/shop/cart?lang=fr').send({ sku, quantity: 2 });
    const cart = body as Cart;
    expect(cart.lines).toMatchObject([{ sku, quantity: 3 }]);
    expect(cart.totals[0].amount).toBeCloseTo((3 * price_cents) / 100, 6);
    expect((await one.get('/api/shop/cart')).body.count).toBe(3);
    expect((await other.get('/api/shop/cart')).body.count).toBe(0);
  });

  it('holds no more than there are in stock, and keeps what was in it', async () => {
    const { sku, stock } = await product('stock BETWEEN 2 AND 5 AND price_cents > 0');
    const one = shopper();
    await one.post('/api/shop/cart').send({ sku, quantity: stock });
    const refused = await one.post('/api/shop/cart').send({ sku });
    expect(refused.status).toBe(409);
    expect(refused.body).toMatchObject({ type: '/problems/not-enough-stock', available: stock });
    expect((await one.get('/api/shop/cart')).body.lines).toMatchObject([{ sku, quantity: stock }]);
    const out = await product('stock <= 0');
    expect((await one.post('/api/shop/cart').send({ sku: out.sku })).body.detail).toMatch(/sold out/);
  });

  it('is changed line by line, and a line of nothing is taken out', async () => {
    const { sku } = await product('stock > 20 AND price_cents > 0');
    const one = shopper();
    await one.post('/api/shop/cart').send({ sku });
    expect((await one.put(`/api/shop/cart/${sku}`).send({ quantity: 7 })).body.lines[0].quantity).toBe(7);
    expect((await one.put(`/api/shop/cart/${sku}`).send({ quantity: 0 })).body.lines).toEqual([]);
  });

  it('says what can’t be read, and what is not there', async () => {
    const { sku } = await product('stock > 20');
    for (const body of [
      { sku, quantity: 0 },
      { sku, quantity: 1.5 },
      { sku, quantity: 100 },
      { quantity: 1 },
    ])
      expect((await shopper().post('/api/shop/cart').send(body)).body.type).toBe('/problems/bad-input');
    expect((await shopper().post('/api/shop/cart').send({ sku: 'NOT-THERE' })).status).toBe(404);
  });

  it('is nothing that another site can change', async () => {
    const { sku } = await product('stock > 20');
    const answer = await shopper()
      .post('/api/shop/cart')
      .set('Origin', 'https://elsewhere.example')
      .send({ sku });
    expect(answer.status).toBe(403);
  });

  it('is known in the database by a hash alone', async () => {
    const { sku } = await product('stock > 20 AND price_cents > 0');
    const answer = await shopper().post('/api/shop/cart').send({ sku });
    const token = /fond\.cart=([^;]+)/.exec(String(answer.headers['set-cookie']))![1];
    const kept = await query<{ token_hash: string }>('SELECT token_hash FROM carts');
    expect(kept.length).toBeGreaterThan(0);
    expect(kept.map(({ token_hash }) => token_hash)).not.toContain(token);
    expect(String(answer.headers['set-cookie'])).toMatch(/HttpOnly/);
  });
});

describe('the wish list', () => {
  it('takes a product once, and lets it go again', async () => {
    const { sku } = await product('price_cents > 0');
    const one = shopper();
    await one.put(`/api/shop/wishes/${sku}`).send({ wished: true });
    expect((await one.put(`/api/shop/wishes/${sku}`).send({ wished: true })).body.wishes).toEqual([sku]);
    expect((await one.put(`/api/shop/wishes/${sku}`).send({ wished: false })).body.wishes).toEqual([]);
  });
});

describe('a card on the bench', () => {
  it('is the draft’s own, on hard products of the aisle, in the language that is asked for', async () => {
    const { plan } = await readPlan(desk, 'house');
    const ask = (body: object) => desk.post('/api/preview/card', { plan, show: 'card', ...body });
    const { body } = await ask({ address: '/cookware/pans?lang=fr' });
    expect(body.bench.frame.lang).toBe('fr');
    expect(body.bench.shelves.map(({ kind }: { kind: string }) => kind)).toEqual(['hard', 'states', 'list']);
    expect(body.bench.products).toBeGreaterThan(10);
    expect((await ask({ address: '/not/there' })).body.type).toBe('/problems/unknown-aisle');
    expect((await ask({ address: '/cookware', show: 'all' })).body.type).toBe('/problems/bad-input');
  });

  it('refuses colours that are none, and words that are too long, at their place', async () => {
    const { plan } = await readPlan(desk, 'house');
    const at = plan.fixtures.findIndex(({ type }) => type === 'shelf');
    const shelf = plan.fixtures[at];
    if (shelf.type !== 'shelf') throw new Error('The house plan has no shelf.');
    const name = shelf.card.findIndex(({ element }) => element === 'name');
    const tried = async (change: object) => {
      const card = shelf.card.map((element, place) => (place === name ? { ...element, ...change } : element));
      const fixtures = plan.fixtures.map((one, place) => (place === at ? { ...shelf, card } : one));
      const answer = await desk.post('/api/preview/card', {
        plan: { ...plan, fixtures },
        address: '/cookware',
        show: 'card',
      });
      return (answer.body.errors as { path: string }[]).map(({ path }) => path);
    };
    const { look } = shelf.card[name];
    const place = `plan.fixtures.${at}.card.${name}`;
    expect(await tried({ look: { ...look, colour: 'purple-ish' } })).toEqual([`${place}.look.colour`]);
    expect(await tried({ text: { en: 'x'.repeat(400) } })).toEqual([`${place}.text.en`]);
  });
});

describe('a new cart', () => {
  it('has a name of its own, whatever a cookie says', async () => {
    const { sku } = await product('stock > 20 AND price_cents > 0');
    const made = await server.guest.post('/api/shop/cart').set('Cookie', 'fond.cart=made-up').send({ sku });
    expect(made.status).toBe(200);
    expect(made.headers['set-cookie'][0]).not.toContain('made-up');
    expect((await server.guest.get('/api/shop/cart').set('Cookie', 'fond.cart=made-up')).body.count).toBe(0);
  });

  it('is not begun over and over from one address, while those that are there go on', async () => {
    const { sku } = await product('stock > 20 AND price_cents > 0');
    const known = shopper();
    await known.post('/api/shop/cart').send({ sku });
    let last = 200;
    let begun = 0;
    for (; last === 200 && begun <= 60; begun++)
      last = (await server.guest.post('/api/shop/cart').send({ sku })).status;
    expect(last).toBe(429);
    expect((await server.guest.post('/api/shop/cart').send({ sku })).body).toMatchObject({
      type: '/problems/too-many-tries',
    });
    expect((await known.post('/api/shop/cart').send({ sku })).body.count).toBe(2);
    expect((await server.guest.get('/api/shop/cart')).status).toBe(200);
  });
});
