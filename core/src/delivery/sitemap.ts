import type { Aisle } from '../catalogue/aisles';
import type { Snapshot } from '../catalogue/snapshot';
import { productPath } from '../address/address';
import type { Selections } from '../address/selection';
import type { ValueColumn } from '../catalogue/columns';
import { countCommon } from '../catalogue/sets';
import { MAX_VALUES } from '../facet/valueFacets';
import { facetPanelOf, type FacetChoice, type Plan } from '../plan/plan';
import { asPlanned, showFor } from '../plan/planValues';
import { choosePlan } from '../plan/reach';
import { aisleProducts } from '../range/range';

/** A page that search engines may index. */
export interface SitemapPage {
  /** Under the shop's root, the same in all languages. */
  path: string;
  /** When what it shows was changed, in milliseconds since 1970; null where nobody knows. */
  changed: number | null;
  /** What is chosen there; left out where nothing is. */
  selections?: Selections;
}

/**
 * The pages of a shop that search engines shall know: its aisles that hold anything, in the order of the catalogue, then
 * its products. A free page that stands in for an aisle is there under that aisle's address alone; behind an aisle come its
 * filtered pages that the plan names and that hold anything.
 */
export function sitemapPages(snapshot: Snapshot, plans: readonly Plan[]): SitemapPage[] {
  const pages: SitemapPage[] = [];
  for (const path of new Set(snapshot.aisles.all.map((aisle) => aisle.path)))
    if (isTold(snapshot, snapshot.aisles.byPath.get(path)!))
      pages.push(
        { path, changed: null },
        ...filteredPages(snapshot, plans, snapshot.aisles.byPath.get(path)!).map((selections) => ({
          path,
          changed: null,
          selections,
        })),
      );
  for (let p = 0; p < snapshot.size; p++)
    pages.push({ path: productPath(snapshot.slugs[p]), changed: snapshot.changed[p] });
  return pages;
}

/** What may be chosen alone in an aisle so that search engines know it. */
function filteredPages(catalogue: Snapshot, plans: readonly Plan[], aisle: Aisle): Selections[] {
  const plan = choosePlan(plans, aisle).winner?.plan;
  const facets = ((plan && facetPanelOf(plan)?.facets) ?? []).filter(
    ({ indexed, indexAll }) => indexAll || indexed.length > 0,
  );
  if (!plan || !facets.length) return [];
  const snapshot = asPlanned(catalogue, plan);
  const { bits } = aisleProducts(snapshot, aisle);
  return facets.flatMap((facet) => {
    const column = snapshot.facets.get(facet.key);
    if (column?.kind !== 'values') return [];
    return codesToTell(snapshot, column, facet)
      .filter((code) => countCommon(column.postings[code], bits) > 0)
      .slice(0, MAX_VALUES)
      .map((code) => new Map([[facet.key, [{ kind: 'value', value: column.values[code].value }]]]));
  });
}

/** Of every value that is offered, or of those that are named. */
function codesToTell(snapshot: Snapshot, column: ValueColumn, facet: FacetChoice): number[] {
  const named = new Set(facet.indexed.flatMap(({ value }) => column.codeOf.get(value) ?? []));
  if (!facet.indexAll) return [...named];
  const hidden = new Set(showFor(snapshot, facet).hidden);
  return column.values.flatMap(({ value }, code) => (named.has(code) || !hidden.has(value) ? [code] : []));
}

function isTold(snapshot: Snapshot, aisle: Aisle): boolean {
  if (aisle.closed || aisle.kind === 'search') return false;
  // Where it stands in, it has that aisle's address; its own leads search engines there.
  if (aisle.standsFor && aisle.path !== aisle.standsFor.path) return false;
  return aisle.kind === 'front' || aisle.kind === 'page' || aisleProducts(snapshot, aisle).count > 0;
}
