import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { AttributeValues, StepsTrial } from '@fond/contract';
import { publishStored, readPlan, savePlan } from '../support/plans';
import {
  facetChoice,
  USUAL_SHOW,
  type FacetModel,
  type PlanDocument,
  type ValueFate,
  type ValueShow,
} from '@fond/core';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'));
  desk = await server.signIn();
  const colours = ['navy', 'azure', 'navy', 'red', 'black', 'size M'];
  const lines = colours.map(
    (colour, at) => `V-${at},Thing ${at},Things,${(at + 1) * 10},${colour},${[3, 12, 20, 28, 28, 40][at]}`,
  );
  await desk.importFile('things.csv', ['sku,title,category,price,colour,length (cm)', ...lines].join('\n'));
  const { plan, version } = await readPlan(desk, 'house');
  const facets = ['colour', 'length'].map((key) => facetChoice(key));
  const fixtures = plan.fixtures.map((one) => (one.type === 'facets' ? { ...one, facets } : one));
  await savePlan(desk, { ...plan, fixtures } as PlanDocument, version);
  await publishStored(desk, 'house');
});
afterAll(() => server.stop());

const show = (key: string, change: Partial<ValueShow>) =>
  desk.put(`/api/catalogue/attributes/${key}/shown`, { ...USUAL_SHOW, ...change });
const facet = async (key: string, more: object = {}): Promise<FacetModel> => {
  const { body } = await server.guest.get('/api/shop/listing').query({ aisle: '/things', ...more });
  return body.facets.find((one: FacetModel) => one.key === key);
};
const said = async (key: string, more: object = {}): Promise<string[]> =>
  (await facet(key, more)).values.map(({ value, count }) => `${value} ${count}`);
const BLUES = { id: 'blues', labels: { en: 'Blue' }, swatch: '#0000aa', members: ['navy', 'azure'] };

describe('the values of an attribute, as shoppers see them', () => {
  it('are gathered, ordered and hidden at once, counted as one, and stay values of products', async () => {
    expect(
      (await show('colour', { families: [BLUES], order: ['red', 'blues'], hidden: ['size M'] })).status,
    ).toBe(204);
    expect(await said('colour')).toEqual(['red 1', 'blues 3', 'black 1']);
    const chosen = await server.guest.get('/api/shop/listing').query({ aisle: '/things', colour: 'blues' });
    expect(chosen.body).toMatchObject({ total: 3, applied: [{ value: 'blues', label: 'Blue' }] });
    const old = await server.guest.get('/api/shop/listing').query({ aisle: '/things', colour: 'azure' });
    expect(old.body, 'addresses of old lead to the group').toMatchObject({ total: 3 });
    expect(
      chosen.body.items.map(({ attributes }: { attributes: { colour: string } }) => attributes.colour),
    ).toContain('azure');
    const values = (await desk.get('/api/catalogue/attributes/colour/values')).body as AttributeValues;
    expect(values.shown.families).toEqual([BLUES]);
    expect(values.values.map(({ value }) => value)).toContain('azure');
  });

  it('stay gathered as products come, and are told apart again when the group is taken apart', async () => {
    await show('colour', { families: [BLUES] });
    await desk.importFile('more.csv', 'sku,title,category,colour\nV-9,Late,Things,azure');
    expect(await said('colour')).toContain('blues 4');
    await show('colour', {});
    expect(await said('colour')).toContain('azure 2');
  });

  it('are refused where a value is in two groups, or a group is called as a value of another', async () => {
    const path = async (change: Partial<ValueShow>): Promise<string> => {
      const { status, body } = await show('colour', change);
      expect(status).toBe(400);
      return body.errors[0].path;
    };
    expect(await path({ families: [BLUES, { ...BLUES, id: 'other' }] })).toBe('families');
    expect(await path({ families: [{ ...BLUES, id: 'red' }] })).toBe('families');
    expect(await path({ steps: [20, 10] })).toBe('steps');
    expect((await show('nothing', {})).status).toBe(404);
  });

  it('of numbers come in steps of choice, tried with their counts beside those that follow the products', async () => {
    const ask = async (steps: number[]): Promise<StepsTrial> =>
      (await desk.post('/api/explain/steps', { key: 'length', steps, address: '/things' })).body;
    const trial = await ask([10, 25, 100]);
    expect(trial.own.map(({ count }) => count)).toEqual([1, 2, 3, 0]);
    expect(trial.automatic.reduce((sum, { count }) => sum + count, 0)).toBe(trial.covered);
    expect((await ask([])).own).toEqual([]);
    expect(
      (await desk.post('/api/explain/steps', { key: 'colour', steps: [], address: '/things' })).status,
    ).toBe(404);
  });
});

describe('what a filter of a plan offers', () => {
  it('is told value by value: offered, hidden, or gathered', async () => {
    await show('colour', { families: [BLUES], hidden: ['black'] });
    const { body } = await desk.post('/api/explain/values', {
      plan: (await readPlan(desk, 'house')).plan,
      address: '/things',
      key: 'colour',
    });
    const fates = body as ValueFate[];
    const fate = (value: string): string => fates.find((one) => one.value === value)!.why;
    expect([fate('navy'), fate('black'), fate('red')]).toEqual(['gathered', 'hidden', 'offered']);
    expect(fates.find(({ value }) => value === 'navy')!.into).toBe('Blue');
  });
});
