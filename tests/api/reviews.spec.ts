import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ReviewLine, ReviewPage } from '@fond/contract';
import type { ProductModel } from '@fond/core';
import { select } from '../../server/src/database/rows';
import { addShopper, DEMO_SHOPPER } from '../../server/src/shopper/shoppers';
import { addUser } from '../../server/src/person/users';
import { scene } from '../support/scene';
import { PASSWORD, startShop, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
});
afterAll(() => server.stop());

type Agent = ReturnType<typeof supertest.agent>;
type Shown = Pick<ProductModel, 'slug' | 'sku' | 'rating'>;

/** A product of its own for each test, so that none looks at the reviews of another one. */
let taken = 0;
async function product(): Promise<Shown> {
  const { body } = await server.guest
    .get('/api/shop/listing')
    .query({ aisle: '/cookware/pans', size: 50, order: 'rating' });
  const { slug } = body.items[taken++];
  return pageOf(slug as string);
}
const pageOf = async (slug: string, lang = ''): Promise<ProductModel> =>
  (await server.guest.get('/api/shop/page').query({ address: `/products/${slug}${lang && `?lang=${lang}`}` }))
    .body as ProductModel;

/** Somebody who has signed in to the shop; each writes so few that nobody is held up. */
async function shopper(name = `Shopper ${taken}`): Promise<Agent> {
  const email = `${name.toLowerCase().replace(/\W+/g, '.')}@pellmere.example`;
  await addShopper(server.application.sequelize, name, email, 'soup-spoons');
  const agent = supertest.agent(server.application.app);
  await agent.post('/shop/account').type('form').send({ email, password: 'soup-spoons' });
  return agent;
}
const SAID = { stars: '5', title: 'Good', text: 'I would buy it again at once.' };
const write = (agent: Agent, { slug }: Shown, change: object = {}, lang = '') =>
  agent
    .post(`/shop/products/${slug}/reviews${lang}`)
    .type('form')
    .send({ ...SAID, ...change });
const list = async (query: object = {}): Promise<ReviewPage> =>
  (await desk.get(`/api/reviews?${new URLSearchParams(query as Record<string, string>).toString()}`))
    .body as ReviewPage;
const ofProduct = async ({ sku }: Shown): Promise<readonly ReviewLine[]> => (await list({ q: sku })).lines;
const decide = (ids: readonly number[], state: string) => desk.put('/api/reviews/state', { ids, state });

