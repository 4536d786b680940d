import type { WidthName } from '../width/widths';
import { addCounts, nothingCounted, type Counts, type MarkKind, type View } from './counts';

/** Counters of the cards of one product at one place; place 0 gathers what was filtered or sorted otherwise. */
export interface CardCount extends Counts {
  day: string;
  aisle: string;
  shelf: string;
  place: number;
  width: WidthName;
  product: number;
}

/** Counters of an aisle and a day by something else. */
export interface MarkCount extends Counts {
  day: string;
  aisle: string;
  kind: MarkKind;
  name: string;
  visits: number;
  /** Products that were found the last time; null where that says nothing. */
  found: number | null;
}

/** A shopper's hundredth, and the version of a trial that it sees. */
export interface SeenTrial {
  trial: string;
  /** Index into the trial's versions. */
  version: number;
  /** 0 to 99. */
  part: number;
}

/** Counters of a day and of a hundredth of the shoppers who see a version of a trial. */
export interface TrialCount extends Counts, SeenTrial {
  day: string;
  visits: number;
  /** Cards that were bought of, however many pieces. */
  purchases: number;
}

/** Places beyond are counted as the last one: nobody arranges so far. */
export const MOST_PLACES = 400;

/** Adds up what browsers tell, as it is to be kept: its size goes by days, aisles and places, not by who came. */
export class Gathering {
  private readonly byCard = new Map<string, CardCount>();
  private readonly byMark = new Map<string, MarkCount>();
  private readonly byTrial = new Map<string, TrialCount>();

  /**
   * @param tried What the shopper saw of each trial whose pages differ.
   * @param productOf Number and price in cents of a product; null for one that there isn't.
   * @param day As `2026-11-29`.
   */
  add(
    view: View,
    day: string,
    productOf: (sku: string) => { id: number; price: number | null } | null,
    tried: readonly SeenTrial[] = [],
  ): void {
    const { at, asked, opens, cards } = view;
    const sums = nothingCounted();
    let purchases = 0;
    for (const { shelf, place, sku, badges, seen, clicked, carted, bought = 0 } of cards) {
      const product = productOf(sku);
      if (!product) continue;
      const counts: Counts = {
        seen: Number(seen ?? false),
        clicks: Number(clicked ?? false),
        carts: Number(carted ?? false),
        bought,
        revenue: bought * (product.price ?? 0),
      };
      addCounts(sums, counts);
      purchases += Number(bought > 0);
      const counted = at.narrowed ? 0 : Math.min(place, MOST_PLACES);
      const key = JSON.stringify([day, at.aisle, shelf, counted, at.width, product.id]);
      let card = this.byCard.get(key);
      if (!card)
        this.byCard.set(
          key,
          (card = {
            ...nothingCounted(),
            ...{ day, aisle: at.aisle, shelf, place: counted, width: at.width, product: product.id },
          }),
        );
      addCounts(card, counts);
      for (const badge of badges) addCounts(this.mark(day, at.aisle, 'badge', badge), counts);
    }
    for (const [kind, name] of marksOf(view)) {
      const mark = this.mark(day, at.aisle, kind, name);
      if (opens) mark.visits++;
      if (kind === 'query' || kind === 'within') mark.found = asked.found;
      addCounts(mark, sums);
    }
    for (const seen of tried) {
      const trial = this.trial(day, seen);
      trial.visits += Number(opens);
      trial.purchases += purchases;
      addCounts(trial, sums);
    }
  }

  private trial(day: string, { trial, version, part }: SeenTrial): TrialCount {
    const key = JSON.stringify([trial, day, version, part]);
    let count = this.byTrial.get(key);
    if (!count)
      this.byTrial.set(
        key,
        (count = { ...nothingCounted(), day, trial, version, part, visits: 0, purchases: 0 }),
      );
    return count;
  }

  private mark(day: string, aisle: string, kind: MarkKind, name: string): MarkCount {
    const key = JSON.stringify([day, aisle, kind, name]);
    let mark = this.byMark.get(key);
    if (!mark)
      this.byMark.set(key, (mark = { ...nothingCounted(), day, aisle, kind, name, visits: 0, found: null }));
    return mark;
  }

  get size(): number {
    return this.byCard.size + this.byMark.size;
  }

  cards(): readonly CardCount[] {
    return [...this.byCard.values()];
  }

  marks(): readonly MarkCount[] {
    return [...this.byMark.values()];
  }

  trials(): readonly TrialCount[] {
    return [...this.byTrial.values()];
  }
}

/** What a view counts for besides its badges. */
function marksOf({ at, asked }: View): [MarkKind, string][] {
  const marks: [MarkKind, string][] = [
    ['all', ''],
    ['plan', at.plan],
    ['edition', String(at.edition)],
    ['width', at.width],
    ['lang', at.lang],
  ];
  if (at.narrowed) marks.push(['narrowed', '']);
  const facets = new Set(asked.facets.map((chosen) => chosen.split('=')[0]));
  for (const facet of facets) marks.push(['facet', facet]);
  for (const chosen of asked.facets) marks.push(['value', chosen]);
  if (asked.order !== null) marks.push(['order', asked.order]);
  const query = asked.query?.trim().toLowerCase().replace(/\s+/g, ' ');
  if (query) marks.push([at.aisle === 'search' ? 'query' : 'within', query]);
  return marks;
}
