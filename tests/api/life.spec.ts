import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { EditionSummary, Floor, PlanSummary, StoredPlan, Withdrawal } from '@fond/contract';
import {
  USUAL_PIN,
  USUAL_GAP,
  USUAL_PROMOTION,
  USUAL_LOOK,
  usual,
  type Fixture,
  type HeirDocument,
  type Plan,
  type Shelf,
  type Texts,
  USUAL_BADGES,
  USUAL_PRODUCT_PAGE,
} from '@fond/core';
import {
  changesOf,
  foundIn,
  createPlan,
  publishPlans,
  publishStored,
  readPlan,
  savePlan,
  withShelf,
} from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
let keys: Map<string, string>;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
  const { aisles } = (await desk.get('/api/floor')).body as Floor;
  keys = new Map(aisles.map(({ path, key }) => [path, key]));
});
afterAll(() => server.stop());

const category = (path: string, below = true) => ({
  kind: 'category' as const,
  category: Number(keys.get(path)!.split(':')[1]),
  below,
});
const heirFor = (path: string, name: string, from = 'house'): Promise<StoredPlan> =>
  createPlan(desk, name, [category(path)], { from, as: 'heir' });
const gapOf = ({ plan }: StoredPlan): number =>
  plan.fixtures.find((fixture): fixture is Shelf => fixture.type === 'shelf')!.gap.wide;
const planAt = async (path: string): Promise<string> =>
  (await server.guest.get('/api/shop/listing').query({ aisle: path })).body.plan.name;
const summaryOf = async (id: string): Promise<PlanSummary> =>
  ((await desk.get('/api/plans')).body as PlanSummary[]).find((plan) => plan.id === id)!;
/** An heir whose gap is its own. */
async function gapped(stored: StoredPlan, gap: number): Promise<StoredPlan> {
  const own = {
    at: {
      fixtures: {
        items: { shelf: { at: { gap: { at: { wide: { set: gap } } } } } },
        added: [],
        moved: [],
        removed: [],
      },
    },
  };
  const answer = await savePlan(desk, { ...(stored.document as HeirDocument), own }, stored.version);
  expect(answer.status).toBe(200);
  return answer.body as StoredPlan;
}

