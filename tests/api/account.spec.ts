import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Condition, Plan } from '@fond/core';
import { DEMO_SHOPPER, ShopperTokens, THIRTY_DAYS } from '../../server/src/shopper/shoppers';
import { publishStored, readPlan, savePlan } from '../support/plans';
import { startShop, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startShop();
});
afterAll(() => server.stop());

const { email, password, name } = DEMO_SHOPPER;
const shopper = () => supertest.agent(server.application.app);
const signIn = (agent: ReturnType<typeof shopper>, given = { email, password }) =>
  agent.post('/shop/account').type('form').send(given);

describe('the account page', () => {
  it('signs a shopper in and out with plain forms', async () => {
    const agent = shopper();
    expect((await agent.get('/shop/account')).text).toContain('name="password"');
    const answer = await signIn(agent);
    expect(answer.status).toBe(303);
    expect(answer.headers['location']).toBe('/shop/account');
    expect(answer.headers['set-cookie'][0]).toMatch(/^fond\.shopper=.*HttpOnly; SameSite=Lax/);
    expect((await agent.get('/shop/account')).text).toContain(`signed in as ${name}`);
    await agent.post('/shop/account/leave');
    expect((await agent.get('/shop/account')).text).not.toContain(name);
  });

  it('speaks the page’s language, and answers in it', async () => {
    const agent = shopper();
    expect((await agent.get('/shop/account?lang=fr')).text).toContain('action="/shop/account?lang=fr"');
    const answer = await agent.post('/shop/account?lang=fr').type('form').send({ email, password });
    expect(answer.headers['location']).toBe('/shop/account?lang=fr');
  });

  it('says that a password is wrong and keeps out who has it', async () => {
    const agent = shopper();
    const answer = await signIn(agent, { email, password: 'no' });
    expect(answer.status).toBe(401);
    expect(answer.text).toContain('don’t go together');
    expect(answer.headers['set-cookie']).toBeUndefined();
    expect((await agent.post('/shop/account').type('form').send({ email })).status).toBe(401);
  });

  it('takes no form from another site, and keeps out of search engines', async () => {
    const agent = shopper();
    const strange = await agent.post('/shop/account').set('Origin', 'https://elsewhere.example').type('form');
    expect(strange.status).toBe(403);
    const hidden = await agent.post('/shop/account').set('Origin', 'null').type('form');
    expect(hidden.status).toBe(403);
    expect((await agent.get('/shop/account')).text).toContain('content="noindex,follow"');
  });
});

describe('a page for those who have signed in', () => {
  const publishTitle = async (when: Condition | null): Promise<void> => {
    const desk = await server.signIn();
    const { plan, version } = await readPlan(desk, 'house');
    const titled: Plan = {
      ...plan,
      fixtures: plan.fixtures.map((one) => (one.type === 'title' ? { ...one, when } : one)),
    };
    expect((await savePlan(desk, titled, version)).status).toBe(200);
    await publishStored(desk, 'house');
  };

  it('is theirs alone, whoever asked for it first, and is kept for each', async () => {
    await publishTitle({ kind: 'shopper', signedIn: true });
    const [known, guest] = [shopper(), shopper()];
    await signIn(known);
    for (let round = 0; round < 2; round++) {
      const seen = await known.get('/shop/baking');
      expect(seen.text).toContain('<h1');
      expect(seen.headers['vary']).toContain('Cookie');
      expect((await guest.get('/shop/baking')).text).not.toContain('<h1');
    }
    const model = (agent: typeof known) => agent.get('/api/shop/page').query({ address: '/baking' });
    const titles = async (agent: typeof known): Promise<number> =>
      (await model(agent)).body.fixtures.filter(({ type }: { type: string }) => type === 'title').length;
    expect([await titles(known), await titles(guest)]).toEqual([1, 0]);
    await publishTitle(null);
    expect((await guest.get('/shop/baking')).headers['vary']).not.toContain('Cookie');
  });
});

describe('a shopper’s token', () => {
  const tokens = new ShopperTokens('secret');
  const token = tokens.give({ id: 3, name: 'Odile' }, 1_000);

  it('tells who it was given to until it is old', () => {
    expect(tokens.read(token, 1_000 + THIRTY_DAYS - 1)).toEqual({ id: 3, name: 'Odile' });
    expect(tokens.read(token, 1_000 + THIRTY_DAYS)).toBeNull();
  });

  it('is worth nothing when it was changed, or given out by another shop', () => {
    const [said, signature] = token.split('.');
    const other = Buffer.from(JSON.stringify([4, 'Somebody', 9e15])).toString('base64url');
    for (const forged of [`${other}.${signature}`, said, `${said}.`, '.', 'x.y'])
      expect(tokens.read(forged, 1_000)).toBeNull();
    expect(new ShopperTokens('another').read(token, 1_000)).toBeNull();
  });
});

describe('guessing a shopper’s password', () => {
  it('is slowed down with a page that says so, not with data', async () => {
    const agent = shopper();
    let answer = await signIn(agent, { email, password: 'no' });
    for (let tries = 0; tries < 12 && answer.status === 401; tries++)
      answer = await signIn(agent, { email, password: 'no' });
    expect(answer.status).toBe(429);
    expect(answer.headers['content-type']).toContain('text/html');
    expect(answer.text).toContain('tried too often');
  });
});
