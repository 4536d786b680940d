import type { PinReport, Vocabulary } from '@fond/contract';
import type {
  CardElement,
  CardField,
  FacetChoice,
  FacetControlChoice,
  FacetReason,
  FixtureType,
  OrderKey,
  OrderLevel,
  PageSize,
  PanelSide,
  PromotionSettings,
  RangeNames,
  Shelf,
  SortKey,
  ColourName,
  BadgeShape,
  BadgePlace,
  Paging,
} from '@fond/core';

/** Keys that say by themselves what they sort by. */
export type PlainOrderKey = Exclude<OrderKey, 'attribute' | 'blend'>;

/** Words of the brief. A level reads “featured first”, reversed “featured last”. */
const LEVELS: Readonly<Record<PlainOrderKey, readonly [string, string]>> = {
  featured: ['featured first', 'featured last'],
  newest: ['newest first', 'oldest first'],
  changed: ['lately changed first', 'long unchanged first'],
  name: ['name from A to Z', 'name from Z to A'],
  price: ['cheapest first', 'dearest first'],
  saving: ['largest saving first', 'smallest saving first'],
  rating: ['best rated first', 'worst rated first'],
  sold: ['most bought first', 'least bought first'],
  views: ['most seen first', 'least seen first'],
  clicked: ['most clicked for being seen first', 'least clicked for being seen first'],
  earned: ['earning most for being seen first', 'earning least for being seen first'],
  margin: ['largest margin first', 'smallest margin first'],
  stock: ['most in stock first', 'least in stock first'],
  random: ['shuffled daily', 'shuffled daily, turned round'],
  named: ['as they are named', 'as they are named, turned round'],
  availability: ['in stock first, then few left', 'sold out first'],
};

export const ORDER_KEYS = Object.keys(LEVELS) as PlainOrderKey[];

/** What the levels of an order are called by. */
export type LevelNames = Pick<RangeNames, 'attribute' | 'blend'>;

/** A level in its usual direction, and turned round. */
export function directionWords(
  { key, of = '' }: Pick<OrderLevel, 'key' | 'of'>,
  names: LevelNames,
): readonly [string, string] {
  if (key === 'blend') {
    const name = names.blend(of);
    return name === null
      ? ['by a blend that is gone', 'by a blend that is gone']
      : [`best by “${name}” first`, `least by “${name}” first`];
  }
  if (key !== 'attribute') return LEVELS[key];
  const attribute = names.attribute(of);
  if (!attribute) return ['by an attribute that is gone', 'by an attribute that is gone'];
  const label = attribute.label.toLowerCase();
  return attribute.numeric
    ? [`smallest ${label} first`, `largest ${label} first`]
    : [`by ${label}`, `by ${label}, turned round`];
}

export const levelWords = (level: OrderLevel, names: LevelNames): string =>
  directionWords(level, names)[level.reversed ? 1 : 0];

export const orderWords = (levels: readonly OrderLevel[], names: LevelNames): string =>
  levels.map((level) => levelWords(level, names)).join(', then ');

export const SORT_WORDS: Readonly<Record<SortKey, string>> = {
  recommended: 'Recommended (this plan’s order)',
  newest: 'Newest first',
  price: 'Price, low to high',
  'price-desc': 'Price, high to low',
  saving: 'Largest saving',
  name: 'Name, A to Z',
  'name-desc': 'Name, Z to A',
  rating: 'Best rated',
  sold: 'Most bought',
};

/** Why a pin can't hold. */
export const LOST_WORDS: Readonly<Record<PinReport['reason'], string>> = {
  unknown: 'not in the catalogue any more, so the place is free',
  'not-here': 'not on this shelf, so the place is free',
  'place-taken': 'another pin has this place already',
};

const ADVICE: Readonly<Record<FacetReason, string>> = {
  'no-value': 'No product here has a value.',
  'one-value': 'All products have the same value, so there is nothing to choose.',
  'low-coverage': 'Too few products have a value: choosing one hides all the others.',
  'one-sided': 'Nearly all products have the same value.',
  'all-different': 'Every product has another value: a search finds them, a filter doesn’t.',
  'too-many-values': 'Many values: offer a search box, or the first few.',
  'some-coverage': 'Helps, but some products have no value and get lost.',
  uneven: 'A few values hold most of the products.',
  helps: 'Covers the products and splits them well.',
};

export const adviceWords = (reason: FacetReason): string => ADVICE[reason];