describe('a plan that builds on another', () => {
  it('is stored as what differs, and read with everything filled in and where it comes from', async () => {
    const stored = await heirFor('/baking', 'Baking');
    expect(stored.document).toMatchObject({ base: 'house', own: null });
    expect(stored.bases.map(({ id }) => id)).toEqual(['house']);
    expect(gapOf(await gapped(stored, 60))).toBe(60);
    const again = await readPlan(desk, stored.document.id);
    expect(again.plan.fixtures).toEqual(
      withShelf((await readPlan(desk, 'house')).plan, { gap: { ...USUAL_GAP, wide: 60 } }).fixtures,
    );
    expect(await summaryOf(stored.document.id)).toMatchObject({ base: { id: 'house' }, own: 1, live: false });
  });

  it('follows its base once that is published, and the aisles that do are told before', async () => {
    const heir = await gapped(await heirFor('/storage', 'Storage'), 60);
    await publishStored(desk, heir.document.id);
    const house = await readPlan(desk, 'house');
    const saved = await savePlan(
      desk,
      withShelf(house.plan, { gap: { ...USUAL_GAP, wide: 8 }, lastRow: 'centre' }),
      house.version,
    );
    const told = await changesOf(desk, 'house');
    expect(told.heirs).toContainEqual(
      expect.objectContaining({ id: heir.document.id, kept: [['fixtures', 'shelf', 'gap', 'wide']] }),
    );
    expect(told.changes.map(({ path }: { path: string }) => path)).toContain('/storage/jars');
    await publishPlans(desk, [{ id: 'house', version: saved.body.version }]);
    const shelf = (await readPlan(desk, heir.document.id)).plan.fixtures.find(({ type }) => type === 'shelf');
    expect(shelf).toMatchObject({ gap: { ...USUAL_GAP, wide: 60 }, lastRow: 'centre' });
    await savePlan(desk, house.plan, saved.body.version);
    await publishStored(desk, 'house');
  });

  it('is refused where its values don’t fit once they are filled in, with their paths', async () => {
    const heir = await heirFor('/tools/graters', 'Graters');
    const own = {
      at: {
        fixtures: { items: { shelf: { at: { gap: { set: 'wide' } } } }, added: [], moved: [], removed: [] },
      },
    };
    const refused = await savePlan(desk, { ...(heir.document as HeirDocument), own }, heir.version);
    expect(refused.status).toBe(400);
    expect(refused.body.errors[0].path).toMatch(/^plan\.fixtures\.\d+\.gap$/);
    const odd = {
      ...(heir.document as HeirDocument),
      own: { at: { fixtures: { set: 1, at: {} } } } as never,
    };
    expect((await savePlan(desk, odd, heir.version)).body.errors[0].message).toContain(
      'form of a difference',
    );
  });

  it('may not stand on itself through others, nor on a plan that isn’t there', async () => {
    const first = await heirFor('/table', 'Table');
    const second = await heirFor('/table/mugs', 'Mugs', first.document.id);
    const ring = await desk.put(`/api/plans/${first.document.id}/base`, {
      base: second.document.id,
      keep: 'base',
      version: first.version,
    });
    expect(ring.body).toMatchObject({ status: 409, type: '/problems/plan-chain' });
    expect(ring.body.detail).toContain('“Table” on “Mugs” on “Table”');
    const nowhere = { ...(second.document as HeirDocument), base: 'gone' };
    expect((await savePlan(desk, nowhere, second.version)).body.type).toBe('/problems/base-not-live');
  });

  it('can be given another base, with its look or with what is its own', async () => {
    const wide = await gapped(await heirFor('/textiles', 'Textiles'), 44);
    const heir = await heirFor('/textiles/aprons', 'Aprons', wide.document.id);
    const rebase = async (base: string | null, keep: 'look' | 'base') => {
      const { version } = await readPlan(desk, heir.document.id);
      return (await desk.put(`/api/plans/${heir.document.id}/base`, { base, keep, version }))
        .body as StoredPlan;
    };
    const look = await rebase('house', 'look');
    expect(gapOf(look)).toBe(44);
    expect(look.document).toMatchObject({ base: 'house' });
    const plain = await rebase('house', 'base');
    expect(gapOf(plain)).toBe(44);
    expect(gapOf(await rebase(null, 'look'))).toBe(44);
    expect((await readPlan(desk, heir.document.id)).bases).toEqual([]);
  });

  it('is published only with a base that is published, or together with it', async () => {
    const base = await heirFor('/cookware/pots', 'Pots');
    const heir = await heirFor('/cookware/pots/stockpots', 'Stockpots', base.document.id);
    const versions = [heir, base].map(({ document, version }) => ({ id: document.id, version }));
    const told = await changesOf(desk, heir.document.id);
    expect(told.faults).toMatchObject([{ kind: 'base-not-live', base: { name: 'Pots' } }]);
    expect((await publishPlans(desk, versions.slice(0, 1))).body.type).toBe('/problems/base-not-live');
    expect((await changesOf(desk, ...versions.map(({ id }) => id))).faults).toEqual([]);
    expect((await publishPlans(desk, versions)).status).toBe(201);
    expect(await planAt('/cookware/pots/stockpots')).toBe('Stockpots');
    expect(await planAt('/cookware/pots/saucepans')).toBe('Pots');
  });
});

