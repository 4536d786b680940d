import { createHash } from 'node:crypto';
import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import type { ShoppersWish, ViewBatch } from '@fond/contract';
import { drawWidth, seeded, SHOPPER_PARTS, simulateView, USUAL_SHOPPERS, type ShopModel } from '@fond/core';
import { Random } from '../../random';
import { LeasedTurns } from '../../job/leasedTurns';
import { PART } from '../../shopper/part';
import { offeredIn } from './offered';

const READ_ANEW = 600_000;
const AGENT = 'Mozilla/5.0 Pellmere-Shopper/1.0';

interface Row {
  walking: number;
  pace: ShoppersWish['pace'];
  visits: number;
}

/**
 * Simulated shoppers who walk through the real shop: each asks for a page as a browser does, looks at what stands there, and
 * tells what a browser would have told by the same address. What one does depends on their number and on the pages alone.
 */
export class Walks {
  private readonly turns: LeasedTurns<Row>;
  private addresses: { read: number; list: readonly string[] } = { read: 0, list: [] };

  /** @param address Where the shop's own addresses are reached. */
  constructor(
    sequelize: Sequelize,
    private readonly address: string,
    log: Logger,
  ) {
    this.turns = new LeasedTurns<Row>(sequelize, log, {
      table: 'simulated_shoppers',
      columns: ['walking', 'pace', 'visits'],
      counts: 'visits',
      pause: ({ walking, pace }) => (walking ? 60 / pace : null),
      turn: ({ visits }) => this.visit(visits),
    });
  }

  start(): void {
    this.turns.start();
  }

  stop(): Promise<void> {
    return this.turns.stop();
  }

  private async visit(number: number): Promise<string> {
    const random = new Random(number * 7_919 + 5);
    const address = random.chance(0.15) ? '/' : random.pick(await this.pages());
    // Shoppers come again; each keeps the number that a browser would have kept.
    const headers = {
      'User-Agent': AGENT,
      Cookie: `${PART}=${Math.floor(seeded(number)() * SHOPPER_PARTS)}`,
    };
    // The page itself first, as a browser would; then what it was made from.
    await this.ask(`/shop${address === '/' ? '' : address}`, { headers });
    const asked = `/api/shop/page?address=${encodeURIComponent(decodeURI(address))}`;
    const answer = await this.ask(asked, { headers });
    const model = (await answer.json()) as ShopModel;
    const page = model.kind === 'listing' ? offeredIn(model) : null;
    if (!page?.shelf.cards.length) return `Shopper ${number} found nothing at ${address}.`;
    const chance = seeded(number + 11);
    const width = drawWidth(chance, USUAL_SHOPPERS);
    const view = simulateView(chance, USUAL_SHOPPERS, { ...page.at, width }, page.shelf, page.asked);
    const batch: ViewBatch = {
      id: createHash('sha256').update(`${number} ${Date.now()}`).digest('base64url').slice(0, 22),
      views: [view],
    };
    await this.ask('/api/shop/views', {
      method: 'POST',
      headers: { ...headers, 'Content-Type': 'application/json' },
      body: JSON.stringify(batch),
    });
    const clicks = view.cards.filter(({ clicked }) => clicked).length;
    return `Shopper ${number} saw ${view.cards.length} products at ${address} and looked closer at ${clicks}.`;
  }

  /** Aisles that shoppers are led to, read anew now and then. */
  private async pages(): Promise<readonly string[]> {
    if (Date.now() - this.addresses.read > READ_ANEW) {
      const text = await (await this.ask('/sitemap.xml')).text();
      const paths = [...text.matchAll(/<loc>[^<]*?\/shop(\/[^<?]*)<\/loc>/g)].map(([, path]) => path);
      const list = [...new Set(paths)].filter((path) => !path.startsWith('/products/'));
      this.addresses = { read: Date.now(), list: list.length ? list : ['/'] };
    }
    return this.addresses.list;
  }

  private async ask(path: string, init: RequestInit = {}): Promise<Response> {
    const answer = await fetch(this.address + path, init);
    if (!answer.ok) throw new Error(`${path} was answered ${answer.status}.`);
    return answer;
  }
}