export const CONTROL_WORDS: Readonly<Record<FacetControlChoice, string>> = {
  auto: 'as suits it',
  list: 'list to tick',
  single: 'one of a list',
  swatches: 'swatches',
  steps: 'steps',
  slider: 'slider',
  toggle: 'switch',
  search: 'list with search',
};

/** In the order in which they are offered. */
export const FIXTURE_WORDS: Readonly<Record<FixtureType, string>> = {
  banner: 'banner',
  promotion: 'promoting shelf',
  spotlight: 'featured product',
  tiles: 'tiles',
  words: 'words',
  picture: 'picture',
  tabs: 'tabs',
  slides: 'slides',
  columns: 'columns',
  navigation: 'navigation',
  breadcrumb: 'breadcrumb',
  title: 'title',
  description: 'description',
  facets: 'filters',
  space: 'space',
  divider: 'divider',
  shelf: 'shelf',
  part: 'part',
};

/** Behind the number of products a page. */
export const PAGING_WORDS: Readonly<Record<Paging['form'], string>> = {
  numbered: '',
  more: ', more by a button',
  scroll: ', more while scrolling',
};

/** What a shelf looks like. */
export const FORM_WORDS: Readonly<Record<PromotionSettings['form'], string>> = {
  grid: 'a grid',
  list: 'a list',
  staggered: 'a staggered grid',
  folding: 'a folding list',
  carousel: 'a carousel',
};

/** Where the cards of an unfilled row stand. */
export const LAST_ROWS: readonly { value: Shelf['lastRow']; name: string }[] = [
  { value: 'start', name: 'at the start' },
  { value: 'centre', name: 'in the middle' },
  { value: 'stretch', name: 'stretched' },
];

/** Where the filters stand beside a shelf. */
export const PANEL_SIDES: readonly { value: PanelSide; name: string }[] = [
  { value: 'start', name: 'start side' },
  { value: 'end', name: 'end side' },
  { value: 'above', name: 'top' },
];

const ELEMENTS: Readonly<Record<CardElement['element'], string>> = {
  picture: 'picture',
  badges: 'badges',
  category: 'category',
  name: 'name',
  rating: 'rating',
  attribute: 'attribute',
  field: 'figure',
  tags: 'tags',
  description: 'description',
  stock: 'stock word',
  price: 'price',
  cart: 'cart button',
  wish: 'wish list',
  compare: 'comparison',
  quick: 'quick look',
};

export const FIELD_WORDS: Readonly<Record<CardField, string>> = {
  sku: 'article number',
  added: 'day it was added',
  sold: 'units sold',
  saving: 'what is saved',
};

export function elementWords(
  element: Pick<CardElement, 'element' | 'attribute'>,
  vocabulary: Vocabulary | null,
  lang: string,
): string {
  if (element.element === 'field') return FIELD_WORDS[element.attribute as CardField];
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

export function pageSizeWords(size: PageSize): string {
  if (size.by === 'all') return 'all of them on one page';
  if (size.by === 'products') return `${size.count} a page`;
  return size.count === 1 ? 'one full row a page' : `${size.count} full rows a page`;
}

/** The first few words, and how many more there are. */
export function shortList(words: readonly string[], most: number): string {
  if (words.length <= most + 1) return words.join(', ');
  return `${words.slice(0, most).join(', ')} and ${words.length - most} more`;
}

/** What the look’s colours are for. */
export const COLOUR_WORDS: Readonly<Record<ColourName, string>> = {
  ink: 'words and buttons',
  quiet: 'quiet words',
  ground: 'the page',
  band: 'head and bands',
  tile: 'behind pictures',
  line: 'lines',
  mark: 'marks',
  sale: 'reduced prices',
  good: 'stock words',
};

export const BADGE_SHAPE_WORDS: Readonly<Record<BadgeShape, string>> = {
  label: 'a label',
  pill: 'a pill',
  block: 'a block',
  words: 'words alone',
};

export const BADGE_PLACE_WORDS: Readonly<Record<BadgePlace, string>> = {
  'top-start': 'top, at the start',
  top: 'top, in the middle',
  'top-end': 'top, at the end',
  start: 'half way down, at the start',
  centre: 'in the very middle',
  end: 'half way down, at the end',
  'bottom-start': 'bottom, at the start',
  bottom: 'bottom, in the middle',
  'bottom-end': 'bottom, at the end',
  'above-name': 'above the name',
  'beside-price': 'beside the price',
};
