import type { FixtureType } from '../plan/plan';
import { shelfModelOf, type FixtureModel, type PageModel } from './pageModel';

/** A product of one of two pages, and its places from 1. */
export interface PlacedProduct {
  sku: string;
  title: string;
  /** As in the address of its page. */
  slug: string;
  /** Null where the first page doesn't have it, or the second. */
  from: number | null;
  to: number | null;
}

/** What one page of an aisle shows otherwise than another. */
export interface PageDifference {
  /** Products of the shelf, all pages together. */
  total: { from: number; to: number };
  /** Among the first products of both: those that come, those that go, and those that stand elsewhere, the farthest first. */
  gained: readonly PlacedProduct[];
  lost: readonly PlacedProduct[];
  moved: readonly PlacedProduct[];
  /** Labels of filters that one of the pages has alone. */
  facets: { gained: readonly string[]; lost: readonly string[] };
  /** Fixtures likewise, as often as there is one more or less. */
  fixtures: { gained: readonly FixtureType[]; lost: readonly FixtureType[] };
}

function* eachModel(fixtures: readonly FixtureModel[]): Generator<FixtureModel> {
  for (const fixture of fixtures) {
    yield fixture;
    if ('slots' in fixture) for (const slot of fixture.slots) yield* eachModel(slot.fixtures);
  }
}

/** What `one` has and `other` hasn't, as often as it has more of it. */
function beyond<T>(one: readonly T[], other: readonly T[]): T[] {
  const left = new Map<T, number>();
  for (const thing of other) left.set(thing, (left.get(thing) ?? 0) + 1);
  return one.filter((thing) => {
    const count = left.get(thing) ?? 0;
    left.set(thing, count - 1);
    return count <= 0;
  });
}

/**
 * Compares two pages of one aisle, card by card. Both should show as many places, or those beyond the shorter one count as
 * come or gone.
 *
 * @param from Null where nothing stands at the address; then all is gained, and the other way round.
 */
export function pageDifference(from: PageModel | null, to: PageModel | null): PageDifference {
  const [before, after] = [from, to].map((page) => (page ? shelfModelOf(page) : undefined));
  const places = (shelf: typeof before): Map<string, number> =>
    new Map((shelf?.cards ?? []).map(({ sku }, at) => [sku, at + 1]));
  const [was, is] = [places(before), places(after)];
  const placed = (cards: readonly { sku: string; title: string; slug: string }[]): PlacedProduct[] =>
    cards.map(({ sku, title, slug }) => ({
      sku,
      title,
      slug,
      from: was.get(sku) ?? null,
      to: is.get(sku) ?? null,
    }));
  const now = placed(after?.cards ?? []);
  const models = (page: PageModel | null): FixtureModel[] => (page ? [...eachModel(page.fixtures)] : []);
  const types = (page: PageModel | null): FixtureType[] => models(page).map(({ type }) => type);
  const labels = (page: PageModel | null): string[] =>
    models(page).flatMap((one) => (one.type === 'facets' ? one.facets.map(({ label }) => label) : []));
  const far = ({ from: first, to: second }: PlacedProduct): number => Math.abs(second! - first!);
  return {
    total: { from: before?.total ?? 0, to: after?.total ?? 0 },
    gained: now.filter((one) => one.from === null),
    lost: placed(before?.cards ?? []).filter((one) => one.to === null),
    moved: now
      .filter((one) => one.from !== null && one.from !== one.to)
      .sort((a, b) => far(b) - far(a) || a.to! - b.to!),
    facets: { gained: beyond(labels(to), labels(from)), lost: beyond(labels(from), labels(to)) },
    fixtures: { gained: beyond(types(to), types(from)), lost: beyond(types(from), types(to)) },
  };
}
