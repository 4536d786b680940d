import { readFile } from 'node:fs/promises';
import { create, type Font } from 'fontkit';
import subsetFont from 'subset-font';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OwnFont } from '@fond/contract';
import { startShop, type Desk, type TestServer } from '../support/server';

const FILE = 'node_modules/@fontsource-variable/fraunces/files/fraunces-latin-ext-wght-normal.woff2';
const PLAIN = 'node_modules/@fontsource-variable/fraunces/files/fraunces-latin-wght-normal.woff2';

let server: TestServer;
let desk: Desk;
let plain: Buffer;
beforeAll(async () => {
  server = await startShop();
  desk = await server.signIn();
  plain = await readFile(PLAIN);
});
afterAll(() => server.stop());

const bring = (content: Buffer, name = 'House.woff2', licence = 'Drawn by us') =>
  desk.agent
    .post('/api/fonts')
    .set('X-CSRF-Token', desk.token)
    .field('licence', licence)
    .attach('file', content, name);
const fault = async (content: Buffer, name?: string): Promise<string> =>
  ((await bring(content, name)).body as { errors: { message: string }[] }).errors[0].message;

describe('a font of the shop’s own', () => {
  it('is read, kept once, and sent with the letters of the shop’s languages alone', async () => {
    const kept = (await bring(plain)).body as OwnFont;
    expect(kept).toMatchObject({
      name: 'Fraunces',
      weights: { from: 100, to: 900 },
      italic: false,
      near: 'serif',
      lacks: '',
      licence: 'Drawn by us',
    });
    expect(kept.id).toMatch(/^own-fraunces-[0-9a-f]{8}$/);
    const again = (await bring(plain, 'Other name.woff2', 'Order 4711')).body as OwnFont;
    expect(again.id).toBe(kept.id);
    expect((await desk.get('/api/fonts')).body).toMatchObject([{ id: kept.id, licence: 'Order 4711' }]);

    const css = await server.guest.get(`/shop/fonts/own/${kept.id}.css`);
    expect(css.headers['content-type']).toContain('text/css');
    expect(css.text).toContain(`font-family: "${kept.id}-near"`);
    expect(css.text).toMatch(/size-adjust: \d/);
    expect(css.text).toContain('font-display: optional');
    const window = await server.guest.get(`/shop/fonts/own/${kept.id}.css?shown=at-once`);
    expect(window.text).toContain('font-display: swap');
    const [, address] = /url\("([^"]+)"\)/.exec(css.text)!;
    const sent = await server.guest.get(address).responseType('blob');
    expect(sent.headers['cache-control']).toContain('immutable');
    expect((sent.body as Buffer).length).toBe(kept.sent);
    const font = create(sent.body as Buffer) as Font;
    expect(['é', 'œ', '€'].every((letter) => font.hasGlyphForCodePoint(letter.codePointAt(0)!))).toBe(true);
    expect(Object.keys(font.variationAxes)).toEqual(['wght']);
  });

  it('is offered no more, and again, without a page losing it', async () => {
    const { id } = (await bring(plain)).body as OwnFont;
    expect((await desk.put(`/api/fonts/${id}`, { away: true })).body).toMatchObject({ away: true });
    expect((await server.guest.get(`/shop/fonts/own/${id}.css`)).status).toBe(200);
    expect((await bring(plain)).body).toMatchObject({ id, away: false });
    expect((await desk.put('/api/fonts/own-none-00000000', { away: true })).status).toBe(404);
    expect((await server.guest.get('/shop/fonts/own/own-none-00000000.css')).status).toBe(404);
    expect((await server.guest.get('/shop/fonts/own/constructor.css')).status).toBe(404);
  });

  it('is refused in words where it is none, is cut short, forbids it, or has no plain letters', async () => {
    expect(await fault(Buffer.from('<svg/>'), 'drawing.woff2')).toContain('no WOFF2 file');
    expect(await fault(plain.subarray(0, 9_000))).toContain('damaged');
    expect(await fault(await readFile(FILE))).toContain('has no letters such as');
    expect(await fault(await restricted(plain))).toContain('may not be embedded');
    const huge = await bring(Buffer.concat([plain, Buffer.alloc(2_200_000)]));
    expect([huge.status, huge.body.type]).toEqual([413, '/problems/too-large']);
    expect((await bring(plain, 'a.woff2', ' ')).body.errors[0].path).toBe('licence');
  });

  it('is what a plan’s pages name, in its look and on its cards', async () => {
    const { id } = (await bring(plain)).body as OwnFont;
    const { plan } = (await desk.get('/api/plans/house')).body;
    const names = { ...plan.look.type.names, font: id };
    const body = {
      plan: { ...plan, look: { ...plan.look, type: { ...plan.look.type, names } } },
      address: '/cookware',
    };
    const { page } = (await desk.post('/api/preview', body)).body;
    expect(page.frame.ownFonts).toEqual([id]);
    expect(page.frame.look.variables['names-font']).toContain(`'${id}', '${id}-near'`);
    const wrong = structuredClone(body);
    wrong.plan.look.type.names.font = 'own-';
    expect((await desk.post('/api/preview', wrong)).status).toBe(400);
  });
});

/** The same font, saying in its OS/2 table that it may not be embedded. */
async function restricted(content: Buffer): Promise<Buffer> {
  const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,';
  const plainTables = await subsetFont(content, letters, { targetFormat: 'truetype' });
  const tables = plainTables.readUInt16BE(4);
  for (let at = 0; at < tables; at++) {
    const entry = 12 + at * 16;
    if (plainTables.toString('latin1', entry, entry + 4) === 'OS/2')
      plainTables.writeUInt16BE(2, plainTables.readUInt32BE(entry + 8) + 8);
  }
  return subsetFont(plainTables, letters, { targetFormat: 'woff2' });
}
