import type { ProductRow } from '@fond/core';
import { WIDE } from './catalogue';
import { FACETS, numbersBy, peer, peerRow, type Peer } from './peer';
import { NUMBER_FACETS, PAGE_SIZE, VALUE_FACETS, Widest, type ListingRequest } from './requests';

/** The part of its interface that is used here; written down as the tests don't install it. */
interface Orama {
  create(options: object): unknown;
  insertMultiple(db: unknown, rows: object[], batch: number): Promise<unknown>;
  update(db: unknown, id: string, row: object): Promise<unknown>;
  search(db: unknown, query: object): OramaFound | Promise<OramaFound>;
}
interface OramaFound {
  count: number;
  hits: { id: string }[];
  facets?: Record<string, { values: Record<string, number> }>;
}

/** One search for the page and the facets without a choice, and one more for each facet with a choice. */
export async function oramaPeer(rows: Iterable<ProductRow>): Promise<Peer> {
  const { create, insertMultiple, search, update } = peer('@orama/orama') as Orama;
  const db = create({
    schema: {
      path: 'enum[]',
      stocked: 'boolean',
      price: 'number',
      weight: 'number',
      created: 'number',
      ...Object.fromEntries(FACETS.map((key) => [key, 'enum[]'])),
    },
  });
  const kept = Array.from(rows, (row) => {
    const { id, values, weight, ...rest } = peerRow(row);
    return { id: String(id), ...rest, ...(weight !== null && { weight }), ...values };
  });
  await insertMultiple(db, kept, 5_000);
  const whereOf = (request: ListingRequest, except: string | null): object => ({
    path: { containsAny: [request.path ?? '*'] },
    ...(request.stocked && { stocked: true }),
    ...Object.fromEntries(
      NUMBER_FACETS.flatMap((key) =>
        request.numbers[key] && key !== except ? [[key, { between: request.numbers[key] }]] : [],
      ),
    ),
    ...Object.fromEntries(
      Object.entries(request.values).flatMap(([key, values]) =>
        key === except ? [] : [[key, { containsAny: values }]],
      ),
    ),
  });
  const isNumber = (key: string): boolean => key === 'price' || key === 'weight';
  const facetsOf = (keys: readonly string[]): object =>
    Object.fromEntries(
      keys.map((key) => [key, isNumber(key) ? { ranges: [{ from: 0, to: 1_000_000 }] } : {}]),
    );
  const ask = async (
    request: ListingRequest,
    except: string | null,
    keys: readonly string[],
  ): Promise<OramaFound> =>
    search(db, {
      term: '',
      where: whereOf(request, except),
      facets: facetsOf(keys),
      limit: except === null ? PAGE_SIZE : 1,
      offset: except === null ? (request.page - 1) * PAGE_SIZE : 0,
      sortBy: {
        property: request.order === 'price' ? 'price' : 'created',
        order: request.order === 'price' ? 'ASC' : 'DESC',
      },
    });
  return {
    name: '@orama/orama 3.1.18',
    async answer(request) {
      const chosen = [...Object.keys(request.values), ...Object.keys(request.numbers)];
      const free = [...FACETS, ...NUMBER_FACETS].filter((key) => !chosen.includes(key));
      const page = await ask(request, null, free);
      const found = { ...page.facets };
      for (const key of chosen) found[key] = (await ask(request, key, [key])).facets![key];
      const counts: Record<string, Record<string, number>> = {};
      for (const key of VALUE_FACETS) {
        counts[key] = {};
        for (const [value, count] of Object.entries(found[key].values)) if (count) counts[key][value] = count;
      }
      const wide = new Widest(String);
      for (const [value, count] of Object.entries(found[WIDE].values)) wide.add(value, count);
      return {
        total: page.count,
        counts,
        wide: wide.answer(),
        numbers: numbersBy((key) => Object.values(found[key].values).reduce((sum, count) => sum + count, 0)),
        ids: page.hits.map(({ id }) => Number(id)),
      };
    },
    async reprice(id, cents) {
      kept[id - 1] = { ...kept[id - 1], price: cents / 100 };
      await update(db, String(id), kept[id - 1]);
    },
  };
}
