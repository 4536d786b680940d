import { setImmediate, setTimeout as delay } from 'node:timers/promises';
import type { Logger } from 'pino';
import { BaseError, type Sequelize } from 'sequelize';
import type { RowFault } from '@fond/contract';
import {
  choosePlan,
  countAhead,
  dayOf,
  orderChoices,
  permutationOf,
  shelfRange,
  shelfOf,
  todayIn,
  sortingOf,
  withRuleCollections,
  type Edition,
  type KeptReviews,
  type Lang,
  type OrderChoice,
  languageOf,
  openingPages,
  type SearchIndex,
  type SearchMatches,
  type Snapshot,
} from '@fond/core';
import { select } from '../database/rows';
import { readLive } from '../edition/editions';
import { TIME_ZONE, zoneOf } from '../setting/settings';
import { SHOP } from '../setting/shopSettings';
import { followChanges } from './followChanges';
import { loadSnapshot } from './loadSnapshot';
import { RowFaults } from './rowFaults';
import { SearchIndexes } from './searchIndexes';
import { ShownVersions } from './shownVersions';
import { standingReviews } from './standingReviews';
import { problem } from '../problem/problem';
import { inTurns } from '../turns';

/** What the shop is served from at one moment: one catalogue and one edition. */
export interface ServingState {
  snapshot: Snapshot;
  edition: Edition;
  /** What people have published, without the campaigns that run over it. */
  beneath: Edition;
  /** What shares of shoppers see instead. */
  versions: ShownVersions;
  /** The shop's time zone. */
  zone: string;
  /** Stored rows that are left out, as they can't be shown. */
  faults: readonly RowFault[];
  /** Where shoppers reach the shop, without a slash at its end; null where nobody has said. */
  address: string | null;
}

async function readShown(
  before: ShownVersions | null,
): Promise<Pick<ServingState, 'edition' | 'beneath' | 'versions'>> {
  const { edition, beneath, trials } = await readLive();
  return { edition, beneath, versions: new ShownVersions(edition, trials, before) };
}

/** Twice within the second in which a change that another server took in is to be seen. */
const LOOK_EVERY = 500;
/**
 * After so many milliseconds without an answer the desk is told that the database is away. They are counted in ticks, as a
 * process that was held up itself finds its timer run out before it has read an answer that is there.
 */
const SILENCE = { ticks: 12, every: 250 };
/** A writer waits so long, in milliseconds, for its own process to serve what it wrote … */
const CATCH_UP = 5_000;
/** … and so long while what a large file changed is read, which takes as long as it takes. */
const CATCH_UP_BESIDE = 150;
/** Reviews on a product's own page; the others have a page of theirs. */
const REVIEWS_ON_PAGE = 6;
/** A page waits so long, in milliseconds, for what is said of its product. */
const REVIEWS_PATIENCE = 300;
/** In steps of so many milliseconds. */
const PATIENCE = 50;

/**
 * Keeps what is served in memory and follows the database: twice a second it looks whether a newer catalogue change or
 * another live edition is there, and swaps the whole state at once. While the database is away the last state goes on
 * serving.
 */
