import itemsjs from 'itemsjs';
import {
  composePage,
  housePlan,
  parseSelections,
  shelfModelOf,
  type Edition,
  type FixtureModel,
  type PageModel,
  type PageRequest,
  type ProductRow,
  type Snapshot,
} from '@fond/core';
import { Oracle } from '../core/src/testing/oracle';
import { Random } from '../server/src/demo/random';
import { enlarged } from './catalogue';
import { spreadOf, spreadRow, timed, type Row } from './measure';

const REQUESTS = 200;
const NOW = Date.UTC(2026, 0, 2);
const AISLES = [
  '/',
  '/cookware',
  '/cookware/pans',
  '/cookware/pots',
  '/table',
  '/baking',
  '/kettles-and-coffee',
  '/storage',
];
const FACETS = [
  'material',
  'colour',
  'maker',
  'finish',
  'hob-types',
  'made-in',
  'dishwasher-safe',
  'tag',
  'price',
];

type PanelModel = Extract<FixtureModel, { type: 'facets' }>;
const panelOf = (page: PageModel): PanelModel | undefined =>
  page.fixtures.find((fixture): fixture is PanelModel => fixture.type === 'facets');

/** Seeded requests with three facets chosen among the values that the aisle offers. */
export function requestsFor(snapshot: Snapshot, edition: Edition): PageRequest[] {
  const random = new Random(23);
  return Array.from({ length: REQUESTS }, () => {
    const path = random.pick(AISLES);
    const page = composePage(snapshot, edition, { path, parameters: {}, matches: null, now: NOW })!;
    const offered = panelOf(page)!.facets.filter((facet) => FACETS.includes(facet.key));
    const parameters: Record<string, string> = {};
    for (const facet of random.some(offered, 3))
      parameters[facet.key] = facet.range
        ? `${random.whole(5, 60)}..${random.whole(80, 280)}`
        : random
            .some(facet.values, random.whole(1, 2))
            .map(({ value }) => value.replaceAll('%', '%25').replaceAll(',', '%2C'))
            .join(',');
    return { path, parameters, matches: null, now: NOW };
  });
}

/** Every total and every count of a value, against the slow reading of the same request. */
function checkAgainstOracle(
  snapshot: Snapshot,
  rows: readonly ProductRow[],
  edition: Edition,
  some: readonly PageRequest[],
): void {
  const oracle = new Oracle(snapshot, rows);
  for (const request of some) {
    const page = composePage(snapshot, edition, request)!;
    const aisle = snapshot.aisles.byPath.get(request.path)!;
    const { selections } = parseSelections(snapshot, request.parameters);
    const range = { source: 'aisle', below: true, stock: 'any' } as const;
    const total = oracle.matching(aisle, range, selections).length;
    if (shelfModelOf(page)!.total !== total)
      throw new Error(`The engine counts otherwise than the oracle: ${JSON.stringify(request)}`);
    for (const facet of panelOf(page)?.facets ?? []) {
      if (facet.range || facet.key === 'rating') continue;
      const others = oracle.matching(aisle, range, selections, facet.key);
      const counts = new Map<string, number>();
      for (const row of others)
        for (const value of oracle.valuesOf(row, facet.key))
          counts.set(String(value), (counts.get(String(value)) ?? 0) + 1);
      for (const value of facet.values)
        if (value.count !== (counts.get(value.value) ?? 0))
          throw new Error(`${facet.key} counts otherwise than the oracle.`);
    }
  }
}

/** The same listing by a well-known faceting library, as one would write it: all facets, one page, an order. */
function peerRow(snapshot: Snapshot, rows: readonly ProductRow[], some: readonly PageRequest[]): Row {
  const paths = (row: ProductRow): string[] =>
    row.categories.flatMap((id) => {
      const found: string[] = [];
      for (let at = snapshot.aisles.byKey.get(`category:${id}`) ?? null; at; at = at.parent)
        found.push(at.path);
      return found;
    });
  const aggregations = Object.fromEntries(
    ['path', ...FACETS.filter((key) => key !== 'price')].map((key) => [
      key,
      { title: key, size: 100, conjunction: false },
    ]),
  );
  const oracle = new Oracle(snapshot, rows);
  const engine = itemsjs(
    rows.map((row) => ({
      id: row.id,
      path: ['/', ...paths(row)],
      price: (row.price ?? 0) / 100,
      created: row.created,
      ...Object.fromEntries(FACETS.map((key) => [key, oracle.valuesOf(row, key).map(String)])),
    })),
    { aggregations, sortings: { newest: { field: 'created', order: 'desc' } } },
  );
  const ask = (request: PageRequest): number => {
    const { price, ...chosen } = request.parameters;
    const [from, to] = (price ?? '..').split('..');
    return engine.search({
      per_page: 12,
      sort: 'newest',
      filters: {
        path: [request.path],
        ...Object.fromEntries(
          Object.entries(chosen).map(([key, text]) => [key, text.split(',').map(decodeURIComponent)]),
        ),
      },
      ...(price && {
        filter: (item: { price: number }) => item.price >= Number(from) && item.price <= Number(to),
      }),
    }).pagination.total;
  };
  for (const request of some.slice(0, 5)) ask(request);
  return spreadRow(
    `itemsjs, ${rows.length} products, the same requests`,
    spreadOf(some.map((request) => timed(() => void ask(request)))),
  );
}

/** One whole listing request in the core, beside a peer at the size it can bear. */
export function engineRows(demo: Snapshot, products: readonly ProductRow[]): Row[] {
  const rows: Row[] = [];
  for (const size of [products.length, 10_000, 100_000]) {
    const { snapshot, rows: all } =
      size === products.length ? { snapshot: demo, rows: [...products] } : enlarged(demo, products, size);
    const edition: Edition = { number: 1, plans: [housePlan(snapshot, 'House plan')] };
    const some = requestsFor(snapshot, edition);
    checkAgainstOracle(snapshot, all, edition, some.slice(0, size > 10_000 ? 10 : 50));
    const run = (): number[] =>
      some.map((request) => timed(() => void composePage(snapshot, edition, request)));
    run();
    rows.push(
      spreadRow(
        `engine, ${size} products: range, 3 facets, all counts, first page`,
        spreadOf([...run(), ...run()]),
        size === 100_000 ? 'median ≤ 1.5 ms' : undefined,
      ),
    );
    if (size === 10_000) rows.push(peerRow(snapshot, all, some.slice(0, 60)));
  }
  return rows;
}
