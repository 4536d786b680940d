import { STRIDE } from '../catalogue/steps';
import type { Snapshot } from '../catalogue/snapshot';
import { planOfProduct } from '../page/composeProduct';
import { SEARCH_LENGTHS, searchTitleOf } from '../page/searchWords';
import type { Edition } from '../plan/plan';
import { own } from '../text/own';
import type { Finding } from './finding';

/** What single products lack, in steps. O(products · languages). */
export function* checkProducts(snapshot: Snapshot): Generator<Finding | null> {
  const { languages } = snapshot.frame;
  for (let p = 0; p < snapshot.size; p++) {
    if (p % STRIDE === STRIDE - 1) yield null;
    const sku = snapshot.skus[p];
    const price = snapshot.price.numbers[p];
    const images = snapshot.images[p];
    if (snapshot.mainCategory[p] === 0) yield { kind: 'product-nowhere', sku };
    if (Number.isNaN(price)) yield { kind: 'product-priceless', sku };
    if (!images.length) yield { kind: 'product-pictureless', sku };
    // One without words is told by the product's name; several by the same.
    const wordless = images.filter(({ alts }) => !alts || !Object.values(alts).some(Boolean)).length;
    if (wordless > 1) yield { kind: 'pictures-wordless', sku, pictures: wordless };
    if (!Object.values(snapshot.descriptions[p]).some(Boolean)) yield { kind: 'product-undescribed', sku };
    if (snapshot.was[p] <= price) yield { kind: 'reduction-none', sku };
    const langs = languages.filter((lang) => !own(snapshot.titles[p], lang));
    if (langs.length) yield { kind: 'product-untranslated', sku, langs };
  }
}

/** Titles fill patterns, which takes longer than reading a column. */
const TITLED = STRIDE / 16;

/** Products that search engines are told alike, or cut short, in steps. O(products · languages). */
export function* checkTitles(snapshot: Snapshot, edition: Edition): Generator<Finding | null> {
  const { languages } = snapshot.frame;
  const [first] = languages;
  const called = new Map<string, string[]>();
  for (let p = 0; p < snapshot.size; p++) {
    if (p % TITLED === TITLED - 1) yield null;
    const sku = snapshot.skus[p];
    const plan = planOfProduct(snapshot, edition, p);
    for (const lang of languages) {
      // In a language without a name it is told by another one's.
      if (lang !== first && !own(snapshot.titles[p], lang)) continue;
      const { title } = searchTitleOf(snapshot, plan, p, lang);
      const letters = Array.from(title).length;
      if (letters > SEARCH_LENGTHS.title) yield { kind: 'title-long', sku, lang, letters };
      if (lang !== first || !title) continue;
      const alike = called.get(title);
      if (alike) alike.push(sku);
      else called.set(title, [sku]);
    }
  }
  for (const [sku, ...others] of called.values())
    if (others.length) yield { kind: 'product-double', sku, other: others[0], others: others.length };
}
