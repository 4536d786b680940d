import type { CardImage } from '../card/card';
import type { Cart } from '../cart/cart';
import type { LinkModel } from '../address/link';
import type { RelatedModel, ShopFrame } from './pageModel';
import type { ProductFacts } from './productFacts';

/** The page behind an address at which nothing stands. */
export interface MissingModel {
  kind: 'missing';
  /** Something stood here, and was taken away for good. */
  gone: boolean;
  frame: ShopFrame;
}

export interface AccountModel {
  kind: 'account';
  frame: ShopFrame;
  /** Who is signed in; null while nobody is. */
  shopper: string | null;
  /** The email or the password was wrong, or too often. */
  fault: 'refused' | 'too-many' | null;
  /** Where the shopper came from, as a path of the shop; they are led back there. */
  back: string | null;
  /** What signs the demo shopper in. */
  demo: { email: string; password: string } | null;
}

/** There are not so many; the cart is full; the product is gone; it can't be reached for a while; too many begin. */
export type CartFault = { kind: 'short'; available: number } | { kind: 'full' | 'gone' | 'away' | 'busy' };

/** The shopper's cart, and below it what they wish for. */
export interface CartModel {
  kind: 'cart';
  frame: ShopFrame;
  cart: Cart;
  wished: RelatedModel | null;
  /** Why the last change was not made; null where it was. */
  fault: CartFault | null;
}

/** A line of a comparison. */
export interface ComparedRow {
  key: string;
  label: string;
  /** Of each product; empty for one without a value. */
  texts: readonly string[];
  /** Whether not all of them say the same. */
  differs: boolean;
}

export interface ComparedProduct extends Pick<
  ProductFacts,
  'id' | 'sku' | 'slug' | 'href' | 'title' | 'price' | 'was' | 'rating' | 'stock' | 'pieces'
> {
  image: CardImage | null;
  /** Where the others stand without it. */
  without: string;
}

/** Products side by side. */
export interface CompareModel {
  kind: 'compare';
  frame: ShopFrame;
  products: readonly ComparedProduct[];
  rows: readonly ComparedRow[];
  /** Others that are close to the first, each with the address at which it stands beside them. */
  offered: readonly LinkModel[];
  /** Where none is compared. */
  clear: string;
}
