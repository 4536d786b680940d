import { createHash } from 'node:crypto';
import { mkdir, readdir, readFile, rename, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import type { RequestHandler } from 'express';
import sharp, { type Sharp } from 'sharp';
import { HEAVY_BYTES, renditionName, RENDITION_WIDTHS } from '@fond/core';
import { problem } from '../problem/problem';

/** Kinds of renditions, the smallest files first. */
export const FORMATS = ['avif', 'webp', 'jpg'] as const;
export type Format = (typeof FORMATS)[number];

/** Of what every browser of today takes; JPEG is made for whoever asks for it. */
const MADE_AHEAD: readonly Format[] = ['webp', 'avif'];

const NAME = /^([0-9a-f]{32})-(\d{2,4})(?:\.(avif|webp|jpg))?$/;
const TYPES: Readonly<Record<Format, string>> = { avif: 'image/avif', webp: 'image/webp', jpg: 'image/jpeg' };

const ENCODED: Readonly<Record<Format, (image: Sharp) => Sharp>> = {
  avif: (image) => image.avif({ quality: 55, effort: 2 }),
  webp: (image) => image.webp({ quality: 82, effort: 2 }),
  // What is seen through has to have a ground.
  jpg: (image) => image.flatten({ background: '#ffffff' }).jpeg({ quality: 80, mozjpeg: true }),
};

export interface Progress {
  made: number;
  wanted: number;
}

const fileName = (hash: string, width: number, format: Format): string =>
  `${renditionName(hash, width)}.${format}`;

/** The kind by which a picture is weighed: what browsers of today get, once it is made. */
const WEIGHED: Format = 'avif';

/** Originals by content hash, and renditions made from them when first asked for or ahead in the background. */
export class PictureStore {
  private readonly originals: string;
  private readonly renditions: string;
  private readonly making = new Map<string, Promise<string>>();

  /** @param noteHeavy Keeps the name and the bytes of a rendition that weighs too much. */
  constructor(
    data: string,
    private readonly noteHeavy: (name: string, bytes: number) => Promise<void>,
  ) {
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

  /** An original; null where there is none. */
  async original(hash: string): Promise<Buffer | null> {
    const place = path.join(this.originals, hash);
    return (await exists(place)) ? readFile(place) : null;
  }

  /** Path of a rendition, made if it isn't there; null for an unknown picture or a width that is not kept. */
  async rendition(hash: string, width: number, format: Format): Promise<string | null> {
    if (!RENDITION_WIDTHS.includes(width)) return null;
    const target = path.join(this.renditions, fileName(hash, width, format));
    if (await exists(target)) return target;
    if (!(await exists(path.join(this.originals, hash)))) return null;
    let making = this.making.get(target);
    if (!making) {
      making = this.make(hash, width, format, target).finally(() => this.making.delete(target));
      this.making.set(target, making);
    }
    return making;
  }

  private async make(hash: string, width: number, format: Format, target: string): Promise<string> {
    const image = sharp(await readFile(path.join(this.originals, hash)))
      .rotate()
      .resize({ width, withoutEnlargement: true });
    const content = await ENCODED[format](image).toBuffer();
    // Before it is there: one that is there isn't made again, and so would never be noted.
    if (format === WEIGHED && content.length > HEAVY_BYTES)
      await this.noteHeavy(renditionName(hash, width), content.length);
    await writeWhole(target, content);
    return target;
  }

  /** How many of the renditions that are made ahead are there. */
  async progress(pictures: readonly PictureSize[]): Promise<Progress> {
    const there = new Set(await readdir(this.renditions));
    const wanted = wantedOf(pictures);
    return { made: wanted.filter(({ name }) => there.has(name)).length, wanted: wanted.length };
  }

  /**
   * Makes the renditions that are missing, one after the other, until all are there or `stopped` says so. It rests
   * as long as it works, so that shoppers who come meanwhile don't have to wait.
   */
  async makeAll(
    pictures: readonly PictureSize[],
    stopped: () => boolean,
    tell: (progress: Progress) => void,
    failed: (name: string, error: unknown) => void,
  ): Promise<number> {
    const there = new Set(await readdir(this.renditions));
    const wanted = wantedOf(pictures);
    const missing = wanted.filter(({ name }) => !there.has(name));
    let made = 0;
    for (const { hash, width, format, name } of missing) {
      if (stopped()) break;
      const started = performance.now();
      try {
        if (await this.rendition(hash, width, format)) made++;
      } catch (error) {
        // One original that can't be read must not keep all others from being made.
        failed(name, error);
      }
      tell({ made: wanted.length - missing.length + made, wanted: wanted.length });
      await delay(performance.now() - started);
    }
    return made;
  }

  /**
   * Serves `/pictures/{hash}-{width}` in the smallest kind that is there and that the browser takes, and
   * `/pictures/{hash}-{width}.{kind}` in that kind.
   */
  handler(): RequestHandler<{ name: string }> {
    return async (request, response) => {
      const name = NAME.exec(request.params.name);
      if (!name) throw problem('not-found', 'There is no such picture.');
      const [, hash, width] = name;
      const asked = name[3] as Format | undefined;
      const accepted = request.headers.accept ?? '';
      const best = asked ?? (await this.bestFor(accepted, hash, Number(width)));
      const file = await this.rendition(hash, Number(width), best);
      if (!file) throw problem('not-found', 'There is no such picture.');
      // A better kind may be made later; until then what is there is kept for a while only.
      const final = asked !== undefined || !accepted.includes(TYPES.avif) || best === 'avif';
      response.set('Cache-Control', final ? 'public, max-age=31536000, immutable' : 'public, max-age=3600');
      if (!asked) response.vary('Accept');
      response.sendFile(path.basename(file), { root: this.renditions });
    };
  }

  /** AVIF takes long to make, so nobody waits for it. */
  private async bestFor(accepted: string, hash: string, width: number): Promise<Format> {
    if (
      accepted.includes(TYPES.avif) &&
      (await exists(path.join(this.renditions, fileName(hash, width, 'avif'))))
    )
      return 'avif';
    return accepted.includes(TYPES.webp) ? 'webp' : 'jpg';
  }
}

/** An original by its content, and how wide it is in pixels. */
export interface PictureSize {
  hash: string;
  width: number;
}

/** The renditions to be made of pictures: no wider than the first that holds all of the original. */
const wantedOf = (pictures: readonly PictureSize[]) =>
  MADE_AHEAD.flatMap((format) =>
    pictures.flatMap(({ hash, width: own }) =>
      RENDITION_WIDTHS.filter((_, at) => at === 0 || RENDITION_WIDTHS[at - 1] < own).map((width) => ({
        hash,
        width,
        format,
        name: fileName(hash, width, format),
      })),
    ),
  );

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
