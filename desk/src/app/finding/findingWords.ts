import {
  dayWords,
  HEAVY_BYTES,
  listWords,
  MIN_TARGET,
  sayClause,
  type CardElementKind,
  type Clause,
  type Finding,
  type RangeNames,
} from '@fond/core';
import { languageName } from '../records/languageName';
import { counted } from '../wording/counted';
import { kilobytes } from '../wording/kilobytes';
import { TEXT_USES } from '../wording/textUses';
import { elementWords, FIXTURE_WORDS } from '../wording/words';

const REASONS: Readonly<Record<string, string>> = {
  'low-coverage': 'too few products have a value',
  'one-sided': 'nearly all products have the same value',
  'all-different': 'every product has another value',
  'too-many-values': 'there are too many values to choose from',
};

const inAisles = (count: number): string => `in ${counted(count, 'aisle')}`;
const listSome = (list: readonly string[]): string =>
  list.length > 4 ? `${list.slice(0, 4).join(', ')} and ${list.length - 4} more` : list.join(', ');
const contrastWords = (contrast: number): string => `contrast ${contrast.toFixed(1)}, at least 4.5 is wanted`;

/** What an element of a card is called; of attributes, which one. */
function elementName(name: string, names: RangeNames): string {
  const [element, attribute = null] = name.split(':');
  if (element === 'attribute' && attribute !== null) return names.attribute(attribute)?.label ?? attribute;
  return elementWords({ element: element as CardElementKind, attribute }, null, 'en');
}

