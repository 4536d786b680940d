import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import sharp from 'sharp';
import yazl from 'yazl';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { ArchiveMatch, EditLine, Job, LibraryPicture, WaitingHost } from '@fond/contract';
import { fetchPictures } from '../../server/src/picture/fetch/fetchJob';
import { select } from '../../server/src/database/rows';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'));
  desk = await server.signIn();
  await desk.importFile(
    'pans.csv',
    'sku,title,image\nP-1,Pan one,one.png\nP-2,Pan two,one.png\nP-3,Pan three,\n',
  );
});
afterAll(() => server.stop());

const picture = (red: number, width = 40): Promise<Buffer> =>
  sharp({ create: { width, height: 30, channels: 3, background: { r: red, g: 9, b: 9 } } })
    .png()
    .toBuffer();
const keep = async (name: string, content: Buffer, address = '/api/pictures/library') =>
  desk.agent.post(address).set('X-CSRF-Token', desk.token).attach('file', content, name);
const imagesOf = async (sku: string): Promise<string[]> => {
  const rows = await select<{ source: string }>(
    server.application.sequelize,
    'SELECT i.source FROM product_images i JOIN products p ON p.id = i.product_id WHERE p.sku = ? ORDER BY i.position',
    [sku],
  );
  return rows.map(({ source }) => source);
};
const shown = async (sku: string): Promise<string | undefined> => {
  const { body } = await server.guest.get('/api/shop/listing').query({ aisle: '/' });
  const item = (body.items as { sku: string; image?: string | { src: string } }[]).find(
    (one) => one.sku === sku,
  );
  return item?.image && JSON.stringify(item.image);
};

describe('a picture of the library', () => {
  it('tells what shows it, is replaced everywhere at once, and that is taken back', async () => {
    const { hash } = (await keep('one.png', await picture(10))).body as LibraryPicture;
    const uses = await desk.get('/api/pictures/library/uses').query({ source: 'one.png' });
    expect(uses.body.products).toEqual([
      { sku: 'P-1', title: 'Pan one' },
      { sku: 'P-2', title: 'Pan two' },
    ]);
    const other = (await keep('x.png', await picture(200), '/api/pictures')).body as { hash: string };
    const put = await desk.put('/api/pictures/library', { source: 'one.png', hash: other.hash });
    expect(put.body).toMatchObject({ before: { hash }, picture: { hash: other.hash, products: 2 } });
    expect(await shown('P-2')).toContain(other.hash);
    await desk.put('/api/pictures/library', { source: 'one.png', hash });
    expect(await shown('P-2')).toContain(hash);
    expect((await desk.put('/api/pictures/library', { source: 'nowhere.png', hash })).status).toBe(404);
    const never = await desk.put('/api/pictures/library', { source: 'one.png', hash: '0'.repeat(32) });
    expect(never.status).toBe(404);
  });

  it('is taken out where nothing shows it, and only then', async () => {
    await keep('lonely.png', await picture(77));
    const used = await desk.delete('/api/pictures/library?source=one.png');
    expect([used.status, used.body.type]).toEqual([409, '/problems/picture-in-use']);
    expect((await desk.delete('/api/pictures/library?source=lonely.png')).status).toBe(204);
    expect((await desk.delete('/api/pictures/library?source=lonely.png')).status).toBe(404);
    const { body } = await desk.get('/api/pictures/library').query({ q: 'lonely' });
    expect(body.total).toBe(0);
  });
});

