import { groundOf, type Aisle } from '../catalogue/aisles';
import { titleInShop, type Snapshot } from '../catalogue/snapshot';
import type { Clause, RangeContext } from '../clause/rule';
import type { FacetReason } from '../facet/advice';
import { isWithin } from '../facet/facetModel';
import { facetLabel } from '../facet/facetWords';
import { productsAPage } from '../layout/rows';
import { holdPins } from '../order/arrange';
import { facetPanelOf, shelfOf, type FixtureOf, type Plan } from '../plan/plan';
import { aisleProducts } from '../range/range';
import { faultOf } from '../range/clauseBitset';
import { own } from '../text/own';
import { textIn } from '../text/texts';
import { findingName, type Finding } from './finding';
import type { Served } from './served';
import { factsOf, type ShelfFacts } from './shelfFacts';

/** Fewer products than this are told; a row of most designs has as many. */
const THIN = 3;
/** Why a filter that shoppers see helps none of them; one of a single value isn't shown at all. */
const USELESS: readonly FacetReason[] = ['low-coverage', 'one-sided', 'all-different', 'too-many-values'];
/** Below so many products every filter splits little. */
const FILTERED_FROM = 12;
/** A line of the card that fewer of an aisle's products have, 0 to 1, is told. */
const BARE = 0.5;
/** More cards than this on one page are told; each is a picture, and some two kilobytes of page. */
const HEAVY = 96;
/** So many aisles are looked at in one step. */
const TOGETHER = 8;
/** The names of so many are compared in one step. */
const NAMED_TOGETHER = 1024;

/** What is wrong with aisles as their plans make them, in steps. What nothing touches is remembered. */
export function* checkAisles(
  snapshot: Snapshot,
  served: readonly Served[],
  context: RangeContext,
): Generator<Finding | null> {
  const counted = new Counted();
  const idle = new IdleClauses();
  let at = 0;
  for (const { aisle, plan, disputed } of served) {
    if (at++ % TOGETHER === TOGETHER - 1) yield null;
    if (aisle.closed || aisle.kind === 'search') continue;
    if (disputed.length)
      yield {
        kind: 'aisle-disputed',
        aisle: aisle.key,
        plans: [plan, ...disputed].map(({ name }) => name),
      };
    yield* describedAsPlanned(snapshot, aisle, plan);
    const shelf = shelfOf(plan);
    if (shelf) {
      const facts = factsOf(snapshot, aisle, { range: shelf.range, pins: shelf.order.pins }, context);
      yield* shelfFindings(snapshot, aisle, plan, facts, context);
      if (facts.count >= FILTERED_FROM) lookAtFilters(snapshot, aisle, plan, facts, counted);
      lookAtLines(snapshot, aisle, plan, facts, counted);
      const cards = Math.min(facts.count, productsAPage(shelf.pageSize, shelf.columns));
      if (cards > HEAVY) counted.add({ kind: 'page-heavy', cards, plan: plan.id, ...once(aisle) });
      idle.look(snapshot, aisle, plan, shelf, facts);
    } else yield* emptyOrThin(snapshot, aisle, aisleProducts(snapshot, aisle).count);
    for (const fixture of plan.fixtures) {
      // What a shopper has looked at is known to their own browser alone.
      if (fixture.type !== 'promotion' || fixture.range.source.kind === 'recent') continue;
      const facts = factsOf(snapshot, aisle, fixture, context);
      if (!facts.count)
        counted.add({ kind: 'promotion-empty', fixture: fixture.id, plan: plan.id, ...once(aisle) });
      idle.look(snapshot, aisle, plan, fixture, facts);
    }
  }
  yield* counted.found.values();
  yield* idle.findings();
}

const once = ({ key }: Aisle): { aisles: number; first: string } => ({ aisles: 1, first: key });

/** What holds in several aisles of a plan is told once. */
class Counted {
  readonly found = new Map<string, Extract<Finding, { aisles: number }>>();

  add(finding: Extract<Finding, { aisles: number }>): void {
    const known = this.found.get(findingName(finding));
    if (known) known.aisles++;
    else this.found.set(findingName(finding), finding);
  }
}

/** Clauses that take something away nowhere; one that does so in a single aisle is of use there. */
class IdleClauses {
  private readonly seen = new Map<
    string,
    { plan: string; fixture: string; clause: Clause; aisles: number; first: string; taken: number }
  >();

  look(
    snapshot: Snapshot,
    aisle: Aisle,
    plan: Plan,
    fixture: FixtureOf<'shelf'> | FixtureOf<'promotion'>,
    facts: ShelfFacts,
  ): void {
    for (const [at, clause] of fixture.range.clauses.entries()) {
      if (faultOf(snapshot, clause)) continue;
      const name = `${plan.id} ${fixture.id} ${at}`;
      const known = this.seen.get(name);
      if (!known)
        this.seen.set(name, {
          plan: plan.id,
          fixture: fixture.id,
          clause,
          ...once(aisle),
          taken: facts.taken(clause),
        });
      else {
        known.aisles++;
        if (!known.taken) known.taken = facts.taken(clause);
      }
    }
  }

  *findings(): Generator<Finding> {
    for (const { taken, ...idle } of this.seen.values()) if (!taken) yield { kind: 'clause-idle', ...idle };
  }
}

function* emptyOrThin(snapshot: Snapshot, aisle: Aisle, count: number): Generator<Finding> {
  if (!count) yield { kind: 'aisle-empty', aisle: aisle.key, products: aisleProducts(snapshot, aisle).count };
  else if (count < THIN && aisle.kind !== 'value')
    yield { kind: 'aisle-thin', aisle: aisle.key, products: count };
}

