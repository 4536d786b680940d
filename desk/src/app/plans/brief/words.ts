import type { Vocabulary } from '@fond/contract';
import type { CardElement, FacetChoice, FixtureType, OrderKey, OrderLevel, SortKey } from '@fond/core';

/** Words of the brief. A level reads “featured first”, reversed “featured last”. */
const LEVELS: Readonly<Record<OrderKey, readonly [string, string]>> = {
  featured: ['featured first', 'featured last'],
  newest: ['newest first', 'oldest first'],
  name: ['name from A to Z', 'name from Z to A'],
  price: ['cheapest first', 'dearest first'],
  rating: ['best rated first', 'worst rated first'],
};

export const ORDER_KEYS = Object.keys(LEVELS) as OrderKey[];

export const levelWords = ({ key, reversed }: OrderLevel): string => LEVELS[key][reversed ? 1 : 0];

export const directionWords = (key: OrderKey): readonly [string, string] => LEVELS[key];

export const orderWords = (levels: readonly OrderLevel[]): string => levels.map(levelWords).join(', then ');

export const SORT_WORDS: Readonly<Record<SortKey, string>> = {
  recommended: 'Recommended (this plan’s order)',
  newest: 'Newest first',
  price: 'Price, low to high',
  'price-desc': 'Price, high to low',
  name: 'Name, A to Z',
  rating: 'Best rated',
};

export const FIXTURE_WORDS: Readonly<Record<FixtureType, string>> = {
  breadcrumb: 'breadcrumb',
  title: 'title',
  description: 'description',
  navigation: 'category navigation',
  facets: 'filters',
  shelf: 'shelf',
};

const ELEMENTS: Readonly<Record<CardElement['element'], string>> = {
  picture: 'picture',
  badges: 'badges',
  category: 'category',
  name: 'name',
  rating: 'rating',
  attribute: 'attribute',
  description: 'description',
  stock: 'stock word',
  price: 'price',
};

export function elementWords(element: CardElement, vocabulary: Vocabulary | null, lang: string): string {
  if (element.element !== 'attribute') return ELEMENTS[element.element];
  const attribute = vocabulary?.attributes.find(({ key }) => key === element.attribute);
  return attribute?.labels[lang]?.toLowerCase() ?? `${element.attribute} (gone)`;
}

export function facetWords(choice: FacetChoice, vocabulary: Vocabulary | null, lang: string): string {
  return (
    choice.label[lang] ||
    (vocabulary?.facets.find(({ key }) => key === choice.key)?.labels[lang] ?? `${choice.key} (gone)`)
  );
}

/** The first few words, and how many more there are. */
export function shortList(words: readonly string[], most: number): string {
  if (words.length <= most + 1) return words.join(', ');
  return `${words.slice(0, most).join(', ')} and ${words.length - most} more`;
}
