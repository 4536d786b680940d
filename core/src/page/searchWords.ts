import { attributeText } from '../card/card';
import type { Snapshot } from '../catalogue/snapshot';
import type { Plan } from '../plan/plan';
import type { SearchPatterns } from '../plan/productPage';
import { fillPattern } from '../text/pattern';
import { plainText, shorten } from '../text/plainText';
import { moneyOf } from '../text/money';
import { textIn, type Lang, type Texts } from '../text/texts';

/** Fields of a pattern that every product has; any other one is the key of an attribute. */
export const PATTERN_FIELDS = ['title', 'category', 'price', 'sku', 'shop'] as const;
export type PatternField = (typeof PATTERN_FIELDS)[number];

/** Letters that results of a search show of a title and of a description; what is longer is cut there. */
export const SEARCH_LENGTHS = { title: 60, description: 155 } as const;

/** Who says what search engines are told: the product itself, its plan's pattern, or its name and description. */
export type SearchWordsFrom = 'product' | 'pattern' | 'facts';

export interface SearchWordsModel {
  title: string;
  description: string;
  from: Readonly<Record<keyof SearchPatterns, SearchWordsFrom>>;
}

/**
 * What search engines are told of product `p` in a language: its own words, else what its plan's pattern makes of it,
 * else its name and the beginning of its description. Words of its own and patterns hold for their language alone:
 * those of another one would stand beside a name in this one.
 *
 * @param plan Of its main category; null where none serves it.
 */
export function searchWordsOf(
  snapshot: Snapshot,
  plan: Pick<Plan, 'productPage'> | null,
  p: number,
  lang: Lang,
): SearchWordsModel {
  const title = searchTitleOf(snapshot, plan, p, lang);
  const own = snapshot.frame.searchWords?.get(snapshot.ids[p])?.descriptions ?? {};
  const description = firstWritten(snapshot, p, lang, own, plan?.productPage.search.description, () =>
    describe(snapshot, p, lang),
  );
  return {
    title: title.title,
    description: description.text,
    from: { title: title.from, description: description.from },
  };
}

/** The title alone, which is told of every product in lists. */
export function searchTitleOf(
  snapshot: Snapshot,
  plan: Pick<Plan, 'productPage'> | null,
  p: number,
  lang: Lang,
): { title: string; from: SearchWordsFrom } {
  const own = snapshot.frame.searchWords?.get(snapshot.ids[p])?.titles ?? {};
  const { text, from } = firstWritten(snapshot, p, lang, own, plan?.productPage.search.title, () =>
    titleIn(snapshot, p, lang),
  );
  return { title: text, from };
}

function firstWritten(
  snapshot: Snapshot,
  p: number,
  lang: Lang,
  own: Texts,
  pattern: Texts | undefined,
  facts: () => string,
): { text: string; from: SearchWordsFrom } {
  const said = ownText(own, lang);
  if (said) return { text: said, from: 'product' };
  const filled = fillPattern(ownText(pattern ?? {}, lang), (field) => fieldText(snapshot, p, field, lang));
  return filled ? { text: filled, from: 'pattern' } : { text: facts(), from: 'facts' };
}

const ownText = (texts: Texts, lang: Lang): string => (Object.hasOwn(texts, lang) ? texts[lang] : '');

const titleIn = ({ titles, frame }: Snapshot, p: number, lang: Lang): string =>
  textIn(titles[p], lang, frame.languages);

/** The beginning of its description, or the chief facts of a product without one. */
function describe(snapshot: Snapshot, p: number, lang: Lang): string {
  const text = plainText(textIn(snapshot.descriptions[p], lang, snapshot.frame.languages));
  if (text) return shorten(text, SEARCH_LENGTHS.description);
  return (['title', 'category', 'price'] as const)
    .map((field) => fieldText(snapshot, p, field, lang))
    .filter(Boolean)
    .join(' · ');
}

/** What a field of a pattern stands for; empty where the product has nothing of it. */
function fieldText(snapshot: Snapshot, p: number, field: string, lang: Lang): string {
  const { languages, shopTitles } = snapshot.frame;
  switch (field as PatternField) {
    case 'title':
      return titleIn(snapshot, p, lang);
    case 'category': {
      const category = snapshot.aisles.byKey.get(`category:${snapshot.mainCategory[p]}`);
      return category ? textIn(category.titles, lang, languages) : '';
    }
    case 'price': {
      const price = snapshot.price.numbers[p];
      return Number.isNaN(price) ? '' : moneyOf(price, snapshot.currencies[p], lang).text;
    }
    case 'sku':
      return snapshot.skus[p];
    case 'shop':
      return textIn(shopTitles, lang, languages);
    default:
      return attributeText(snapshot, p, field, lang);
  }
}
