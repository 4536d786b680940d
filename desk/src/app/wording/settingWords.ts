import type { Vocabulary } from '@fond/contract';
import {
  sampleText,
  textIn,
  type BadgeRule,
  type CardElement,
  type OwnEntry,
  type SortKey,
  WIDTH_NAMES,
} from '@fond/core';
import { languageName } from '../records/languageName';
import { elementWords, FIXTURE_WORDS, SORT_WORDS } from './words';

/** What single settings are named by. */
export interface SettingNames {
  vocabulary: Vocabulary | null;
  lang: string;
  /** The badges of the plan that is spoken of. */
  badges: readonly Pick<BadgeRule, 'id' | 'text'>[];
}

/** Names of settings by the property that holds them. */
const SETTINGS: Readonly<Record<string, string>> = {
  when: 'shown when',
  range: 'range',
  source: 'source of the range',
  order: 'order',
  levels: 'sort keys',
  choices: 'sort choices for shoppers',
  groups: 'groups',
  soldOutLast: 'sold out last',
  spread: 'spread',
  pins: 'pins',
  columns: 'columns',
  wide: 'on wide pages',
  medium: 'on medium pages',
  narrow: 'on narrow pages',
  gap: 'gap',
  pageSize: 'products a page',
  lastRow: 'unfilled row',
  card: 'card',
  face: 'card',
  beside: 'on one line',
  clauses: 'clauses of the range',
  x: '',
  y: '',
  revealed: 'when it is seen',
  join: 'between several values',
  size: 'size of letters',
  weight: 'weight of letters',
  case: 'capitals',
  colour: 'colour',
  space: 'space above',
  font: 'font',
  crop: 'crop of the picture',
  equal: 'equal heights',
  second: 'second picture',
  overlay: 'colour over the picture',
  zoom: 'picture that comes nearer',
  on: 'shown or not',
  facets: 'filters',
  side: 'side',
  share: 'width of the filters',
  header: 'heading of the filters',
  clearAll: 'clear all',
  counts: 'counts',
  hideDead: 'values that lead nowhere',
  hideEmpty: 'empty categories',
  label: 'label',
  shown: 'values before “more”',
  open: 'open or folded',
  control: 'control',
  logic: 'any or all',
  sort: 'order of the values',
  inserts: 'what stands among the products',
  values: 'its own values',
  steps: 'steps',
  helps: 'only where it helps',
  categories: 'categories',
  indexed: 'pages for search engines',
  indexAll: 'a page of every value for search engines',
  productPage: 'product pages',
  gallery: 'pictures',
  thumbnails: 'small pictures in a row',
  shelves: 'shelf',
  reviews: 'reviews',
  search: 'for search engines',
  title: 'title',
  look: 'look',
  css: 'CSS of its own',
  colours: 'colour',
  ink: 'of words',
  quiet: 'of quiet words',
  ground: 'of the page',
  band: 'of bands',
  tile: 'behind pictures',
  line: 'of lines',
  mark: 'of marks',
  sale: 'of reduced prices',
  good: 'of stock words',
  text: 'words',
  italic: 'slant',
  leading: 'from line to line',
  tracking: 'between letters',
  lines: 'lines at most',
  narrower: 'size of letters',
  was: 'old price',
  rhythm: 'space between fixtures',
  radius: 'corners',
  shadow: 'shadow',
  inside: 'place',
  layout: 'place on the page',
  span: 'width',
  stuck: 'stays in view',
  hidden: 'hidden',
  height: 'height',
  words: 'words',
  html: 'words',
  picture: 'picture',
  focus: 'point in view',
  shade: 'strength of the colour over it',
  tint: 'colour over it',
  fade: 'where that is strongest',
  stand: 'how far down words stand',
  tone: 'light or dark words',
  others: 'picture',
  align: 'where words stand',
  link: 'link',
  tabs: 'tab',
  form: 'form',
  of: 'what it shows',
  ratio: 'height of pictures',
  caption: 'words below',
  stacked: 'when columns are stacked',
  down: 'where lower columns stand',
  width: 'width',
  autoplay: 'moving by itself',
  holds: 'title and way on it',
  trail: 'way to the page',
  seconds: 'next one by itself',
  aisle: 'aisle',
  address: 'address',
  depth: 'nesting',
  sku: 'product',
  arrows: 'arrows',
  dots: 'dots',
  loop: 'going round',
  more: 'way to all of them',
  listSwitch: 'switch for shoppers',
  paging: 'further pages',
  stop: 'pages before the button',
  except: 'what is left out',
  before: 'words before the number',
  after: 'words after the number',
  length: 'length of names',
  grid: 'where tiles stand',
  places: 'places of tiles',
  rowHeight: 'height of rows',
  button: 'button',
  description: 'description',
  part: 'part',
  own: 'what differs from the part',
  dark: 'colours of dark pages',
  breakpoints: 'widths',
  frame: 'frame of cards',
  content: 'widest content',
  head: 'head of the shop',
  rowGap: 'gap between rows',
  backwards: 'side on which it begins',

  heading: 'heading',
  most: 'greatest number',
};

