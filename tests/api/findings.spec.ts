import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import type { Findings, Floor, StoredPlan, ToldFinding } from '@fond/contract';
import type { FindingKind } from '@fond/core';
import { createPlan, publishStored, readPlan, savePlan, withShelf } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());
beforeEach(async () => {
  desk = await server.signIn();
});

const read = async (): Promise<Findings> => (await desk.get('/api/findings').expect(200)).body;
const ofKind = async (kind: FindingKind): Promise<readonly ToldFinding[]> =>
  (await read()).groups.find((group) => group.kind === kind)?.found ?? [];

/** Schedules a plan's draft over two days far away. */
async function schedule(name: string, plan: { id: string; version: number }): Promise<string> {
  const times = { zone: 'UTC', startsLocal: '2090-05-01T08:00', endsLocal: '2090-05-03T20:00' };
  const made = await desk.post('/api/campaigns', { name, plans: [plan], ...times }).expect(201);
  return made.body.id;
}

describe('the findings of the shop', () => {
  it('are those of the demo’s faults, each by name and with the aisle that it is seen in', async () => {
    const { groups, byAisle } = await read();
    const { aisles } = (await desk.get('/api/floor')).body as Floor;
    const empty = aisles.filter(({ products, kind }) => !products && kind !== 'search');
    expect((await ofKind('aisle-empty')).map(({ path }) => path).sort()).toEqual(
      expect.arrayContaining(empty.map(({ path }) => path)),
    );
    expect((await ofKind('product-pictureless')).length).toBeGreaterThan(0);
    expect((await ofKind('product-nowhere')).map(({ title }) => title)).not.toContain('');
    expect(groups.map(({ severity }) => severity)).toEqual(
      [...groups.map(({ severity }) => severity)].sort(
        (a, b) => ['fault', 'warning', 'hint'].indexOf(a) - ['fault', 'warning', 'hint'].indexOf(b),
      ),
    );
    expect(byAisle.find(({ aisle }) => aisle === empty[0].key)?.count).toBeGreaterThan(0);
  });

  it('are all of an aisle’s where they are asked for of one', async () => {
    const { byAisle } = await read();
    const [{ aisle, count }] = byAisle;
    const one: Findings = (await desk.get('/api/findings').query({ aisle }).expect(200)).body;
    expect(one.groups.reduce((sum, group) => sum + group.count, 0)).toBe(count);
    expect(one.groups.flatMap(({ found }) => found).map(({ finding }) => finding)).toEqual(
      Array.from({ length: count }, () => expect.objectContaining({ aisle })),
    );
    const none: Findings = (await desk.get('/api/findings').query({ aisle: 'constructor' }).expect(200)).body;
    expect(none.groups).toEqual([]);
  });

  it('follow what is mended in the catalogue', async () => {
    const [{ sku }] = (await server.guest.get('/api/shop/listing').query({ aisle: '/cookware/pans' })).body
      .items as { sku: string }[];
    const price = (value: string) =>
      desk.post('/api/catalogue/edits', { cells: [{ sku, column: 'price', value, seen: null }] }).expect(201);
    const names = async (): Promise<string[]> => (await ofKind('product-priceless')).map(({ name }) => name);
    await price('');
    expect(await names()).toContain(`product-priceless ${sku}`);
    await price('12.50');
    expect(await names()).not.toContain(`product-priceless ${sku}`);
  });

  it('follow what is published, and say nothing of drafts', async () => {
    const { document } = await createPlan(desk, 'Ragged', [{ kind: 'aisle', aisle: 'search' }]);
    const { plan, version } = await readPlan(desk, document.id);
    const ragged = withShelf(plan, {
      pageSize: { by: 'products', count: 7 },
      columns: { wide: 3, medium: 2, narrow: 2 },
    });
    await savePlan(desk, ragged, version);
    const named = async (): Promise<boolean> =>
      (await ofKind('rows-ragged')).some(({ title }) => title === 'Ragged');
    expect(await named()).toBe(false);
    await publishStored(desk, document.id);
    expect(await named()).toBe(true);
  });

  it('tell of a campaign to come that would change nothing, and no longer once it is called off', async () => {
    const { document } = await createPlan(desk, 'Same as ever', [{ kind: 'aisle', aisle: 'category:2' }]);
    await publishStored(desk, document.id);
    const { version } = await readPlan(desk, document.id);
    const id = await schedule('Nothing new', { id: document.id, version });
    const idle = async (): Promise<readonly ToldFinding[]> => await ofKind('campaign-idle');
    expect(await idle()).toMatchObject([
      { title: 'Nothing new', finding: { kind: 'campaign-idle', campaign: id } },
    ]);
    await desk.post(`/api/campaigns/${id}/end`, {}).expect(200);
    expect(await idle()).toEqual([]);
  });

  it('are put off with a reason until a day, told apart, and taken up again', async () => {
    const [{ name }] = await ofKind('product-pictureless');
    const names = async (): Promise<string[]> => (await ofKind('product-pictureless')).map((one) => one.name);
    const put = (until: string | null, reason = 'The photographer comes on Monday') =>
      desk.put('/api/findings/put-off', { name, until, reason, said: 'Pan has no picture' });
    await put('2999-01-01').expect(204);
    expect(await names()).not.toContain(name);
    expect((await read()).putOff).toMatchObject([
      { name, until: '2999-01-01', reason: 'The photographer comes on Monday', by: 'Ines Marlow' },
    ]);
    await put('2001-01-01').expect(204);
    expect(await names(), 'its day is over').toContain(name);
    await put(null, '').expect(204);
    expect((await read()).putOff).toMatchObject([{ name, until: null }]);
    await desk.delete(`/api/findings/put-off?name=${encodeURIComponent(name)}`).expect(204);
    await desk.delete(`/api/findings/put-off?name=${encodeURIComponent(name)}`).expect(204);
    expect(await names()).toContain(name);
    const { body: record } = await desk.get('/api/activity').query({ subject: 'shop:findings' });
    expect(record).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ action: 'put-off', detail: { name: 'Pan has no picture', said: '' } }),
        expect.objectContaining({ action: 'take-up' }),
      ]),
    );
    const bad = await desk.put('/api/findings/put-off', { name, until: 'soon', reason: 'x', said: 'x' });
    expect([bad.status, bad.body.errors[0].path]).toEqual([400, 'until']);
  });

  it('are put off for a place, all of a kind at once, and told how many they are', async () => {
    const mark = 'aisle-undescribed @below ';
    const { aisles } = (await desk.get('/api/floor')).body as Floor;
    const cookware = aisles.find(({ path }) => path === '/cookware')!;
    const paths = async (): Promise<(string | null)[]> =>
      (await ofKind('aisle-undescribed')).map(({ path }) => path);
    const below = (path: string | null): boolean => path === '/cookware' || !!path?.startsWith('/cookware/');
    const before = await paths();
    const there = before.filter(below);
    expect(there.length).toBeGreaterThan(1);
    const put = (name: string) =>
      desk.put('/api/findings/put-off', { name, until: null, reason: '', said: 'Descriptions in Cookware' });
    await put(mark + cookware.key).expect(204);
    expect(await paths()).toEqual(before.filter((path) => !below(path)));
    expect((await read()).putOff).toMatchObject([{ mark: mark + cookware.key, count: there.length }]);
    await desk.delete(`/api/findings/put-off?name=${encodeURIComponent(mark + cookware.key)}`).expect(204);
    expect(await paths()).toEqual(before);
    const bad = await put('constructor @everywhere');
    expect([bad.status, bad.body.errors[0].path]).toEqual([400, 'name']);
  });
});