describe('what publishing would do', () => {
  it('tells shelves that would be empty, pins that can’t hold, and settings that idle', async () => {
    const base = await heirFor('/cookware/pans', 'Pans');
    const heir = await gapped(await heirFor('/cookware/pans/woks', 'Woks', base.document.id), 8);
    const shelf = base.plan.fixtures.find((fixture): fixture is Shelf => fixture.type === 'shelf')!;
    const emptied = withShelf(base.plan, {
      range: { ...shelf.range, clauses: [{ kind: 'title', text: 'no such thing' }] },
      order: { ...shelf.order, pins: [{ ...USUAL_PIN, sku: 'nobody', place: 1 }] },
    });
    const { id, kind, name, reach, rank } = base.plan;
    await savePlan(
      desk,
      {
        id,
        kind,
        name,
        reach,
        rank,
        fixtures: emptied.fixtures,
        productPage: USUAL_PRODUCT_PAGE,
        look: USUAL_LOOK,
        badges: USUAL_BADGES,
        css: '',
      },
      base.version,
    );
    const changes = await changesOf(desk, id, heir.document.id);
    const empty = changes.findings.find(({ kind }) => kind === 'aisle-empty');
    const paths = changes.changes.flatMap(({ path, products }) => (products ? path : []));
    expect(empty?.count).toBeGreaterThanOrEqual(paths.length);
    expect(empty?.found).toContainEqual(
      expect.objectContaining({ fresh: true, finding: expect.objectContaining({ kind: 'aisle-empty' }) }),
    );
    expect(foundIn(changes, 'pins-gone')).toMatchObject([{ finding: { skus: ['nobody'] } }]);

    const without = emptied.fixtures.filter(({ type }) => type !== 'shelf');
    await savePlan(
      desk,
      {
        id,
        kind,
        name,
        reach,
        rank,
        fixtures: without,
        productPage: USUAL_PRODUCT_PAGE,
        look: USUAL_LOOK,
        badges: USUAL_BADGES,
        css: '',
      },
      base.version + 1,
    );
    const bare = await changesOf(desk, id, heir.document.id);
    expect(foundIn(bare, 'settings-idle')).toMatchObject([
      {
        title: 'Woks',
        finding: { plan: heir.document.id, settings: [['fixtures', 'shelf', 'gap', 'wide']] },
        fresh: true,
      },
    ]);
  });
});

describe('what is worth a look before publishing', () => {
  it('are promoting shelves that show nothing, each once, and words that are hard to read', async () => {
    const { plan, version } = await createPlan(desk, 'Bare', [category('/tools')]);
    const promotion: Fixture = {
      ...usual('free'),
      ...USUAL_PROMOTION,
      range: { source: { kind: 'aisle', below: true, main: false }, clauses: [{ kind: 'free' }] },
    };
    const look = { ...plan.look, colours: { ...plan.look.colours, quiet: '#cccccc' } };
    await savePlan(desk, { ...plan, look, fixtures: [...plan.fixtures, promotion] }, version);
    const changes = await changesOf(desk, plan.id);
    expect(foundIn(changes, 'promotion-empty')).toMatchObject([
      { path: '/tools', finding: { fixture: 'free', aisles: changes.changes.length }, fresh: true },
    ]);
    expect(foundIn(changes, 'contrast-low')).toMatchObject([
      { title: 'Bare', finding: { pairs: [{ what: 'quiet words on the page' }, {}] } },
    ]);
  });
});

