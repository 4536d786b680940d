import { atAllWidths } from '@fond/core';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { ActivityEntry, PublicationRequest, User } from '@fond/contract';
import { createPlan, publishPlans, publishStored, readPlan, savePlan, withShelf } from '../support/plans';
import { PASSWORD, startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let owner: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  owner = await server.signIn('Orla Finch');
});
afterAll(() => server.stop());

/** Somebody with a role, signed in. */
async function somebody(name: string, role: User['role']): Promise<Desk & { id: number }> {
  const email = `${name.toLowerCase().replace(/\W+/g, '.')}@pellmere.example`;
  const added = await owner.post('/api/people', { name, email, password: PASSWORD, role });
  expect(added.status).toBe(201);
  return { ...(await server.signIn(name)), id: added.body.id };
}
const approval = (on: boolean) => owner.put('/api/settings', { approval: on });

describe('roles', () => {
  it('let a viewer read and preview, and change nothing', async () => {
    const viewer = await somebody('Vera Hale', 'viewer');
    const house = await readPlan(viewer, 'house');
    expect((await viewer.get('/api/floor')).status).toBe(200);
    expect((await viewer.post('/api/preview', { plan: house.plan, address: '/' })).status).toBe(200);
    const refused = await savePlan(viewer, house.plan, house.version);
    expect(refused.body).toMatchObject({ status: 403, type: '/problems/not-allowed' });
    expect(refused.body.detail).toContain('merchandiser');
  });

  it('let a merchandiser edit and ask, a publisher publish, and only an owner give roles', async () => {
    const merchandiser = await somebody('Mika Dorn', 'merchandiser');
    const stored = await createPlan(merchandiser, 'Tags', [{ kind: 'aisles', of: 'tag' }], { as: 'heir' });
    const version = { id: stored.document.id, version: stored.version };
    expect((await publishPlans(merchandiser, [version])).body.type).toBe('/problems/not-allowed');
    expect((await merchandiser.put(`/api/people/${merchandiser.id}/role`, { role: 'owner' })).status).toBe(
      403,
    );
    const publisher = await somebody('Pia Lund', 'publisher');
    expect((await publishPlans(publisher, [version])).status).toBe(201);
    expect((await publisher.put('/api/settings', { approval: true, zone: 'UTC' })).status).toBe(403);
  });

  it('hold from the next request on, in sessions that are open already', async () => {
    const person = await somebody('Rana Voss', 'publisher');
    const house = await readPlan(person, 'house');
    await owner.put(`/api/people/${person.id}/role`, { role: 'viewer' });
    expect((await savePlan(person, house.plan, house.version)).status).toBe(403);
    expect((await person.get('/api/session')).body.user.role).toBe('viewer');
  });

  it('leave the shop with an owner', async () => {
    const { body } = await owner.get('/api/people');
    const owners = (body as User[]).filter(({ role }) => role === 'owner');
    const me = owners.find(({ name }) => name === 'Orla Finch')!;
    for (const { id } of owners)
      if (id !== me.id) await owner.put(`/api/people/${id}/role`, { role: 'publisher' });
    const last = await owner.put(`/api/people/${me.id}/role`, { role: 'viewer' });
    expect(last.body).toMatchObject({ status: 409, type: '/problems/last-owner' });
    expect((await owner.get('/api/session')).body.user.role).toBe('owner');
  });
});