export class ServingHost {
  private current: ServingState | null = null;
  private readonly indexes = new SearchIndexes();
  private looking: Promise<void> | null = null;
  private timer: NodeJS.Timeout | null = null;
  private away = false;
  private readonly followers: (() => void)[] = [];
  /** Whether what a product file has changed is being read. */
  private readingFile = false;
  /** The day for which collections by rule are filled. */
  private day = 0;

  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: Logger,
  ) {}

  /** Null until the first state is loaded. */
  get loaded(): ServingState | null {
    return this.current;
  }

  /** @throws the problem `not-ready` while nothing is loaded yet. */
  serving(): ServingState {
    if (!this.current)
      throw problem('not-ready', 'The catalogue is still being read. Try again in a moment.');
    return this.current;
  }

  get databaseAway(): boolean {
    return this.away;
  }

  /** What shoppers say of a product; null where the database doesn't tell in time, as the page is quick without it. */
  async reviewsOf(product: number): Promise<KeptReviews | null> {
    if (this.away) return null;
    let tooLong: NodeJS.Timeout | undefined;
    try {
      return await Promise.race([
        standingReviews(this.sequelize, product, REVIEWS_ON_PAGE),
        new Promise<null>((resolve) => {
          tooLong = setTimeout(resolve, REVIEWS_PATIENCE, null);
        }),
      ]);
    } catch (error) {
      this.log.warn({ err: error, product }, 'A page is shown without what shoppers say of its product');
      return null;
    } finally {
      clearTimeout(tooLong);
    }
  }

  /** Calls back with every new state. */
  onChange(follower: () => void): void {
    this.followers.push(follower);
  }

  /** Loads the first state and begins to follow. */
  async start(): Promise<void> {
    await this.refresh();
    const again = (): void => {
      this.timer = setTimeout(() => {
        void this.refresh()
          .catch((error: unknown) => this.log.debug({ err: error }, 'Looked at the database in vain'))
          .finally(() => {
            if (this.timer) again();
          });
      }, LOOK_EVERY);
    };
    again();
  }

  private tellAway(away: boolean, error?: unknown): void {
    if (away === this.away) return;
    this.away = away;
    if (away) this.log.warn({ err: error }, 'The database does not answer; serving what is in memory');
    else this.log.info('The database answers again');
  }

  /** Asks the database a small thing; one that is silent for long is away, whether or not it comes to an answer. */
  private async ask<T>(question: Promise<T>): Promise<T> {
    let ticks = 0;
    const silent = setInterval(() => {
      if (++ticks === SILENCE.ticks) this.tellAway(true, new Error('No answer for a while'));
    }, SILENCE.every);
    try {
      const answer = await question;
      this.tellAway(false);
      return answer;
    } catch (error) {
      this.tellAway(true, error);
      throw error;
    } finally {
      clearInterval(silent);
    }
  }

  stop(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }

  /** What a search text finds. */
  /** The search texts of a language of the shop; of its own where it doesn't speak the one that is asked for. */
  searchIndex(snapshot: Snapshot, lang: Lang | undefined): Promise<SearchIndex> {
    return this.indexes.indexOf(snapshot, languageOf(snapshot, lang));
  }

  search(snapshot: Snapshot, lang: Lang, q: string): Promise<SearchMatches> {
    return this.indexes.search(snapshot, lang, q);
  }

  /** Looks at once; called after every write of this process. Calls at the same time share one look. */
  async refresh(): Promise<void> {
    // A look that began before the caller's write may miss it, so it is waited for and another one follows.
    if (this.looking) await this.looking.catch(() => undefined);
    this.looking ??= this.look().finally(() => (this.looking = null));
    await this.looking;
  }

  /**
   * Lets this process serve what was just committed. Neither a failure nor a long reading is the writer's: what was
   * written is written, and the next look brings it.
   *
   * @param whatever Also what a product file changed: the file's own writer waits for that.
   */
  async catchUp({ whatever = false }: { whatever?: boolean } = {}): Promise<void> {
    let caughtUp = false;
    const refreshed = this.refresh()
      .catch((error: unknown) =>
        this.log.warn({ err: error }, 'What was written is served with the next look'),
      )
      .finally(() => (caughtUp = true));
    const patience = async (): Promise<void> => {
      for (let waited = 0; !caughtUp && waited < CATCH_UP; waited += PATIENCE) {
        if (!whatever && this.readingFile && waited >= CATCH_UP_BESIDE) return;
        await delay(PATIENCE);
      }
    };
    await Promise.race([refreshed, patience()]);
  }

  /** The snapshot brought along; null where it has to be read anew, also when what changed can't be merged in. */
  private async followed(
    { snapshot, faults }: ServingState,
    version: number,
  ): Promise<Awaited<ReturnType<typeof followChanges>>> {
    try {
      return await followChanges(this.sequelize, snapshot, version, faults.length > 0, () => {
        this.readingFile = true;
      });
    } catch (error) {
      if (error instanceof BaseError) throw error;
      this.log.error({ err: error }, 'What changed can’t be merged in; the catalogue is read anew');
      return null;
    }
  }

  private look(): Promise<void> {
    return this.lookNow().finally(() => (this.readingFile = false));
  }

  private async lookNow(): Promise<void> {
    const question = select<{
      version: number;
      number: number | null;
      zone: string | null;
      address: string | null;
    }>(
      this.sequelize,
      `SELECT (SELECT CAST(version AS SIGNED) FROM catalogue_version WHERE id = 1) AS version,
        (SELECT number FROM live_edition WHERE id = 1) AS number,
        (SELECT JSON_VALUE(value, '$') FROM settings WHERE name = '${TIME_ZONE}') AS zone,
        (SELECT JSON_VALUE(value, '$.address') FROM settings WHERE name = '${SHOP}') AS address`,
    );
    const [{ version, number, zone: stored, address }] = await this.ask(question);
    if (number === null) throw new Error('The database holds no edition yet.');
    const { current } = this;
    const now = Date.now();
    const zone = zoneOf(stored);
    const day = dayOf(zone, now);
    const known = current?.snapshot.version === version;
    if (known && this.day === day && current.edition.number === number && current.zone === zone) return;
    const followed = current && !known ? await this.followed(current, version) : null;
    const loaded = known ? null : (followed ?? (await loadSnapshot(this.sequelize)));
    const read = await inTurns(
      openingPages(known ? current.snapshot : loaded!.snapshot, todayIn({ now, zone })),
    );
    const faults = new RowFaults(known || followed ? current!.faults : []);
    for (const { table, row, reason } of loaded?.faults.list ?? []) faults.tell(table, row, reason);
    // What a rule says of the last days holds for a day; what it says of prices and stock, until they change.
    const sameDay = known && this.day === day && current.zone === zone;
    const snapshot = sameDay
      ? read
      : withRuleCollections(read, now, zone, (id, error) => {
          this.log.error({ err: error, collection: id }, 'The rule of a collection can’t be read');
          faults.tell('collections', String(id), 'Its rule can’t be read, so nothing stands in it.');
        });
    this.day = day;
    const { edition, beneath, versions } =
      current?.edition.number === number ? current : await readShown(current?.versions ?? null);
    await this.warm(snapshot, edition, zone);
    // At the start pages are served first, and the search follows in a moment.
    if (current && !known) await this.indexes.follow(snapshot, !followed);
    else if (!current)
      void this.indexes
        .follow(snapshot, true)
        .catch((error: unknown) =>
          this.log.warn({ err: error }, 'The search is made ready when it is first asked'),
        );
    this.current = { snapshot, edition, beneath, versions, zone, address, faults: faults.list };
    if (loaded?.faults.list.length)
      this.log.error({ rows: loaded.faults.list }, 'Stored rows can’t be shown and are left out');
    for (const follower of this.followers) follower();
    this.log.debug(
      { version: snapshot.version, products: snapshot.size, edition: edition.number },
      'New state',
    );
  }

  /**
   * Counts the front and sorts before the first shopper has to wait for it: at the start by all that the plans offer,
   * afterwards by their own orders. Names are sorted beside, as that takes longest.
   */
  private async warm(snapshot: Snapshot, edition: Edition, zone: string): Promise<void> {
    const [lang] = snapshot.frame.languages;
    const context = { now: Date.now(), ranges: edition.ranges, blends: edition.blends, zone };
    const front = snapshot.aisles.byKey.get('front')!;
    const served = choosePlan(edition.plans, front).winner?.plan;
    for (const plan of edition.plans) {
      const shelf = shelfOf(plan);
      if (!shelf) continue;
      // Of all pages the front's filters count most products.
      if (plan === served) countAhead(snapshot, shelfRange(snapshot, front, shelf, context).bits);
      const offered = this.current ? [] : orderChoices(shelf, false).filter((choice) => choice !== 'name');
      for (const choice of new Set<OrderChoice>(['recommended', ...offered])) {
        permutationOf(
          snapshot,
          sortingOf(shelf, choice, front, context, shelfRange(snapshot, front, shelf, context)),
          lang,
          context,
        );
        await setImmediate();
      }
    }
  }
}
