import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ShopModel } from '@fond/core';
import { Renderers } from './renderers';

/** A shop that does as its model says. */
const SHOP = `
let rendered = 0;
export async function render({ kind, say }) {
  rendered++;
  if (say === 'throw') throw new Error('This page can’t be made');
  if (say === 'throw later') setTimeout(() => { throw new Error('Taken down twice'); }, 0);
  if (say === 'end') process.exit(7);
  return kind + ' ' + say + ' ' + rendered;
}`;

let folder: string;
let renderers: Renderers;
const page = (say: string): Promise<string> =>
  renderers.render({ kind: 'listing', say } as unknown as ShopModel);

beforeEach(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'fond-shop-'));
  await mkdir(path.join(folder, 'shop', 'server'), { recursive: true });
  await writeFile(path.join(folder, 'shop', 'server', 'server.mjs'), SHOP);
  renderers = new Renderers(folder, pino({ level: 'silent' }));
});
afterEach(async () => {
  await renderers.stop();
  await rm(folder, { recursive: true, force: true });
});

describe('the threads that render pages', () => {
  it('render a model once, also for those who ask while it is being made', async () => {
    const [first, again] = await Promise.all([page('hello'), page('hello')]);
    expect(first).toMatch(/^listing hello \d+$/);
    expect(again).toBe(first);
    expect(await page('hello')).toBe(first);
    expect(await page('other')).not.toBe(first);
  });

  it('tell who asked for a page that can’t be made, and try it anew the next time', async () => {
    await expect(page('throw')).rejects.toThrow('This page can’t be made');
    await expect(page('throw')).rejects.toThrow('This page can’t be made');
    expect(await page('hello')).toContain('listing hello');
  });

  it('go on after a page that throws while it is taken down', async () => {
    expect(await page('throw later')).toContain('throw later');
    // Rendered by the same thread, which counts on.
    const counts = [];
    for (const say of ['a', 'b', 'c']) counts.push(Number((await page(say)).split(' ')[2]));
    expect(counts[2] - counts[0]).toBe(2);
    expect(counts[0]).toBeGreaterThan(1);
  });

  it('are replaced where one ends, and whoever waited for its page is told', async () => {
    await expect(page('end')).rejects.toThrow();
    expect(await page('hello')).toContain('listing hello');
  });
});