describe('the findings of a draft', () => {
  const ragged = async (name: string) => {
    const { document } = await createPlan(desk, name, [{ kind: 'aisles', of: 'page' }]);
    const { plan, version } = await readPlan(desk, document.id);
    const shelf = {
      pageSize: { by: 'products', count: 7 },
      columns: { wide: 3, medium: 2, narrow: 2 },
    } as const;
    return (await savePlan(desk, withShelf(plan, shelf), version)).body as StoredPlan;
  };
  const inDraft = async (draft: string): Promise<readonly ToldFinding[]> => {
    const { body } = await desk.get('/api/findings').query({ draft }).expect(200);
    return (body as Findings).groups.flatMap(({ found }) => found);
  };

  it('are told of its plan alone, with what is not live like that', async () => {
    const { document } = await ragged('Seven');
    const found = await inDraft(document.id);
    expect(found.find(({ finding }) => finding.kind === 'rows-ragged')).toMatchObject({
      title: 'Seven',
      fresh: true,
      finding: { plan: document.id, size: 7 },
    });
    expect(found.every(({ finding }) => !('plan' in finding) || finding.plan === document.id)).toBe(true);
    await publishStored(desk, document.id);
    const live = await inDraft(document.id);
    expect(live.find(({ finding }) => finding.kind === 'rows-ragged')).toMatchObject({ fresh: false });
    expect((await desk.get('/api/findings').query({ draft: 'nowhere' })).status).toBe(404);
  });

  it('are those of its own CSS, told of the plan that says it and not of what builds on it', async () => {
    const { document } = await createPlan(desk, 'Own CSS', [{ kind: 'aisles', of: 'page' }]);
    const { plan, version } = await readPlan(desk, document.id);
    const css = '.more { opacity: 0 } .card:hover .more { opacity: 1 } .card button { height: 12px }';
    expect((await savePlan(desk, { ...plan, css }, version)).status).toBe(200);
    const ofCss = async (draft: string) =>
      (await inDraft(draft)).map(({ finding }) => finding).filter(({ kind }) => kind.startsWith('css-'));
    expect(await ofCss(plan.id)).toEqual([
      { kind: 'css-pointer', plan: plan.id, selectors: ['.card:hover .more'] },
      { kind: 'css-targets', plan: plan.id, targets: [{ selector: '.card button', pixels: 12 }] },
    ]);
    await publishStored(desk, plan.id);
    const heir = await createPlan(desk, 'Builds on it', [], { from: plan.id, as: 'heir' });
    expect(await ofCss(heir.document.id)).toEqual([]);
  });

  it('are mended in the draft, and that is taken back', async () => {
    const { document, version } = await ragged('Mended');
    const name = `rows-ragged ${document.id}`;
    const mend = () =>
      desk.post('/api/findings/mend', { name, plan: document.id, said: 'Fill the rows: Mended' });
    const done = await mend();
    expect([done.status, done.body]).toEqual([
      200,
      { id: expect.any(String), plan: { id: document.id, name: 'Mended' }, version: version + 1 },
    ]);
    const sizeNow = async () =>
      (await readPlan(desk, document.id)).plan.fixtures.find((one) => one.type === 'shelf')?.pageSize;
    expect(await sizeNow()).toEqual({ by: 'products', count: 6 });
    expect((await inDraft(document.id)).map((one) => one.name)).not.toContain(name);
    const again = await mend();
    expect([again.status, again.body.type]).toEqual([409, '/problems/nothing-to-mend']);
    const back = await desk.post(`/api/plans/together/${done.body.id}/undo`, {});
    expect(back.body.restored).toEqual([{ id: document.id, name: 'Mended' }]);
    expect(await sizeNow()).toEqual({ by: 'products', count: 7 });
  });
});
