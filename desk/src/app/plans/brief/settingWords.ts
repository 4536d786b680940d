import type { OwnEntry } from '@fond/core';
import { FIXTURE_WORDS } from './words';

/** Names of settings by the property that holds them. */
const SETTINGS: Readonly<Record<string, string>> = {
  when: 'shown when',
  range: 'range',
  source: 'source of the range',
  order: 'order',
  levels: 'sort keys',
  choices: 'sort choices for shoppers',
  lift: 'products at the front',
  sink: 'products at the end',
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
  related: 'related products',
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
  display: 'font of headings',
  text: 'font of words',
  scale: 'size of headings',
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
  shade: 'darkness',
  align: 'where words stand',
  link: 'link',
  tabs: 'tab',
  form: 'form',
  of: 'what it shows',
  ratio: 'height of pictures',
  caption: 'words below',
  stacked: 'when columns are stacked',
  width: 'width',
  autoplay: 'moving by itself',
  arrows: 'arrows',
  dots: 'dots',
  loop: 'going round',
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

  heading: 'heading',
  most: 'greatest number',
};

const WHAT: Readonly<Record<OwnEntry['what'], string>> = {
  set: '',
  added: 'added',
  moved: 'moved',
  removed: 'taken away',
};

const isFixture = (id: string): id is keyof typeof FIXTURE_WORDS => id in FIXTURE_WORDS;

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
  look: '',
  font: 'font',
};

/** Filters that are no attribute. */
const FILTERS: Readonly<Record<string, string>> = { q: 'search in the aisle', sale: 'on sale' };

/**
 * A single setting in words: “columns on wide pages”, “filter material: label”, “title taken away”.
 *
 * @param facetName What a filter is called, by its key.
 */
export function settingWords(
  { path, what }: OwnEntry,
  facetName: (key: string) => string = (key) => key,
): string {
  const [top, fixture, ...rest] = path;
  const words =
    top !== 'fixtures'
      ? wordsOf(path, facetName)
      : rest.length === 0
        ? fixtureName(fixture)
        : wordsOf(rest, facetName);
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
  place: 'corner',
  size: 'size',
};

/** Path below the rules of badges: the rule, and what is said of it. */
function badgeSettingWords([rule, setting]: readonly string[]): string {
  if (rule === undefined) return 'badges on a card';
  const badge = `badge ${rule.replace(/^badge-/, '')}`;
  return setting === undefined ? badge : `${badge}: ${OF_BADGES[setting] ?? setting}`;
}

function wordsOf(path: readonly string[], facetName: (key: string) => string): string {
  const [first, second, ...rest] = path;
  if (second === undefined) return SETTINGS[first] ?? first;
  const inner = rest.map((step) => SETTINGS[step] ?? step).join(' ');
  if (first === 'facets') return `filter ${FILTERS[second] ?? facetName(second)}${inner && `: ${inner}`}`;
  if (first === 'card') {
    const said = rest.map((step) => OF_CARDS[step] ?? SETTINGS[step] ?? step).filter(Boolean);
    const name = second.replace(/^attribute:/, '');
    const called = name === 'cart' ? 'cart button' : name;
    return `${called} on the card${said.length ? `: ${said.join(' ')}` : ''}`;
  }
  if (first === 'columns' || first === 'gap') return `${first} ${SETTINGS[second] ?? second}`;
  if (first === 'badges') return badgeSettingWords(rest);
  if (first === 'order' && second === 'choices' && rest.length)
    return `sort choice ${rest[0]}${rest.length > 1 ? ': label' : ''}`;
  return [SETTINGS[second] ?? second, inner].filter(Boolean).join(' ');
}
