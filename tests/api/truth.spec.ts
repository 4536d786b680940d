import { afterAll, beforeAll, describe, expect, inject, it, vi } from 'vitest';
import { PlanModel } from '../../server/src/database/models';
import { createPlan, publishPlans, readPlan, savePlan } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn('Orla Finch');
});
afterAll(() => server.stop());

const times = (count: number): number[] => Array.from({ length: count }, (_, at) => at);

describe('many at once', () => {
  it('who save twenty plans are all told that theirs is stored', async () => {
    const plans = await Promise.all(
      times(20).map((at) =>
        createPlan(desk, `Parallel ${at}`, [{ kind: 'aisles', of: 'tag' }], { as: 'heir' }),
      ),
    );
    const answers = await Promise.all(
      plans.map(({ document, version }) =>
        savePlan(desk, { ...document, name: `${document.name}, saved` }, version),
      ),
    );
    expect(answers.map(({ status }) => status)).toEqual(times(20).map(() => 200));
    for (const { document } of plans)
      expect((await readPlan(desk, document.id)).document.name).toBe(`${document.name}, saved`);
  });

  it('who save one plan over the same version are told truly which of them did', async () => {
    const { document, version } = await createPlan(desk, 'One for all', [], { as: 'heir' });
    const answers = await Promise.all(
      times(12).map((at) => savePlan(desk, { ...document, name: `Writer ${at}` }, version)),
    );
    const [won, ...others] = answers.filter(({ status }) => status === 200);
    expect(others).toEqual([]);
    expect(answers.filter(({ status }) => status === 409)).toHaveLength(11);
    expect((await readPlan(desk, document.id)).document.name).toBe(won.body.document.name);
  });

  it('who make four collections of one name get four, at addresses of their own', async () => {
    const wish = { titles: { en: 'Same name' }, descriptions: {}, clauses: null, skus: [] };
    const answers = await Promise.all(
      times(4).map(() => desk.post('/api/collections', { ...wish, slug: '' })),
    );
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201, 201]);
    expect(new Set(answers.map(({ body }) => body.slug)).size).toBe(4);
  });
});

describe('a request that is sent again, as its answer was lost', () => {
  it('is the same save where it says the same over the same version', async () => {
    const { document, version } = await createPlan(desk, 'Saved twice', [], { as: 'heir' });
    const wanted = { ...document, name: 'Saved twice, alike' };
    const first = await savePlan(desk, wanted, version);
    const again = await savePlan(desk, wanted, version);
    expect([first.status, again.status]).toEqual([200, 200]);
    expect(again.body.version).toBe(first.body.version);
  });

  it('makes one thing, and is answered alike, however close the two come', async () => {
    const wish = { name: 'Made once', rule: { source: { kind: 'catalogue' }, clauses: [] } };
    const send = () => desk.post('/api/ranges', wish).set('Idempotency-Key', 'pressed-twice');
    const [one, two] = await Promise.all([send(), send()]);
    expect([one.status, two.status]).toEqual([201, 201]);
    expect(two.body).toEqual(one.body);
    expect((await send()).body.id).toBe(one.body.id);
  });

  it('is refused where the key came with something else, and as somebody else’s is another one', async () => {
    const wish = { name: 'Keyed', rule: { source: { kind: 'catalogue' }, clauses: [] } };
    await desk.post('/api/ranges', wish).set('Idempotency-Key', 'key-of-mine').expect(201);
    const other = await desk
      .post('/api/ranges', { ...wish, name: 'Keyed otherwise' })
      .set('Idempotency-Key', 'key-of-mine');
    expect(other.body.type).toBe('/problems/key-reused');
    const colleague = await server.signIn('Pia Lund');
    await colleague
      .post('/api/ranges', { ...wish, name: 'A colleague’s' })
      .set('Idempotency-Key', 'key-of-mine')
      .expect(201);
    expect((await desk.post('/api/ranges', wish).set('Idempotency-Key', '?')).body.errors[0].path).toBe(
      'Idempotency-Key',
    );
  });

  it('is told that it was made where its answer can’t be told any more', async () => {
    const wish = {
      path: '/made-once',
      titles: { en: 'Made once' },
      descriptions: {},
      standsFor: null,
      open: false,
    };
    const send = () => desk.post('/api/pages', wish).set('Idempotency-Key', 'page-once');
    expect((await send()).status).toBe(201);
    expect((await send()).body.type).toBe('/problems/done-already');
  });
});

