import { compareAddress, COMPARE_ROOT, MAX_COMPARED } from '../address/compare';
import { hrefOf } from '../address/link';
import { attributeText } from '../card/card';
import type { Snapshot } from '../catalogue/snapshot';
import type { Edition } from '../plan/plan';
import { nearestTo } from '../range/related';
import { plainFrame } from './composePlain';
import type { CompareModel, ComparedRow } from './plainModels';
import { productFacts } from './productFacts';
import { textIn } from '../text/texts';
import { wordsIn } from '../words/words';

/** So many are offered beside those that are compared. */
const MAX_OFFERED = 6;

/**
 * Products side by side, in a table of what is known of them; null where the path is no comparison's. What isn't in the
 * shop is left out, as is whatever comes twice or beyond the fourth.
 *
 * @param path `/compare/SLUG/SLUG`.
 */
export function composeCompare(
  snapshot: Snapshot,
  edition: Edition,
  path: string,
  asked: string | undefined,
): CompareModel | null {
  if (path !== COMPARE_ROOT && !path.startsWith(`${COMPARE_ROOT}/`)) return null;
  const slugs = path.slice(COMPARE_ROOT.length + 1).split('/');
  const chosen = [...new Set(slugs.flatMap((slug) => snapshot.bySlug.get(slug) ?? []))].slice(
    0,
    MAX_COMPARED,
  );
  const kept = chosen.map((p) => snapshot.slugs[p]);
  const own = compareAddress(kept);
  const frame = plainFrame(snapshot, edition, asked, own, (lang) => wordsIn(lang).compare);
  const { lang } = frame;
  const facts = chosen.map((p) => productFacts(snapshot, p, null, lang));
  const offered = chosen.length && chosen.length < MAX_COMPARED ? nearestTo(snapshot, chosen[0]) : [];
  return {
    kind: 'compare',
    frame,
    products: facts.map(({ id, sku, slug, href, title, price, was, images, rating, stock, pieces }) => ({
      id,
      sku,
      slug,
      href,
      title,
      price,
      was,
      image: images.at(0) ?? null,
      rating,
      stock,
      pieces,
      without: hrefOf(snapshot, compareAddress(kept.filter((one) => one !== slug)), lang),
    })),
    rows: rowsOf(snapshot, chosen, lang),
    offered: Array.from(offered)
      .filter((p) => !chosen.includes(p))
      .slice(0, MAX_OFFERED)
      .map((p) => ({
        title: textIn(snapshot.titles[p], lang, snapshot.frame.languages),
        href: hrefOf(snapshot, compareAddress([...kept, snapshot.slugs[p]]), lang),
      })),
    clear: hrefOf(snapshot, COMPARE_ROOT, lang),
  };
}

/** Every attribute that one of them has a value in, as people read it; empty where one has none. */
function rowsOf(snapshot: Snapshot, chosen: readonly number[], lang: string): ComparedRow[] {
  const rows: ComparedRow[] = [];
  for (const { row } of snapshot.attributes.values()) {
    const texts = chosen.map((p) => attributeText(snapshot, p, row.key, lang));
    if (!texts.some(Boolean)) continue;
    rows.push({
      key: row.key,
      label: textIn(row.labels, lang, snapshot.frame.languages) || row.key,
      texts,
      differs: new Set(texts).size > 1,
    });
  }
  return rows;
}
