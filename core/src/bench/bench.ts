import { plainState } from '../address/link';
import { type BadgeSet, badgesFor, badgesOf } from '../badge/badges';
import { cardOf } from '../card/card';
import { drawCard } from '../card/drawn';
import type { Aisle } from '../catalogue/aisles';
import { savingPercent } from '../catalogue/figures';
import { type Bitset, holds } from '../catalogue/sets';
import { type Snapshot, languageOf } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import { DEVICE_WIDTHS } from '../width/frame';
import { cardGaps, cardRooms, pictureRooms, shelfRooms, sizesOf, widthIn } from '../layout/room';
import type { BenchCard, BenchModel, BenchReason, BenchShelf } from '../page/benchModel';
import { shopFrameOf } from '../page/shopFrame';
import { type Plan, type Shelf, shelfOf } from '../plan/plan';
import { runRange } from '../range/range';
import { type Lang, textIn } from '../text/texts';
import { type WidthName, atEachWidth } from '../width/widths';
import { cardCoverage } from './cardFacts';

/** A picture is wide or tall from these shapes on, its height by its width. */
const WIDE = 0.9;
const TALL = 1.3;

/** How hard each product is for one reason; 0 where the reason does not hold. The hardest one is shown. */
function hardnessOf(
  snapshot: Snapshot,
  shelf: Shelf,
  lang: Lang,
): Record<Exclude<BenchReason, 'usual'>, (p: number) => number> {
  const { languages } = snapshot.frame;
  const tags = snapshot.facets.get('tag');
  const lines = shelf.card.flatMap(({ element, attribute, on }) =>
    on && element === 'attribute' ? (snapshot.attributes.get(attribute ?? '')?.column ?? []) : [],
  );
  const shapeOf = (p: number): number => {
    const image = snapshot.images[p].find(({ hash }) => hash);
    return image ? image.height / image.width : 0;
  };
  const other = languages.find((one) => one !== lang);
  return {
    long: (p) => textIn(snapshot.titles[p], lang, languages).length,
    blank: (p) => (snapshot.images[p].some(({ hash }) => hash) ? 0 : 1),
    wide: (p) => {
      const shape = shapeOf(p);
      return shape > 0 && shape < WIDE ? 1 / shape : 0;
    },
    tall: (p) => (shapeOf(p) > TALL ? shapeOf(p) : 0),
    saving: (p) => savingPercent(snapshot.price.numbers[p], snapshot.was[p]),
    'sold-out': (p) => (snapshot.stock[p] <= 0 ? 1 : 0),
    tags: (p) => (tags && 'offsets' in tags ? tags.offsets[p + 1] - tags.offsets[p] : 0),
    'no-value': (p) => lines.filter(({ offsets }) => offsets[p] === offsets[p + 1]).length,
    language: (p) => (other === undefined ? 0 : (snapshot.titles[p][other] ?? '').length),
  };
}

/** The product that is hardest by a measure, the first of equals; null where none is hard at all. */
function hardest(size: number, among: Bitset | null, measure: (p: number) => number): number | null {
  let found: number | null = null;
  let most = 0;
  for (let p = 0; p < size; p++) {
    if (among && !holds(among, p)) continue;
    const hard = measure(p);
    if (hard > most) {
      most = hard;
      found = p;
    }
  }
  return found;
}

export interface BenchRequest {
  aisle: Aisle;
  lang: string | undefined;
  /** Products that are hard on the card, one for each badge, or one product in all states. */
  show: 'card' | 'badges' | 'product';
  /** Article number of that one. */
  sku?: string;
  context: RangeContext;
}

/**
 * A plan's card on products that are hard on it: of the aisle's range where there are such, else of the whole shop; the
 * states of one card side by side; and the same card as a line of a list. Or one product's card in its states. Null for a
 * plan without a shelf.
 */
export function composeBench(
  snapshot: Snapshot,
  plan: Plan,
  edition: number,
  { aisle, lang: asked, show, sku, context }: BenchRequest,
): BenchModel | null {
  const shelf = shelfOf(plan);
  if (!shelf) return null;
  const lang = languageOf(snapshot, asked);
  const badges = badgesFor(snapshot, plan.badges, context);
  const { bits, count } = runRange(snapshot, aisle, shelf.range, context);
  const here = count ? bits : null;
  const bench = new Bench(snapshot, plan, shelf, badges, lang);
  const { shelves, absent } =
    show === 'product' ? oneCard(bench, sku) : manyCards(bench, shelf, here, badges, show);
  return {
    kind: 'bench',
    plan: { id: plan.id, name: plan.name },
    frame: shopFrameOf(snapshot, {
      lang,
      edition: { number: edition },
      current: aisle,
      look: plan.look,
      badges: plan.badges,
      styled: plan,
      state: plainState(aisle.path, lang),
      title: plan.name,
      description: '',
      canonical: null,
    }),
    shelves,
    absent,
    products: count,
    coverage: cardCoverage(snapshot, bits, shelf.card, lang),
  };
}

interface Shown {
  shelves: BenchShelf[];
  absent: readonly BenchReason[];
}

