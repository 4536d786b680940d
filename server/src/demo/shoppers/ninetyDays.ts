import {
  drawWidth,
  Gathering,
  SHOPPER_PARTS,
  shelfModelOf,
  simulateView,
  todayIn,
  USUAL_SHOPPERS,
  type Aisle,
  type Edition,
  type PageModel,
  type Snapshot,
} from '@fond/core';
import { EditionModel, SettingModel, TrialModel } from '../../database/models';
import { inUnit } from '../../database/unit';
import { products } from '../../figure/counting';
import { firstCounted } from '../../figure/readCounts';
import { storeCounts } from '../../figure/storeCounts';
import { composeListing, readAddress } from '../../page/compose';
import { Random } from '../../random';
import { inTurns } from '../../turns';
import type { ServingHost, ServingState } from '../../serving/servingHost';
import type { Year } from '../year/yearServices';
import { offeredIn, type OfferedPage } from './offered';

const COUNTED = 'demo-figures';
const DAY = 86_400_000;
const DAYS = 90;
const VISITS = 420;
/** Between which others have a turn. */
const VISITS_A_STEP = 20;
/** Of a day of the week, from Sunday on. */
const WEEK = [1.25, 0.9, 0.85, 0.9, 0.95, 1.05, 1.2] as const;
/** Products of two pages are looked through at most. */
const DEEP = 48;
/** Nobody uses the last ones of many filters. */
const USED_FACETS = 4;

/** What shoppers of the demo type, and how often; some of it finds nothing, which is worth knowing. */
const QUERIES: readonly (readonly [query: string, weight: number])[] = [
  ['pan', 9],
  ['frying pan', 7],
  ['cast iron', 6],
  ['knife', 6],
  ['teapot', 5],
  ['kettle', 5],
  ['stock pot', 4],
  ['induction', 4],
  ['copper', 3],
  ['apron', 2],
  ['rolling pin', 2],
  ['ketle', 2],
  ['waffle iron', 4],
  ['salad spinner', 3],
  ['gift card', 3],
  ['pressure cooker', 2],
];
/** What they type into the search field of an aisle. */
const WITHIN = ['induction', 'copper', 'large', 'lid', 'non-stick', 'dishwasher'] as const;

/** A page with how often it is the one that is looked at. */
interface Variant {
  weight: number;
  page: OfferedPage;
}

/**
 * Ninety days of simulated shoppers, added up at once and not by requests: the pages are those of the engine, seen as they
 * stand today but for products that weren't there yet. Done once, where nothing has been counted.
 */
export async function liveNinetyDays({ sequelize, host, log }: Year): Promise<void> {
  if ((await SettingModel.findByPk(COUNTED)) || (await firstCounted(sequelize)) !== null) return;
  log.info('Letting shoppers walk through the demo shop for ninety days');
  const serving = host.serving();
  const tried = await triedSince(host, serving);
  const editions = await EditionModel.findAll({
    attributes: ['number', 'publishedAt'],
    order: [['number', 'ASC']],
  });
  const gathering = await inTurns(walkThrough(serving, tried, editions));
  const remember = await inUnit(sequelize, async (transaction) => {
    await SettingModel.upsert({ name: COUNTED, value: true }, { transaction });
    return storeCounts(sequelize, gathering, transaction);
  });
  remember();
}

/** What shoppers find, by the versions of trials that are theirs, and since when they differ. */
interface Tried {
  since: number;
  /** By the hundredth of the shoppers. */
  byPart: readonly (readonly VisitedAisle[])[];
  plain: readonly VisitedAisle[];
}

async function triedSince(host: ServingHost, serving: ServingState): Promise<Tried> {
  const running = await TrialModel.findOne({ where: { state: 'running' } });
  const found = new Map<Edition, readonly VisitedAisle[]>();
  const byPart: (readonly VisitedAisle[])[] = [];
  const plain = await visitedAisles(host, serving, serving.edition);
  found.set(serving.edition, plain);
  for (let part = 0; part < SHOPPER_PARTS; part++) {
    const edition = serving.versions.editionFor(part);
    const aisles = found.get(edition) ?? (await visitedAisles(host, serving, edition));
    found.set(edition, aisles);
    byPart.push(aisles);
  }
  return { since: running?.startedAt?.getTime() ?? Number.POSITIVE_INFINITY, byPart, plain };
}

