import type { BadgeReport } from '@fond/contract';
import {
  badgesFor,
  badgesOf,
  cardPictures,
  coveredShare,
  holds,
  meetingOf,
  pictureRatioOf,
  runRange,
  shelfOf,
  titleInShop,
  type Aisle,
  type Badge,
  type Plan,
  type RangeContext,
  type Snapshot,
} from '@fond/core';

/** How much of a card's picture badges cover, at the width where it is the most; many cards have the same ones. */
function coverIn(plan: Plan): (badges: readonly Badge[]) => number {
  const pictures = cardPictures(plan);
  const ratio = pictureRatioOf(plan);
  const looks = new Map(plan.badges.rules.map((rule) => [rule.id, rule]));
  const known = new Map<string, number>();
  return (badges) => {
    if (!badges.length) return 0;
    // A plan without a shelf has no cards; the most badges are then the most there is.
    if (!pictures) return badges.length;
    const signature = badges.map(({ key, text }) => `${key} ${text}`).join('\n');
    let covered = known.get(signature);
    if (covered === undefined) {
      const drawn = badges.flatMap(({ key, text }) => {
        const look = looks.get(key);
        return look ? [{ text, look }] : [];
      });
      covered = Math.max(...Object.values(coveredShare(drawn, pictures, ratio)));
      known.set(signature, covered);
    }
    return covered;
  };
}

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
  const { rules, pairs, over } = meetingOf(snapshot, here.bits, plan.badges, context);
  const set = badgesFor(snapshot, plan.badges, context);
  const examples = new Map<string, NonNullable<BadgeReport['rules'][number]['example']>>();
  let most: BadgeReport['fullest'] = null;
  let mostCovered = 0;
  const coverOf = coverIn(plan);
  for (let p = 0; p < snapshot.size; p++) {
    if (!holds(here.bits, p)) continue;
    const badges = badgesOf(snapshot, p, set, lang);
    const product = { sku: snapshot.skus[p], title: titleInShop(snapshot, snapshot.titles[p]) };
    const image = snapshot.images[p].find(({ hash }) => hash)?.hash ?? null;
    for (const { key, text } of badges)
      if (!examples.get(key)?.image) examples.set(key, { ...product, text, image });
    const covered = coverOf(badges);
    if (covered > mostCovered) {
      mostCovered = covered;
      most = { ...product, badges };
    }
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
