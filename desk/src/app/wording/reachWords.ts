import type { Against, FloorAisle } from '@fond/contract';
import type { AisleKind, Reach, ReachRule } from '@fond/core';

const KINDS: Readonly<Record<AisleKind, string>> = {
  front: 'the front',
  category: 'all categories',
  collection: 'all collections',
  tag: 'all tags',
  value: 'all aisles by value',
  page: 'all free pages',
  search: 'the search',
};

export const kindWord = (kind: AisleKind): string => KINDS[kind];

/** A rule in words; aisles that are gone are said to be gone. */
export function ruleWords(rule: ReachRule, aisles: readonly FloorAisle[]): string {
  const titleOf = (key: string): string =>
    aisles.find((aisle) => aisle.key === key)?.title ?? 'an aisle that is gone';
  switch (rule.kind) {
    case 'everything':
      return 'every aisle';
    case 'aisles':
      return KINDS[rule.of];
    case 'category': {
      const title = titleOf(`category:${rule.category}`);
      return rule.below ? `${title} and all below it` : `${title} alone`;
    }
    case 'values':
      return `all of ${attributeTitle(rule.attribute, aisles)}`;
    case 'aisle':
      return titleOf(rule.aisle);
  }
}

/** What an attribute with aisles is called; its key where nothing has a value any more. */
export const attributeTitle = (key: string, aisles: readonly FloorAisle[]): string =>
  aisles.find(({ attribute }) => attribute?.key === key)?.attribute?.title ?? key;

/** “a, b and c”. */
export function joinWords(words: readonly string[]): string {
  if (words.length < 2) return words[0] ?? '';
  return `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}

export function reachWords(reach: Reach, aisles: readonly FloorAisle[]): string {
  if (!reach.include.length) return 'no aisle yet';
  const include = joinWords(reach.include.map((rule) => ruleWords(rule, aisles)));
  if (!reach.exclude.length) return include;
  return `${include}, except ${joinWords(reach.exclude.map((rule) => ruleWords(rule, aisles)))}`;
}

/** Why a plan serves an aisle, in words. */
export function whyWords(rule: ReachRule, aisle: FloorAisle, aisles: readonly FloorAisle[]): string {
  switch (rule.kind) {
    case 'everything':
      return 'no other plan reaches it';
    case 'aisles':
      return `serves ${KINDS[rule.of]}`;
    case 'values':
      return `serves ${ruleWords(rule, aisles)}`;
    case 'aisle':
      return 'made for this aisle';
    case 'category':
      return `category:${rule.category}` === aisle.key
        ? `made for this aisle${rule.below ? ' and all below it' : ''}`
        : `serves ${ruleWords(rule, aisles)}`;
  }
}

const AGAINST: Readonly<Record<Against, string>> = {
  'less-exact': 'less exact',
  'lower-rank': 'just as exact, but of lower rank',
  dispute: 'just as exact, and no rank settles it',
};

/** What keeps a plan that reaches an aisle from serving it. */
export const againstWords = (against: Against): string => AGAINST[against];

/** How exact the rule is by which a plan won, in words. */
export function exactnessWords(rule: ReachRule, aisle: FloorAisle, aisles: readonly FloorAisle[]): string {
  switch (rule.kind) {
    case 'everything':
      return 'no other plan reaches it';
    case 'aisles':
    case 'values':
      return `it serves ${ruleWords(rule, aisles)}, and no plan is more exact`;
    case 'aisle':
      return 'it names this very aisle, and nothing is more exact';
    case 'category':
      return `category:${rule.category}` === aisle.key
        ? `it names this very category${rule.below ? ' and all below it' : ''}`
        : `it serves ${ruleWords(rule, aisles)}, the nearest that a plan names`;
  }
}
