import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { Findings, Job, PictureReport } from '@fond/contract';
import { atAllWidths, HEAVY_BYTES, usual, USUAL_BANNER, type Fixture } from '@fond/core';
import { createPlan, publishStored, savePlan } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
});
afterAll(() => server.stop());

const upload = (content: Buffer, name: string) =>
  desk.agent.post('/api/pictures').set('X-CSRF-Token', desk.token).attach('file', content, name);
const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#a43' } });

describe('an uploaded picture', () => {
  it('is kept by its content and served in the widths that pages ask for', async () => {
    const content = await plain(900, 600).png().toBuffer();
    const { status, body } = await upload(content, 'board.png');
    expect(status).toBe(201);
    expect(body).toMatchObject({ width: 900, height: 600 });
    expect((await upload(content, 'again.png')).body.hash).toBe(body.hash);
    const rendition = await server.guest.get(`/pictures/${body.hash}-360.webp`);
    expect((await sharp(rendition.body as Buffer).metadata()).width).toBe(360);
  });

  it('comes in the smallest kind that is there and the browser takes, never larger than it was', async () => {
    const { body } = await upload(await plain(300, 200).png().toBuffer(), 'small.png');
    const ask = (accept: string, address = `/pictures/${body.hash}-480`) =>
      server.guest.get(address).set('Accept', accept);
    const today = await ask('image/avif,image/webp,*/*');
    expect(today.headers).toMatchObject({
      'content-type': 'image/webp',
      vary: expect.stringContaining('Accept'),
    });
    expect(today.headers['cache-control'], 'a smaller kind may come').toBe('public, max-age=3600');
    const old = await ask('*/*');
    expect(old.headers).toMatchObject({ 'content-type': 'image/jpeg' });
    expect(old.headers['cache-control']).toContain('immutable');
    expect((await sharp(old.body as Buffer).metadata()).width).toBe(300);
    const named = await ask('*/*', `/pictures/${body.hash}-480.avif`);
    expect(named.headers['content-type']).toBe('image/avif');
    expect((await ask('image/avif,image/webp,*/*')).headers['content-type']).toBe('image/avif');
    expect((await ask('*/*', `/pictures/${body.hash}-480.gif`)).status).toBe(404);
  });

  it('stands upright, however the camera was held', async () => {
    const turned = await plain(300, 200).jpeg().withMetadata({ orientation: 6 }).toBuffer();
    const { body } = await upload(turned, 'turned.jpg');
    expect(body).toMatchObject({ width: 200, height: 300 });
    const { width, height } = await sharp(
      (await server.guest.get(`/pictures/${body.hash}-240.webp`)).body as Buffer,
    ).metadata();
    expect(width! < height!).toBe(true);
  });

  it('is refused in words where it is none, is too large, or may hold a script', async () => {
    const refused = async (content: Buffer, name: string): Promise<string> => {
      const { status, body } = await upload(content, name);
      expect(status).toBe(400);
      expect(body.errors[0].path).toBe('file');
      return body.errors[0].message;
    };
    expect(await refused(Buffer.from('not a picture'), 'words.png')).toContain('no picture');
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>steal()</script></svg>');
    expect(await refused(svg, 'drawing.svg')).toContain('SVG');
    const huge = await plain(10_000, 10_000).png({ compressionLevel: 9 }).toBuffer();
    expect(await refused(huge, 'huge.png')).toContain('100 megapixels');
    const whole = await plain(900, 600).png({ compressionLevel: 0 }).toBuffer();
    expect(await refused(whole.subarray(0, whole.length / 2), 'cut.png')).toContain('damaged');
    const none = await desk.agent.post('/api/pictures').set('X-CSRF-Token', desk.token).field('x', '1');
    expect(none.status).toBe(400);
  });

  const banner = (picture: object): Fixture => ({
    ...usual('banner'),
    type: 'banner',
    picture: picture as never,
    focus: { x: 50, y: 50 },
    height: { wide: 300, medium: 200, narrow: 160 },
    ...USUAL_BANNER,
    shade: 20,
    heading: { en: 'A wide one' },
    words: {},
    link: null,
  });

  it('stands in a banner that shoppers get, and a banner of nothing here is refused', async () => {
    const { body: kept } = await upload(await plain(1200, 500).webp().toBuffer(), 'wide.webp');
    const { body: floor } = await desk.get('/api/floor');
    const { key, path } = floor.aisles.find(({ kind }: { kind: string }) => kind === 'tag');
    const { plan, version } = await createPlan(desk, 'With a banner', [{ kind: 'aisle', aisle: key }]);
    const withBanner = (picture: object) => ({ ...plan, fixtures: [banner(picture), ...plan.fixtures] });
    const strange = { kind: 'kept', hash: '../../etc', width: 1, height: 1, alt: {} };
    expect((await savePlan(desk, withBanner(strange), version)).body.errors[0].path).toContain('hash');
    expect((await savePlan(desk, withBanner({ kind: 'kept', ...kept, alt: {} }), version)).status).toBe(200);
    await publishStored(desk, plan.id);
    const { body } = await server.guest.get('/api/shop/page').query({ address: path });
    expect(body.fixtures[0]).toMatchObject({ type: 'banner', picture: { hash: kept.hash } });

    const report = (await desk.get('/api/pictures')).body as PictureReport;
    expect(report.small.find(({ hash }) => hash === kept.hash)).toMatchObject({
      of: { kind: 'uploaded' },
      width: 1200,
      needed: 1360,
      plan: { id: plan.id },
      fixture: 'banner',
    });
  });

  it('is told where it weighs too much as a plan draws it, once that is known', async () => {
    const grain = { create: { width: 1360, height: 600, channels: 3, background: '#888' } } as const;
    const noise = { noise: { type: 'gaussian', mean: 128, sigma: 60 } } as const;
    const content = await sharp({ create: { ...grain.create, ...noise } })
      .png()
      .toBuffer();
    const { body: kept } = await upload(content, 'grain.png');
    const { plan, version } = await createPlan(desk, 'With grain', []);
    const fixtures = [banner({ kind: 'kept', ...kept, alt: {} }), ...plan.fixtures];
    expect((await savePlan(desk, { ...plan, fixtures }, version)).status).toBe(200);
    const heavy = async () => {
      const { body } = await desk.get('/api/findings').query({ draft: plan.id }).expect(200);
      const group = (body as Findings).groups.find(({ kind }) => kind === 'pictures-heavy');
      return group?.found.map(({ finding }) => finding) ?? [];
    };
    expect(await heavy(), 'nobody has made it so wide').toEqual([]);
    const { body: file } = await server.guest.get(`/pictures/${kept.hash}-1360.avif`).expect(200);
    const bytes = (file as Buffer).length;
    expect(bytes).toBeGreaterThan(HEAVY_BYTES);
    expect(await heavy()).toEqual([
      {
        kind: 'pictures-heavy',
        plan: plan.id,
        fixture: 'banner',
        type: 'banner',
        pictures: 1,
        width: 1360,
        bytes,
      },
    ]);
    await publishStored(desk, plan.id);
    const report = (await desk.get('/api/pictures')).body as PictureReport;
    expect(report).toMatchObject({ heavy: [{ hash: kept.hash, fetched: 1360, bytes }], weighty: 1 });
  });
});

