import type { FloorAisle, Vocabulary } from '@fond/contract';
import {
  bodyOf,
  differ,
  entriesOf,
  facetPanelOf,
  fontNameOf,
  PAGE_FRAME,
  USUAL_BUTTONS,
  listWords,
  sayRange,
  shelfOf,
  type Fixture,
  type Look,
  type Plan,
  type RangeNames,
  type Shelf,
  sampleText,
  textIn,
  type BadgeSettings,
} from '@fond/core';
import { arrangedWords } from './arrangedWords';
import { placeWords } from './placeWords';
import { reachWords } from './reachWords';
import { insertsWords } from './insertWords';
import { settingWords, type SettingNames } from './settingWords';
import {
  elementWords,
  facetWords,
  FIXTURE_WORDS,
  FORM_WORDS,
  orderWords,
  pageSizeWords,
  shortList,
  PAGING_WORDS,
} from './words';

/** What a plan's sentences name things by. */
export interface BriefWords {
  vocabulary: Vocabulary | null;
  aisles: readonly FloorAisle[];
  names: RangeNames;
  /** What a part is called; null for one that is gone. */
  parts: (id: string) => string | null;
  lang: string;
}

/** Lines of the brief: what is told in a sentence and edited in a slip of their own. */
export const LINES = [
  'reach',
  'frame',
  'range',
  'order',
  'grid',
  'inserts',
  'card',
  'facets',
  'badges',
  'productPage',
  'look',
] as const;
export type LineName = (typeof LINES)[number];

export const LINE_TITLES: Readonly<Record<LineName, string>> = {
  reach: 'Serves',
  frame: 'On the page',
  range: 'Shelf shows',
  order: 'Sorted by',
  grid: 'Grid',
  inserts: 'Among the products',
  card: 'Each card shows',
  facets: 'Filters',
  badges: 'Badges',
  productPage: 'Product pages show',
  look: 'Look',
};

const GRID: readonly string[] = ['form', 'paging', 'columns', 'gap', 'pageSize', 'lastRow'];
const PLACE: readonly string[] = ['when', 'inside', 'layout'];

/**
 * The line of the brief that a setting belongs to, by its path; see `OwnEntry`. What stands on the page, where and when, is
 * one line; the reach is always a plan's own.
 */
export function lineOf(path: readonly string[], plan: Plan): LineName {
  const [top, id, setting] = path;
  if (top === 'productPage' || top === 'look' || top === 'badges') return top;
  if (top === 'css') return 'look';
  if (setting !== undefined && PLACE.includes(setting)) return 'frame';
  if (id === facetPanelOf(plan)?.id || id === 'facets') return 'facets';
  if (id !== shelfOf(plan)?.id) return 'frame';
  if (setting === 'range' || setting === 'order' || setting === 'card' || setting === 'inserts')
    return setting;
  if (setting === 'face') return 'card';
  return setting !== undefined && GRID.includes(setting) ? 'grid' : 'frame';
}

/** Each line of a plan’s brief in words. */
export function sentencesOf(plan: Plan, words: BriefWords): Record<LineName, string> {
  const shelf = shelfOf(plan);
  return {
    reach: reachWords(plan.reach, words.aisles) + (plan.rank ? `, at rank ${plan.rank}` : ''),
    frame:
      plan.fixtures
        .filter(({ type, when }) => when !== null || (type !== 'facets' && type !== 'shelf'))
        .map((fixture) => fixtureWords(fixture, words))
        .join(', ') || 'nothing but the shelf',
    range: shelf ? sayRange(shelf.range, words.names) : 'no products',
    order: shelf ? orderWords(shelf.order.levels, words.names) + arrangedWords(shelf.order, words.names) : '',
    grid: shelf ? gridWords(shelf) : '',
    inserts: shelf ? insertsWords(shelf) : '',
    card: shelf ? cardWords(shelf, words) : '',
    facets: facetsWords(plan, words),
    badges: badgeWords(plan.badges, words),
    productPage: productPageWords(plan.productPage, words),
    look: lookWords(plan.look) + (plan.css ? ', with CSS of its own' : ''),
  };
}

/** What only a product's page can have, in the few words that its line has room for. */
const OF_PRODUCT: Readonly<Record<string, string | undefined>> = {
  with: 'what goes well with it',
  instead: 'what may be taken instead',
  related: 'what is close to it',
  recent: 'what the shopper has looked at last',
};
const sourceKey = ({ source }: Plan['productPage']['shelves'][number]['range']): string =>
  source.kind === 'linked' ? source.as : source.kind;

/** What stands below a product, and what search engines are told, where somebody has said it. */
function productPageWords({ shelves, reviews, search }: Plan['productPage'], words: BriefWords): string {
  const below = [
    ...shelves.map(({ range }) => OF_PRODUCT[sourceKey(range)] ?? sayRange(range, words.names)),
    ...(reviews ? ['what shoppers say'] : []),
  ];
  const title = textIn(search.title, words.lang, []);
  return (
    (below.length ? listWords(below, 'and') : 'the product alone') +
    (title ? `, told to search engines as “${title}”` : '')
  );
}