describe('a review', () => {
  it('waits until somebody lets it stand; then shoppers read it, and the rating follows', async () => {
    const one = await product();
    const agent = await shopper('Wren Alder');
    const sent = await write(agent, one);
    expect(sent.headers['location']).toBe(`/shop/products/${one.slug}/reviews#yours`);
    const [line] = await ofProduct(one);
    expect(line).toMatchObject({ stars: 5, state: 'waiting', by: 'Wren Alder', lang: 'en' });
    expect((await pageOf(one.slug)).reviews).toMatchObject({ total: 0, shown: [] });
    expect((await agent.get(`/shop/products/${one.slug}/reviews`)).text).toContain('We have your review');

    expect((await decide([line.id], 'standing')).body).toEqual({ changed: 1 });
    const after = await pageOf(one.slug);
    expect(after.reviews).toMatchObject({ total: 1, shown: [{ text: SAID.text, by: 'Wren Alder' }] });
    const { rating, ratings } = one.rating!;
    expect(after.rating!.ratings).toBe(ratings + 1);
    expect(after.rating!.rating).toBeCloseTo((rating * ratings + 5) / (ratings + 1), 2);

    await decide([line.id], 'down');
    expect((await pageOf(one.slug)).reviews!.total).toBe(0);
    expect((await pageOf(one.slug)).rating).toEqual(one.rating);
  });

  it('is one for each shopper and product: writing again replaces it, and it waits anew', async () => {
    const one = await product();
    const agent = await shopper();
    await write(agent, one);
    await decide([(await ofProduct(one))[0].id], 'standing');
    await write(agent, one, { stars: '1', text: 'I changed my mind about it.' });
    const lines = await ofProduct(one);
    expect(lines).toHaveLength(1);
    expect(lines[0]).toMatchObject({ stars: 1, state: 'waiting' });
    expect(await pageOf(one.slug)).toMatchObject({ rating: one.rating, reviews: { total: 0 } });
  });

  it('can be taken back by whoever wrote it, with its stars', async () => {
    const one = await product();
    const agent = await shopper();
    await write(agent, one);
    await decide([(await ofProduct(one))[0].id], 'standing');
    await agent.post(`/shop/products/${one.slug}/reviews/back`);
    expect(await ofProduct(one)).toEqual([]);
    expect(await pageOf(one.slug)).toMatchObject({ rating: one.rating, reviews: { total: 0 } });
  });

  it('gives a product its first rating, and leaves it without one again', async () => {
    const one = await product();
    await server.application.sequelize.query('UPDATE products SET rating = NULL, ratings = 0 WHERE sku = ?', {
      replacements: [one.sku],
    });
    await write(await shopper(), one, { stars: '4' });
    const [{ id }] = await ofProduct(one);
    await decide([id], 'standing');
    expect((await pageOf(one.slug)).rating).toMatchObject({ rating: 4, ratings: 1 });
    await decide([id], 'waiting');
    expect((await pageOf(one.slug)).rating).toBeNull();
  });

  it('is counted once where a product file says another rating meanwhile', async () => {
    const one = await product();
    await write(await shopper(), one);
    const [first] = await ofProduct(one);
    await decide([first.id], 'standing');
    // What comes from outside holds what stands by then.
    await server.application.sequelize.query('UPDATE products SET rating = 3.00, ratings = 9 WHERE sku = ?', {
      replacements: [one.sku],
    });
    await write(await shopper('Sorrel Finch'), one, { stars: '5' });
    const second = (await ofProduct(one)).find(({ by }) => by === 'Sorrel Finch')!;
    await decide([second.id], 'standing');
    expect((await pageOf(one.slug)).rating).toMatchObject({ rating: 3.2, ratings: 10 });
    await decide([first.id], 'down');
    expect((await pageOf(one.slug)).rating).toMatchObject({ rating: 3.2, ratings: 10 });
  });

  it('shows letters, whatever they would be elsewhere', async () => {
    const one = await product();
    const text = '<img src=x onerror=alert(1)> & then it was fine.';
    await write(await shopper(), one, { text, title: '</script><b>' });
    await decide([(await ofProduct(one))[0].id], 'standing');
    const { text: html } = await server.guest.get(`/shop/products/${one.slug}`);
    expect(html).toContain('&lt;img src=x onerror=alert(1)&gt;');
    expect(html).not.toContain('<img src=x');
    expect(html).toContain('"reviewBody"');
  });

  it('carries the shop’s answer, until that is taken away', async () => {
    const one = await product();
    await write(await shopper(), one);
    const [{ id }] = await ofProduct(one);
    await decide([id], 'standing');
    const answered = await desk.put(`/api/reviews/${id}/answer`, { answer: 'Thank you for that.' });
    expect(answered.body).toMatchObject({ id, answer: 'Thank you for that.' });
    expect((await pageOf(one.slug)).reviews!.shown[0].answer).toBe('Thank you for that.');
    await desk.put(`/api/reviews/${id}/answer`, { answer: '' });
    expect((await pageOf(one.slug)).reviews!.shown[0].answer).toBe('');
  });
});

describe('writing a review', () => {
  it('leads whoever has not signed in to do so, and back', async () => {
    const one = await product();
    const stranger = supertest.agent(server.application.app);
    const sent = await write(stranger, one, {}, '?lang=fr');
    expect(sent.headers['location']).toBe(
      `/shop/account?back=${encodeURIComponent(`/products/${one.slug}/reviews`)}&lang=fr`,
    );
    const signedIn = await stranger
      .post(sent.headers['location'])
      .type('form')
      .send({ email: DEMO_SHOPPER.email, password: DEMO_SHOPPER.password });
    expect(signedIn.headers['location']).toBe(`/shop/products/${one.slug}/reviews?lang=fr`);
    expect((await stranger.get(signedIn.headers['location'])).text).toContain('Donner votre avis');
    expect(await ofProduct(one)).toEqual([]);
  });

  it('leads nowhere but to the shop’s own pages', async () => {
    const agent = supertest.agent(server.application.app);
    for (const back of [
      'https://elsewhere.example/',
      '//elsewhere.example',
      '/products/../reviews',
      '/cart',
    ]) {
      const answer = await agent
        .post(`/shop/account?back=${encodeURIComponent(back)}`)
        .type('form')
        .send({ email: DEMO_SHOPPER.email, password: DEMO_SHOPPER.password });
      expect(answer.headers['location'], back).toBe('/shop/account');
    }
  });

  it('says what is missing, and loses nothing of what was written', async () => {
    const one = await product();
    const answer = await write(await shopper(), one, { stars: '', text: 'Worth every <penny>.' });
    expect(answer.status).toBe(422);
    expect(answer.text).toContain('choose one to five stars');
    expect(answer.text).toContain('Worth every &lt;penny&gt;.');
    expect(await ofProduct(one)).toEqual([]);
  });

  it('is refused from other sites, and where no product is', async () => {
    const one = await product();
    const agent = await shopper();
    const elsewhere = await agent
      .post(`/shop/products/${one.slug}/reviews`)
      .set('Origin', 'https://elsewhere.example')
      .type('form')
      .send(SAID);
    expect(elsewhere.status).toBe(403);
    expect((await agent.get('/shop/products/constructor/reviews')).status).toBe(404);
    expect(await ofProduct(one)).toEqual([]);
  });

  it('ends for an hour after six of one shopper', async () => {
    const one = await product();
    const agent = await shopper();
    const statuses: number[] = [];
    for (let n = 0; n < 7; n++) statuses.push((await write(agent, one)).status);
    expect(statuses).toEqual([303, 303, 303, 303, 303, 303, 429]);
  });
});

