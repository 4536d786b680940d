import type { Card } from '../card/card';
import type { PerWidth } from '../width/widths';
import type { ShelfModel, ShopFrame } from './pageModel';

/** A card on the desk's bench: why its product is there, and as what it is seen. */
export interface BenchCard {
  card: Card;
  why: BenchReason;
  state: 'rest' | 'hover' | 'focus' | 'tapped';
}

export interface BenchShelf extends Pick<ShelfModel, 'columns' | 'gap' | 'pictureSizes' | 'drawn'> {
  kind: 'hard' | 'states' | 'list' | 'badges';
  form: 'grid' | 'list';
  cards: readonly BenchCard[];
  /** Of one card as it is on the page, in CSS pixels. */
  width: PerWidth<number>;
}

/** A plan's card on its own, as the desk looks at it; no shopper sees this. */
export interface BenchModel {
  kind: 'bench';
  frame: ShopFrame;
  plan: { id: string; name: string };
  shelves: readonly BenchShelf[];
  /** What no product of the shop is. */
  absent: readonly BenchReason[];
  /** Products of the aisle's range, and how many of them fill each element. */
  products: number;
  coverage: readonly Coverage[];
}

/** Why a product is hard on a card, or what it stands for there. */
export type BenchReason =
  | 'usual'
  | 'long'
  | 'blank'
  | 'wide'
  | 'tall'
  | 'saving'
  | 'sold-out'
  | 'tags'
  | 'no-value'
  | 'language';

/** How many products of a range have something to show in an element. */
export interface Coverage {
  /** As `elementName` has it. */
  name: string;
  products: number;
}
