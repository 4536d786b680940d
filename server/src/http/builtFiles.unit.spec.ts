import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import express from 'express';
import supertest, { type Test } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { builtFiles } from './builtFiles';

const SCRIPT = 'export const shelf = "pans";\n';

let folder: string;
let server: ReturnType<typeof supertest>;

beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'fond-built-'));
  await writeFile(path.join(folder, 'main-2K4LQHMW.js'), SCRIPT);
  await writeFile(path.join(folder, 'main-2K4LQHMW.js.br'), brotliCompressSync(SCRIPT));
  await writeFile(path.join(folder, 'icon.svg'), '<svg/>');
  server = supertest(express().use(builtFiles(folder)));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const get = (address: string, encodings: string): Test =>
  server.get(address).set('Accept-Encoding', encodings).buffer(true);

describe('files of a build', () => {
  it('are sent as they were packed, as what they are', async () => {
    const { headers } = await server.head('/main-2K4LQHMW.js').set('Accept-Encoding', 'gzip, br');
    expect(headers).toMatchObject({ 'content-encoding': 'br', vary: 'Accept-Encoding' });
    expect(headers['content-type']).toMatch(/^text\/javascript/);
    expect(Number(headers['content-length'])).toBe(brotliCompressSync(SCRIPT).length);
  });

  it('are sent plain to who can’t unpack them, and where nothing was packed', async () => {
    const plain = await get('/main-2K4LQHMW.js', 'gzip');
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect(plain.text).toBe(SCRIPT);
    expect((await get('/icon.svg', 'br')).headers['content-encoding']).toBeUndefined();
  });

  it('are kept for ever where the name holds what they are, packed or not, and a day otherwise', async () => {
    for (const encodings of ['br', 'identity'])
      expect(
        (await server.head('/main-2K4LQHMW.js').set('Accept-Encoding', encodings)).headers,
      ).toMatchObject({
        'cache-control': 'public, max-age=31536000, immutable',
      });
    expect((await get('/icon.svg', 'br')).headers['cache-control']).toBe('public, max-age=86400');
  });
});