describe('fixtures in a plan', () => {
  it('are refused with a plain word where they can’t stand as they are said to', async () => {
    const { plan, version } = await createPlan(desk, 'Faulty', []);
    const refused = async (...fixtures: object[]): Promise<{ path: string; message: string }> => {
      const answer = await savePlan(
        desk,
        { ...plan, fixtures: [...plan.fixtures, ...(fixtures as Fixture[])] },
        version,
      );
      expect(answer.status).toBe(400);
      return answer.body.errors[0];
    };
    const columns = (a: number, b: number): object => ({
      ...usual('columns'),
      type: 'columns',
      columns: [
        { id: 'a', width: { by: 'share', share: a }, medium: null, stuck: false },
        { id: 'b', width: { by: 'share', share: b }, medium: null, stuck: false },
      ],
      gap: atAllWidths(20),
      down: 'start',
      stacked: 'narrow',
    });
    expect((await refused(columns(30, 60))).message).toContain('add up to 90');
    const line = { ...usual('line'), type: 'divider', inside: { fixture: 'columns', slot: 'c' } };
    expect((await refused(columns(50, 50), line)).message).toContain('“line”');
    expect((await refused({ ...usual('x'), type: 'carousel' })).path).toContain('type');
    const wide = { ...usual('w'), type: 'divider' } as Fixture;
    const layout = { ...wide.layout, span: { wide: 13, medium: null, narrow: null } };
    expect((await refused({ ...wide, layout })).path).toContain('span.wide');
  });

  it('lose scripts from their words when they are saved', async () => {
    const { plan, version } = await createPlan(desk, 'Words', []);
    const words: Fixture = {
      ...usual('words'),
      type: 'words',
      html: { en: '<p>Good <b>words</b><script>steal()</script></p>' },
    };
    const { body } = await savePlan(desk, { ...plan, fixtures: [...plan.fixtures, words] }, version);
    expect(body.plan.fixtures.at(-1).html.en).toBe('<p>Good <b>words</b></p>');
  });
});