/** One product in its states; nothing where no product has the number. */
function oneCard(bench: Bench, sku: string | undefined): Shown {
  const p = sku === undefined ? undefined : bench.snapshot.bySku.get(sku);
  return { shelves: p === undefined ? [] : [bench.shelf('states', bench.states(p, null))], absent: [] };
}

function manyCards(
  bench: Bench,
  shelf: Shelf,
  here: Bitset | null,
  badges: BadgeSet,
  show: 'card' | 'badges',
): Shown {
  const { snapshot, lang } = bench;
  const usual = hardest(snapshot.size, here, (p) => (snapshot.images[p].length > 1 ? 1 : 0.5));
  const found =
    show === 'card'
      ? hardCards(bench, shelf, here, usual, lang)
      : { cards: badgeCards(bench, here, badges), absent: [] };
  const shelves: BenchShelf[] = [];
  if (found.cards.length) shelves.push(bench.shelf(show === 'card' ? 'hard' : 'badges', found.cards));
  if (show === 'card' && usual !== null) {
    const sold = soldOut(snapshot);
    const out = hardest(snapshot.size, here, sold) ?? hardest(snapshot.size, null, sold);
    shelves.push(bench.shelf('states', bench.states(usual, out)));
    shelves.push(bench.shelf('list', found.cards.slice(0, 4), true));
  }
  return { shelves, absent: found.absent };
}

const soldOut =
  ({ stock }: Snapshot) =>
  (p: number): number =>
    stock[p] <= 0 ? 1 : 0;

function hardCards(
  bench: Bench,
  shelf: Shelf,
  here: Bitset | null,
  usual: number | null,
  lang: Lang,
): { cards: BenchCard[]; absent: BenchReason[] } {
  const { snapshot } = bench;
  const cards: BenchCard[] = usual === null ? [] : [bench.card(usual, 'usual')];
  const absent: BenchReason[] = [];
  for (const [reason, measure] of Object.entries(hardnessOf(snapshot, shelf, lang)) as [
    Exclude<BenchReason, 'usual'>,
    (p: number) => number,
  ][]) {
    const p = hardest(snapshot.size, here, measure) ?? hardest(snapshot.size, null, measure);
    const other = snapshot.frame.languages.find((one) => one !== lang);
    if (p === null) absent.push(reason);
    else cards.push(bench.card(p, reason, reason === 'language' ? other : undefined));
  }
  return { cards, absent };
}

/** A product for each badge that any carries, and the one with the most of them. */
function badgeCards(bench: Bench, here: Bitset | null, badges: BadgeSet): BenchCard[] {
  const { snapshot, lang } = bench;
  const first = new Map<string, number>();
  let fullest: { p: number; count: number } | null = null;
  for (let p = 0; p < snapshot.size; p++) {
    if (here && !holds(here, p)) continue;
    const carried = badgesOf(snapshot, p, badges, lang);
    for (const { key } of carried) if (!first.has(key)) first.set(key, p);
    if (carried.length > (fullest?.count ?? 0)) fullest = { p, count: carried.length };
  }
  const products = new Set([...(fullest ? [fullest.p] : []), ...first.values()]);
  return [...products].map((p) => bench.card(p, 'usual'));
}

/** Builds the cards of a bench. */
class Bench {
  constructor(
    readonly snapshot: Snapshot,
    private readonly plan: Plan,
    private readonly shelfOfPlan: Shelf,
    private readonly badges: BadgeSet,
    readonly lang: Lang,
  ) {}

  card(p: number, why: BenchReason, lang = this.lang): BenchCard {
    return { card: cardOf(this.snapshot, p, this.shelfOfPlan.card, this.badges, lang), why, state: 'rest' };
  }

  /** One product at rest, under the pointer, with the focus and tapped; then one that is sold out. */
  states(usual: number, out: number | null): BenchCard[] {
    const cards = (['rest', 'hover', 'focus', 'tapped'] as const).map((state): BenchCard => ({
      ...this.card(usual, 'usual'),
      state,
    }));
    return out === null ? cards : [...cards, this.card(out, 'sold-out')];
  }

  shelf(kind: BenchShelf['kind'], cards: readonly BenchCard[], lines = false): BenchShelf {
    const { fixtures, look } = this.plan;
    const { columns, gap } = this.shelfOfPlan;
    const rooms = shelfRooms(fixtures, this.shelfOfPlan);
    const form = lines ? 'list' : 'grid';
    const one = lines ? rooms : cardRooms(rooms, columns, gap);
    const across = (name: WidthName): number => Math.round(widthIn(one, DEVICE_WIDTHS[name], look));
    return {
      kind,
      form,
      cards,
      // As wide as on the page, so that what breaks there breaks here.
      width: { wide: across('wide'), medium: across('medium'), narrow: across('narrow') },
      columns: atEachWidth(columns),
      gap: cardGaps(rooms, columns, gap),
      pictureSizes: sizesOf(pictureRooms(rooms, { form, columns, gap }), look),
      drawn: drawCard(this.shelfOfPlan, {
        look,
        lang: this.lang,
        frame: this.snapshot.frame,
        lines,
      }),
    };
  }
}
