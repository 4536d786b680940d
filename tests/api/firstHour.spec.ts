import { readFile } from 'node:fs/promises';
import { beforeEach, afterEach, describe, expect, inject, it } from 'vitest';
import type { Floor, Job, StoredPlan } from '@fond/contract';
import { setupCode } from '../../server/src/person/firstOwner';
import { startTestServer, type Desk, type TestServer } from '../support/server';

const OWNER = { name: 'Avery Lund', email: 'avery@own.example', password: 'a lamp on a shelf' };

let server: TestServer;
beforeEach(async () => {
  server = await startTestServer(inject('databaseServer'));
});
afterEach(() => server.stop());

const make = (code: string, rest: object = {}) =>
  server.guest.post('/api/session/owner').send({ code, ...OWNER, ...rest });

describe('a shop that nobody can sign in to', () => {
  it('gets its owner from whoever knows the code, once, who is signed in then', async () => {
    const code = await setupCode();
    expect(code).toMatch(/^[A-Z2-9]{4}(-[A-Z2-9]{4}){2}$/);
    expect(await setupCode(), 'a second start prints the same').toBe(code);
    const wrong = await make('AAAA-BBBB-CCCC');
    expect([wrong.status, wrong.body.type]).toEqual([401, '/problems/sign-in-refused']);
    const weak = await make(code, { password: 'aaaaaaaaaaaa' });
    expect(weak.body.errors[0].path).toBe('password');
    const made = await make(code.toLowerCase().replaceAll('-', ' '));
    expect(made.status, made.text).toBe(200);
    expect(made.body.user).toMatchObject({ name: 'Avery Lund', role: 'owner' });
    const cookie = made.get('Set-Cookie')![0].split(';')[0];
    expect((await server.guest.get('/api/session').set('Cookie', cookie)).status).toBe(200);
    const again = await make(code, { email: 'other@own.example' });
    expect([again.status, again.body.type]).toEqual([409, '/problems/done-already']);
  });

  it('is closed to codes once somebody was let in another way', async () => {
    const code = await setupCode();
    await server.signIn();
    expect((await make(code)).status).toBe(409);
  });

  it('has no code while it was never started so', async () => {
    expect((await make('')).status).toBe(400);
    expect((await make('----')).status).toBe(401);
  });
});

describe('an empty shop', () => {
  let desk: Desk;
  beforeEach(async () => {
    desk = await server.signIn();
  });
  const floor = async (): Promise<Floor> => (await desk.get('/api/floor')).body as Floor;
  const facets = ({ plan }: StoredPlan): number =>
    JSON.stringify(plan).match(/"key":"(material|colour|diameter)"/g)?.length ?? 0;

  it('is filled with the demo’s products by its owner, and by nobody once it holds any', async () => {
    const { status, body } = await desk.post('/api/catalogue/demo');
    expect(status).toBe(202);
    expect(await desk.ended((body as Job).id)).toMatchObject({ state: 'done', kind: 'demo' });
    expect((await floor()).products).toBeGreaterThan(290);
    const people = (await desk.get('/api/people')).body as { email: string }[];
    expect(
      people.map(({ email }) => email),
      'the demo’s password opens nothing',
    ).toHaveLength(1);
    const again = await desk.post('/api/catalogue/demo');
    expect([again.status, again.body.type]).toEqual([409, '/problems/shop-not-empty']);
  });

  it('comes to its filters by the example file and the house plan drawn up from it', async () => {
    const example = await readFile('desk/public/example-products.csv');
    const { report } = await desk.importFile('example-products.csv', example);
    expect(report).toMatchObject({ created: report!.rows, errorCount: 0 });
    expect(report!.newCategories).toContain('Kitchen > Pans');
    const before = (await desk.get('/api/plans/house')).body as StoredPlan;
    expect(facets(before)).toBe(0);
    const after = (await desk.post('/api/plans/house/anew')).body as StoredPlan;
    expect(facets(after)).toBeGreaterThan(2);
    expect(after.version).toBe(before.version + 1);
    expect((await floor()).plans.find(({ id }) => id === 'house')).toMatchObject({ changed: true });
    const again = await desk.post('/api/plans/house/anew');
    expect([again.status, again.body.type]).toEqual([409, '/problems/draft-differs']);
  });
});
