import { STRIDE } from '../catalogue/steps';
import type { Snapshot } from '../catalogue/snapshot';
import { own } from '../text/own';
import type { Finding } from './finding';

/** What single products lack, in steps. O(products · languages). */
export function* checkProducts(snapshot: Snapshot): Generator<Finding | null> {
  const { languages } = snapshot.frame;
  for (let p = 0; p < snapshot.size; p++) {
    if (p % STRIDE === STRIDE - 1) yield null;
    const sku = snapshot.skus[p];
    const price = snapshot.price.numbers[p];
    if (snapshot.mainCategory[p] === 0) yield { kind: 'product-nowhere', sku };
    if (Number.isNaN(price)) yield { kind: 'product-priceless', sku };
    if (!snapshot.images[p].length) yield { kind: 'product-pictureless', sku };
    if (!Object.values(snapshot.descriptions[p]).some(Boolean)) yield { kind: 'product-undescribed', sku };
    if (snapshot.was[p] <= price) yield { kind: 'reduction-none', sku };
    const langs = languages.filter((lang) => !own(snapshot.titles[p], lang));
    if (langs.length) yield { kind: 'product-untranslated', sku, langs };
  }
}
