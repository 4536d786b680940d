import type { AisleChangeSummary, PublicationFinding } from '@fond/contract';
import {
  badgeFaults,
  bodyOf,
  borrowed,
  cardFaults,
  cardPictures,
  choosePlan,
  documentsBy,
  holdPins,
  idleOf,
  isHeir,
  lowContrasts,
  ownTexts,
  resolvePlan,
  promotionRange,
  shelfRange,
  shelfOf,
  textIn,
  type Aisle,
  type Edition,
  type Plan,
  type RangeContext,
  type Snapshot,
} from '@fond/core';
import { smallPictures } from './smallPictures';
import { namedPlan } from '../text/namedPlan';

const MAX = 40;

/** A page that a publication changes, with the plan that would make it. */
interface ChangedPage {
  change: AisleChangeSummary;
  aisle: Aisle;
  plan: Plan;
}

/**
 * Looks at the pages that a publication changes: shelves that would be empty, promoting ones too, pins that can't hold, aisles without a description,
 * texts that lack a language, words that are hard to read, pictures that are too small, settings that idle.
 */
export function publicationFindings(
  snapshot: Snapshot,
  after: Edition,
  changes: readonly AisleChangeSummary[],
  now: number,
): PublicationFinding[] {
  const context: RangeContext = { now, ranges: after.ranges, blends: after.blends };
  const pages = changes.flatMap((change): ChangedPage[] => {
    const aisle = snapshot.aisles.byKey.get(change.key);
    const plan = aisle && choosePlan(after.plans, aisle).winner?.plan;
    return aisle && plan ? [{ change, aisle, plan }] : [];
  });
  return [
    ...pages.flatMap((page) => shelfFindings(snapshot, page, context)),
    ...emptyPromotions(snapshot, pages, context),
    ...missingDescriptions(snapshot, pages),
    ...missingLanguages(snapshot, after, pages),
    ...poorContrasts(pages),
    ...poorCards(pages),
    ...poorBadges(pages),
    ...blurredPictures(snapshot, after, pages, now),
    ...idleSettings(after),
  ].slice(0, MAX);
}

function shelfFindings(
  snapshot: Snapshot,
  { change, aisle, plan }: ChangedPage,
  context: RangeContext,
): PublicationFinding[] {
  const shelf = shelfOf(plan);
  if (!shelf) return [];
  const { bits, count } = shelfRange(snapshot, aisle, shelf, context);
  const where = { path: change.path, title: change.title, plan: namedPlan(plan) };
  const found: PublicationFinding[] = [];
  if (!count && change.products) found.push({ kind: 'empty-shelf', ...where });
  const { lost } = holdPins(snapshot, shelf.order.pins, aisle.key, bits, context);
  // A pin for all aisles of a plan is looked at where its product is at home.
  const missed = lost.filter(({ pin, reason }) => reason === 'unknown' || pin.aisle === aisle.key);
  if (missed.length) found.push({ kind: 'lost-pins', ...where, skus: missed.map(({ pin }) => pin.sku) });
  return found;
}

/** Each promoting shelf once, with how many aisles would do without it. */
function emptyPromotions(
  snapshot: Snapshot,
  pages: readonly ChangedPage[],
  context: RangeContext,
): PublicationFinding[] {
  const found = new Map<string, Extract<PublicationFinding, { kind: 'empty-promotion' }>>();
  for (const { change, aisle, plan } of pages)
    for (const fixture of plan.fixtures) {
      if (fixture.type !== 'promotion' || promotionRange(snapshot, aisle, fixture, context).count) continue;
      const key = `${plan.id} ${fixture.id}`;
      const known = found.get(key);
      if (known) known.aisles++;
      else
        found.set(key, {
          kind: 'empty-promotion',
          path: change.path,
          title: change.title,
          plan: namedPlan(plan),
          fixture: fixture.id,
          aisles: 1,
        });
    }
  return [...found.values()];
}

