import postcss, { CssSyntaxError, type Declaration, type Rule } from 'postcss';
import parseSelector, { type Selector } from 'postcss-selector-parser';
import { MIN_TARGET, type CssFacts } from '@fond/core';

/** What those who use keys or a finger come to; the shop marks a card so that was tapped. */
const KEYS: readonly string[] = [':focus', ':focus-visible', ':focus-within', '.active'];
/** Lists of which each stands for the whole. */
const EITHER: readonly string[] = [':is', ':where'];
const PRESSED: readonly string[] = ['a', 'button', 'input', 'select', 'summary', 'textarea', '.button'];
/** A longer list stands for more selectors than anybody wrote by hand. */
const MAX_EXPANDED = 200;

/** A selector without the states that a pointer, keys or a finger bring about, and with which of them it asks for. */
interface Plain {
  /** As it is written. */
  written: string;
  /** Simple selectors and what joins them. */
  tokens: readonly string[];
  hover: boolean;
  keys: boolean;
}

interface PlainRule extends Plain {
  declarations: readonly Declaration[];
}

/** Whether a value of a property hides; undefined for a property that doesn't. */
function isHiding(property: string, value: string): boolean | undefined {
  const said = value.toLowerCase().trim();
  switch (property.toLowerCase()) {
    case 'display':
      return said === 'none';
    case 'visibility':
      return said === 'hidden' || said === 'collapse';
    case 'opacity':
      return parseFloat(said) === 0;
    case 'height':
    case 'width':
    case 'max-height':
    case 'max-width':
      return parseFloat(said) === 0;
    case 'scale':
      return said === '0';
    case 'transform':
      return /^scale\(0\)$/.test(said);
    default:
      return undefined;
  }
}

/** With those that it is nested in, as one. */
function wholeSelector(rule: Rule): string {
  const parent = rule.parent?.type === 'rule' ? wholeSelector(rule.parent as Rule) : null;
  if (parent === null) return rule.selector;
  return rule.selectors
    .map((one) => (one.includes('&') ? one.replaceAll('&', `:is(${parent})`) : `:is(${parent}) ${one}`))
    .join(', ');
}

/** A selector with each list in it replaced by one of its members, in all ways. */
function expand(selector: Selector): string[][] {
  let ways: string[][] = [[]];
  for (const node of selector.nodes) {
    const members: string[][] =
      node.type === 'pseudo' && EITHER.includes(node.value.toLowerCase())
        ? node.nodes.flatMap(expand)
        : node.type === 'comment'
          ? [[]]
          : [[node.toString().trim() || ' ']];
    ways = ways.flatMap((way) => members.map((member) => [...way, ...member])).slice(0, MAX_EXPANDED);
  }
  return ways;
}

/** The selectors of a rule; none of one that can't be read, which browsers leave out too. */
function selectorsOf(rule: Rule): readonly Selector[] {
  try {
    return parseSelector().astSync(wholeSelector(rule)).nodes;
  } catch {
    return [];
  }
}

/** All selectors of a rule, each by itself. */
function plainRules(rule: Rule): PlainRule[] {
  const declarations = rule.nodes.filter((node) => node.type === 'decl');
  if (!declarations.length) return [];
  return selectorsOf(rule).flatMap((selector) =>
    expand(selector).map((tokens): PlainRule => {
      const states = tokens.map((token) => token.toLowerCase());
      return {
        written: tokens.join('').trim(),
        tokens: tokens.filter((_, at) => states[at] !== ':hover' && !KEYS.includes(states[at])),
        hover: states.includes(':hover'),
        keys: states.some((state) => KEYS.includes(state)),
        declarations,
      };
    }),
  );
}

const JOINS: readonly string[] = [' ', '>', '+', '~'];
/** What it is about: all behind the last join. */
const subjectOf = ({ tokens }: Plain): readonly string[] =>
  tokens.slice(tokens.findLastIndex((token) => JOINS.includes(token)) + 1);
const nameOf = (tokens: readonly string[]): string => tokens.join('').trim();

/** Selectors that show to a pointer what is hidden otherwise, and what nothing else shows. */
function pointerOnly(rules: readonly PlainRule[]): string[] {
  /** What is hidden by itself, and what keys or a finger show: each by its property and its selector. */
  const hidden = new Set<string>();
  const shown = new Set<string>();
  for (const rule of rules)
    for (const { prop, value } of rule.declarations) {
      const hides = isHiding(prop, value);
      if (hides === true && !rule.hover && !rule.keys) hidden.add(`${prop} ${nameOf(subjectOf(rule))}`);
      if (hides === false && rule.keys) shown.add(`${prop} ${nameOf(rule.tokens)}`);
    }
  const found = rules.filter(
    (rule) =>
      rule.hover &&
      !rule.keys &&
      rule.declarations.some(
        ({ prop, value }) =>
          isHiding(prop, value) === false &&
          hidden.has(`${prop} ${nameOf(subjectOf(rule))}`) &&
          !shown.has(`${prop} ${nameOf(rule.tokens)}`),
      ),
  );
  return [...new Set(found.map(({ written }) => written))];
}

const SIZES: readonly string[] = ['height', 'width', 'max-height', 'max-width', 'block-size', 'inline-size'];
const ROOT_LETTERS = 16;

/** Pixels that a size comes to; null where that depends on more than the sheet says. */
function pixelsOf(value: string): number | null {
  const size = /^(\d*\.?\d+)(px|rem)$/i.exec(value.trim());
  return size && Number(size[1]) * (size[2].toLowerCase() === 'rem' ? ROOT_LETTERS : 1);
}

/** What can be pressed and is given a size that a finger misses; what is hidden by its size isn't meant to be pressed. */
function smallTargets(rules: readonly PlainRule[]): CssFacts['smallTargets'] {
  const found = new Map<string, number>();
  for (const rule of rules) {
    const subject = subjectOf(rule);
    if (!subject.some((token) => PRESSED.includes(token.toLowerCase()))) continue;
    // What is drawn beside it is not the thing itself.
    if (subject.some((token) => token.startsWith('::'))) continue;
    for (const { prop, value } of rule.declarations) {
      if (!SIZES.includes(prop.toLowerCase())) continue;
      const pixels = pixelsOf(value);
      if (pixels === null || pixels <= 1 || pixels >= MIN_TARGET) continue;
      found.set(rule.written, Math.min(pixels, found.get(rule.written) ?? Infinity));
    }
  }
  return [...found].map(([selector, pixels]) => ({ selector, pixels }));
}

/** What a plan's own CSS does to those who have no mouse, or no steady hand; nothing of what can't be read as CSS. */
export function readCss(css: string): CssFacts {
  const rules: PlainRule[] = [];
  try {
    postcss.parse(css).walkRules((rule) => void rules.push(...plainRules(rule)));
  } catch (error) {
    // Whoever saves it is told; an older plan may hold what isn't taken any more.
    if (error instanceof CssSyntaxError) return { pointerOnly: [], smallTargets: [] };
    throw error;
  }
  return { pointerOnly: pointerOnly(rules), smallTargets: smallTargets(rules) };
}
