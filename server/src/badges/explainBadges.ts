import type { BadgeReport } from '@fond/contract';
import {
  badgesFor,
  badgesOf,
  holds,
  meetingOf,
  runRange,
  shelfOf,
  titleInShop,
  type Aisle,
  type Plan,
  type RangeContext,
  type Snapshot,
} from '@fond/core';

/** What an aisle's badges come to: how many products carry each, where rules meet, and a product to look at for each. */
export function explainBadges(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  context: RangeContext,
): BadgeReport {
  const shelf = shelfOf(plan);
  const [lang] = snapshot.frame.languages;
  const here = runRange(
    snapshot,
    aisle,
    shelf?.range ?? { source: { kind: 'catalogue' }, clauses: [] },
    context,
  );
  const { rules, pairs, over } = meetingOf(snapshot, here.words, plan.badges, context);
  const set = badgesFor(snapshot, plan.badges, context);
  const examples = new Map<string, NonNullable<BadgeReport['rules'][number]['example']>>();
  let most: BadgeReport['fullest'] = null;
  for (let p = 0; p < snapshot.size; p++) {
    if (!holds(here.words, p)) continue;
    const badges = badgesOf(snapshot, p, set, lang);
    const product = { sku: snapshot.skus[p], title: titleInShop(snapshot, snapshot.titles[p]) };
    const image = snapshot.images[p].find(({ hash }) => hash)?.hash ?? null;
    for (const { key, text } of badges)
      if (!examples.get(key)?.image) examples.set(key, { ...product, text, image });
    if (badges.length > (most?.badges.length ?? 0)) most = { ...product, badges };
  }
  return {
    aisle: { key: aisle.key, title: titleInShop(snapshot, aisle.titles) },
    products: here.count,
    shop: snapshot.size,
    rules: rules.map((rule) => ({ ...rule, example: examples.get(rule.id) ?? null })),
    pairs,
    over,
    fullest: most,
  };
}