const WHAT: Readonly<Record<OwnEntry['what'], string>> = {
  set: '',
  added: 'added',
  moved: 'moved',
  removed: 'taken away',
};

const isFixture = (id: string): id is keyof typeof FIXTURE_WORDS => Object.hasOwn(FIXTURE_WORDS, id);

/** A fixture by its kind, counted where there are several: `part-2` is the second part. */
function fixtureName(id: string): string {
  const [, kind, number] = /^([a-z]+)(?:-(\d+))?$/.exec(id) ?? [];
  if (!isFixture(kind)) return isFixture(id) ? FIXTURE_WORDS[id] : id;
  return number === undefined ? FIXTURE_WORDS[kind] : `${FIXTURE_WORDS[kind]} ${number}`;
}

/** What is said of one element of a card. */
const OF_CARDS: Readonly<Record<string, string>> = {
  text: 'own words',
  label: 'label',
  on: 'shown or not',
  corner: 'in the corner of the picture',
  look: '',
  font: 'font',
};

/** Filters that are no attribute. */
const FILTERS: Readonly<Record<string, string>> = { q: 'search in the aisle', sale: 'on sale' };

function filterName(key: string, { vocabulary, lang }: SettingNames): string {
  const facet = vocabulary?.facets.find((one) => one.key === key);
  return FILTERS[key] ?? facet?.labels[lang]?.toLowerCase() ?? `“${key}”`;
}

/** An element of a card by the name that differences know it by, such as `attribute:hob`. */
function elementName(name: string, { vocabulary, lang }: SettingNames): string {
  const [element, attribute] = name.split(':', 2) as [CardElement['element'], string?];
  return elementWords({ element, attribute: attribute ?? null }, vocabulary, lang);
}

function badgeName(id: string, { badges, lang, vocabulary }: SettingNames): string {
  const text = badges.find((rule) => rule.id === id)?.text;
  return text ? `badge “${sampleText(textIn(text, lang, vocabulary?.languages ?? []))}”` : 'a badge';
}

/** A single setting in words: “columns on wide pages”, “filter material: label”, “title taken away”. */
export function settingWords({ path, what }: OwnEntry, names: SettingNames): string {
  const [top, fixture, ...rest] = path;
  const words =
    top !== 'fixtures'
      ? wordsOf(path, names)
      : rest.length === 0
        ? fixtureName(fixture)
        : wordsOf(rest, names);
  return [words, WHAT[what]].filter(Boolean).join(' ');
}

/** What is said of one badge. */
const OF_BADGES: Readonly<Record<string, string>> = {
  on: 'on or off',
  clauses: 'products',
  text: 'text',
  shape: 'shape',
  ground: 'ground',
  ink: 'colour of words',
  opacity: 'opacity',
  place: 'place',
  from: 'first day',
  to: 'last day',
  size: 'size',
  picture: 'picture',
};

/** Path below the rules of badges: the rule, and what is said of it. */
function badgeSettingWords([rule, setting, ...rest]: readonly string[], names: SettingNames): string {
  if (rule === undefined) return 'badges on a card';
  const badge = badgeName(rule, names);
  return setting === undefined
    ? badge
    : `${badge}: ${saySetting(OF_BADGES[setting] ?? nameSetting(setting), rest)}`;
}

/** Groups of settings whose name says nothing that the setting itself doesn't. */
const GROUPS: ReadonlySet<string> = new Set(['layout', 'dress', 'look', 'face', 'order', 'range', 'paging']);

const nameSetting = (property: string): string => SETTINGS[property] ?? property;

/** A setting's name with what is set of it: a width, or a text's language. */
const saySetting = (name: string, [step, ...rest]: readonly (string | undefined)[]): string => {
  if (step === undefined) return name;
  const inner = /^[a-z]{2}(-[A-Z]{2})?$/.test(step) ? `in ${languageName(step)}` : nameSetting(step);
  return saySetting([name, inner].filter(Boolean).join(' '), rest);
};

/** Property after property. */
const stepsOf = ([first, ...rest]: readonly string[]): string => saySetting(nameSetting(first), rest);

/** Items of a container, which have no name that anybody gave them. */
const ITEMS: Readonly<Record<string, string>> = {
  columns: 'a column',
  tabs: 'a tab',
  slides: 'a view',
  links: 'a link',
  spots: 'a product on it',
  inserts: 'something among the products',
};
const WIDTHS: readonly string[] = WIDTH_NAMES;