/** The days one after the other, from the first. */
function* walkThrough(
  { snapshot, zone, versions, edition: live }: ServingState,
  { since, byPart, plain }: Tried,
  editions: readonly Pick<EditionModel, 'number' | 'publishedAt'>[],
): Generator<void, Gathering> {
  const now = Date.now();
  const gathering = new Gathering();
  const productOf = products(snapshot);
  for (let back = DAYS - 1; back >= 0; back--) {
    const at = now - back * DAY;
    const day = todayIn({ now: at, zone });
    const edition = editions.findLast(({ publishedAt }) => publishedAt.getTime() <= at)?.number ?? 1;
    const there = thereOn(snapshot, at);
    const random = new Random(Math.floor(at / DAY));
    const visits = visitsOn(day, back, random);
    for (let visit = 0; visit < visits; visit++) {
      const part = random.whole(0, SHOPPER_PARTS - 1);
      const aisles = at > since ? byPart[part] : plain;
      const { page } = pickWeighed(pickWeighed(aisles, random).variants, random);
      const cards = page.shelf.cards.filter(({ sku }) => there(sku));
      const width = drawWidth(random.next, USUAL_SHOPPERS);
      const lang = random.chance(0.2) ? 'fr' : page.at.lang;
      const place = { ...page.at, edition, width, lang };
      const view = simulateView(random.next, USUAL_SHOPPERS, place, { ...page.shelf, cards }, page.asked);
      const seen = at > since ? versions.seenBy(part, view.at.plan, live.number) : [];
      const tried = seen.map((one) => ({ ...one, part }));
      gathering.add(view, day, productOf, tried);
      if (visit % VISITS_A_STEP === 0) yield;
    }
  }
  return gathering;
}

/** So many come on a day: more at weekends, a little more each month. */
function visitsOn(day: string, back: number, random: Random): number {
  const weekday = new Date(`${day}T12:00:00Z`).getUTCDay();
  const growth = 1 + (0.18 * (DAYS - back)) / DAYS;
  return Math.round(VISITS * WEEK[weekday] * growth * (0.9 + 0.2 * random.next()));
}

/** Whether a product was in the shop at a moment. */
const thereOn =
  (snapshot: Snapshot, at: number) =>
  (sku: string): boolean => {
    const p = snapshot.bySku.get(sku);
    return p !== undefined && !(snapshot.created[p] > at);
  };

function pickWeighed<T extends { weight: number }>(list: readonly T[], random: Random): T {
  let left = random.next() * list.reduce((sum, { weight }) => sum + weight, 0);
  return list.find(({ weight }) => (left -= weight) < 0) ?? list[list.length - 1];
}

interface VisitedAisle {
  weight: number;
  variants: readonly Variant[];
}

type PageAt = (address: string) => Promise<PageModel | null>;

async function visitedAisles(
  host: ServingHost,
  serving: ServingState,
  edition: Edition,
): Promise<VisitedAisle[]> {
  const pageAt: PageAt = async (address) => {
    const asked = readAddress(address);
    return asked && composeListing(host, serving, edition, asked);
  };
  const aisles: VisitedAisle[] = [];
  for (const aisle of serving.snapshot.aisles.all) {
    if (aisle.kind === 'search') continue;
    const variants = await variantsOf(aisle.path, pageAt);
    if (variants.length) aisles.push({ weight: weightOf(aisle, variants[0].page.asked.found), variants });
  }
  const sought: Variant[] = [];
  for (const [query, weight] of QUERIES)
    sought.push(...variantOf(await pageAt(`/search?q=${encodeURIComponent(query)}`), weight));
  const all = aisles.reduce((sum, { weight }) => sum + weight, 0);
  return [...aisles, { weight: all * 0.12, variants: sought }];
}

/** The front most of all; then what is high in the tree and holds much. */
function weightOf({ kind, parent }: Aisle, found: number): number {
  if (kind === 'front') return 60;
  if (kind === 'page') return 8;
  const depth = parent === null || parent.kind === 'front' ? 1 : 2;
  return (Math.sqrt(found) * (kind === 'category' ? 3 : 0.7)) / depth;
}

const variantOf = (page: PageModel | null, weight: number): Variant[] => {
  const offered = page && offeredIn(page);
  return offered ? [{ weight, page: offered }] : [];
};

/** An aisle as it stands, and narrowed as shoppers do it: by the values that leave most, by price, by what they type. */
async function variantsOf(path: string, pageAt: PageAt): Promise<Variant[]> {
  const address = encodeURI(path);
  const page = await pageAt(address);
  const plain = variantOf(page, 78);
  if (!page || !plain.length || plain[0].page.asked.found < 2) return plain;
  const second =
    plain[0].page.asked.found > plain[0].page.shelf.cards.length ? await pageAt(`${address}?page=2`) : null;
  const [further] = variantOf(second, 0);
  if (further) {
    const { shelf } = plain[0].page;
    plain[0].page.shelf = { ...shelf, cards: [...shelf.cards, ...further.page.shelf.cards].slice(0, DEEP) };
  }
  const variants = [...plain];
  const facets = page.fixtures.find((fixture) => fixture.type === 'facets')?.facets ?? [];
  for (const [at, { key, values }] of facets.slice(0, USED_FACETS).entries())
    for (const { value } of values.filter(({ count }) => count > 0).slice(0, 3))
      variants.push(
        ...variantOf(
          await pageAt(`${address}?${key}=${encodeURIComponent(encodeURIComponent(value))}`),
          3 / (at + 1),
        ),
      );
  const orders = shelfModelOf(page)?.orders ?? [];
  for (const { key } of orders.slice(1, 3))
    variants.push(...variantOf(await pageAt(`${address}?order=${key}`), 2));
  if (facets.some(({ control }) => control === 'search'))
    for (const word of WITHIN) variants.push(...variantOf(await pageAt(`${address}?q=${word}`), 0.5));
  return variants;
}