describe('what is committed', () => {
  it('is told as done, even where this server can’t show it at once', async () => {
    const { document, version } = await createPlan(
      desk,
      'Published unseen',
      [{ kind: 'aisles', of: 'tag' }],
      {
        as: 'heir',
      },
    );
    const refresh = vi
      .spyOn(server.application.host, 'refresh')
      .mockRejectedValue(new Error('the database is away'));
    const published = await publishPlans(desk, [{ id: document.id, version }]);
    refresh.mockRestore();
    expect(published.status).toBe(201);
    expect((await desk.get('/api/editions')).body[0].number).toBe(published.body.number);
  });

  it('is nothing where a part of it fails: the draft is as it was', async () => {
    const { document, version } = await createPlan(desk, 'Whole or not', [], { as: 'heir' });
    const find = vi.spyOn(PlanModel, 'findAll').mockRejectedValue(new Error('no answer'));
    const failed = await savePlan(desk, { ...document, name: 'Half written' }, version);
    find.mockRestore();
    expect(failed.status).toBe(500);
    expect((await readPlan(desk, document.id)).document.name).toBe('Whole or not');
  });
});

describe('a request for a publication', () => {
  it('is answered by who declines it, however many others there are', async () => {
    const { document, version } = await createPlan(desk, 'Asked for often', [], { as: 'heir' });
    const ask = () =>
      desk.post('/api/publications/requests', { plans: [{ id: document.id, version }], note: '' });
    const { body: first } = await ask();
    await desk.post(`/api/publications/requests/${first.id}/decline`, { words: '' }).expect(200);
    for (let n = 0; n < 51; n++) {
      const { body } = await ask();
      const { status, body: declined } = await desk.post(`/api/publications/requests/${body.id}/decline`, {
        words: 'not yet',
      });
      expect([status, declined.state, declined.id]).toEqual([200, 'withdrawn', body.id]);
    }
    const listed = (await desk.get('/api/publications/requests')).body as { id: number }[];
    expect(listed.some(({ id }) => id === first.id)).toBe(false);
  });
});

describe('what is asked of the database', () => {
  /** The statements that some work sends, without what watches over the shop meanwhile. */
  async function statementsOf(work: () => Promise<unknown>): Promise<string[]> {
    const { options } = server.application.sequelize as unknown as {
      options: { logging: false | ((sql: string) => void) };
    };
    const sent: string[] = [];
    options.logging = (sql) => void sent.push(sql.replace(/^Executing \([^)]*\): /, ''));
    try {
      await work();
    } finally {
      options.logging = false;
    }
    return sent.filter((sql) => !/catalogue_version|live_edition|campaigns|jobs|presence/.test(sql));
  }

  it('does not grow with what there is: one save, one page, one redirect read what they are about', async () => {
    const plan = await createPlan(desk, 'Counted', [], { as: 'heir' });
    let { version } = plan;
    const save = async (): Promise<void> => {
      const answer = await savePlan(desk, { ...plan.document, name: `Counted ${version}` }, version);
      expect(answer.status).toBe(200);
      ({ version } = answer.body as { version: number });
    };
    const redirect = await desk.post('/api/redirects', { from: '/counted', to: '/', code: 301 });
    const all = {
      save,
      pages: () => desk.get('/api/pages').expect(200),
      record: () => desk.get('/api/activity').expect(200),
      redirects: () =>
        desk.put(`/api/redirects/${redirect.body.id}`, { from: '/counted', to: '/knives', code: 301 }),
    };
    const count = async (): Promise<Record<string, number>> => {
      const counted: Record<string, number> = {};
      for (const [name, work] of Object.entries(all)) {
        // What a look at the catalogue adds now and then is not there every time.
        const counts: number[] = [];
        for (const _ of times(3)) counts.push((await statementsOf(work)).length);
        counted[name] = Math.min(...counts);
      }
      return counted;
    };
    const before = await count();
    for (const at of times(15)) {
      await createPlan(desk, `Beside ${at}`, [], { as: 'heir' });
      await desk
        .post('/api/pages', {
          path: `/beside-${at}`,
          titles: { en: 'Beside' },
          descriptions: {},
          standsFor: null,
          open: false,
        })
        .expect(201);
      await desk.post('/api/redirects', { from: `/beside/${at}`, to: '/', code: 301 }).expect(201);
    }
    // A statement a record would be fifteen.
    for (const [name, statements] of Object.entries(await count()))
      expect(statements, name).toBeLessThanOrEqual(before[name] + 2);
  });

  it('is no other draft, where one is saved', async () => {
    const { document, version } = await createPlan(desk, 'Alone', [], { as: 'heir' });
    const sent = await statementsOf(() => savePlan(desk, { ...document, name: 'Alone, saved' }, version));
    const reading = sent.filter((sql) => /^SELECT .*\bdocument\b.* FROM `?plans\b/is.test(sql));
    expect(reading.length).toBeGreaterThan(0);
    for (const sql of reading) expect(sql).toMatch(/WHERE .*\b(id|base)`? (=|IN)/is);
  });
});
