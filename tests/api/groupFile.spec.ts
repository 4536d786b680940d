import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { GroupFile, GroupImport } from '@fond/contract';
import { select } from '../../server/src/database/rows';
import { startShop, startTestServer, type Desk, type TestServer } from '../support/server';

let demo: TestServer;
let empty: TestServer;
let from: Desk;
let into: Desk;
beforeAll(async () => {
  demo = await startShop();
  empty = await startTestServer(inject('databaseServer'));
  from = await demo.signIn();
  into = await empty.signIn();
});
afterAll(async () => {
  await demo.stop();
  await empty.stop();
});

const exported = async (desk: Desk): Promise<GroupFile> =>
  JSON.parse((await desk.get('/api/export/groups').buffer(true)).text) as GroupFile;
const count = async (server: TestServer, table: string): Promise<number> => {
  const [{ n }] = await select<{ n: number }>(
    server.application.sequelize,
    `SELECT COUNT(*) AS n FROM ${table}`,
  );
  return Number(n);
};
const sums = ({ notices: _, ...kinds }: GroupImport): number[] =>
  (['made', 'changed', 'unchanged'] as const).map((fate) =>
    Object.values(kinds).reduce((sum, counts) => sum + counts[fate], 0),
  );

describe('categories, tags, attributes and collections as a file', () => {
  it('change nothing where they are taken over where they came from', async () => {
    const file = await exported(from);
    expect(file.categories.length).toBeGreaterThan(40);
    const report = (await from.post('/api/import/groups', file)).body as GroupImport;
    const [made, changed, unchanged] = sums(report);
    expect([made, changed, report.notices]).toEqual([0, 0, []]);
    expect(unchanged).toBe(
      file.categories.length + file.tags.length + file.attributes.length + file.collections.length,
    );
  });

  it('make another shop’s the same, tried first with nothing changed', async () => {
    const file = await exported(from);
    await into.put('/api/settings', { languages: ['en', 'fr'] });
    const tried = (await into.post('/api/import/groups/trial', file)).body as GroupImport;
    expect(sums(tried).slice(1)).toEqual([0, 0]);
    expect(await count(empty, 'categories')).toBe(0);
    const done = (await into.post('/api/import/groups', file)).body as GroupImport;
    expect(done).toEqual(tried);
    const { names: _, ...there } = await exported(into);
    const { names: __, ...here } = file;
    const plain = (all: object): unknown =>
      JSON.parse(JSON.stringify(all).replace(/"(category|tag|collection)":\d+/g, '"$1":0'));
    expect(plain(there)).toEqual(plain(here));
    const { body } = await empty.guest.get('/api/shop/page').query({ address: '/cookware' });
    expect(body.kind).toBe('listing');
  });

  it('keep words and products that the file does not name, and tell what could not be', async () => {
    const words = {
      titles: { en: 'Pots & pans', de: 'Töpfe' },
      descriptions: { en: '<p onclick="x()">Good</p>' },
    };
    const file: GroupFile = {
      format: 'fond-aisle/groups',
      version: 1,
      categories: [
        { path: '/constructor', position: 9, colour: '#0b4f5c', picture: null, ...words },
        {
          path: '/constructor/below',
          position: 0,
          colour: null,
          picture: null,
          titles: { en: 'Below' },
          descriptions: {},
        },
      ],
      tags: [],
      attributes: [
        {
          key: 'material',
          type: 'number',
          unit: null,
          labels: { en: 'Stuff' },
          position: 0,
          filterable: true,
          onCards: true,
          hasAisles: false,
          values: [{ value: 'steel', swatch: '#999999', labels: {} }],
        },
      ],
      collections: [
        {
          slug: 'ruled',
          titles: { en: 'Ruled' },
          descriptions: {},
          clauses: [{ kind: 'tag', tag: 999 }],
          arranged: [],
        },
      ],
      names: { 'tag:999': 'never-heard-of' },
    };
    const report = (await into.post('/api/import/groups', file)).body as GroupImport;
    expect(report).toMatchObject({
      categories: { made: 2 },
      attributes: { changed: 1 },
      collections: { made: 1 },
    });
    expect(report.notices).toEqual([
      '“material” stays text: the file says number, and values would have to be read anew.',
      'Rules of collections name never-heard-of, which the shop doesn’t have; what names them is left out.',
      'The shop doesn’t speak de; words in other languages than its own are left out.',
    ]);
    const { body } = await empty.guest.get('/api/shop/page').query({ address: '/constructor' });
    expect(body.aisle).toMatchObject({ title: 'Pots & pans', description: '<p>Good</p>' });
    const after = await exported(into);
    expect(after.attributes.find(({ key }) => key === 'material')!.labels).toMatchObject({
      en: 'Stuff',
      fr: 'Matière',
    });
  });

  it('are refused with nothing changed where a category has none above it, or a path is the shop’s own', async () => {
    const file = await exported(from);
    const before = await count(empty, 'categories');
    const lone = { ...file.categories[0], path: '/nowhere/below' };
    const orphan = await into.post('/api/import/groups', { ...file, categories: [...file.categories, lone] });
    expect(orphan.status).toBe(400);
    expect(orphan.body.errors[0].message).toContain('stands below /nowhere');
    const taken = await into.post('/api/import/groups', {
      ...file,
      categories: [{ ...lone, path: '/cart' }],
    });
    expect(taken.body.errors[0].message).toContain('own pages');
    expect((await into.post('/api/import/groups', { ...file, format: 'other' })).status).toBe(400);
    expect(await count(empty, 'categories')).toBe(before);
  });

  it('are described by a published schema', async () => {
    const { status, body } = await demo.guest.get('/api/schema/groups.json');
    expect(status).toBe(200);
    expect(body).toMatchObject({ $id: '/api/schema/groups.json', title: 'Groups' });
    expect(Object.keys(body.properties)).toContain('categories');
  });
});
