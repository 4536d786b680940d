import type { BenchModel, PageModel, ProductModel, WidthName } from '@fond/core';

/** What a fixture's ticket offers: another one below, and what is changed at the width of the frame alone. */
export type TicketTool = 'add' | 'columns' | 'gap' | 'span' | 'hide';

/** A fixture changed in a frame, for that frame's width. */
export interface TicketChange {
  id: string;
  tool: Exclude<TicketTool, 'add'>;
  width: WidthName;
  /** Columns, pixels or twelfths more, or fewer. */
  by: number;
}

/** How a page is looked at in the desk's window, besides its width. */
export interface Surroundings {
  /** As in dark surroundings. */
  dark: boolean;
  /** As where no motion is wanted. */
  still: boolean;
  /** As in a language whose words are longer. */
  long: boolean;
  /** What all cards of the page are shown as. */
  cards: 'rest' | 'hover' | 'focus' | 'tapped';
}

/** Messages between the desk's window and the frames of the shop in it; both are of one origin. */
export type ToFrame =
  | { type: 'fond:page'; page: PageModel | ProductModel | BenchModel }
  /** What each fixture's ticket says, and which fixture is marked. */
  | {
      type: 'fond:tickets';
      tickets: Readonly<Record<string, string>>;
      tools: Readonly<Record<string, readonly TicketTool[]>>;
      marked: string | null;
    }
  | ({ type: 'fond:surroundings' } & Surroundings)
  /** What stands on cards of the aisle's own shelf, by article number. */
  | { type: 'fond:figures'; figures: Readonly<Record<string, string>> }
  /** Cards can be moved while this is set; the places of the pinned ones by article number. */
  | { type: 'fond:arrange'; pins: Readonly<Record<string, number>> | null }
  /** Scroll to this share of the page, 0 to 1. */
  | { type: 'fond:scroll'; share: number };

export type FromFrame =
  | { type: 'fond:ready' }
  /** A link was followed; the address is relative to the shop's root. */
  | { type: 'fond:go'; address: string }
  | { type: 'fond:fixture'; id: string }
  | { type: 'fond:add'; behind: string }
  | ({ type: 'fond:change' } & TicketChange)
  /** A card was moved to a place of the whole listing, or its pin was taken away. */
  | { type: 'fond:place'; sku: string; place: number }
  | { type: 'fond:unpin'; sku: string }
  | { type: 'fond:scrolled'; share: number };
