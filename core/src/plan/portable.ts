import type { BadgeRule } from '../badge/rule';
import type { OrderGroup } from '../order/sorting';
import type { EditionContent } from './plan';

/**
 * What plans name of a shop, as `category:12`, `collection:3`, `tag:7`, `page:2`. These are a shop's own numbers, so a file that
 * goes to another shop says what each of them is called.
 */
export function referencesIn(content: unknown): Set<string> {
  const found = new Set<string>();
  walk(content, (reference) => {
    found.add(reference);
    return reference;
  });
  return found;
}

/**
 * The same content with every reference put into another shop's numbers.
 *
 * @param into What stands for each reference there; null where nothing does: then whatever names it (the line of a
 *   reach, the clause, the condition, the pin) is left out.
 */
export const translated = (
  content: EditionContent,
  into: ReadonlyMap<string, string | null>,
): EditionContent => walk(content, (reference) => into.get(reference) ?? null) as EditionContent;

/** A part of such content, such as the clauses of a collection, in another shop's numbers; as `translated`. */
export const translatedPart = <T>(part: T, into: ReadonlyMap<string, string | null>): T =>
  walk(part, (reference) => into.get(reference) ?? null) as T;

const NUMBERED = ['category', 'collection', 'tag'] as const;
const AISLE_KEY = /^(category|collection|tag|page):\d+$/;
/** Stands for something that names what isn't there. */
const GONE = Symbol('gone');

function walk(value: unknown, visit: (reference: string) => string | null): unknown {
  if (Array.isArray(value)) return value.map((item) => walk(item, visit)).filter((item) => item !== GONE);
  if (typeof value !== 'object' || value === null) return value;
  const result: Record<string, unknown> = {};
  for (const [key, inner] of Object.entries(value)) {
    const reference = referenceAt(key, inner);
    if (reference === null) {
      const walked = isListOfCategories(key, inner) ? inner.flatMap(categoryBy(visit)) : walk(inner, visit);
      result[key] = walked === GONE ? null : walked;
      continue;
    }
    const there = visit(reference);
    if (there === null) return GONE;
    result[key] = key === 'aisle' ? there : Number(there.split(':')[1]);
  }
  // A group of which nothing is asked any more would be all products.
  if (isGroup(value) && value.clauses.length > 0 && !(result['clauses'] as unknown[]).length) return GONE;
  // A badge that says less of its products would stand on more of them, and nobody wants that unasked.
  if (isBadge(value) && [...referencesIn(value.clauses)].some((reference) => visit(reference) === null))
    result['on'] = false;
  return result;
}

const isBadge = (value: object): value is BadgeRule =>
  'clauses' in value && 'text' in value && 'shape' in value;

const isGroup = (value: object): value is OrderGroup =>
  'clauses' in value && 'most' in value && 'at' in value;

/** Tiles name the categories that they show, and those that they don't, in lists. */
const isListOfCategories = (key: string, value: unknown): value is number[] =>
  (key === 'categories' || key === 'except') &&
  Array.isArray(value) &&
  value.every((one) => typeof one === 'number');

const categoryBy =
  (visit: (reference: string) => string | null) =>
  (category: number): number[] => {
    const there = visit(`category:${category}`);
    return there === null ? [] : [Number(there.split(':')[1])];
  };

function referenceAt(key: string, value: unknown): string | null {
  if (typeof value === 'number' && NUMBERED.some((name) => name === key)) return `${key}:${value}`;
  return key === 'aisle' && typeof value === 'string' && AISLE_KEY.test(value) ? value : null;
}
