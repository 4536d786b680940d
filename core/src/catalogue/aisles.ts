import type { CatalogueFrame, CategoryRow, CollectionRow, Texts } from './rows';

export type AisleKind = 'front' | 'category' | 'collection' | 'tag' | 'search';

/** One shop address that lists products. */
export interface Aisle {
  /** Stays the same when an address changes: `front`, `search`, `category:12`, `tag:3`, `collection:5`. */
  key: string;
  kind: AisleKind;
  /** As under the shop's root, for instance `/cookware/pans`. */
  path: string;
  titles: Texts;
  descriptions: Texts;
  /** Id of the category, tag or collection; 0 for the front and the search. */
  id: number;
  /** The aisle above in the category tree. */
  parent: Aisle | null;
  /** Aisles of the child categories, in the merchandiser's order. */
  children: Aisle[];
  colour: string | null;
  /** Article numbers in the order given by hand, for collections that have one. */
  arranged: readonly string[] | null;
}

export interface AisleMap {
  all: readonly Aisle[];
  byPath: ReadonlyMap<string, Aisle>;
  byKey: ReadonlyMap<string, Aisle>;
}

/** First path segments that a top category may not take, as other pages stand there. */
export const RESERVED_SLUGS: readonly string[] = ['collections', 'tags', 'search', 'products'];

const SEARCH_TITLES: Texts = { en: 'Search', fr: 'Recherche' };

const none = { descriptions: {}, id: 0, parent: null, children: [] as Aisle[], colour: null, arranged: null };

const groupAisle = (kind: 'tag' | 'collection', group: CollectionRow): Aisle => ({
  ...none,
  key: `${kind}:${group.id}`,
  kind,
  path: `/${kind}s/${group.slug}`,
  titles: group.titles,
  descriptions: group.descriptions,
  id: group.id,
  children: [],
  arranged: !group.clauses && group.arranged?.length ? group.arranged : null,
});

/** Every aisle of a catalogue: the front, the category tree from the top down, collections, tags, the search. */
export function aislesOf(frame: CatalogueFrame): AisleMap {
  const all: Aisle[] = [
    {
      ...none,
      key: 'front',
      kind: 'front',
      path: '/',
      titles: frame.shopTitles,
      descriptions: frame.shopDescriptions,
    },
  ];
  const childrenOf = new Map<number | null, CategoryRow[]>();
  for (const category of frame.categories) {
    const siblings = childrenOf.get(category.parent);
    if (siblings) siblings.push(category);
    else childrenOf.set(category.parent, [category]);
  }
  const walk = (parent: Aisle | null, parentId: number | null): Aisle[] =>
    (childrenOf.get(parentId) ?? [])
      .slice()
      .sort((a, b) => a.position - b.position || a.id - b.id)
      .map((category) => {
        const aisle: Aisle = {
          key: `category:${category.id}`,
          kind: 'category',
          path: `${parent ? parent.path : ''}/${category.slug}`,
          titles: category.titles,
          descriptions: category.descriptions,
          id: category.id,
          parent,
          children: [],
          colour: category.colour ?? parent?.colour ?? null,
          arranged: null,
        };
        all.push(aisle);
        aisle.children = walk(aisle, category.id);
        return aisle;
      });
  all[0].children = walk(null, null);
  for (const group of frame.collections) all.push(groupAisle('collection', group));
  for (const group of frame.tags) all.push(groupAisle('tag', group));
  all.push({ ...none, key: 'search', kind: 'search', path: '/search', titles: SEARCH_TITLES });
  return {
    all,
    byPath: new Map(all.map((aisle) => [aisle.path, aisle])),
    byKey: new Map(all.map((aisle) => [aisle.key, aisle])),
  };
}
