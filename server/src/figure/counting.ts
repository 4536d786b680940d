import { isbot } from 'isbot';
import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import type { ViewBatch } from '@fond/contract';
import { Gathering, todayIn, type Edition, type SeenTrial, type Snapshot, type View } from '@fond/core';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import type { ServingState } from '../serving/servingHost';
import { storeCounts } from './storeCounts';

/** What is told meanwhile of the same places is added up before it is stored. */
const STORE_EVERY = 3_000;
/** Cards that wait to be stored; while the database is away no more are taken. */
const MOST_WAITING = 50_000;
/** Batches are told twice, if at all, within moments. */
const HOURS_KEPT = 6;
const FORGET_EVERY = 600_000;
/** Different queries of a day that one server counts by name. */
const MOST_QUERIES = 5_000;

interface Sound {
  view: View;
  tried: readonly SeenTrial[];
}

interface Waiting {
  id: string;
  day: string;
  views: readonly Sound[];
}

type ProductOf = Parameters<Gathering['add']>[2];

/**
 * Takes what browsers tell, and adds it to the counters every few seconds. A batch is noted in the transaction that counts it,
 * so it counts once however often it comes and whichever server it comes to; what waits when a server is killed is lost.
 */
export class Counting {
  private waiting: Waiting[] = [];
  private held = 0;
  private timer: NodeJS.Timeout | null = null;
  private storing: Promise<void> = Promise.resolve();
  private forgotten = 0;
  private queries: { day: string; known: Set<string> } = { day: '', known: new Set() };

  constructor(
    private readonly sequelize: Sequelize,
    private readonly serving: () => ServingState,
    private readonly log: Logger,
  ) {}

  start(): void {
    this.timer = setInterval(() => {
      this.storing = this.storing.then(() => this.store());
    }, STORE_EVERY);
    this.timer.unref();
  }

  async stop(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    await this.storing;
    await this.store();
  }

  /** Stores at once what waits. */
  async settle(): Promise<void> {
    this.storing = this.storing.then(() => this.store());
    await this.storing;
  }

  /**
   * @param agent What the browser calls itself; robots look at pages too, and buy nothing.
   * @param part The hundredth of the shoppers that it belongs to; null for one that keeps no number, who sees what is live.
   */
  take({ id, views }: ViewBatch, agent: string | undefined, part: number | null = null): void {
    if (isbot(agent) || this.held >= MOST_WAITING) return;
    const { snapshot, edition, versions, zone } = this.serving();
    const day = todayIn({ now: Date.now(), zone });
    const known = views.flatMap((view) => {
      const sound = soundView(view, snapshot, edition);
      if (!sound) return [];
      const seen = part === null ? [] : versions.seenBy(part, view.at.plan, view.at.edition);
      return [{ view: this.withKnownQuery(sound, day), tried: seen.map((one) => ({ ...one, part: part! })) }];
    });
    if (!known.length) return;
    this.waiting.push({ id, day, views: known });
    this.held += sizeOf(known);
  }

  /** Nobody can fill the counters with queries that were never meant. */
  private withKnownQuery(view: View, day: string): View {
    const { query } = view.asked;
    if (query === null) return view;
    if (this.queries.day !== day) this.queries = { day, known: new Set() };
    const { known } = this.queries;
    if (known.size < MOST_QUERIES) known.add(query);
    return known.has(query) ? view : { ...view, asked: { ...view.asked, query: null } };
  }

  private async store(): Promise<void> {
    const batches = this.waiting;
    if (!batches.length) return;
    this.waiting = [];
    const productOf = products(this.serving().snapshot);
    try {
      const remember = await inUnit(this.sequelize, async (transaction) => {
        const ids = [...new Set(batches.map(({ id }) => id))].sort();
        const there = await select<{ id: string }>(
          this.sequelize,
          'SELECT id FROM figure_batches WHERE id IN (?)',
          [ids],
          transaction,
        );
        const counted = new Set(there.map(({ id }) => id));
        const gathering = new Gathering();
        for (const { id, day, views } of batches) {
          if (counted.has(id)) continue;
          counted.add(id);
          for (const { view, tried } of views) gathering.add(view, day, productOf, tried);
        }
        const fresh = ids.filter((id) => !there.some((one) => one.id === id));
        const now = new Date();
        await insertRows(
          this.sequelize,
          'figure_batches',
          ['id', 'at'],
          fresh.map((id) => [id, now]),
          transaction,
        );
        return storeCounts(this.sequelize, gathering, transaction);
      });
      remember();
      this.held -= batches.reduce((sum, { views }) => sum + sizeOf(views), 0);
    } catch (error) {
      // Whether it was stored or not: what was is known by its batch, and counts once.
      this.waiting.unshift(...batches);
      this.log.warn({ err: error, batches: batches.length }, 'Counters wait to be stored');
      return;
    }
    await this.forget();
  }

  private async forget(): Promise<void> {
    if (Date.now() - this.forgotten < FORGET_EVERY) return;
    this.forgotten = Date.now();
    await inUnit(this.sequelize, (transaction) =>
      runSql(
        this.sequelize,
        `DELETE FROM figure_batches WHERE at < ? LIMIT 100000`,
        [new Date(Date.now() - HOURS_KEPT * 3_600_000)],
        transaction,
      ),
    ).catch((error: unknown) => this.log.debug({ err: error }, 'Counted batches are forgotten later'));
  }
}

const sizeOf = (views: readonly Sound[]): number =>
  views.reduce((sum, { view }) => sum + 1 + view.cards.length, 0);

export function products(snapshot: Snapshot): ProductOf {
  return (sku) => {
    const p = snapshot.bySku.get(sku);
    if (p === undefined) return null;
    const price = snapshot.price.numbers[p];
    return { id: snapshot.ids[p], price: Number.isNaN(price) ? null : price };
  };
}

/** An e-mail address, or a number as long as those of telephones and cards are: nobody's own is kept. */
const isPersonal = (query: string, found: number): boolean =>
  query.includes('@') || (found === 0 && query.replace(/\D/g, '').length >= 7);

/** What a view says of things that there are; null where its page isn't one of the shop's. */
function soundView(view: View, snapshot: Snapshot, edition: Edition): View | null {
  const { at, asked } = view;
  if (!snapshot.aisles.byKey.has(at.aisle) || !snapshot.frame.languages.includes(at.lang)) return null;
  if (at.edition > edition.number || !edition.plans.some(({ id }) => id === at.plan)) return null;
  const query = asked.query?.trim().toLowerCase().replace(/\s+/g, ' ').slice(0, 64) ?? '';
  return {
    ...view,
    asked: {
      ...asked,
      facets: asked.facets.filter((chosen) => snapshot.facets.has(chosen.split('=')[0])),
      query: query === '' || isPersonal(query, asked.found) ? null : query,
    },
  };
}
