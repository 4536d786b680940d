import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { EditionSummary, Floor } from '@fond/contract';
import { startTestServer, type TestServer } from '../../../tests/support/server';
import { lastPublications } from './editions';
import { summariseEarlier } from './summary';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());

describe('editions of earlier releases', () => {
  it('get their summaries once, and lists tell the same of them as before', async () => {
    const desk = await server.signIn();
    const read = async () => ({
      editions: (await desk.get('/api/editions')).body as EditionSummary[],
      floor: ((await desk.get('/api/floor')).body as Floor).aisles.map(({ key, publishedAt }) => [
        key,
        publishedAt,
      ]),
    });
    const before = await read();
    expect(before.editions[0].plans.map(({ id }) => id).sort()).toEqual([
      'front',
      'house',
      'knives',
      'product-row',
    ]);
    await server.application.sequelize.query('UPDATE editions SET summary = NULL');
    expect((await lastPublications()).size).toBe(0);
    await summariseEarlier();
    expect(await read()).toEqual(before);
  });
});
