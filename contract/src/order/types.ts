import type { LostPin, PageCut, Placed, Standing } from '@fond/core';

/** What the desk is told of a shelf's order in the aisle of the window. */
export interface OrderReport {
  /** Products that the shelf has here. */
  count: number;
  /** The pins that hold here, by place. */
  pins: readonly { sku: string; title: string; place: number }[];
  lostPins: readonly PinReport[];
  /** Per group: how many of the shelf's products meet it, and how many stand there. */
  groups: readonly { id: string; meet: number; stand: number }[];
}

/** A pin that can't hold in the aisle of the window. */
export interface PinReport {
  sku: string;
  title: string;
  place: number;
  reason: LostPin['reason'];
}

/** A whole aisle as its shelf arranges it, and as shoppers see it now. */
export interface ArrangedAisle {
  aisle: { key: string; title: string };
  /** The day in the shop's zone, `2026-11-30`. */
  today: string;
  total: number;
  /** Products of its first page and of each that follows, as the aisle is first seen. */
  pages: PageCut;
  /** Where what stands among its products is shown. */
  standing: readonly Standing[];
  /** The first ones, at most 2,000. */
  products: readonly ArrangedProduct[];
  /** Article numbers as they stand live; null where the aisle is not live or shows no shelf. */
  live: readonly string[] | null;
}

export interface ArrangedProduct {
  sku: string;
  title: string;
  /** Address of its picture; null where it has none. */
  image: string | null;
  by: Placed['by'];
  /** Id of the group that it stands in. */
  group: string | null;
  inStock: boolean;
  featured: boolean;
  /** Per figure; null where it has none. */
  figures: Readonly<Record<BoardFigure, number | null>>;
}

/** What a product on the arranging board can show and be coloured by. */
export const BOARD_FIGURES = [
  'price',
  'saving',
  'stock',
  'sold',
  'lately',
  'views',
  'rating',
  'margin',
  'age',
] as const;
export type BoardFigure = (typeof BOARD_FIGURES)[number];

/** Products on the board at most. */
export const MAX_BOARD = 2_000;
