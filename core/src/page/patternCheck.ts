import type { Snapshot } from '../catalogue/snapshot';
import type { Edition } from '../plan/plan';
import { fieldsOf } from '../text/pattern';
import type { Lang } from '../text/texts';
import { planOfProduct } from './composeProduct';
import { PATTERN_FIELDS, SEARCH_LENGTHS, searchWordsOf, type SearchWordsModel } from './searchWords';

/** A product whose title or description stands out, as it would be told. */
export interface PatternExample {
  sku: string;
  title: string;
  description: string;
}

/** What a plan's patterns make of the products whose pages it serves. */
export interface PatternCheck {
  /** Products whose main category the plan serves. */
  products: number;
  /** Of those, how many have words of their own for either. */
  own: { title: number; description: number };
  /** Longer than results of a search show. */
  long: { title: number; description: number };
  /** Products whose title another one of them has too. */
  twins: number;
  /** Fields that patterns name, and that no product can have. */
  unknown: readonly string[];
  /** The first that are too long, or double. */
  examples: readonly (PatternExample & { fault: 'long-title' | 'long-description' | 'twin' })[];
}

const MAX_EXAMPLES = 6;

/**
 * Looks at what search engines would be told of each product of a plan, in steps, as a plan may serve a whole catalogue.
 * O(products · fields).
 */
export function* checkingPatterns(
  snapshot: Snapshot,
  edition: Edition,
  id: string,
  lang: Lang,
): Generator<void, PatternCheck> {
  const plan = edition.plans.find((one) => one.id === id) ?? null;
  const own = { title: 0, description: 0 };
  const long = { title: 0, description: 0 };
  const byTitle = new Map<string, string>();
  const doubled = new Set<string>();
  const examples: PatternCheck['examples'][number][] = [];
  let products = 0;
  let twins = 0;
  const note = (
    p: number,
    said: SearchWordsModel,
    fault: PatternCheck['examples'][number]['fault'],
  ): void => {
    if (examples.length < MAX_EXAMPLES && examples.filter((one) => one.fault === fault).length < 2)
      examples.push({ sku: snapshot.skus[p], title: said.title, description: said.description, fault });
  };
  for (let p = 0; p < snapshot.size; p++) {
    if (p % 500 === 499) yield;
    if (planOfProduct(snapshot, edition, p)?.id !== id) continue;
    products++;
    const said = searchWordsOf(snapshot, plan, p, lang);
    for (const name of ['title', 'description'] as const) {
      if (said.from[name] === 'product') own[name]++;
      if (said[name].length <= SEARCH_LENGTHS[name]) continue;
      long[name]++;
      note(p, said, `long-${name}`);
    }
    const first = byTitle.get(said.title);
    if (first === undefined) byTitle.set(said.title, snapshot.skus[p]);
    else {
      twins += doubled.has(said.title) ? 1 : 2;
      doubled.add(said.title);
      note(p, said, 'twin');
    }
  }
  return { products, own, long, twins, unknown: unknownFields(snapshot, plan, lang), examples };
}

function unknownFields(
  { attributes }: Snapshot,
  plan: Edition['plans'][number] | null,
  lang: Lang,
): string[] {
  const { title = {}, description = {} } = plan?.productPage.search ?? {};
  const named = [title, description].flatMap((texts) =>
    Object.hasOwn(texts, lang) ? fieldsOf(texts[lang]) : [],
  );
  return [...new Set(named)].filter(
    (field) => !attributes.has(field) && !PATTERN_FIELDS.some((known) => known === field),
  );
}
