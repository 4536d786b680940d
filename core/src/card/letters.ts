import type { CardElementKind } from './design';

/** Height of letters on cards, in CSS pixels, as the shop's style sheet has it by itself. */
export const USUAL_LETTERS: Readonly<Record<Exclude<CardElementKind, 'picture' | 'badges'>, number>> = {
  category: 13,
  name: 16,
  rating: 14,
  attribute: 14,
  field: 14,
  tags: 13,
  description: 14,
  stock: 14,
  price: 17,
  cart: 15,
  wish: 14,
  compare: 14,
  quick: 14,
};