describe('pictures of products', () => {
  it('tell how large they are in numbers, and are listed where a plan shows them larger than they are', async () => {
    const { body } = await server.guest.get('/api/shop/page').query({ address: '/cookware/pans' });
    const shelf = body.fixtures.find(({ type }: { type: string }) => type === 'shelf');
    for (const { images } of shelf.cards)
      for (const { width, height } of images) expect([width, height]).toEqual([960, 1080]);
    const { small } = (await desk.get('/api/pictures')).body as PictureReport;
    // The front shows one product large, and only the top categories on its tiles.
    const onFront = small.filter(({ plan }) => plan.id === 'front');
    const large = onFront.filter(({ fixture }) => fixture === 'spotlight');
    const front = (await server.guest.get('/api/shop/page').query({ address: '/' })).body;
    const spotlight = front.fixtures.find(({ type }: { type: string }) => type === 'spotlight');
    expect(large.map(({ of }) => of)).toMatchObject([{ kind: 'product', sku: spotlight.card.sku }]);
    const tiles = onFront.flatMap(({ of }) => (of.kind === 'aisle' ? [of.path] : []));
    expect(tiles.length).toBeGreaterThan(0);
    expect(tiles.every((path) => path.split('/').length === 2)).toBe(true);
  });
});

describe('renditions', () => {
  it('that are missing are made by a job, which tells how far it is', async () => {
    const before = (await desk.get('/api/pictures')).body as PictureReport;
    expect(before.pictures).toBeGreaterThan(200);
    expect(before.renditions.made).toBeLessThan(before.renditions.wanted);
    const started = await desk.post('/api/pictures/renditions', {});
    expect(started).toMatchObject({ status: 202, body: { kind: 'renditions', progress: { done: 0 } } });
    expect((await desk.post('/api/pictures/renditions', {})).body.id, 'one at a time').toBe(started.body.id);
    await expect
      .poll(async () => ((await desk.get(`/api/jobs/${started.body.id}`)).body as Job).progress.done, {
        timeout: 20_000,
      })
      .toBeGreaterThan(0);
    const during = (await desk.get('/api/pictures')).body as PictureReport;
    expect(during.job).toMatchObject({ id: started.body.id, state: 'running' });
    expect(during.renditions.made).toBeGreaterThan(before.renditions.made);
  });
});