describe('approval by a second person', () => {
  let editor: Desk & { id: number };
  let publisher: Desk & { id: number };
  beforeAll(async () => {
    editor = await somebody('Edda Kern', 'publisher');
    publisher = await somebody('Paul Reyes', 'publisher');
    expect((await approval(true)).status).toBe(200);
  });
  afterAll(() => approval(false));

  const draft = async (gap: number): Promise<{ id: string; version: number }> => {
    const { plan, version } = await readPlan(editor, 'house');
    const saved = await savePlan(editor, withShelf(plan, { gap: atAllWidths(gap) }), version);
    return { id: 'house', version: saved.body.version };
  };
  const ask = async (plan: object): Promise<PublicationRequest> =>
    (await editor.post('/api/publications/requests', { plans: [plan], note: 'For spring' })).body;

  it('is needed by everybody, and given by somebody else than who asked', async () => {
    const plan = await draft(41);
    expect((await publishPlans(editor, [plan])).body.type).toBe('/problems/approval-needed');
    const asked = await ask(plan);
    expect(asked).toMatchObject({
      state: 'waiting',
      askedBy: 'Edda Kern',
      plans: [{ id: 'house', current: true }],
    });
    const approve = (desk: Desk) => desk.post(`/api/publications/requests/${asked.id}/approve`, {});
    expect((await approve(editor)).body.type).toBe('/problems/approval-needed');
    expect((await approve(publisher)).body).toMatchObject({ live: true, note: 'For spring' });
    expect((await approve(publisher)).body.type).toBe('/problems/request-answered');
  });

  it('is for the draft that was asked for, not for what was edited since', async () => {
    const asked = await ask(await draft(42));
    await draft(43);
    const [listed] = (await publisher.get('/api/publications/requests')).body as PublicationRequest[];
    expect(listed).toMatchObject({ id: asked.id, plans: [{ current: false }] });
    const refused = await publisher.post(`/api/publications/requests/${asked.id}/approve`, {});
    expect(refused.body.type).toBe('/problems/newer-draft');
  });

  it('can be declined with a word, and withdrawn by who asked', async () => {
    const first = await ask(await draft(44));
    const declined = await publisher.post(`/api/publications/requests/${first.id}/decline`, {
      words: 'Too narrow',
    });
    expect(declined.body).toMatchObject({
      state: 'declined',
      answer: 'Too narrow',
      answeredBy: 'Paul Reyes',
    });
    const second = await ask(await draft(45));
    const withdrawn = await editor.post(`/api/publications/requests/${second.id}/decline`, { words: '' });
    expect(withdrawn.body.state).toBe('withdrawn');
  });
});

describe('the record', () => {
  it('tells who did what to what, the newest first, and can be read page by page and by subject', async () => {
    await publishStored(owner, 'house').catch(() => undefined);
    const all = (await owner.get('/api/activity')).body as ActivityEntry[];
    expect(all.map(({ id }) => id)).toEqual([...all].map(({ id }) => id).sort((a, b) => b - a));
    const actions = new Set(all.map(({ action }) => action));
    for (const action of ['save', 'ask', 'approve', 'declined', 'withdrawn', 'role', 'settings', 'add'])
      expect(actions).toContain(action);
    const older = (await owner.get('/api/activity').query({ before: all[4].id })).body as ActivityEntry[];
    expect(older[0].id).toBe(all[5].id);
    const house = (await owner.get('/api/activity').query({ subject: 'plan:house' })).body as ActivityEntry[];
    expect(house.length).toBeGreaterThan(3);
    expect(new Set(house.map(({ name }) => name))).toEqual(new Set(['House plan']));
  });
});

describe('two people on one plan', () => {
  it('are told of each other, and read each other’s note', async () => {
    const one = await somebody('Olga Brandt', 'merchandiser');
    const two = await somebody('Tilo Marsh', 'viewer');
    const here = async (desk: Desk): Promise<string[]> =>
      (await desk.post('/api/plans/knives/presence', {})).body as string[];
    expect(await here(one)).toEqual([]);
    expect(await here(two)).toEqual(['Olga Brandt']);
    expect(await here(one)).toEqual(['Tilo Marsh']);
    expect((await one.post('/api/plans/nowhere/presence', {})).status).toBe(404);

    const { version } = await readPlan(one, 'knives');
    expect((await one.put('/api/plans/knives/note', { note: 'Wait for the pictures' })).status).toBe(200);
    expect(await readPlan(two, 'knives')).toMatchObject({ note: 'Wait for the pictures', version });
    expect((await two.put('/api/plans/knives/note', { note: '' })).status).toBe(403);
  });
});
