import { rangeContext } from '../page/rangeContext';
import {
  choosePlan,
  eachFixture,
  shelfModelOf,
  shelfOf,
  sieveOf,
  type FacetModel,
  type Money,
  type PageModel,
  type Edition,
  type Snapshot,
  cardAttributes,
  cardValues,
} from '@fond/core';
import type { ServingHost, ServingState } from '../serving/servingHost';
import { problem } from '../problem/problem';
import { pictureAddress } from '../picture/addresses';
import { composeListing, foldRangeParts, pageTime, readAddress } from '../page/compose';

const priceOf = ({ amount, currency }: Money): { amount: number; currency: string } => ({ amount, currency });

function facetOf({ key, label, control, values, more, range }: FacetModel): object {
  return {
    key,
    label,
    control,
    values: values.map(({ value, label: text, count, selected }) => ({
      value,
      label: text,
      count,
      selected,
    })),
    ...(more && { more }),
    ...(range && { range: { min: range.min, max: range.max, buckets: range.buckets } }),
  };
}

/** `GET /api/shop/listing`: one page of an aisle as data. */
export async function answerListing(
  host: ServingHost,
  serving: ServingState,
  parameters: Record<string, string>,
): Promise<object> {
  const address = readAddress(parameters['aisle']);
  // Pages shown together are the shop's own matter; here each is asked for by itself.
  const { from: _, ...asked } = parameters;
  const page =
    address &&
    (await composeListing(host, serving, serving.edition, {
      path: address.path,
      parameters: { ...asked, q: (parameters['q'] ?? '').slice(0, 200) },
    }));
  if (!page) throw problem('unknown-aisle', `There is no aisle at “${parameters['aisle']}”.`);
  if (page.malformed.length)
    throw problem(
      'bad-input',
      'Some parameters can’t be read; the shop’s own pages would leave them out.',
      page.malformed,
    );
  return listingOf(serving, page, parameters['explain'] === '1');
}

/** What is known of a product: as data, and as the shop prints it. */
function factsOf(snapshot: Snapshot, sku: string, lang: string): object {
  const p = snapshot.bySku.get(sku)!;
  const value = snapshot.rating.numbers[p];
  const count = snapshot.ratings[p];
  return {
    attributes: cardValues(snapshot, p),
    attributeTexts: cardAttributes(snapshot, p, lang),
    ...(!Number.isNaN(value) && { rating: { value, count: Number.isNaN(count) ? null : count } }),
  };
}

/** `GET /api/shop/facet`: the values of one filter whose words hold a text, with their counts and where they lead. */
export async function findFacetValues(
  host: ServingHost,
  serving: ServingState,
  edition: Edition,
  { address, key, find }: { address: string; key: string; find: string },
): Promise<object> {
  const read = readAddress(foldRangeParts(address) ?? address);
  const page = read && (await composeListing(host, serving, edition, { ...read, find: { key, text: find } }));
  if (!page) throw problem('unknown-aisle', `There is no aisle at “${address.slice(0, 100)}”.`);
  const panels = [...eachFixture(page.fixtures)];
  const facet = panels
    .flatMap((one) => (one.type === 'facets' ? one.facets : []))
    .find((one) => one.key === key);
  return { values: facet?.values ?? [], more: facet?.more ?? 0 };
}

function listingOf(serving: ServingState, page: PageModel, explain: boolean): object {
  const shelf = shelfModelOf(page);
  const panel = [...eachFixture(page.fixtures)].find((fixture) => fixture.type === 'facets');
  const { path, kind, title, description } = page.aisle;
  const instead = shelf?.answer?.sought;
  return {
    aisle: { path, kind, title, description },
    plan: page.plan,
    edition: page.frame.edition,
    total: shelf?.total ?? 0,
    page: shelf?.page ?? 1,
    pages: shelf?.pages ?? 1,
    size: shelf?.size ?? 0,
    order: shelf?.order ?? { key: 'recommended', label: '' },
    orders: (shelf?.orders ?? []).map(({ key, label }) => ({ key, label })),
    items: (shelf?.cards ?? []).map((card) => ({
      id: card.id,
      sku: card.sku,
      slug: card.slug,
      title: card.title,
      price: card.price && priceOf(card.price),
      ...(card.was && { was: priceOf(card.was) }),
      badges: card.badges,
      ...factsOf(serving.snapshot, card.sku, page.frame.lang),
      ...(card.images.length && { image: pictureAddress(card.images[0].hash, 480) }),
    })),
    ...(instead && { instead: { query: instead.text, by: instead.by } }),
    facets: (panel?.facets ?? []).map(facetOf),
    applied: page.applied.map(({ key, value, label }) => ({ key, value, label })),
    ...(page.ignored.length && { ignored: page.ignored }),
    ...(explain && { explain: explanation(serving, page) }),
  };
}

/** Why this plan, how the range narrows, what the order sorts by; worked out only when asked for. */
function explanation(serving: ServingState, page: PageModel): object {
  const aisle = serving.snapshot.aisles.byPath.get(page.aisle.path)!;
  const { winner, others } = choosePlan(serving.edition.plans, aisle);
  const shelf = winner && shelfOf(winner.plan);
  const context = rangeContext(serving.edition, pageTime(), serving.zone);
  return {
    plan: {
      rule: winner?.rule,
      others: others.map(({ plan, rule }) => ({ id: plan.id, name: plan.name, rule })),
    },
    range: shelf && { ...shelf.range, sieve: sieveOf(serving.snapshot, aisle, shelf.range, context) },
    order: shelf?.order.levels ?? [],
  };
}
