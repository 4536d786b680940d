import { dayWords, listWords, type Finding, type FindingKind, type Severity } from '@fond/core';
import { counted } from '../wording/counted';
import { languageName } from '../records/languageName';

/** A mark that is told by its shape too, and what it means. */
export const SEVERITY_WORDS: Readonly<Record<Severity, { mark: string; word: string }>> = {
  fault: { mark: '■', word: 'wrong' },
  warning: { mark: '▲', word: 'weak' },
  hint: { mark: '○', word: 'could be better' },
};

/** What all findings of a kind are, above their list. */
export const KIND_WORDS: Readonly<Record<FindingKind, string>> = {
  'aisle-disputed': 'Aisles that several plans claim alike',
  'aisle-empty': 'Empty aisles',
  'links-dead': 'Addresses at which nothing stands',
  'redirect-loop': 'Redirects that run in a ring',
  'redirect-dead': 'Redirects that lead nowhere',
  'product-priceless': 'Products without a price',
  'product-nowhere': 'Products in no category',
  'promotion-empty': 'Promoting shelves that show nothing',
  'product-pictureless': 'Products without a picture',
  'product-untranslated': 'Products without a name in a language',
  'reduction-none': 'Reductions that are none',
  'contrast-low': 'Colours that are hard to read',
  'texts-missing': 'Texts that a language lacks',
  'pins-gone': 'Pins of products that are gone',
  'answer-gone': 'Answers to searches that name what is gone',
  'redirect-hidden': 'Redirects that a page hides',
  'aisle-double': 'Aisles that are called alike',
  'aisle-undescribed': 'Aisles without a description',
  'facet-useless': 'Filters that help nobody',
  'rows-ragged': 'Pages whose last row is never full',
  'aisle-thin': 'Aisles with few products',
  'product-undescribed': 'Products without a description',
  'pins-over': 'Pins and groups that are over',
  'answer-over': 'Answers to searches that are over',
  'plan-idle': 'Plans that serve no aisle',
  'part-unused': 'Parts that no plan shows',
  'redirect-chain': 'Redirects that lead over others',
};

const REASONS: Readonly<Record<string, string>> = {
  'low-coverage': 'too few products have a value',
  'one-sided': 'nearly all products have the same value',
  'all-different': 'every product has another value',
};

const inAisles = (count: number): string => `in ${counted(count, 'aisle')}`;
const some = (list: readonly string[]): string =>
  list.length > 4 ? `${list.slice(0, 4).join(', ')} and ${list.length - 4} more` : list.join(', ');

/** What is found, with its evidence; what it is about stands before it. */
export function findingWords(finding: Finding): string {
  switch (finding.kind) {
    case 'aisle-empty':
      return 'shows no product';
    case 'aisle-thin':
      return `has ${counted(finding.products, 'product')}`;
    case 'aisle-undescribed':
      return 'has no words of its own, and its plan has a place for them';
    case 'aisle-double':
      return `is called like ${counted(finding.others.length, 'other aisle')} beside it`;
    case 'aisle-disputed':
      return `is claimed just as exactly by ${listWords(finding.plans, 'and')}`;
    case 'facet-useless':
      return `shows the filter “${finding.label}” ${inAisles(finding.aisles)}, where ${REASONS[finding.reason] ?? 'it splits nothing'}`;
    case 'promotion-empty':
      return `has a promoting shelf that shows nothing ${inAisles(finding.aisles)}`;
    case 'product-nowhere':
      return 'is in no category, so no aisle of the tree has it';
    case 'product-priceless':
      return 'has no price';
    case 'product-pictureless':
      return 'has no picture';
    case 'product-undescribed':
      return 'has no description';
    case 'product-untranslated':
      return `has no name in ${listWords(finding.langs.map(languageName), 'or')}`;
    case 'reduction-none':
      return 'was no dearer before than it is now';
    case 'plan-idle':
      return 'serves no aisle: others are more exact, or it reaches none';
    case 'rows-ragged':
      return `shows ${finding.size} a page, which leave a row unfilled on ${listWords(finding.widths, 'and')} pages`;
    case 'pins-gone':
      return `holds places for ${some(finding.skus)}, which the catalogue doesn’t have`;
    case 'pins-over':
      return `has ${counted(finding.count, 'pin or group', 'pins and groups')} whose last day is over`;
    case 'links-dead':
      return `leads to ${some(finding.addresses)}`;
    case 'texts-missing':
      return `has ${counted(finding.texts, 'text')} that nobody has written in ${languageName(finding.lang)}`;
    case 'contrast-low':
      return some(finding.pairs.map(({ what, contrast }) => `${what} at ${contrast}`));
    case 'part-unused':
      return 'is shown by no plan';
    case 'redirect-loop':
      return finding.steps.join(' → ');
    case 'redirect-chain':
      return `leads from ${finding.from} over others to ${finding.end}`;
    case 'redirect-dead':
      return `leads from ${finding.from} to ${finding.to}, where nothing stands`;
    case 'redirect-hidden':
      return `a page stands at ${finding.from}, so nobody is led`;
    case 'answer-gone':
      return `“${finding.query}” is answered with ${some(finding.skus)}, which the catalogue doesn’t have`;
    case 'answer-over':
      return `“${finding.query}” was answered until ${dayWords(finding.to)}`;
  }
}