/** A shelf is named by what its id says: `goes-with`, `related-2`. */
function productPageWords([first, shelf, ...rest]: readonly string[]): string {
  if (first === 'gallery' && shelf === 'side') return 'where small pictures stand';
  if (first === 'gallery' && shelf === 'zoom') return 'pictures that open large';
  if (first === 'gallery' && shelf !== undefined) return stepsOf([shelf, ...rest]);
  if (first !== 'shelves' || shelf === undefined) return stepsOf([first, shelf, ...rest].filter(Boolean));
  const name = `shelf “${shelf.replace(/-/g, ' ')}”`;
  return rest.length
    ? `${name}: ${stepsOf(GROUPS.has(rest[0]) && rest.length > 1 ? rest.slice(1) : rest)}`
    : name;
}

/** What is said of what stands around a fixture. */
const OF_DRESS: Readonly<Record<string, string>> = {
  above: 'space above',
  ground: 'ground',
  picture: 'picture behind it',
  words: 'colour of words',
  align: 'where words stand',
  size: 'size of letters',
  widest: 'width of words',
  drawer: 'button it opens from',
};

/** What is said of a group of an order. */
const OF_GROUPS: Readonly<Record<string, string>> = {
  name: 'name',
  at: 'front or end',
  clauses: 'what its products meet',
  most: 'places at most',
  from: 'first day',
  to: 'last day',
};

/** What is said of buttons. */
const OF_BUTTONS: Readonly<Record<string, string>> = {
  fill: 'fill',
  words: 'colour of words',
  edge: 'edge',
  edgeColour: 'colour of the edge',
  radius: 'corners',
  size: 'size',
  icon: 'icon',
  pointedFill: 'fill when pointed at',
  pointedWords: 'colour of words when pointed at',
  as: 'kind',
};
const BUTTONS: Readonly<Record<string, string>> = {
  main: 'main buttons',
  quiet: 'quiet buttons',
  card: 'buttons on cards',
  banner: 'buttons on banners',
  paging: 'buttons of paging',
  filters: 'buttons of filters',
};

/** Path below the look: a role of type, a kind or a place of buttons, or a value. */
function lookSettingWords([first, ...rest]: readonly string[]): string {
  if (first === 'type' && rest.length > 1) return `${rest[0]}: ${stepsOf(rest.slice(1))}`;
  if (first === 'type') return rest.length ? `how ${rest[0]} are set` : 'type';
  if (first !== 'buttons') return stepsOf([first, ...rest]);
  const [name, ...said] = (rest[0] === 'places' ? rest.slice(1) : rest).filter((one) => one !== 'look');
  if ((name as string | undefined) === undefined) return 'buttons';
  return [BUTTONS[name], ...said.map((one) => OF_BUTTONS[one])].join(': ');
}

function wordsOf(path: readonly string[], names: SettingNames): string {
  const [first, second, ...rest] = path;
  if (second === undefined) return nameSetting(first);
  const inner = rest.length ? stepsOf(rest) : '';
  if (first === 'dress') return saySetting(OF_DRESS[second] ?? nameSetting(second), rest);
  if (first === 'look') return lookSettingWords(path.slice(1));
  if (first === 'productPage') return `${nameSetting(first)}: ${productPageWords(path.slice(1))}`;
  if (first === 'layout' && second === 'order') return saySetting('place among its neighbours', rest);
  if (first in ITEMS && !WIDTHS.includes(second)) return ITEMS[first] + (inner && `: ${inner}`);
  if (first === 'facets') return `filter ${filterName(second, names)}${inner && `: ${inner}`}`;
  if (first === 'card') {
    const [property, ...further] = rest as (string | undefined)[];
    const of = property === undefined ? '' : saySetting(OF_CARDS[property] ?? nameSetting(property), further);
    return `${elementName(second, names)} on the card${of && `: ${of}`}`;
  }
  if (first === 'columns' || first === 'gap') return `${first} ${stepsOf([second, ...rest])}`;
  if (first === 'badges') return badgeSettingWords(rest, names);
  // Groups are known by ids that nobody gave them.
  if (first === 'groups')
    return rest.length ? `a group: ${OF_GROUPS[rest[0]] ?? nameSetting(rest[0])}` : 'a group';
  if (first === 'order' && second === 'groups' && rest.length) return wordsOf(path.slice(1), names);
  if (first === 'order' && second === 'choices' && rest.length) {
    const choice = `sort choice “${SORT_WORDS[rest[0] as SortKey]}”`;
    return rest.length > 1 ? `${choice}: ${stepsOf(rest.slice(1))}` : choice;
  }
  return stepsOf(GROUPS.has(first) ? path.slice(1) : path);
}
