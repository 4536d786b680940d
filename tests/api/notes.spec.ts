import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { News, Note, Waiting } from '@fond/contract';
import { atAllWidths } from '@fond/core';
import { addUser } from '../../server/src/person/users';
import { createPlan, publishPlans, readPlan, savePlan, withShelf } from '../support/plans';
import { PASSWORD, signInTo, startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
let other: Desk;
let plan: string;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
  await addUser('Mara Quill', 'mara@pellmere.example', PASSWORD, 'merchandiser');
  other = await signInTo(server.application.app, 'mara@pellmere.example');
});
afterAll(() => server.stop());
let made = 0;
beforeEach(async () => {
  plan = (await createPlan(desk, `Noted ${made++}`, [])).document.id;
});

const write = (by: Desk, change: object = {}) =>
  by.post('/api/notes', { plan, place: 'order', sku: null, aisle: null, words: 'Too many pans', ...change });
const notes = async (): Promise<Note[]> => (await desk.get('/api/notes').query({ plan })).body as Note[];
const waiting = async (by: Desk): Promise<Waiting> =>
  (await by.get('/api/waiting').expect(200)).body as Waiting;

describe('a note', () => {
  it('stands at its place until it is settled, with what is answered, and can be opened again', async () => {
    const { status, body } = await write(desk, { sku: 'PK-1017', aisle: '/cookware' });
    expect(status).toBe(201);
    expect(body).toMatchObject({
      ...{ plan, place: 'order', sku: 'PK-1017', aisle: '/cookware', words: 'Too many pans' },
      ...{ by: 'Ines Marlow', answers: [], settled: null },
    });
    const { id } = body as Note;
    await other.post(`/api/notes/${id}/answers`, { words: 'Two less now' });
    const settled = (await desk.put(`/api/notes/${id}/settled`, { settled: true })).body as Note;
    expect(settled.settled?.by).toBe('Ines Marlow');
    const twice = (await other.put(`/api/notes/${id}/settled`, { settled: true })).body as Note;
    expect(twice.settled?.by).toBe('Ines Marlow');
    const [again] = [(await other.post(`/api/notes/${id}/answers`, { words: 'Not quite' })).body as Note];
    expect(again.settled).toBeNull();
    expect(again.answers.map(({ by, words }) => [by, words])).toEqual([
      ['Mara Quill', 'Two less now'],
      ['Mara Quill', 'Not quite'],
    ]);
  });

  it('stands before those that are settled, the newest first', async () => {
    for (const words of ['one', 'two', 'three']) await write(desk, { words });
    const [, , first] = await notes();
    await desk.put(`/api/notes/${first.id}/settled`, { settled: true });
    expect((await notes()).map(({ words }) => words)).toEqual(['three', 'two', 'one']);
    const [newest] = await notes();
    await desk.put(`/api/notes/${newest.id}/settled`, { settled: true });
    expect((await notes()).map(({ words }) => words)).toEqual(['two', 'three', 'one']);
  });

  it('is refused where its plan or product isn’t, or nothing is said', async () => {
    expect((await write(desk, { plan: 'constructor' })).status).toBe(404);
    const unknown = await write(desk, { sku: '__proto__' });
    expect([unknown.status, unknown.body.errors[0].path]).toEqual([400, 'sku']);
    expect((await write(desk, { words: '  ' })).status).toBe(400);
    expect((await write(desk, { place: '<b>' })).status).toBe(400);
    expect((await desk.post('/api/notes/999999/answers', { words: 'x' })).status).toBe(404);
    expect(await notes()).toEqual([]);
  });
});

describe('what waits for somebody', () => {
  it('is a note in which another had the last word, and none of one’s own', async () => {
    const { id } = (await write(other)).body as Note;
    const own = async (by: Desk): Promise<number> =>
      (await waiting(by)).notes.find((one) => one.id === plan)?.count ?? 0;
    expect([await own(desk), await own(other)]).toEqual([1, 0]);
    await desk.post(`/api/notes/${id}/answers`, { words: 'Done' });
    expect([await own(desk), await own(other)]).toEqual([0, 1]);
    await other.put(`/api/notes/${id}/settled`, { settled: true });
    expect([await own(desk), await own(other)]).toEqual([0, 0]);
  });

  it('is what somebody else asks to publish, for those who may approve it', async () => {
    const before = (await waiting(desk)).requests;
    const { plan: stored, version } = await readPlan(other, plan);
    const saved = await savePlan(other, withShelf(stored, { gap: atAllWidths(31) }), version);
    const asked = await other.post('/api/publications/requests', {
      plans: [{ id: plan, version: (saved.body as { version: number }).version }],
      note: 'Please',
    });
    expect(asked.status).toBe(201);
    expect((await waiting(desk)).requests).toBe(before + 1);
    expect((await waiting(other)).requests).toBe(0);
  });
});

describe('what others have changed', () => {
  const news = async (by: Desk): Promise<News> => (await by.get('/api/news').expect(200)).body as News;

  it('is told from the moment on at which one said that all is seen, and never one’s own', async () => {
    expect(await news(other)).toEqual({ since: null, editions: null, catalogue: [] });
    await other.put('/api/news/seen', {}).expect(204);
    const seen = await news(other);
    expect(seen.since).not.toBeNull();
    expect([seen.editions, seen.catalogue]).toEqual([null, []]);

    const { plan: house, version } = await readPlan(desk, 'house');
    const saved = await savePlan(desk, withShelf(house, { gap: atAllWidths(33) }), version);
    await publishPlans(desk, [{ id: 'house', version: (saved.body as { version: number }).version }]);
    await desk.put('/api/catalogue/products/PK-1017/featured', { featured: true });
    await desk.put('/api/catalogue/products/PK-1017/featured', { featured: false });
    const { editions, catalogue } = await news(other);
    expect(editions).toMatchObject({ count: 1 });
    expect(editions!.to - editions!.from).toBe(1);
    expect(editions!.aisles).toBeGreaterThan(20);
    expect(editions!.some).toHaveLength(3);
    expect(catalogue).toEqual([{ kind: 'product', count: 1 }]);

    await desk.put('/api/news/seen', {}).expect(204);
    await desk.put('/api/catalogue/products/PK-1018/featured', { featured: true });
    expect(await news(desk)).toMatchObject({ editions: null, catalogue: [] });
    await other.put('/api/news/seen', {}).expect(204);
    expect(await news(other)).toMatchObject({ editions: null, catalogue: [] });
  });
});
