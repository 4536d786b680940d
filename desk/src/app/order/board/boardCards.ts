import type { ArrangedAisle, ArrangedProduct, BoardFigure } from '@fond/contract';
import {
  insertsOn,
  pagesOf,
  standsAt,
  startOf,
  type OrderGroup,
  type PageCut,
  type Pin,
  type ShelfInsert,
  type Standing,
} from '@fond/core';
import { figureText, scaleOf, shadeOf } from './boardFigures';

/** Which products stand out; the others fade. */
export type Narrowing = 'all' | 'held' | 'featured' | 'sold-out' | 'no-picture';

/** How the board is looked at. */
export interface BoardView {
  figure: BoardFigure;
  colour: BoardFigure | null;
  /** Words of a name, or of an article number. */
  sought: string;
  narrowing: Narrowing;
  /** The pins that hold here today, by article number. */
  held: ReadonlyMap<string, Pin>;
  groups: readonly OrderGroup[];
}

/** A product on the board. */
export interface BoardCard extends ArrangedProduct {
  place: number;
  /** Set by hand: in this aisle, or in every aisle of the plan. */
  held: 'aisle' | 'plan' | null;
  /** How far it stands from where it stands live, up being positive; null where it isn't live here. */
  moved: number | null;
  figureText: string;
  shade: number | null;
  /** Fades while something else is sought. */
  faded: boolean;
  groupName: string;
}

/** What stands in a cell of the board: a product, or something among the products. */
export type BoardPiece =
  | { key: string; card: BoardCard; insert: null }
  | { key: string; card: null; insert: ShelfInsert };

export interface BoardPage {
  number: number;
  pieces: BoardPiece[];
}

/** The products of an aisle in the order of a draft, as they are looked at. */
export function boardCards({ products, live }: ArrangedAisle, view: BoardView): BoardCard[] {
  const scale = view.colour && scaleOf(products, view.colour);
  const before = new Map((live ?? []).map((sku, at) => [sku, at]));
  const groups = new Map(view.groups.map((group) => [group.id, group.name || group.at]));
  const words = view.sought.trim().toLowerCase().split(/\s+/).filter(Boolean);
  return products.map((product, at): BoardCard => {
    const { sku, figures, group } = product;
    const pin = view.held.get(sku);
    const was = before.get(sku);
    return {
      ...product,
      place: at + 1,
      held: pin ? (pin.aisle === null ? 'plan' : 'aisle') : null,
      moved: was === undefined ? null : was - at,
      figureText: figureText(view.figure, figures[view.figure]),
      shade: view.colour && shadeOf(scale, figures[view.colour]),
      faded: !standsOut(product, words, view),
      groupName: group === null ? '' : group === 'sold-out' ? 'sold out' : (groups.get(group) ?? ''),
    };
  });
}

function standsOut(
  { sku, title, inStock, image, featured }: ArrangedProduct,
  words: readonly string[],
  { narrowing, held }: BoardView,
): boolean {
  const text = `${title} ${sku}`.toLowerCase();
  if (!words.every((word) => text.includes(word))) return false;
  switch (narrowing) {
    case 'all':
      return true;
    case 'held':
      return held.has(sku);
    case 'featured':
      return featured;
    case 'sold-out':
      return !inStock;
    case 'no-picture':
      return image === null;
  }
}

/** The same products as they stand live; what isn't live any more is left out. */
export function liveCards(cards: readonly BoardCard[], { live }: ArrangedAisle): BoardCard[] {
  const bySku = new Map(cards.map((card) => [card.sku, card]));
  return (live ?? []).flatMap((sku, at) => {
    const card = bySku.get(sku);
    return card ? [{ ...card, place: at + 1 }] : [];
  });
}

/**
 * The cards page by page, with what stands among them on wide pages.
 *
 * @param total Of all products, where the board has the first ones only.
 */
export function inPages(
  cards: readonly BoardCard[],
  cut: PageCut,
  {
    inserts,
    standing,
    total,
  }: { inserts: readonly ShelfInsert[]; standing: readonly Standing[]; total: number },
): BoardPage[] {
  if (!cards.length) return [];
  const pages = pagesOf(total, cut);
  return Array.from({ length: pagesOf(cards.length, cut) }, (_, at) => {
    const number = at + 1;
    const here = cards.slice(startOf(number, cut), startOf(number + 1, cut));
    const pieces = here.map((card): BoardPiece => ({ key: card.sku, card, insert: null }));
    const shown = inserts.filter(({ id }) => standsAt(standing, id, number).includes('wide'));
    // From the last one, so that those before keep their places.
    for (const { insert, before } of insertsOn(shown, here.length, number, pages).toReversed())
      pieces.splice(before, 0, { key: `${insert.id} ${before}`, card: null, insert });
    return { number, pieces };
  });
}

/** How many places a key leads on from one of them, counted from 0; null for any other key. */
export function stepOf(
  key: string,
  at: number,
  { columns, page, count }: { columns: number; page: number; count: number },
): number | null {
  switch (key) {
    case 'ArrowRight':
      return 1;
    case 'ArrowLeft':
      return -1;
    case 'ArrowDown':
      return columns;
    case 'ArrowUp':
      return -columns;
    case 'PageDown':
      return page;
    case 'PageUp':
      return -page;
    case 'Home':
      return -at;
    case 'End':
      return count - 1 - at;
    default:
      return null;
  }
}
