import { atAllWidths } from '@fond/core';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { ActivityEntry, Job, Problem, PublicationRequest, User } from '@fond/contract';
import { select } from '../../server/src/database/rows';
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
  afterAll(async () => {
    // Nor is approval switched off by an owner alone.
    await approve(publisher, await askFor(owner, (await approval(false)).body));
    expect((await owner.get('/api/settings')).body.approval).toBe(false);
  });

  /** Asks for what was refused; answers with the request's number. */
  const askFor = async (desk: Desk, { held }: Pick<Problem, 'held'>): Promise<number> => {
    const asked = await desk.post('/api/publications/requests', { held, note: '' });
    expect(asked.status).toBe(201);
    return asked.body.id;
  };
  const approve = (desk: Desk, id: number) => desk.post(`/api/publications/requests/${id}/approve`, {});

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

  it('is needed for everything else that shoppers see, and does just what was asked for', async () => {
    const [{ id: knives }] = await select<{ id: number }>(
      server.application.sequelize,
      "SELECT id FROM categories WHERE slug = 'knives'",
    );
    const refusals = {
      'put aside “Knives, four across”': await editor.post('/api/plans/knives/removal', {
        standing: 'aside',
        heirs: null,
      }),
      'feature PK-1001': await editor.put('/api/catalogue/products/PK-1001/featured', { featured: true }),
      'lead /shop/old to /shop/knives': await editor.post('/api/redirects', {
        from: '/shop/old',
        to: '/shop/knives',
        code: 301,
      }),
      'change the attribute “finish”': await editor.put('/api/catalogue/attributes/finish', {
        labels: { en: 'Surface' },
        unit: null,
        filterable: true,
        onCards: true,
        aisles: false,
      }),
      'show PK-1001 as the picture of “Knives”': await editor.put(
        `/api/catalogue/categories/${knives}/picture`,
        { sku: 'PK-1001' },
      ),
      'move what stays in view of the picture of “Knives”': await editor.put(
        `/api/catalogue/categories/${knives}/picture/focus`,
        { x: 20, y: 30 },
      ),
      'restore edition 1': await editor.post('/api/editions/1/publish', { note: 'Back', plans: null }),
    };
    for (const [words, refused] of Object.entries(refusals)) {
      expect(refused.body, words).toMatchObject({ status: 409, type: '/problems/approval-needed' });
      const id = await askFor(editor, refused.body);
      const [asked] = (await publisher.get('/api/publications/requests')).body as PublicationRequest[];
      expect(asked).toMatchObject({ id, words, plans: [], state: 'waiting' });
      expect((await approve(editor, id)).body.type).toBe('/problems/approval-needed');
      expect((await approve(publisher, id)).body, words).toMatchObject({ live: true });
      expect((await approve(owner, id)).body.type).toBe('/problems/request-answered');
    }
    expect((await editor.get('/api/redirects')).body).toMatchObject([{ from: '/shop/old' }]);
    const found = async (): Promise<unknown> =>
      (await editor.post('/api/catalogue/products/lookup', { skus: ['PK-1001'] })).body.found;
    await expect.poll(found).toMatchObject([{ featured: true }]);
  });

  it('holds an owner too, and gives nobody what neither they nor who approves may do', async () => {
    const wish = { address: 'https://pellmere.example' };
    const address = async (): Promise<unknown> => (await owner.get('/api/settings')).body.address;
    expect((await editor.put('/api/settings', wish)).body.type).toBe('/problems/not-allowed');
    const held = { operation: 'changeSettings', params: {}, body: wish };
    const byEditor = await askFor(editor, { held });
    expect((await approve(publisher, byEditor)).body.type).toBe('/problems/not-allowed');
    expect(await address()).toBeNull();
    const byOwner = await askFor(owner, (await owner.put('/api/settings', wish)).body);
    expect((await approve(owner, byOwner)).body.type).toBe('/problems/approval-needed');
    expect((await approve(publisher, byOwner)).status).toBe(201);
    expect(await address()).toBe(wish.address);
  });

  it('is asked for a free page once shoppers would see it, and for closing one', async () => {
    const page = { path: '/soon', titles: { en: 'Soon' }, descriptions: {}, standsFor: null, open: false };
    const made = await editor.post('/api/pages', page);
    expect(made.status, JSON.stringify(made.body)).toBe(201);
    const save = async (change: object) => {
      const { version } = (await editor.get(`/api/pages/${made.body.id}`)).body;
      return editor.put(`/api/pages/${made.body.id}`, { ...page, ...change, version });
    };
    expect((await save({ titles: { en: 'Very soon' } })).status).toBe(200);
    const opened = await save({ open: true });
    expect(opened.body.type).toBe('/problems/approval-needed');
    expect((await approve(publisher, await askFor(editor, opened.body))).status).toBe(201);
    expect((await save({})).body.type).toBe('/problems/approval-needed');
  });

  it('is not asked for what nobody sees, and nothing can be asked for that needs none', async () => {
    expect(
      (await editor.importFile('a.csv', 'sku,title,category,price\nA-1,Jar,Jars,3\n', { dryRun: '1' })).state,
    ).toBe('done');
    for (const operation of ['savePlan', 'constructor', 'signOut', 'importCatalogue', 'createRedirect']) {
      const asked = await editor.post('/api/publications/requests', {
        held: { operation, params: {}, body: {} },
        note: '',
      });
      expect(asked.body, operation).toMatchObject({
        type: '/problems/bad-input',
        detail: 'Nothing was asked for.',
      });
    }
  });

  it('holds a product file until somebody else takes it in', async () => {
    const file = 'sku,title,category,price\nA-1,Jar,Jars,3\n';
    const tried = await editor.importFile('a.csv', file, { dryRun: '1' });
    const refused = await editor.agent
      .post('/api/catalogue/import')
      .set('X-CSRF-Token', editor.token)
      .field('from', tried.id);
    expect(refused.body.type).toBe('/problems/approval-needed');
    const id = await askFor(editor, refused.body);
    const [asked] = (await publisher.get('/api/publications/requests')).body as PublicationRequest[];
    expect(asked.words).toBe('take in “a.csv”: 1 new, 0 changed');
    expect((await approve(publisher, id)).status).toBe(201);
    await expect
      .poll(async () =>
        ((await editor.get('/api/jobs')).body as Job[]).filter(({ report }) => report?.dryRun === false),
      )
      .toMatchObject([{ state: 'done' }]);
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