describe('the list at the desk', () => {
  it('finds by state, stars, language and words, and counts each state of the shop', async () => {
    const one = await product();
    const agent = await shopper();
    await write(agent, one, { text: 'Légère et facile à laver, parfaite.', stars: '2' }, '?lang=fr');
    const found = await list({ state: 'waiting', stars: '2', lang: 'fr', q: `laver ${one.sku}` });
    expect(found).toMatchObject({ total: 1, lines: [{ sku: one.sku, lang: 'fr' }] });
    expect((await list({ q: 'laver_' })).total, 'signs of a pattern are letters').toBe(0);
    const [{ waiting }] = await select<{ waiting: number }>(
      server.application.sequelize,
      `SELECT COUNT(*) AS waiting FROM reviews WHERE state = 'waiting'`,
    );
    expect(found.counts.waiting).toBe(waiting);
    expect((await desk.get('/api/reviews?stars=9')).status).toBe(400);
  });

  it('decides on several at once, all or none', async () => {
    const [one, other] = [await product(), await product()];
    const agent = await shopper();
    await write(agent, one);
    await write(agent, other);
    const ids = [(await ofProduct(one))[0].id, (await ofProduct(other))[0].id];
    const refused = await decide([...ids, 999_999], 'standing');
    expect(refused).toMatchObject({ status: 404 });
    expect((await ofProduct(one))[0].state).toBe('waiting');
    expect((await decide(ids, 'standing')).body).toEqual({ changed: 2 });
    expect((await decide(ids, 'standing')).body).toEqual({ changed: 0 });
    const record = (await desk.get('/api/activity')).body as { detail: { said?: string } | null }[];
    expect(JSON.stringify(record)).toContain('2 reviews of');
  });

  it('may be read by those who only look, who decide on nothing', async () => {
    await addUser('Lyle Quill', 'lyle.quill@pellmere.example', PASSWORD, 'viewer');
    const viewer = await server.signIn('Lyle Quill');
    expect((await viewer.get('/api/reviews')).status).toBe(200);
    expect((await viewer.put('/api/reviews/state', { ids: [1], state: 'standing' })).status).toBe(403);
  });
});

it('are neither read nor written where a plan has none on its product pages', async () => {
  const aisle = '/textiles/aprons';
  const listed = (await server.guest.get('/api/shop/listing').query({ aisle })).body as {
    items: { slug: string }[];
  };
  const one = await pageOf(listed.items[0].slug);
  const agent = await shopper('Teal Fenn');
  await write(agent, one);
  const [{ id }] = await ofProduct(one);
  await decide([id], 'standing');
  const all = `/shop/products/${one.slug}/reviews`;
  expect((await server.guest.get(all)).text).toContain(SAID.text);
  await scene(desk, aisle, (plan) => ({ ...plan, productPage: { ...plan.productPage, reviews: false } }), {
    live: true,
  });
  expect((await pageOf(one.slug)).reviews).toBeNull();
  expect((await server.guest.get(all)).status).toBe(404);
  expect((await write(agent, one, { text: 'I have thought about it again.' })).status).toBe(405);
  expect((await ofProduct(one))[0], 'nothing was changed').toMatchObject({ text: SAID.text });
});

it('lets a product’s page come without its reviews while the database is slow to tell', async () => {
  const one = await product();
  await write(await shopper(), one);
  const [{ id }] = await ofProduct(one);
  await decide([id], 'standing');
  const { sequelize } = server.application;
  const lock = await sequelize.transaction();
  await sequelize.query('LOCK TABLES reviews WRITE, shoppers WRITE', { transaction: lock });
  try {
    const { text, status } = await server.guest.get(`/shop/products/${one.slug}`);
    expect(status).toBe(200);
    expect(text).toContain('can’t be shown for the moment');
  } finally {
    await sequelize.query('UNLOCK TABLES', { transaction: lock });
    await lock.rollback();
  }
  // Nothing of it was kept.
  expect((await server.guest.get(`/shop/products/${one.slug}`)).text).toContain(SAID.text);
});
