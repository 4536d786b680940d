import { savingPercent } from '../catalogue/figures';
import { moneyOf } from '../text/money';
import { textIn, type Lang } from '../text/texts';
import { countOf, holds, emptyBitset, type Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { faultOf, type ClauseFault } from '../range/clauseBitset';
import { runRange } from '../range/range';
import { eachClause, type Clause, type RangeContext } from '../clause/rule';
import { isInForce } from '../clause/inForce';
import { dayOf } from '../text/days';
import { numberText } from '../text/numbers';
import { BADGE_FIGURES, type BadgeFigure, type BadgeRule, type BadgeSettings } from './rule';

export interface Badge {
  /** Id of its rule. */
  key: string;
  text: string;
}

/** The rules of a plan with the products that meet each, ready to be asked for the badges of many cards. */
export interface BadgeSet {
  rules: readonly { rule: BadgeRule; bits: Bitset }[];
  most: number;
  context: RangeContext;
}

/** What of a rule's clauses the catalogue doesn't have any more: the first one's name; null where all is there. */
export function faultIn(snapshot: Snapshot, clauses: readonly Clause[]): ClauseFault | null {
  for (const clause of eachClause(clauses)) {
    const fault = faultOf(snapshot, clause);
    if (fault) return fault;
  }
  return null;
}

/**
 * The products of the whole catalogue that meet a rule. Where it names something that is gone nobody can tell what it
 * meant, so nothing carries it.
 */
export function badgeBitset(snapshot: Snapshot, { clauses }: BadgeRule, context: RangeContext): Bitset {
  if (faultIn(snapshot, clauses)) return emptyBitset(snapshot.size);
  const front = snapshot.aisles.byKey.get('front')!;
  return runRange(snapshot, front, { source: { kind: 'catalogue' }, clauses }, context).bits;
}

/** Makes the rules that are on, and in force, ready for a page's cards. */
export const badgesFor = (snapshot: Snapshot, settings: BadgeSettings, context: RangeContext): BadgeSet => ({
  rules: settings.rules
    .filter((rule) => rule.on && isInForce(rule, context))
    .map((rule) => ({ rule, bits: badgeBitset(snapshot, rule, context) })),
  most: settings.most,
  context,
});

/** The badges of one product, the first rules first, no more than may stand on one card. */
export function badgesOf(
  snapshot: Snapshot,
  p: number,
  { rules, most, context }: BadgeSet,
  lang: Lang,
): Badge[] {
  const badges: Badge[] = [];
  for (const { rule, bits } of rules) {
    if (badges.length === most) break;
    if (!holds(bits, p)) continue;
    const text = fillFigures(textIn(rule.text, lang, snapshot.frame.languages), snapshot, p, context, lang);
    if (text) badges.push({ key: rule.id, text });
  }
  return badges;
}

const FIGURE = /\{(\w+)\}/g;
const isFigure = (name: string): name is BadgeFigure => (BADGE_FIGURES as readonly string[]).includes(name);

/** Names between braces that are no figure. */
export const strangeFigures = (text: string): string[] =>
  [...text.matchAll(FIGURE)].map(([, name]) => name).filter((name) => !isFigure(name));

/** A text with the product's figures in it; empty where one is asked for that the product doesn't have. */
function fillFigures(text: string, snapshot: Snapshot, p: number, context: RangeContext, lang: Lang): string {
  if (!text.includes('{')) return text;
  let whole = true;
  const said = text.replace(FIGURE, (_, name: string) => {
    const figure = isFigure(name) ? figureOf(snapshot, p, name, context, lang) : null;
    whole &&= figure !== null;
    return figure ?? '';
  });
  return whole ? said : '';
}

/** A figure of a product as its badge says it; null where there is none, or none worth saying. */
function figureOf(
  snapshot: Snapshot,
  p: number,
  figure: BadgeFigure,
  { now, zone = 'UTC' }: RangeContext,
  lang: Lang,
): string | null {
  const price = snapshot.price.numbers[p];
  const was = snapshot.was[p];
  switch (figure) {
    case 'saving': {
      const saving = savingPercent(price, was);
      return saving > 0 ? String(saving) : null;
    }
    case 'amount':
      return was > price ? moneyOf(was - price, snapshot.currencies[p], lang).text : null;
    case 'stock':
      return snapshot.stock[p] > 0 ? numberText(snapshot.stock[p], lang) : null;
    case 'rating': {
      const rating = snapshot.rating.numbers[p];
      return Number.isNaN(rating) ? null : numberText(rating, lang);
    }
    case 'sold':
      return snapshot.sold[p] > 0 ? numberText(snapshot.sold[p], lang) : null;
    case 'days': {
      if (Number.isNaN(snapshot.created[p])) return null;
      const days = dayOf(zone, now) - dayOf(zone, snapshot.created[p]);
      return days >= 0 ? numberText(days, lang) : null;
    }
  }
}

/** How many products carry each badge, and where rules meet. */
export interface BadgeMeeting {
  /** Of each rule, in order: products of the aisle and of the whole shop that meet it, and what it names that is gone. */
  rules: readonly { id: string; aisle: number; shop: number; fault: ClauseFault | null }[];
  /** Pairs of rules that products of the aisle meet both, the one that wins first. */
  pairs: readonly { first: string; second: string; products: number }[];
  /** Products of the aisle that meet more rules than a card may have badges. */
  over: number;
}

/** The products that carry a badge: those that meet its rule and have the figures that its text asks for. */
function carryingBitset(snapshot: Snapshot, rule: BadgeRule, context: RangeContext): Bitset {
  const bits = badgeBitset(snapshot, rule, context);
  const { languages } = snapshot.frame;
  const text = textIn(rule.text, languages[0], languages);
  if (text && !text.includes('{')) return bits;
  const carrying = bits.slice();
  for (let p = 0; p < snapshot.size; p++)
    if (holds(bits, p) && !fillFigures(text, snapshot, p, context, languages[0]))
      carrying[p >>> 5] &= ~(1 << (p & 31));
  return carrying;
}

/**
 * Which rules meet on the same products of an aisle. Rules that are off meet nothing.
 *
 * @param aisle Products of the aisle.
 */
export function meetingOf(
  snapshot: Snapshot,
  aisle: Bitset,
  settings: BadgeSettings,
  context: RangeContext,
): BadgeMeeting {
  const counted = settings.rules.map((rule) => {
    const bits = carryingBitset(snapshot, rule, context);
    return { rule, bits, here: bits.map((word, at) => word & aisle[at]) };
  });
  const on = counted.filter(({ rule }) => rule.on);
  const pairs = on.flatMap((first, at) =>
    on.slice(at + 1).flatMap((second) => {
      const products = countOf(first.here.map((word, n) => word & second.here[n]));
      return products ? [{ first: first.rule.id, second: second.rule.id, products }] : [];
    }),
  );
  let over = 0;
  for (let p = 0; p < snapshot.size; p++) {
    const met = on.filter(({ here }) => holds(here, p)).length;
    if (met > settings.most) over++;
  }
  return {
    rules: counted.map(({ rule, bits, here }) => ({
      id: rule.id,
      aisle: countOf(here),
      shop: countOf(bits),
      fault: faultIn(snapshot, rule.clauses),
    })),
    pairs,
    over,
  };
}