/** Badges by what they say, those that are on. */
function badgeWords({ rules, most }: BadgeSettings, { lang, vocabulary }: BriefWords): string {
  const said = rules
    .filter(({ on }) => on)
    .map(({ text }) => `“${sampleText(textIn(text, lang, vocabulary?.languages ?? []))}”`);
  return said.length ? `${listWords(said, 'and')}, at most ${most} on a card` : 'nothing';
}

const USUAL = JSON.stringify(USUAL_BUTTONS);

/** A look by its fonts, its corners, and how its headings stand to the usual ones. */
export function lookWords({ type, buttons, radius, shadow, content, head, links }: Look): string {
  const { headings, words } = type;
  const fonts =
    headings.font === words.font
      ? fontNameOf(words.font)
      : `${fontNameOf(headings.font)} and ${fontNameOf(words.font)}`;
  const apart = (['names', 'prices', 'labels', 'buttons'] as const).flatMap((role) => {
    const { font } = type[role];
    return font === null || font === words.font ? [] : [`${role} in ${fontNameOf(font)}`];
  });
  const own = [
    ...apart,
    `corners of ${radius} px`,
    ...(headings.size.wide === 100 ? [] : [`headings at ${headings.size.wide} %`]),
    ...(JSON.stringify(buttons) === USUAL ? [] : ['buttons of its own']),
    ...(shadow === 'none' ? [] : [`${shadow} shadows`]),
    ...(content === PAGE_FRAME.content ? [] : [`content up to ${content} px`]),
    ...(head === 'still' ? [] : ['a head that stays in view']),
    ...(links === 'underlined' ? [] : ['links underlined when pointed at']),
  ];
  return `${fonts}, ${listWords(own, 'and')}`;
}

/** A fixture by its kind, with where and when where that is not as usual. */
function fixtureWords(fixture: Fixture, { names }: BriefWords): string {
  const place = placeWords(fixture, names);
  return FIXTURE_WORDS[fixture.type] + (place ? ` (${place})` : '');
}

export function gridWords({ form, columns: { wide, medium, narrow }, pageSize, paging }: Shelf): string {
  const pages = pageSizeWords(pageSize) + PAGING_WORDS[paging.form];
  if (form === 'list' || form === 'folding') return `${FORM_WORDS[form]}, ${pages}`;
  return `${wide} ${form === 'staggered' ? 'staggered ' : ''}${form === 'carousel' ? 'cards in view' : wide === 1 ? 'column' : 'columns'} (${medium} medium, ${narrow} narrow), ${pages}`;
}

const cardWords = (shelf: Shelf, { vocabulary, lang }: BriefWords): string =>
  shortList(
    shelf.card.filter(({ on }) => on).map((element) => elementWords(element, vocabulary, lang)),
    7,
  ) || 'nothing yet';

/** What the settings of plans are named by; a badge is looked for in the plans in turn. */
export const settingNames = (
  { vocabulary, lang }: BriefWords,
  plans: readonly (Pick<Plan, 'badges'> | null)[],
): SettingNames => ({ vocabulary, lang, badges: plans.flatMap((plan) => plan?.badges.rules ?? []) });

function facetsWords(plan: Plan, { vocabulary, lang }: BriefWords): string {
  const panel = facetPanelOf(plan);
  if (!panel) return 'none';
  return (
    shortList(
      panel.facets.map((choice) => facetWords(choice, vocabulary, lang)),
      4,
    ) || 'nothing yet'
  );
}

/** One line of the brief that says something else than it did. */
export interface SentenceChange {
  line: LineName | 'name';
  title: string;
  before: string | null;
  after: string | null;
  /** The single settings, where the sentence does not tell them. */
  settings: readonly string[];
}

/**
 * What two states of a plan say differently, as sentences old and new; null stands for no plan at all. Between two plans
 * only what one can take from the other is compared: what they are called and serve is always their own.
 */
export function changesInWords(before: Plan | null, after: Plan | null, words: BriefWords): SentenceChange[] {
  const was = before && sentencesOf(before, words);
  const is = after && sentencesOf(after, words);
  const settings = before && after ? entriesOf(differ(bodyOf(before), bodyOf(after))) : [];
  const changes: SentenceChange[] = [];
  const names = settingNames(words, [after, before]);
  const one = before?.id === after?.id;
  if (one && before && after && before.name !== after.name)
    changes.push({ line: 'name', title: 'Called', before: before.name, after: after.name, settings: [] });
  const part = (before ?? after)?.kind === 'part';
  for (const line of LINES) {
    // A part serves no aisle and has no shelf of the page; all it says is what stands in it.
    if (part && line !== 'frame') continue;
    if (line === 'reach' && before && after && !one) continue;
    const within = settings
      .filter(({ path }) => lineOf(path, (after ?? before)!) === line)
      .map((entry) => settingWords(entry, names));
    if (was && is && was[line] === is[line] && !within.length) continue;
    const told = was !== null && is !== null && was[line] === is[line];
    changes.push({
      line,
      title: LINE_TITLES[line],
      before: told ? null : (was?.[line] ?? null),
      after: is?.[line] ?? null,
      settings: [...new Set(within)],
    });
  }
  return changes;
}
