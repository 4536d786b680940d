import { isOn } from '../clause/inForce';
import { type AttributeRow, type CatalogueFrame, type CategoryRow, type CollectionRow } from './rows';
import { textIn } from '../text/texts';
import { own } from '../text/own';
import type { FreePageRow, AislePicture } from './rows';
import type { Texts } from '../text/texts';

export type AisleKind = 'front' | 'category' | 'collection' | 'tag' | 'value' | 'page' | 'search';

export const AISLE_KINDS: readonly AisleKind[] = [
  'front',
  'category',
  'collection',
  'tag',
  'value',
  'page',
  'search',
];

/** One shop address that lists products. */
export interface Aisle {
  /** Stays the same when an address changes: `front`, `search`, `category:12`, `tag:3`, `value:material:steel`. */
  key: string;
  kind: AisleKind;
  /** As under the shop's root, for instance `/cookware/pans`. */
  path: string;
  titles: Texts;
  descriptions: Texts;
  /** Id of the category, tag, collection, attribute or free page; 0 for the front and the search. */
  id: number;
  /** The aisle above in the category tree. */
  parent: Aisle | null;
  /** Aisles of the child categories that shoppers see, in the merchandiser's order; of a hidden one those below it. */
  children: Aisle[];
  colour: string | null;
  /** Its own picture; of a category so far. */
  picture: AislePicture | null;
  /** Article numbers in the order given by hand, for collections that have one. */
  arranged: readonly string[] | null;
  /** Whose products it shows: those with this value. */
  value: AisleValue | null;
  /** The aisle in whose place a free page stands, and whose products it shows. */
  standsFor: Aisle | null;
  /** Not open to shoppers yet, or hidden from them; only previews show it. */
  closed: boolean;
}

export interface AisleValue {
  /** Key of the attribute. */
  attribute: string;
  value: string;
}

export interface AisleMap {
  all: readonly Aisle[];
  /** What shoppers find at an address; where a free page stands in for an aisle, that page. */
  byPath: ReadonlyMap<string, Aisle>;
  byKey: ReadonlyMap<string, Aisle>;
}

/** First path segment of the aisles by attribute value. */
export const VALUE_ROOT = 'by';

/** First path segments that a top category or a free page may not take, as other pages stand there. */
export const RESERVED_SLUGS: readonly string[] = [
  'collections',
  'tags',
  'search',
  'products',
  'account',
  'cart',
  'compare',
  'wishes',
  'plan-css',
  'fonts',
  'media',
  VALUE_ROOT,
];

const SEARCH_TITLES: Texts = { en: 'Search', fr: 'Recherche' };

const none = {
  descriptions: {},
  id: 0,
  parent: null,
  children: [] as Aisle[],
  colour: null,
  picture: null,
  arranged: null,
  value: null,
  standsFor: null,
  closed: false,
};

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

const valueAisles = (
  { id, key, valueLabels, aisles = [] }: AttributeRow,
  languages: CatalogueFrame['languages'],
): Aisle[] =>
  aisles.map(({ value, slug }) => {
    const labels = own(valueLabels, value) ?? {};
    return {
      ...none,
      key: `value:${key}:${value}`,
      kind: 'value',
      path: `/${VALUE_ROOT}/${key}/${slug}`,
      titles: Object.fromEntries(languages.map((lang) => [lang, textIn(labels, lang, languages) || value])),
      id,
      children: [],
      value: { attribute: key, value },
    };
  });

/** Whether shoppers see a page on a day, `2026-12-24`. */
export const isPageOpen = ({ open, from = null, to = null }: FreePageRow, day: string | undefined): boolean =>
  open && (day === undefined || isOn({ from, to }, day));

const pageAisle = (page: FreePageRow, standsFor: Aisle | null, day: string | undefined): Aisle => ({
  ...none,
  key: `page:${page.id}`,
  kind: 'page',
  path: page.path,
  titles: page.titles,
  descriptions: page.descriptions,
  id: page.id,
  children: [],
  colour: standsFor?.colour ?? null,
  picture: standsFor?.picture ?? null,
  arranged: standsFor?.arranged ?? null,
  standsFor,
  closed: !isPageOpen(page, day),
});

/** A free page at the address of the aisle it stands in for, with that aisle's place in the tree. */
const inPlace = (page: Aisle, { path, parent, children }: Aisle): Aisle => ({
  ...page,
  path,
  parent,
  children,
});

/** The aisle whose products a page is about: itself, or the one that a free page stands in for. */
export const groundOf = (aisle: Aisle): Aisle => aisle.standsFor ?? aisle;

/**
 * Every aisle of a catalogue: the front, the category tree from the top down, collections, tags, values of attributes,
 * free pages, the search.
 *
 * An open free page is found at the address of the aisle it stands in for as well; the aisle itself stays known by its
 * key, as ranges, reaches and the tree still mean it. An address that two want belongs to the catalogue's own aisle.
 */
export function aislesOf(frame: CatalogueFrame): AisleMap {
  const all: Aisle[] = [
    {
      ...none,
      key: 'front',
      kind: 'front',
      path: '/',
      titles: frame.shopTitles,
      descriptions: frame.shopDescriptions,
      children: [],
    },
  ];
  const childrenOf = new Map<number | null, CategoryRow[]>();
  for (const category of frame.categories) {
    const siblings = childrenOf.get(category.parent);
    if (siblings) siblings.push(category);
    else childrenOf.set(category.parent, [category]);
  }
  const [front] = all;
  const below = (
    parent: Aisle | null,
    id: number | null,
  ): { parent: Aisle | null; category: CategoryRow }[] =>
    (childrenOf.get(id) ?? [])
      .slice()
      .sort((a, b) => b.position - a.position || b.id - a.id)
      .map((category) => ({ parent, category }));
  // From the top down, without recursion: however deep a file has made its tree, it is walked.
  const waiting = below(null, null);
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { parent, category } = next;
    const aisle: Aisle = {
      ...none,
      key: `category:${category.id}`,
      kind: 'category',
      path: `${parent ? parent.path : ''}/${category.slug}`,
      titles: category.titles,
      descriptions: category.descriptions,
      id: category.id,
      parent,
      children: [],
      colour: category.colour ?? parent?.colour ?? null,
      picture: category.picture ?? null,
      closed: category.hidden === true || parent?.closed === true,
    };
    all.push(aisle);
    // What is hidden is offered nowhere, in its parent’s place least of all.
    if (!aisle.closed || parent?.closed) (parent ?? front).children.push(aisle);
    waiting.push(...below(aisle, category.id));
  }
  for (const group of frame.collections) all.push(groupAisle('collection', group));
  for (const group of frame.tags) all.push(groupAisle('tag', group));
  for (const attribute of frame.attributes) all.push(...valueAisles(attribute, frame.languages));
  const search: Aisle = { ...none, key: 'search', kind: 'search', path: '/search', titles: SEARCH_TITLES };
  const byKey = new Map([...all, search].map((aisle) => [aisle.key, aisle]));
  const pages = (frame.pages ?? []).map((page) =>
    pageAisle(page, page.standsFor === null ? null : (byKey.get(page.standsFor) ?? null), frame.day),
  );
  const own = [...all, search];
  all.push(...pages, search);
  const byPath = new Map([...pages, ...own].map((aisle) => [aisle.path, aisle]));
  for (const page of pages) {
    byKey.set(page.key, page);
    if (page.standsFor && !page.closed) byPath.set(page.standsFor.path, inPlace(page, page.standsFor));
  }
  return { all, byPath, byKey };
}
