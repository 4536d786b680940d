import type { Badge, BadgeMeeting } from '@fond/core';

/** What an aisle's badges come to. */
export interface BadgeReport {
  aisle: { key: string; title: string };
  /** Products of the aisle's shelf, and of the whole shop. */
  products: number;
  shop: number;
  /** Each rule, in order of priority, with a product of the aisle that carries it. */
  rules: readonly (BadgeMeeting['rules'][number] & {
    example: { sku: string; title: string; text: string; image: string | null } | null;
  })[];
  pairs: BadgeMeeting['pairs'];
  over: number;
  /** The product of the aisle whose badges cover the most of its picture. */
  fullest: { sku: string; title: string; badges: readonly Badge[] } | null;
}