function* describedAsPlanned(snapshot: Snapshot, aisle: Aisle, plan: Plan): Generator<Finding> {
  const { languages } = snapshot.frame;
  if (aisle.kind === 'value' || !plan.fixtures.some(({ type }) => type === 'description')) return;
  if (!textIn(aisle.descriptions, languages[0], languages))
    yield { kind: 'aisle-undescribed', aisle: aisle.key };
}

function* shelfFindings(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  facts: ShelfFacts,
  context: RangeContext,
): Generator<Finding> {
  yield* emptyOrThin(snapshot, aisle, facts.count);
  const { pins } = shelfOf(plan)!.order;
  // A pin for all aisles of a plan is looked at where its product is at home.
  if (!pins.some((pin) => pin.aisle === aisle.key)) return;
  const skus = holdPins(snapshot, pins, aisle.key, facts.bits(), context).lost.flatMap(({ pin, reason }) =>
    reason !== 'unknown' && pin.aisle === aisle.key ? [pin.sku] : [],
  );
  if (skus.length) yield { kind: 'pins-lost', aisle: aisle.key, plan: plan.id, skus };
}

function lookAtFilters(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  facts: ShelfFacts,
  counted: Counted,
): void {
  const choices = (facetPanelOf(plan)?.facets ?? []).filter(
    ({ categories }) => !categories.length || isWithin(groundOf(aisle), categories),
  );
  const helps = new Map(choices.map((choice) => [choice.key, choice.helps]));
  // A filter that is held back where it doesn't help is not seen there.
  const advice = facts.advice([...helps.keys()]).filter(({ key, values, coverage }) => {
    const least = helps.get(key);
    return !least || (values >= least.values && coverage * 100 >= least.coverage);
  });
  for (const { key, reason } of advice)
    // However many categories there are, the tree opens step by step.
    if (USELESS.includes(reason) && !(key === 'category' && reason === 'too-many-values'))
      counted.add({
        kind: 'facet-useless',
        plan: plan.id,
        facet: key,
        label: labelOf(snapshot, plan, key),
        reason,
        ...once(aisle),
      });
  for (const [at, one] of advice.entries())
    for (const other of advice.slice(at + 1)) {
      if (one.values < 2 || !facts.alike(one, other)) continue;
      counted.add({
        kind: 'facets-alike',
        plan: plan.id,
        facet: one.key,
        label: labelOf(snapshot, plan, one.key),
        other: other.key,
        otherLabel: labelOf(snapshot, plan, other.key),
        ...once(aisle),
      });
    }
}

/** Lines of attributes that most cards of an aisle leave out. */
function lookAtLines(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  facts: ShelfFacts,
  counted: Counted,
): void {
  for (const { element, attribute, on } of shelfOf(plan)!.card) {
    if (!on || element !== 'attribute' || attribute === null || !facts.count) continue;
    const row = snapshot.attributes.get(attribute)?.row;
    if (!row) continue;
    const products = facts.filled(attribute);
    if (products >= facts.count * BARE) continue;
    const label = titleInShop(snapshot, row.labels) || attribute;
    counted.add({
      kind: 'line-bare',
      plan: plan.id,
      attribute,
      label,
      products,
      of: facts.count,
      ...once(aisle),
    });
  }
}

/** What a filter is called in the shop's own language. */
const labelOf = (snapshot: Snapshot, plan: Plan, facet: string): string =>
  facetLabel(
    snapshot,
    facetPanelOf(plan)?.facets.find(({ key }) => key === facet) ?? { key: facet, label: {} },
    snapshot.frame.languages[0],
  );

/** Aisles that shoppers can't tell apart, by their names or their words, and those that lack a name in a language. */
export function* checkNames(snapshot: Snapshot): Generator<Finding | null> {
  const { languages } = snapshot.frame;
  const called = new Map<string, Aisle[]>();
  const described = new Map<string, Aisle[]>();
  const file = (into: Map<string, Aisle[]>, name: string, aisle: Aisle): void => {
    const alike = into.get(name);
    if (alike) alike.push(aisle);
    else into.set(name, [aisle]);
  };
  for (const [at, aisle] of snapshot.aisles.all.entries()) {
    if (at % NAMED_TOGETHER === NAMED_TOGETHER - 1) yield null;
    if (aisle.closed) continue;
    const title = titleInShop(snapshot, aisle.titles).toLowerCase();
    file(called, `${aisle.kind} ${aisle.parent?.key ?? ''} ${title}`, aisle);
    const words = textIn(aisle.descriptions, languages[0], languages);
    // A page that stands in for an aisle may say what that one says.
    if (words && !aisle.standsFor) file(described, words, aisle);
    const langs = languages.filter((lang) => !own(aisle.titles, lang));
    // Values are called by the words of their attribute, which are looked at there.
    if (aisle.kind !== 'value' && aisle.kind !== 'search' && langs.length)
      yield { kind: 'aisle-untranslated', aisle: aisle.key, langs };
  }
  const keys = (aisles: readonly Aisle[]): string[] => aisles.map(({ key }) => key);
  for (const [first, ...others] of called.values())
    if (others.length) yield { kind: 'aisle-double', aisle: first.key, others: keys(others) };
  for (const [first, ...others] of described.values())
    if (others.length) yield { kind: 'description-double', aisle: first.key, others: keys(others) };
}