/** Each plan once that gives descriptions a place, with how many of its changed aisles have none to put there. */
function missingDescriptions(snapshot: Snapshot, pages: readonly ChangedPage[]): PublicationFinding[] {
  const { languages } = snapshot.frame;
  const found = new Map<string, Extract<PublicationFinding, { kind: 'no-description' }>>();
  for (const { change, aisle, plan } of pages) {
    if (!plan.fixtures.some(({ type }) => type === 'description')) continue;
    // What a search or a value shows has no words of its own that anybody could write.
    if (
      aisle.kind === 'search' ||
      aisle.kind === 'value' ||
      textIn(aisle.descriptions, languages[0], languages)
    )
      continue;
    const known = found.get(plan.id);
    if (known) known.aisles++;
    else
      found.set(plan.id, {
        kind: 'no-description',
        key: change.key,
        path: change.path,
        title: change.title,
        plan: namedPlan(plan),
        aisles: 1,
      });
  }
  return [...found.values()];
}

/** Each plan once for each of the shop's languages that texts of its own lack; what its base says is told of that. */
function missingLanguages(
  snapshot: Snapshot,
  { documents }: Edition,
  pages: readonly ChangedPage[],
): PublicationFinding[] {
  const { languages } = snapshot.frame;
  const known = documentsBy(documents);
  const plans = new Map(pages.map(({ plan }) => [plan.id, plan]));
  return [...plans.values()].flatMap((plan) => {
    const own = ownTexts(known, plan);
    return languages.flatMap((lang): PublicationFinding[] => {
      const texts = own
        .filter((text) => borrowed(text.texts, lang, languages))
        .map(({ use, fixture }) => ({ use, fixture }));
      return texts.length ? [{ kind: 'missing-language', plan: namedPlan(plan), lang, texts }] : [];
    });
  });
}

/** Each plan once, with the words on its cards that are hard to read. */
function poorCards(pages: readonly ChangedPage[]): PublicationFinding[] {
  const plans = new Map(pages.map(({ plan }) => [plan.id, plan]));
  return [...plans.values()].flatMap((plan) =>
    cardFaults(plan).map((fault): PublicationFinding => ({ kind: 'card', plan: namedPlan(plan), ...fault })),
  );
}

function poorContrasts(pages: readonly ChangedPage[]): PublicationFinding[] {
  const plans = new Map(pages.map(({ plan }) => [plan.id, plan]));
  return [...plans.values()].flatMap((plan): PublicationFinding[] => {
    const pairs = lowContrasts(plan.look);
    return pairs.length ? [{ kind: 'poor-contrast', plan: namedPlan(plan), pairs }] : [];
  });
}

function poorBadges(pages: readonly ChangedPage[]): PublicationFinding[] {
  const plans = new Map(pages.map(({ plan }) => [plan.id, plan]));
  return [...plans.values()].flatMap((plan): PublicationFinding[] => {
    const pictures = cardPictures(plan);
    return pictures
      ? badgeFaults(plan, pictures).map((fault) => ({ kind: 'badge', plan: namedPlan(plan), ...fault }))
      : [];
  });
}

/** Of the plans that the changed pages are made from, each fixture once, with the narrowest of its pictures. */
function blurredPictures(
  snapshot: Snapshot,
  after: Edition,
  pages: readonly ChangedPage[],
  now: number,
): PublicationFinding[] {
  const changed = new Set(pages.map(({ plan }) => plan.id));
  const found = new Map<string, Extract<PublicationFinding, { kind: 'small-pictures' }>>();
  for (const { plan, fixture, type, width, needed } of smallPictures(snapshot, after, now)) {
    if (width >= needed || !changed.has(plan.id)) continue;
    const known = found.get(`${plan.id} ${fixture}`);
    if (known) known.pictures++;
    else
      found.set(`${plan.id} ${fixture}`, {
        kind: 'small-pictures',
        plan,
        fixture,
        type,
        pictures: 1,
        width,
        needed,
      });
  }
  return [...found.values()];
}

function idleSettings({ documents }: Edition): PublicationFinding[] {
  const known = documentsBy(documents);
  return documents.flatMap((document): PublicationFinding[] => {
    if (!isHeir(document)) return [];
    const idle = idleOf(bodyOf(resolvePlan(known, document.base)), document.own);
    if (!idle.length) return [];
    return [{ kind: 'idle-settings', plan: namedPlan(document), settings: idle.map(({ path }) => path) }];
  });
}
