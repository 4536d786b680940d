import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { AttributeType } from '@fond/core';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
const FILE = `sku,title,Model,Weight,Fit,Safe
A-1,One,0042,1.50,round|square,yes
A-2,Two,0007,2,square,no
A-3,Three,0100,,round,
`;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'));
  desk = await server.signIn();
  expect((await desk.importFile('models.csv', FILE)).state).toBe('done');
});
afterAll(() => server.stop());

const retype = (key: string, type: AttributeType) =>
  desk.put(`/api/catalogue/attributes/${key}`, {
    labels: { en: key },
    unit: null,
    filterable: true,
    onCards: true,
    aisles: false,
    type,
  });
const typeOf = async (key: string): Promise<string> =>
  (await desk.get('/api/catalogue/attributes')).body.find((one: { key: string }) => one.key === key).type;
const items = async (): Promise<{ sku: string; attributes: Record<string, unknown> }[]> =>
  (await server.guest.get('/api/shop/listing?aisle=/&size=50')).body.items;
const valueOf = async (sku: string, key: string): Promise<unknown> =>
  (await items()).find((one) => one.sku === sku)!.attributes[key];

describe('the type of a stored attribute', () => {
  it('becomes a number and words again, each value as its file wrote it', async () => {
    expect(await typeOf('model')).toBe('text');
    expect((await retype('model', 'number')).body).toMatchObject({ type: 'number', values: 3 });
    expect(await valueOf('A-1', 'model')).toBe(42);
    const ranged = await server.guest.get('/api/shop/listing?aisle=/&model=40..50');
    expect(ranged.body.items.map(({ sku }: { sku: string }) => sku)).toEqual(['A-1']);
    expect((await retype('model', 'text')).status).toBe(200);
    expect(await valueOf('A-1', 'model')).toBe('0042');
    expect((await retype('weight', 'text')).status).toBe(200);
    expect(await valueOf('A-1', 'weight')).toBe('1.50');
    expect((await retype('weight', 'number')).status).toBe(200);
    expect(await valueOf('A-1', 'weight')).toBe(1.5);
  });

  it('stays where one value doesn’t fit, which is named', async () => {
    const refused = await retype('fit', 'number');
    expect(refused.status).toBe(400);
    expect(refused.body.errors).toEqual([{ path: 'type', message: '“round” and “square” are no numbers.' }]);
    expect(await typeOf('fit')).toBe('many');
    expect((await retype('weight', 'boolean')).body.errors[0].message).toContain('neither yes nor no');
  });

  it('stays several words while a product has several', async () => {
    const refused = await retype('fit', 'text');
    expect(refused.body.errors[0].message).toContain('A-1 has several values');
    expect(await valueOf('A-1', 'fit')).toEqual(['round', 'square']);
  });

  it('parts words that stood in one value when it becomes several words', async () => {
    const file = 'sku,title,Hob\nH-1,One,gas|induction\nH-2,Two,gas\n';
    const job = await desk.importFile('hobs.csv', file, {
      mapping: JSON.stringify({ Hob: { use: 'attribute', type: 'text' } }),
    });
    expect(job.report!.errorCount).toBe(0);
    expect(await valueOf('H-1', 'hob')).toBe('gas|induction');
    expect((await retype('hob', 'many')).status).toBe(200);
    expect(await valueOf('H-1', 'hob')).toEqual(['gas', 'induction']);
    expect(await valueOf('H-2', 'hob')).toEqual(['gas']);
    // The same file says the same still.
    expect((await desk.importFile('hobs.csv', file)).report).toMatchObject({ changed: 0, unchanged: 2 });
  });

  it('leaves out clauses that ask for its numbers once it is none, and says so', async () => {
    const rule = {
      source: { kind: 'catalogue' },
      clauses: [{ kind: 'attributeNumber', attribute: 'weight', from: 1.8, to: null }],
    };
    const ask = async () =>
      (await desk.post('/api/explain/range', { rule, address: '/' })).body as {
        count: number;
        steps: { fault: { kind: string } | null }[];
      };
    expect((await ask()).count).toBe(1);
    await retype('weight', 'text');
    const answer = await ask();
    expect(answer.steps[0].fault).toEqual({ kind: 'number', name: 'weight' });
    expect(answer.count).toBe((await items()).length);
    await retype('weight', 'number');
  });
});
