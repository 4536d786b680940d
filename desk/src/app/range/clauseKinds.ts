import type { Vocabulary } from '@fond/contract';
import type { Clause } from '@fond/core';

/** A clause that can be put into a rule, by the words people look for. */
export interface ClauseOffer {
  group: string;
  name: string;
  make: () => Clause;
}

const GROUPS: readonly ClauseOffer[] = [
  { group: 'Together', name: 'any of several …', make: () => ({ kind: 'any', of: [] }) },
  { group: 'Together', name: 'all of several …', make: () => ({ kind: 'all', of: [] }) },
  { group: 'Together', name: 'none of several …', make: () => ({ kind: 'none', of: [] }) },
];

const PLAIN: readonly ClauseOffer[] = [
  { group: 'Selling', name: 'on sale', make: () => ({ kind: 'sale' }) },
  { group: 'Selling', name: 'featured', make: () => ({ kind: 'featured' }) },
  { group: 'Selling', name: 'in stock', make: () => ({ kind: 'stock', states: ['in', 'low'] }) },
  { group: 'Selling', name: 'new', make: () => ({ kind: 'added', days: 30 }) },
  {
    group: 'Selling',
    name: 'sold lately',
    make: () => ({ kind: 'activity', of: 'sold', days: 30, least: 1 }),
  },
  {
    group: 'Selling',
    name: 'seen lately',
    make: () => ({ kind: 'activity', of: 'views', days: 30, least: 10 }),
  },
  { group: 'Numbers', name: 'price', make: () => ({ kind: 'number', field: 'price', from: null, to: 50 }) },
  {
    group: 'Numbers',
    name: 'saving in percent',
    make: () => ({ kind: 'number', field: 'saving', from: 20, to: null }),
  },
  { group: 'Numbers', name: 'rating', make: () => ({ kind: 'number', field: 'rating', from: 4, to: null }) },
  {
    group: 'Numbers',
    name: 'count of ratings',
    make: () => ({ kind: 'number', field: 'ratings', from: 5, to: null }),
  },
  {
    group: 'Numbers',
    name: 'pieces in stock',
    make: () => ({ kind: 'number', field: 'stock', from: 1, to: null }),
  },
  {
    group: 'Numbers',
    name: 'sold so far',
    make: () => ({ kind: 'number', field: 'sold', from: 10, to: null }),
  },
  {
    group: 'Counted in the shop',
    name: 'times seen lately',
    make: () => ({ kind: 'number', field: 'seen', from: 100, to: null }),
  },
  {
    group: 'Counted in the shop',
    name: 'clicks for being seen',
    make: () => ({ kind: 'number', field: 'clicked', from: 5, to: null }),
  },
  {
    group: 'Counted in the shop',
    name: 'revenue for being seen',
    make: () => ({ kind: 'number', field: 'earned', from: 100, to: null }),
  },
  { group: 'More', name: 'has a picture', make: () => ({ kind: 'picture' }) },
  { group: 'More', name: 'free of charge', make: () => ({ kind: 'free' }) },
  { group: 'More', name: 'word in the name', make: () => ({ kind: 'title', text: 'set' }) },
];

/** Every clause that can be made with what this catalogue has. */
export function clauseOffers(
  vocabulary: Vocabulary | null,
  groups: {
    categories: readonly { id: number }[];
    collections: readonly { id: number }[];
    tags: readonly { id: number }[];
  },
): ClauseOffer[] {
  const offers: ClauseOffer[] = [];
  const [category] = groups.categories;
  const [collection] = groups.collections;
  const [tag] = groups.tags;
  if (category)
    offers.push({
      group: 'Where it stands',
      name: 'category',
      make: () => ({ kind: 'category', category: category.id, below: true, main: false }),
    });
  if (collection)
    offers.push({
      group: 'Where it stands',
      name: 'collection',
      make: () => ({ kind: 'collection', collection: collection.id }),
    });
  if (tag) offers.push({ group: 'Where it stands', name: 'tag', make: () => ({ kind: 'tag', tag: tag.id }) });
  const [lang, ...others] = vocabulary?.languages ?? [];
  const attributes = (vocabulary?.attributes ?? []).map(({ key, type, labels }): ClauseOffer => {
    const attribute = key;
    return {
      group: 'Attributes',
      name: labels[lang] || key,
      make: () =>
        type === 'number'
          ? { kind: 'attributeNumber', attribute, from: null, to: null }
          : { kind: 'attribute', attribute, values: [] },
    };
  });
  const languages = [lang, ...others].filter(Boolean).map((one): ClauseOffer => ({
    group: 'More',
    name: `named in ${one}`,
    make: () => ({ kind: 'language', lang: one }),
  }));
  return [...PLAIN.slice(0, 6), ...offers, ...attributes, ...PLAIN.slice(6), ...languages, ...GROUPS];
}
