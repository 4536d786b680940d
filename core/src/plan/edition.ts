import type { Blend } from '../clause/blend';
import type { RangeRule, SavedRange } from '../clause/rule';
import type { OrderLevel } from '../order/sorting';
import { documentsBy, resolveAll } from './inherit';
import { partsNamedIn, dropParts } from './parts';
import {
  isHeir,
  type Edition,
  type EditionContent,
  type Fixture,
  type Plan,
  type PlanDocument,
  type SharedRules,
} from './plan';

/** An edition as it is served. @throws {ChainError} where a plan's bases can't be followed. */
export const editionFrom = (number: number, { documents, ranges, blends }: EditionContent): Edition => ({
  number,
  documents,
  ranges,
  blends,
  plans: dropParts(resolveAll(documents)),
});

/** The ids of the saved ranges that a plan's shelves show, and those that its links to parts say. */
export const rangesOfPlan = (plan: Plan): string[] =>
  [...plan.fixtures.flatMap(rangesOf), ...plan.productPage.shelves.map(({ range }) => range)].flatMap(
    ({ source }) => (source.kind === 'saved' ? [source.range] : []),
  );

function rangesOf(fixture: Fixture): readonly RangeRule[] {
  if (fixture.type === 'part') return Object.values(fixture.own).flatMap(({ range }) => range ?? []);
  return 'range' in fixture ? [fixture.range] : [];
}

/** The ids of the blends that a plan's orders sort by. */
export const blendsOfPlan = (plan: Plan): string[] =>
  [...plan.fixtures.flatMap(levelsOf), ...plan.productPage.shelves.flatMap(({ levels }) => levels)].flatMap(
    ({ key, of }) => (key === 'blend' && of !== undefined ? [of] : []),
  );

function levelsOf(fixture: Fixture): readonly OrderLevel[] {
  if (fixture.type === 'part') return Object.values(fixture.own).flatMap(({ levels }) => levels ?? []);
  if (fixture.type === 'shelf') return fixture.order.levels;
  return 'levels' in fixture ? fixture.levels : [];
}

/**
 * The edition with some plans put in place of their published form, or added to it, and the saved ranges and blends that
 * they use as they stand in `shared`. Whatever builds on them follows. What no plan uses any more is left out.
 *
 * @throws {ChainError} where a plan's base is neither published nor among the drafts.
 */
export function withDrafts(edition: Edition, drafts: readonly PlanDocument[], shared: SharedRules): Edition {
  const drafted = new Set(drafts.map(({ id }) => id));
  const documents = [...edition.documents.filter(({ id }) => !drafted.has(id)), ...drafts];
  const resolved = resolveAll(documents);
  const plans = dropParts(resolved);
  const all = [...resolved, ...plans];
  const own = all.filter(({ id }) => drafted.has(id));
  return {
    number: edition.number,
    documents,
    plans,
    ranges: renewed(edition.ranges, shared.ranges, own.flatMap(rangesOfPlan), all.flatMap(rangesOfPlan)),
    blends: renewed(edition.blends, shared.blends, own.flatMap(blendsOfPlan), all.flatMap(blendsOfPlan)),
  };
}

/** Those of `now` that drafts name, and of the others those that were published and are still used, by id. */
function renewed<T extends { id: string }>(
  published: readonly T[],
  now: readonly T[],
  drafted: readonly string[],
  used: readonly string[],
): T[] {
  const own = new Set(drafted);
  const all = new Set(used);
  const others = published.filter(({ id }) => all.has(id) && !own.has(id));
  return [...others, ...now.filter(({ id }) => own.has(id))].sort((a, b) => (a.id < b.id ? -1 : 1));
}

/**
 * The edition without some plans, and without the ranges and blends that only they used. Plans that build on them must
 * have been given another base before.
 *
 * @throws {ChainError} where a plan still builds on one of them.
 */
export function withoutPlans(
  { number, ...held }: EditionContent & { number: number },
  ids: readonly string[],
): Edition {
  const documents = held.documents.filter(({ id }) => !ids.includes(id));
  const resolved = resolveAll(documents);
  const used = new Set(resolved.flatMap(rangesOfPlan));
  const blended = new Set(resolved.flatMap(blendsOfPlan));
  return {
    number,
    documents,
    plans: dropParts(resolved),
    ranges: held.ranges.filter(({ id }) => used.has(id)),
    blends: held.blends.filter(({ id }) => blended.has(id)),
  };
}

/**
 * The live edition with some plans as an earlier one held them, and the saved ranges that they use; plans that it didn't
 * hold are left out. What they build on and the parts that they show come along where they are not live any more.
 *
 * @throws {ChainError} where a plan that stays builds on one that is left out.
 */
export function withPlansOf(live: Edition, held: EditionContent, ids: readonly string[]): Edition {
  const known = documentsBy(held.documents);
  const gone = ids.filter((id) => !known.has(id));
  const staying = new Set(live.documents.map(({ id }) => id).filter((id) => !ids.includes(id)));
  const back = new Map<string, PlanDocument>();
  const bring = (id: string): void => {
    const document = known.get(id);
    if (!document || back.has(id) || staying.has(id)) return;
    back.set(id, document);
    if (isHeir(document)) bring(document.base);
    partsNamedIn(document).forEach(bring);
  };
  ids.forEach(bring);
  const next = withDrafts(live, [...back.values()], held);
  return gone.length ? withoutPlans(next, gone) : next;
}

/** The edition with one saved range put in place of its published form, for all shelves that show it. */
export const withRange = (edition: Edition, range: SavedRange): Edition => ({
  ...edition,
  ranges: edition.ranges.map((one) => (one.id === range.id ? range : one)),
});

/** The edition with one blend put in place of its published form, for all orders that use it. */
export const withBlend = (edition: Edition, blend: Blend): Edition => ({
  ...edition,
  blends: edition.blends.map((one) => (one.id === blend.id ? blend : one)),
});