/** What is found, with its evidence; what it is about stands before it. */
export function findingWords(finding: Finding, names: RangeNames): string {
  const said = (clause: Clause): string => `“${sayClause(clause, names)}”`;
  switch (finding.kind) {
    case 'aisle-empty':
      return finding.products
        ? `shows none of its ${counted(finding.products, 'product')}`
        : 'has no product to show';
    case 'aisle-thin':
      return `has ${counted(finding.products, 'product')}`;
    case 'aisle-undescribed':
      return 'has no words of its own, and its plan has a place for them';
    case 'aisle-double':
      return `is called like ${counted(finding.others.length, 'other aisle')} beside it`;
    case 'description-double':
      return `is described in the same words as ${counted(finding.others.length, 'other aisle')}`;
    case 'aisle-untranslated':
    case 'product-untranslated':
      return `has no name in ${listWords(finding.langs.map(languageName), 'or')}`;
    case 'aisle-disputed':
      return `is claimed just as exactly by ${listWords(finding.plans, 'and')}`;
    case 'aisle-unlinked':
      return 'shows products, and no navigation, tile, link or product leads to it';
    case 'pins-lost':
      return `has ${counted(finding.skus.length, 'pin')} that can’t hold: ${listSome(finding.skus)}`;
    case 'facet-useless':
      return `shows the filter “${finding.label}” ${inAisles(finding.aisles)}, where ${REASONS[finding.reason] ?? 'it splits nothing'}`;
    case 'facets-alike':
      return `shows the filters “${finding.label}” and “${finding.otherLabel}”, which split the products alike ${inAisles(finding.aisles)}`;
    case 'facets-gone':
      return `filters by ${listSome(finding.facets)}, which the catalogue doesn’t have`;
    case 'line-bare':
      return `has the line “${finding.label}” on its cards; in the first of ${counted(finding.aisles, 'aisle')} ${finding.products} of ${counted(finding.of, 'product')} ${finding.products === 1 ? 'has' : 'have'} a value`;
    case 'promotion-empty':
      return `has a promoting shelf that shows nothing ${inAisles(finding.aisles)}`;
    case 'clause-idle':
      return `asks for products that are ${said(finding.clause)}, which takes none away ${inAisles(finding.aisles)}`;
    case 'clause-gone':
      return `asks for ${said(finding.clause)}, which the catalogue doesn’t have, so it is left out`;
    case 'range-stale':
      return `asks for ${listSome(finding.clauses.map(said))}, which the catalogue doesn’t have`;
    case 'product-nowhere':
      return 'is in no category, so no aisle of the tree has it';
    case 'product-priceless':
      return 'has no price';
    case 'product-pictureless':
      return 'has no picture';
    case 'product-undescribed':
      return 'has no description';
    case 'product-double':
      return `is titled like ${finding.other}${finding.others > 1 ? ` and ${counted(finding.others - 1, 'other product')}` : ''}`;
    case 'title-long':
      return `has a title of ${finding.letters} letters in ${languageName(finding.lang)}, of which results show 60`;
    case 'pictures-wordless':
      return `has ${counted(finding.pictures, 'picture')} that are all told by its name`;
    case 'reduction-none':
      return 'was no dearer before than it is now';
    case 'campaign-baseless':
      return 'builds on a plan that is not live, and so can’t start';
    case 'campaign-idle':
      return 'would change no page of what is live when it begins';
    case 'plan-idle':
      return 'serves no aisle: others are more exact, or it reaches none';
    case 'rows-ragged':
      return `shows ${finding.size} a page, which leave a row unfilled on ${listWords(finding.widths, 'and')} pages`;
    case 'rows-single':
      return `shows ${finding.size} a page, which is a single row on wide pages`;
    case 'page-heavy':
      return `puts ${finding.cards} cards on one page ${inAisles(finding.aisles)}; a phone draws them slowly`;
    case 'pins-gone':
      return `holds places for ${listSome(finding.skus)}, which the shop doesn’t have`;
    case 'pins-over':
      return `has ${counted(finding.count, 'pin or group', 'pins and groups')} whose last day is over`;
    case 'condition-over':
      return `has a fixture, ${FIXTURE_WORDS[finding.type]}, that was shown until ${dayWords(finding.to)}`;
    case 'condition-never':
      return `has a fixture, ${FIXTURE_WORDS[finding.type]}, that is shown on none of its pages`;
    case 'links-dead':
      return `leads to ${listSome(finding.addresses)}`;
    case 'texts-missing':
      return `has ${counted(finding.texts, 'text')} that nobody has written in ${languageName(finding.lang)}: ${listWords(
        finding.uses.map((use) => TEXT_USES[use][1]),
        'and',
      )}`;
    case 'contrast-low':
      return listSome(finding.pairs.map(({ what, contrast }) => `${what} at ${contrast}`));
    case 'card-unreadable':
      return `has ${elementName(finding.element, names)} on its cards: ${contrastWords(finding.contrast)}`;
    case 'badge-unreadable':
      return `has the badge “${finding.text}”: ${contrastWords(finding.contrast)}`;
    case 'badge-covers':
      return `has the badge “${finding.text}”, which hides ${Math.round(finding.share * 100)} % of a picture on ${finding.width} pages`;
    case 'badge-idle':
      return `has the badge “${finding.text}”, which no product has`;
    case 'pictures-small':
      return `draws the pictures of its ${FIXTURE_WORDS[finding.type]} ${finding.needed} px wide, and ${counted(finding.pictures, 'picture')} ${finding.pictures === 1 ? 'has' : 'have'} less; the smallest has ${finding.width} px`;
    case 'pictures-heavy':
      return `fetches pictures ${finding.width} px wide for its ${FIXTURE_WORDS[finding.type]}, and ${counted(finding.pictures, 'picture')} ${finding.pictures === 1 ? 'weighs' : 'weigh'} more than ${kilobytes(HEAVY_BYTES)}; the heaviest has ${kilobytes(finding.bytes)}`;
    case 'css-pointer':
      return `shows by its own CSS to a pointer alone, not to keys or a finger: ${listSome(finding.selectors.map((one) => `“${one}”`))}`;
    case 'css-targets':
      return `makes by its own CSS what can be pressed smaller than ${MIN_TARGET} px: ${listSome(
        finding.targets.map(({ selector, pixels }) => `“${selector}” (${pixels} px)`),
      )}`;
    case 'settings-idle':
      return `has ${counted(finding.settings.length, 'setting')} of what its base no longer has`;
    case 'part-unused':
      return 'is shown by no plan';
    case 'range-unused':
    case 'blend-unused':
      return 'is used by no plan';
    case 'values-untranslated':
      return `has ${counted(finding.values, 'value')} without a word in ${languageName(finding.lang)}, though most have one`;
    case 'label-untranslated':
      return `has no name in ${languageName(finding.lang)}, and shoppers see it`;
    case 'redirect-loop':
      return finding.steps.join(' → ');
    case 'redirect-chain':
      return `leads from ${finding.from} over others to ${finding.end}`;
    case 'redirect-dead':
      return `leads from ${finding.from} to ${finding.to}, where nothing stands`;
    case 'redirect-hidden':
      return `a page stands at ${finding.from}, so nobody is led`;
    case 'answer-gone':
      return `“${finding.query}” is answered with ${listSome(finding.skus)}, which the catalogue doesn’t have`;
    case 'answer-over':
      return `“${finding.query}” was answered until ${dayWords(finding.to)}`;
  }
}