describe('a plan that leaves the shop', () => {
  it('tells what its aisles fall back to, and does just that', async () => {
    const stored = await heirFor('/kettles-and-coffee', 'Kettles');
    const { id } = stored.document;
    await publishStored(desk, id);
    const found = (await desk.get(`/api/plans/${id}/withdrawal`)).body as Withdrawal;
    expect(found.changes.map(({ path }) => path)).toContain('/kettles-and-coffee/kettles');
    expect(found.changes.every(({ from, to }) => from?.id === id && to?.id === 'house')).toBe(true);
    const removed = await desk.post(`/api/plans/${id}/removal`, { standing: 'aside', heirs: null });
    expect(removed.body.edition).toMatchObject({ live: true, note: 'Without “Kettles”' });
    expect(await planAt('/kettles-and-coffee/kettles')).toBe('House plan');
    expect(await summaryOf(id)).toMatchObject({ standing: 'aside', live: false });
  });

  it('comes back as a draft, and serves again once it is published', async () => {
    const stored = await heirFor('/table/plates', 'Plates');
    const { id } = stored.document;
    await publishStored(desk, id);
    await desk.post(`/api/plans/${id}/removal`, { standing: 'deleted', heirs: null });
    expect((await publishPlans(desk, [{ id, version: stored.version }])).body.detail).toContain('Restore it');
    expect((await desk.post(`/api/plans/${id}/restore`, {})).body).toMatchObject({ standing: 'open' });
    expect(await planAt('/table/plates')).toBe('House plan');
    await publishStored(desk, id);
    expect(await planAt('/table/plates')).toBe('Plates');
  });

  it('goes on taking what somebody edits meanwhile, and says how it stands', async () => {
    const stored = await heirFor('/table/bowls', 'Bowls');
    const { id } = stored.document;
    await desk.post(`/api/plans/${id}/removal`, { standing: 'deleted', heirs: null });
    const saved = await gapped(stored, 18);
    expect(saved).toMatchObject({ standing: 'deleted', version: stored.version + 1 });
    expect(gapOf((await desk.post(`/api/plans/${id}/restore`, {})).body)).toBe(18);
  });

  it('asks where the plans go that build on it, and gives them their base or their look', async () => {
    const base = await gapped(await heirFor('/tools', 'Tools'), 36);
    const looks = await heirFor('/tools/whisks', 'Whisks', base.document.id);
    const follows = await heirFor('/tools/graters', 'Graters anew', base.document.id);
    for (const { document } of [base, looks, follows]) await publishStored(desk, document.id);
    const remove = (id: string, heirs: string | null) =>
      desk.post(`/api/plans/${id}/removal`, { standing: 'deleted', heirs });
    const asked = await remove(base.document.id, null);
    expect(asked.body).toMatchObject({ type: '/problems/plan-in-use' });
    expect(asked.body.heirs.map(({ name }: { name: string }) => name).sort()).toEqual([
      'Graters anew',
      'Whisks',
    ]);
    expect((await remove(base.document.id, 'look')).status).toBe(200);
    const after = await readPlan(desk, looks.document.id);
    expect(after.document).toMatchObject({ base: 'house' });
    expect(gapOf(after)).toBe(36);
    expect(after.live).toEqual(after.plan);
    expect(gapOf(await readPlan(desk, follows.document.id))).toBe(36);
  });

  it('is never the house plan', async () => {
    const refused = await desk.post('/api/plans/house/removal', { standing: 'aside', heirs: null });
    expect(refused.body.type).toBe('/problems/plan-in-use');
  });
});

describe('texts that lack a language', () => {
  it('are told before publishing, by plan and language, until they are written', async () => {
    const { plan, version } = await createPlan(desk, 'Said', [{ kind: 'aisles', of: 'tag' }]);
    const worded = (html: Texts): Plan => ({
      ...plan,
      fixtures: [...plan.fixtures, { ...usual('said'), type: 'words', html }],
    });
    const lacking = async () => foundIn(await changesOf(desk, plan.id), 'texts-missing');
    const saved = await savePlan(desk, worded({ en: '<p>Made here.</p>' }), version);
    const [first] = await lacking();
    expect(first).toMatchObject({ title: 'Said', finding: { plan: plan.id, lang: 'fr' } });
    expect(first.finding).toMatchObject({ uses: expect.arrayContaining(['words']) });
    await savePlan(desk, worded({ en: '<p>Made here.</p>', fr: '<p>Fait ici.</p>' }), saved.body.version);
    expect(JSON.stringify(await lacking())).not.toContain('"words"');
  });
});

