import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { contentOf, DESIGN_KINDS, type DesignContent, type Plan } from '@fond/core';
import type { DesignFile, DesignImport, StoredDesign, StoredPlan } from '@fond/contract';
import { startShop, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
let house: Plan;
let content: DesignContent;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
  house = ((await desk.get('/api/plans/house')).body as StoredPlan).plan;
  content = contentOf(house, new Set(DESIGN_KINDS), [], []);
});
afterAll(() => server.stop());

const keep = (name: string, of: Partial<DesignContent> = {}) =>
  desk.post('/api/designs', { name, about: 'For tests', content: { ...content, ...of } });
const list = async (): Promise<StoredDesign[]> => (await desk.get('/api/designs')).body;

describe('a starting point of the shop’s own', () => {
  it('is kept under a name, renamed, taken away, and put back as it was', async () => {
    const kept = (await keep('Autumn')).body as StoredDesign;
    expect((await list()).find(({ name }) => name === 'Autumn')!.content).toEqual(content);
    const { status } = await desk.put(`/api/designs/${kept.id}`, { name: 'Winter', about: '' });
    expect(status).toBe(200);
    expect((await desk.delete(`/api/designs/${kept.id}`)).status).toBe(204);
    expect((await desk.delete(`/api/designs/${kept.id}`)).body.type).toBe('/problems/not-found');
    expect((await keep('Winter')).status).toBe(201);
  });

  it('has a name of its own, and something in it that a plan could have', async () => {
    await keep('Spring');
    expect((await keep('Spring')).body.errors[0]).toMatchObject({ path: 'name' });
    const nothing = { page: null, card: null, badges: null, look: null };
    expect((await keep('Nothing', nothing)).status).toBe(400);
    const broken = { ...house.look, radius: 4000 };
    expect((await keep('Broken', { look: broken })).body.errors[0].path).toBe('content.look.radius');
    expect((await list()).some(({ name }) => name === 'Nothing' || name === 'Broken')).toBe(false);
  });

  it('holds no words that could harm whoever looks at it', async () => {
    const words = {
      ...house.fixtures[0],
      id: 'said',
      type: 'words' as const,
      html: { en: '<p onclick="steal()">Hello<script>steal()</script></p>' },
    };
    const { body } = await keep('Said', { page: [words as Plan['fixtures'][number]] });
    expect(JSON.stringify((body as StoredDesign).content)).not.toContain('steal');
  });

  it('goes out as a file and comes in again, without what the other shop doesn’t have', async () => {
    const shelf = house.fixtures.find(({ type }) => type === 'shelf')!;
    const when = { kind: 'collection' as const, collection: 1 };
    const { body } = await keep('Out', { page: [{ ...shelf, when }] });
    const out = (await desk.get(`/api/designs/${(body as StoredDesign).id}/file`)).body as DesignFile;
    expect(out).toMatchObject({ format: 'fond-aisle/design', name: 'Out' });
    expect(out.names['collection:1']).toMatch(/^\/collections\//);
    const again = (await desk.post('/api/designs/file', { ...out, name: 'Here again' })).body as DesignImport;
    expect(again).toMatchObject({ leftOut: [], design: { content: { page: [{ when }] } } });

    const file: DesignFile = { ...out, name: 'Elsewhere', names: { 'collection:1': '/not/here' } };
    const picture = { kind: 'kept' as const, hash: 'ab'.repeat(16), width: 8, height: 4, alt: {} };
    const drawn = house.fixtures.map((one) => ({ ...one, dress: { ...one.dress, picture } }));
    const names = { ...house.look.type.names, font: 'own-marlow-sans-1a2b3c4d' as const };
    const strange = await desk.post('/api/designs/file', {
      ...out,
      name: 'With things of its shop',
      content: {
        ...out.content,
        page: drawn,
        look: { ...house.look, type: { ...house.look.type, names } },
      },
    });
    expect((strange.body as DesignImport).leftOut).toEqual(
      expect.arrayContaining(['the picture abababab', 'the font Marlow Sans']),
    );
    expect(JSON.stringify((strange.body as DesignImport).design.content)).not.toMatch(/abababab|own-marlow/);

    const { body: read } = await desk.post('/api/designs/file', file);
    expect(read).toMatchObject({ leftOut: ['/not/here'], design: { content: { page: [{ when: null }] } } });
    expect((await desk.post('/api/designs/file', { ...file, format: 'other' })).status).toBe(400);
  });
});
