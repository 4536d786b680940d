import type { RangeRule } from '../clause/rule';
import type { OrderLevel } from '../order/sorting';
import type { Texts } from '../text/texts';
import type { Difference } from './differences';
import { USUAL_ORDER } from './housePlan';
import { shelfOf, type Plan } from './plan';
import {
  productShelf,
  USUAL_PRODUCT_PAGE,
  USUAL_PRODUCT_SHELVES,
  type ProductPage,
  type ProductShelf,
} from './productPage';

/** What stood below a product, when that was one shelf, sorted like the plan's own. */
export interface StoredRelated {
  heading: Texts;
  range: RangeRule;
  most: number;
}

const RELATED = 'related';

/** Where one shelf stood below products, it stands behind those for what is linked; where none did, none does. */
export function upgradeProductPage(related: StoredRelated | null, plan: Pick<Plan, 'fixtures'>): ProductPage {
  if (!related) return { ...USUAL_PRODUCT_PAGE, shelves: [] };
  const shelf = upgradeRelated(related, shelfOf(plan)?.order.levels);
  return {
    ...USUAL_PRODUCT_PAGE,
    shelves: USUAL_PRODUCT_SHELVES.map((one) => (one.id === RELATED ? shelf : one)),
  };
}

const upgradeRelated = (
  { heading, range, most }: StoredRelated,
  levels: readonly OrderLevel[] = USUAL_ORDER.levels,
): ProductShelf =>
  productShelf(RELATED, range.source, {
    heading,
    range,
    most,
    ...(range.source.kind !== 'related' && { levels }),
  });

/** What an heir said of that one shelf, as what it says of the shelf in the list. */
export function withProductPage({
  related,
  ...others
}: Readonly<Record<string, Difference>>): Record<string, Difference> {
  const list = { items: {}, added: [], moved: [], removed: [] };
  const shelves: Difference =
    'set' in related
      ? related.set
        ? { ...list, added: [{ item: upgradeRelated(related.set as StoredRelated), after: null }] }
        : { set: [] }
      : { ...list, items: { [RELATED]: related } };
  return { ...others, productPage: { at: { shelves } } };
}