describe('an archive of pictures', () => {
  async function zip(files: Readonly<Record<string, Buffer>>): Promise<Buffer> {
    const archive = new yazl.ZipFile();
    for (const [name, content] of Object.entries(files)) archive.addBuffer(content, name);
    archive.end();
    const pieces: Buffer[] = [];
    for await (const piece of archive.outputStream) pieces.push(piece as Buffer);
    return Buffer.concat(pieces);
  }
  const send = async (content: Buffer, name = 'pans.zip') => keep(name, content, '/api/pictures/archives');

  it('is matched by names, told, brought in, and taken back', async () => {
    const sent = await send(
      await zip({
        'photos/P-1_2.png': await picture(31),
        'photos/P-1_1.png': await picture(32),
        'p-3.png': await picture(33),
        'P-2.png': Buffer.from('no picture'),
        'other.png': await picture(34),
        'notes.txt': Buffer.from('hello'),
        '__MACOSX/P-1_1.png': Buffer.from('left over'),
      }),
    );
    expect(sent.status, sent.text).toBe(201);
    const match = sent.body as ArchiveMatch;
    expect(match).toMatchObject({
      pictures: 5,
      others: 2,
      matched: 4,
      products: 3,
      unmatched: ['other.png'],
    });
    expect(match.matches[0]).toEqual({ file: 'photos/P-1_1.png', sku: 'P-1', title: 'Pan one', place: 1 });
    const by = await desk.get(`/api/pictures/archives/${match.id}`).query({ pattern: 'x{sku}' });
    expect(by.body).toMatchObject({ matched: 0, pattern: 'x{sku}' });

    const before = await imagesOf('P-1');
    const started = await desk.post(`/api/pictures/archives/${match.id}`, {
      pattern: '{sku}_{n}',
      add: 'behind',
    });
    const job = await desk.ended((started.body as Job).id);
    expect(job).toMatchObject({ state: 'done', report: { created: 3, changed: 2, errorCount: 1 } });
    expect(job.report!.errors[0]).toMatchObject({ sku: 'P-2', column: 'P-2.png' });
    expect(await imagesOf('P-1')).toEqual([...before, 'P-1_1.png', 'P-1_2.png']);
    expect(await shown('P-3')).toBeDefined();

    const [latest] = (await desk.get('/api/catalogue/edits')).body as EditLine[];
    expect((await desk.post(`/api/catalogue/edits/${latest.id}/undo`)).status).toBe(201);
    expect(await imagesOf('P-1')).toEqual(before);
  });

  it('puts its pictures in place of those there are, where that is wished', async () => {
    const { id } = (await send(await zip({ 'P-2_1.png': await picture(55) }))).body as ArchiveMatch;
    const { body } = await desk.post(`/api/pictures/archives/${id}`, {
      pattern: '{sku}_{n}',
      add: 'instead',
    });
    await desk.ended((body as Job).id);
    expect(await imagesOf('P-2')).toEqual(['P-2_1.png']);
  });

  it('that is none, or is not there any more, is refused', async () => {
    expect((await send(Buffer.from('no archive'))).body.errors[0].message).toContain('no ZIP archive');
    expect((await send(Buffer.from('x'), 'pans.rar')).status).toBe(415);
    const whole = await zip({ 'P-1.png': await picture(1, 900) });
    expect((await send(whole.subarray(0, 200))).status).toBe(400);
    const gone = await desk.get('/api/pictures/archives/3f2c8a52-0000-4000-8000-000000000000');
    expect(gone.status).toBe(404);
    const { status } = await desk.post(`/api/pictures/archives/3f2c8a52-0000-4000-8000-000000000000`, {
      pattern: 'no number',
      add: 'behind',
    });
    expect(status).toBe(400);
  });
});

describe('pictures on the web', () => {
  let stand: Server;
  let port: number;
  beforeAll(async () => {
    const content = await picture(120);
    stand = createServer((request, response) => {
      if (request.url === '/pan.png') response.end(content);
      else response.end('words');
    }).listen(0, '127.0.0.1');
    await once(stand, 'listening');
    ({ port } = stand.address() as AddressInfo);
  });
  afterAll(() => stand.close());

  it('are fetched from hosts that an owner allows, and shown; what could not be is told', async () => {
    const at = (path: string, host = 'localhost'): string => `http://${host}:${port}${path}`;
    await desk.importFile(
      'web.csv',
      `sku,title,image\nW-1,Web one,${at('/pan.png')}\nW-2,Web two,${at('/words.png')}|${at('/pan.png', 'else.example')}\n`,
    );
    const hosts = async (): Promise<WaitingHost[]> =>
      (await desk.get('/api/pictures/hosts')).body as WaitingHost[];
    expect(await hosts()).toEqual([
      { host: 'localhost', waiting: 2, allowed: false },
      { host: 'else.example', waiting: 1, allowed: false },
    ]);
    expect((await desk.put('/api/pictures/hosts', { hosts: ['http://x'] })).status).toBe(400);
    expect((await desk.put('/api/pictures/hosts', { hosts: ['localhost'] })).status).toBe(204);

    // By the API nothing on this machine is fetched, whatever an owner allows.
    const { body } = await desk.post('/api/pictures/fetch');
    const refused = await desk.ended((body as Job).id);
    expect(refused.report).toMatchObject({ rows: 2, created: 0 });
    expect(refused.report!.errors[0].message).toMatch(/no public address|usual ports/);

    const { sequelize, pictures, host } = server.application;
    const work = fetchPictures({ sequelize, pictures, host }, 1, { mayConnect: () => true, ports: [port] });
    const outcome = await work(() => undefined, new AbortController().signal);
    expect(outcome!.report).toMatchObject({ rows: 2, created: 1, errorCount: 1 });
    expect(outcome!.faults[0]).toMatchObject({ sku: 'W-2', message: expect.stringContaining('no picture') });
    expect(await shown('W-1')).toBeDefined();
    expect((await hosts())[0]).toMatchObject({ host: 'else.example' });
  });
});
