import { createHash } from 'node:crypto';
import { mkdir, readFile, rename, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import type { RequestHandler } from 'express';
import sharp from 'sharp';
import { RENDITION_WIDTHS } from '@fond/core';
import { problem } from '../http/problem';

const NAME = /^([0-9a-f]{32})-(\d{2,4})\.webp$/;

/** Originals by content hash, and renditions made from them when first asked for or ahead in the background. */
export class PictureStore {
  private readonly originals: string;
  private readonly renditions: string;
  private readonly making = new Map<string, Promise<string>>();

  constructor(data: string) {
    this.originals = path.join(data, 'media', 'originals');
    this.renditions = path.join(data, 'media', 'renditions');
  }

  async prepare(): Promise<void> {
    await mkdir(this.originals, { recursive: true });
    await mkdir(this.renditions, { recursive: true });
  }

  /** Keeps an original and returns its content hash; the same content is kept once. */
  async keep(content: Buffer): Promise<string> {
    const hash = createHash('sha256').update(content).digest('hex').slice(0, 32);
    await writeWhole(path.join(this.originals, hash), content);
    return hash;
  }

  /** Path of a rendition, made if it isn't there; null for an unknown picture or a width that is not kept. */
  async rendition(hash: string, width: number): Promise<string | null> {
    if (!RENDITION_WIDTHS.includes(width)) return null;
    const target = path.join(this.renditions, `${hash}-${width}.webp`);
    if (await exists(target)) return target;
    const original = path.join(this.originals, hash);
    if (!(await exists(original))) return null;
    let making = this.making.get(target);
    if (!making) {
      making = this.make(original, width, target).finally(() => this.making.delete(target));
      this.making.set(target, making);
    }
    return making;
  }

  private async make(original: string, width: number, target: string): Promise<string> {
    const image = sharp(await readFile(original))
      .rotate()
      .resize({ width, withoutEnlargement: true });
    await writeWhole(target, await image.webp({ quality: 82, effort: 2 }).toBuffer());
    return target;
  }

  /**
   * Makes the renditions that are missing, one after the other, until all are there or `stopped` says so. It rests
   * as long as it works, so that shoppers who come meanwhile don't have to wait.
   */
  async makeAll(hashes: readonly string[], stopped: () => boolean): Promise<number> {
    let made = 0;
    for (const hash of hashes)
      for (const width of RENDITION_WIDTHS) {
        if (stopped()) return made;
        if (await exists(path.join(this.renditions, `${hash}-${width}.webp`))) continue;
        const started = performance.now();
        if (await this.rendition(hash, width)) made++;
        await delay(performance.now() - started);
      }
    return made;
  }

  /** Serves `/pictures/{hash}-{width}.webp`. */
  handler(): RequestHandler<{ name: string }> {
    return async (request, response) => {
      const name = NAME.exec(request.params.name);
      const file = name && (await this.rendition(name[1], Number(name[2])));
      if (!file) throw problem('not-found', 'There is no such picture.');
      response.set('Cache-Control', 'public, max-age=31536000, immutable');
      response.sendFile(path.basename(file), { root: this.renditions });
    };
  }
}

const exists = (file: string): Promise<boolean> =>
  stat(file).then(
    () => true,
    () => false,
  );

/** Readers see the whole file or none: it is written beside its place and moved there. */
async function writeWhole(file: string, content: Buffer): Promise<void> {
  const beside = `${file}.${process.pid}-${Math.floor(performance.now() * 1000)}.part`;
  await writeFile(beside, content);
  await rename(beside, file);
}
