import { cardOf } from '../card/card';
import { drawCard } from '../card/drawn';
import type { Cart } from '../cart/cart';
import { languageOf, type Snapshot } from '../catalogue/snapshot';
import { USUAL_LOOK } from '../look/look';
import { cardGaps, cardRooms, PAGE_ROOMS, sizesOf } from '../layout/room';
import { HOUSE_PLAN_ID } from '../plan/housePlan';
import { shelfOf, type Edition } from '../plan/plan';
import type { RelatedModel, ShopFrame } from './pageModel';
import type { AccountModel, CartFault, CartModel, MissingModel } from './plainModels';
import { shopFrameOf } from './shopFrame';
import { plainState } from '../address/link';
import { wordsIn } from '../words/words';

/** Where shoppers sign in. */
export const ACCOUNT_PATH = '/account';

/** Where shoppers see what they have put aside. */
export const CART_PATH = '/cart';

/** What stands around a page that no plan makes, as the house plan looks. */
export const plainFrame = (
  snapshot: Snapshot,
  edition: Edition,
  asked: string | undefined,
  path: string,
  titleIn: (lang: string) => string,
  missing = false,
): ShopFrame => {
  const lang = languageOf(snapshot, asked);
  return shopFrameOf(snapshot, {
    lang,
    edition,
    current: null,
    // The shop’s own look is the house plan’s.
    look: edition.plans.find(({ id }) => id === HOUSE_PLAN_ID)?.look ?? USUAL_LOOK,
    badges: null,
    styled: null,
    state: plainState(path, lang),
    title: titleIn(lang),
    description: '',
    canonical: null,
    missing,
  });
};

/**
 * The page behind an address that leads nowhere; it still has the shop around it.
 *
 * @param gone Something stood there, and was taken away for good.
 */
export const composeMissing = (
  snapshot: Snapshot,
  edition: Edition,
  asked: string | undefined,
  gone = false,
): MissingModel => ({
  kind: 'missing',
  gone,
  frame: plainFrame(
    snapshot,
    edition,
    asked,
    '/',
    (lang) => (gone ? wordsIn(lang).gone : wordsIn(lang).missing),
    true,
  ),
});

/** The page where a shopper signs in, or sees that they have. */
export const composeAccount = (
  snapshot: Snapshot,
  edition: Edition,
  asked: string | undefined,
  account: Pick<AccountModel, 'shopper' | 'fault' | 'demo' | 'back'>,
): AccountModel => ({
  kind: 'account',
  frame: plainFrame(snapshot, edition, asked, ACCOUNT_PATH, (lang) => wordsIn(lang).account),
  ...account,
});

/** The page of a shopper's cart and wish list; wishes stand on the cards of the house plan's shelf. */
export function composeCart(
  snapshot: Snapshot,
  edition: Edition,
  asked: string | undefined,
  cart: Cart,
  fault: CartFault | null,
): CartModel {
  const frame = plainFrame(snapshot, edition, asked, CART_PATH, (lang) => wordsIn(lang).cart);
  return { kind: 'cart', frame, cart, wished: wishedModel(snapshot, edition, cart, frame.lang), fault };
}

function wishedModel(
  snapshot: Snapshot,
  edition: Edition,
  { wishes }: Cart,
  lang: string,
): RelatedModel | null {
  const house = edition.plans.find(({ id }) => id === HOUSE_PLAN_ID);
  const shelf = house && shelfOf(house);
  const products = wishes.flatMap((sku) => snapshot.bySku.get(sku) ?? []);
  if (!shelf || !products.length) return null;
  const columns = { wide: 4, medium: 3, narrow: 2 };
  return {
    heading: wordsIn(lang).wishes,
    cards: products.map((p) =>
      cardOf(
        snapshot,
        p,
        shelf.card,
        { rules: [], most: 0, context: { now: 0, ranges: [], blends: [] } },
        lang,
      ),
    ),
    columns,
    gap: cardGaps(PAGE_ROOMS, columns, shelf.gap),
    drawn: drawCard(shelf, { look: house.look, lang, frame: snapshot.frame }),
    pictureSizes: sizesOf(cardRooms(PAGE_ROOMS, columns, shelf.gap), house.look),
  };
}