describe('aisles without a description', () => {
  it('are counted before publishing for each plan that gives descriptions a place', async () => {
    const { plan, version } = await createPlan(desk, 'Tags', [{ kind: 'aisles', of: 'tag' }]);
    const changes = await changesOf(desk, plan.id);
    const bare = [];
    for (const { path } of changes.changes) {
      const { body } = await server.guest.get('/api/shop/listing').query({ aisle: path });
      if (!body.aisle.description) bare.push(path);
    }
    expect(bare.length).toBeGreaterThan(0);
    const group = changes.findings.find(({ kind }) => kind === 'aisle-undescribed');
    expect(group?.count).toBe(bare.length);
    expect(group?.found.map(({ path }) => path)).toEqual(bare.slice(0, group?.found.length));
    const fixtures = plan.fixtures.filter(({ type }) => type !== 'description');
    expect((await savePlan(desk, { ...plan, fixtures }, version)).status).toBe(200);
    expect(foundIn(await changesOf(desk, plan.id), 'aisle-undescribed')).toEqual([]);
  });

  it('are not counted where nobody could write one: on pages of a value', async () => {
    const { plan } = await createPlan(desk, 'Values', [{ kind: 'aisles', of: 'value' }]);
    const changes = await changesOf(desk, plan.id);
    expect(changes.changes.some(({ key }) => key.startsWith('value:'))).toBe(true);
    expect(foundIn(changes, 'aisle-undescribed')).toEqual([]);
  });
});

describe('editions', () => {
  it('are compared plan by plan and aisle by aisle', async () => {
    const { edition: before } = (await desk.get('/api/floor')).body as Floor;
    const stored = await gapped(await heirFor('/baking/tins', 'Tins'), 12);
    const after = await publishStored(desk, stored.document.id);
    const found = (await desk.get(`/api/editions/${before.number}/compared/${after.number}`)).body;
    expect(found.plans).toMatchObject([{ name: 'Tins', what: 'added', before: null }]);
    expect(found.changes.map(({ path }: { path: string }) => path)).toContain('/baking/tins');
    const back = (await desk.get(`/api/editions/${after.number}/compared/${before.number}`)).body;
    expect(back.plans).toMatchObject([{ name: 'Tins', what: 'removed', after: null }]);
  });

  it('give back one plan and leave all others as they are', async () => {
    const first = await gapped(await heirFor('/storage/jars', 'Jars'), 10);
    const old = await publishStored(desk, first.document.id);
    const jars = await gapped(first, 20);
    await publishStored(desk, jars.document.id);
    const other = await heirFor('/storage/canisters', 'Canisters');
    await publishStored(desk, other.document.id);
    const again = await desk.post(`/api/editions/${old.number}/publish`, {
      note: '',
      plans: [jars.document.id],
    });
    expect((again.body as EditionSummary).note).toBe(`Jars as in edition ${old.number}`);
    expect((await readPlan(desk, jars.document.id)).live).toMatchObject({ name: 'Jars' });
    expect(await planAt('/storage/canisters')).toBe('Canisters');
    const { live } = await readPlan(desk, jars.document.id);
    expect(live!.fixtures.find(({ type }) => type === 'shelf')).toMatchObject({
      gap: { ...USUAL_GAP, wide: 10 },
    });
  });

  it('answer a shopper from one of them, whole, while others are published', async () => {
    const house = await readPlan(desk, 'house');
    let { version } = house;
    const seen = new Set<string>();
    const ask = async (): Promise<void> => {
      const { body } = await server.guest.get('/api/shop/page').query({ address: '/cookware' });
      const shelf = body.fixtures.find(({ type }: { type: string }) => type === 'shelf');
      seen.add(`${body.frame.edition} ${shelf.gap.wide} ${shelf.columns.wide}`);
    };
    const published = new Map<number, string>();
    for (let n = 0; n < 40; n++) {
      const plan = withShelf(house.plan, {
        gap: { ...USUAL_GAP, wide: n % 60 },
        columns: { wide: 1 + (n % 6), medium: 3, narrow: 2 },
      });
      version = (await savePlan(desk, plan, version)).body.version;
      let publishing = true;
      const shopper = (async () => {
        while (publishing) await ask();
      })();
      const { body } = await publishPlans(desk, [{ id: 'house', version }]);
      publishing = false;
      await shopper;
      published.set(body.number, `${body.number} ${n % 60} ${1 + (n % 6)}`);
    }
    const first = Math.min(...published.keys());
    for (const answer of seen) {
      const number = Number(answer.split(' ')[0]);
      if (number >= first) expect(answer).toBe(published.get(number));
    }
    expect(seen.size).toBeGreaterThan(3);
  });
});