/** Where it is mended: a screen, with what opens there. */
export interface WayOut {
  commands: readonly string[];
  query: Readonly<Record<string, string>>;
  /** What is done there. */
  name: string;
}

/** The place at which a finding is mended. */
export function wayOut(finding: Finding, path: string | null): WayOut {
  const aisle: Readonly<Record<string, string>> = path === null ? {} : { aisle: path };
  switch (finding.kind) {
    case 'aisle-empty':
    case 'aisle-thin':
    case 'aisle-disputed':
      return { commands: ['/floor'], query: { why: finding.aisle }, name: 'See its plan' };
    case 'aisle-undescribed':
    case 'aisle-double':
      return { commands: ['/floor'], query: { why: finding.aisle, words: '1' }, name: 'Write its words' };
    case 'product-nowhere':
    case 'product-priceless':
    case 'product-pictureless':
    case 'product-undescribed':
    case 'product-untranslated':
    case 'reduction-none':
      return { commands: ['/products', finding.sku], query: {}, name: 'Open its sheet' };
    case 'facet-useless':
      return { commands: ['/plans', finding.plan, 'filters'], query: aisle, name: 'Open its filters' };
    case 'promotion-empty':
      return {
        commands: ['/plans', finding.plan],
        query: { ...aisle, open: `fixture:${finding.fixture}` },
        name: 'Open the shelf',
      };
    case 'rows-ragged':
      return { commands: ['/plans', finding.plan], query: { open: 'grid' }, name: 'Fill the rows' };
    case 'pins-gone':
    case 'pins-over':
      return { commands: ['/plans', finding.plan], query: { open: 'order' }, name: 'Open its order' };
    case 'contrast-low':
      return { commands: ['/plans', finding.plan], query: { open: 'look' }, name: 'Open its look' };
    case 'plan-idle':
      return { commands: ['/plans', finding.plan], query: { open: 'reach' }, name: 'Open its reach' };
    case 'links-dead':
    case 'texts-missing':
      return { commands: ['/plans', finding.plan], query: {}, name: 'Open the plan' };
    case 'part-unused':
      return { commands: ['/plans', finding.part], query: {}, name: 'Open the part' };
    case 'redirect-loop':
    case 'redirect-chain':
    case 'redirect-dead':
    case 'redirect-hidden':
      return { commands: ['/redirects'], query: {}, name: 'Open redirects' };
    case 'answer-gone':
    case 'answer-over':
      return { commands: ['/search'], query: { part: 'answers', q: finding.query }, name: 'Open the answer' };
  }
}
