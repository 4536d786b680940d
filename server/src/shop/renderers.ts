import { createHash } from 'node:crypto';
import { availableParallelism } from 'node:os';
import { LRUCache } from 'lru-cache';
import type { Logger } from 'pino';
import pLimit, { type LimitFunction } from 'p-limit';
import { Piscina } from 'piscina';
import type { ShopModel } from '@fond/core';
import { problem } from '../problem/problem';
import type { RenderThreadData } from './renderThread';

/** Renders a model as a whole HTML document. */
export type RenderShop = (model: ShopModel) => Promise<string>;

/** More threads than this only wait for one another's memory. */
const MAX_THREADS = 4;
/** Pages that may wait for a thread; whoever comes after them is asked to come again, instead of waiting for long. */
const MAX_WAITING = 400;
/** Pages leave much short-lived memory behind; with room for it, in megabytes, they are rendered a seventh faster. */
const YOUNG_MEMORY = 96;

/** Documents that are kept, in bytes; most are those that the shop's pages keep by their address, and cost nothing twice. */
const KEPT = 24 * 1_048_576;

/**
 * The built shop on threads of its own, all processors but the one that answers: a page that has to be made keeps nobody
 * waiting who asks for one that is there. A document depends on its model alone, so the same model is rendered once.
 */
export class Renderers {
  private readonly pool: Piscina<string, string>;
  /** First come, first served: with several waiting, the pool would send one of them to the end of its queue each time. */
  private readonly inTurn: LimitFunction;
  private readonly kept = new LRUCache<string, Promise<string> | string>({
    maxSize: KEPT,
    sizeCalculation: (document) => (typeof document === 'string' ? document.length * 2 : 1),
  });

  constructor(dist: string, log: Logger) {
    const threads = Math.min(MAX_THREADS, Math.max(1, availableParallelism() - 1));
    this.inTurn = pLimit(threads);
    this.pool = new Piscina({
      filename: new URL('./renderThreadEntry.mjs', import.meta.url).href,
      minThreads: threads,
      maxThreads: threads,
      workerData: { dist, log: log.level } satisfies RenderThreadData,
      resourceLimits: { maxYoungGenerationSizeMb: YOUNG_MEMORY },
    });
    // A thread that ends by itself is replaced; whoever waited for its page is told.
    this.pool.on('error', (error: unknown) =>
      log.error({ err: error }, 'A thread for pages had to be replaced'),
    );
  }

  readonly render: RenderShop = async (model) => {
    const json = JSON.stringify(model);
    const key = createHash('sha1').update(json).digest('base64');
    const known = this.kept.get(key);
    if (known !== undefined) return known;
    if (this.inTurn.pendingCount >= MAX_WAITING)
      throw problem('overloaded', 'More pages are asked for than can be made. Try again in a moment.');
    const making = this.inTurn(() => this.pool.run(json));
    this.kept.set(key, making);
    try {
      const document = await making;
      this.kept.set(key, document);
      return document;
    } catch (error) {
      this.kept.delete(key);
      throw error;
    }
  };

  stop(): Promise<void> {
    return this.pool.destroy();
  }
}
