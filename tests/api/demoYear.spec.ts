import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type {
  Campaign,
  EditionSummary,
  Floor,
  PlanSummary,
  PublicationRequest,
  ReviewPage,
  StoredFreePage,
  StoredRange,
  StoredRedirect,
} from '@fond/contract';
import { liveYear } from '../../server/src/demo/year/year';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true, year: true });
  desk = await server.signIn();
});
afterAll(() => server.stop());

const read = async <T>(address: string): Promise<T> => (await desk.get(address)).body as T;

describe('the demo after a year', () => {
  it('has a dozen editions with notes, from the first to the last, by several people', async () => {
    const editions = await read<EditionSummary[]>('/api/editions');
    expect(editions.length).toBeGreaterThanOrEqual(12);
    const times = editions.map(({ publishedAt }) => publishedAt);
    expect(times).toEqual([...times].sort().reverse());
    expect(editions.every(({ note }) => note.length > 5)).toBe(true);
    expect(new Set(editions.map(({ publishedBy }) => publishedBy)).size).toBeGreaterThan(2);
    // The oldest is nearly a year old.
    const [first] = times.slice(-1);
    expect(Date.now() - Date.parse(first)).toBeGreaterThan(300 * 86_400_000);
  });

  it('has people of every role', async () => {
    const people = await read<{ role: string }[]>('/api/people');
    expect(new Set(people.map(({ role }) => role))).toEqual(
      new Set(['owner', 'publisher', 'merchandiser', 'viewer']),
    );
  });

  it('has a campaign that runs and one that is to come', async () => {
    const campaigns = await read<Campaign[]>('/api/campaigns');
    expect(campaigns.map(({ name }) => name)).toEqual(['Gift season', 'Clearing the shelves']);
    const [running, coming] = campaigns.map(({ startsAt }) => Date.parse(startsAt));
    expect(running).toBeLessThan(Date.now());
    expect(coming).toBeGreaterThan(Date.now());
  });

  it('has saved ranges and a part in use, pages open and closed, and redirects', async () => {
    const ranges = await read<StoredRange[]>('/api/ranges');
    expect(ranges.map(({ usedIn }) => usedIn.length > 0)).toEqual([true, true, true]);
    const pages = await read<StoredFreePage[]>('/api/pages');
    expect(new Set(pages.map(({ open }) => open))).toEqual(new Set([true, false]));
    const redirects = await read<StoredRedirect[]>('/api/redirects');
    expect(redirects.length).toBeGreaterThan(4);
    expect(redirects.filter(({ fault }) => fault)).toEqual([]);
  });

  it('has a draft that waits for somebody to publish it', async () => {
    const plans = await read<PlanSummary[]>('/api/plans');
    expect(plans.filter(({ live, changed }) => live && changed).map(({ id }) => id)).toEqual(['knives']);
    const requests = await read<PublicationRequest[]>('/api/publications/requests');
    expect(requests).toMatchObject([{ state: 'waiting', askedBy: 'Mara Quill' }]);
  });

  it('has reviews in the shop, waiting and taken down', async () => {
    const { counts } = await read<ReviewPage>('/api/reviews');
    expect(counts.standing).toBeGreaterThan(15);
    expect([counts.waiting, counts.down]).toEqual([5, 1]);
  });

  it('serves every aisle by one plan, whatever was published', async () => {
    const { aisles } = await read<Floor>('/api/floor');
    expect(aisles.filter(({ plan }) => plan === null)).toEqual([]);
  });

  it('is left as it is where it was lived, and where somebody has worked', async () => {
    const before = (await read<EditionSummary[]>('/api/editions')).length;
    const { sequelize, host, pictures } = server.application;
    const log = { info: () => undefined } as never;
    await liveYear({ sequelize, host, pictures, log });
    expect(await read<EditionSummary[]>('/api/editions')).toHaveLength(before);
    await sequelize.query("DELETE FROM settings WHERE name = 'demo-year'");
    await liveYear({ sequelize, host, pictures, log });
    expect(await read<EditionSummary[]>('/api/editions')).toHaveLength(before);
  });
});
