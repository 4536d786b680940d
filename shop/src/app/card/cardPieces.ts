import type { Card, CardImage, CardPart, DrawnBadge, DrawnCard } from '@fond/core';
import { badgeGroups, type BadgeSpot, type WordSpot } from './badgeGroups';

type PartNamed<K extends CardPart['part']> = Extract<CardPart, { part: K }>;
/** What only says which element it is of. */
interface Held<K extends CardPart['part']> {
  part: PartNamed<K>;
}
/** What holds other pieces. */
interface Holding {
  pieces: readonly Piece[];
}

/** What each look is told of the thing that it draws. */
interface LookData {
  /** What the desk sets a product's place by. */
  pin: { place: number };
  /** The card's link, where no name is there to carry it. */
  lead: object;
  line: Holding;
  picture: Holding;
  corner: Holding;
  reveal: Holding;
  /** A price with badges beside it. */
  priced: Holding;
  image: { image: CardImage };
  second: { image: CardImage };
  blank: object;
  spot: { spot: BadgeSpot; astray: readonly WordSpot[] };
  badges: Held<'badges'>;
  category: Held<'category'>;
  name: Held<'name'>;
  /** In place of a name that stands above the card already. */
  headed: Held<'name'>;
  rating: Held<'rating'>;
  attribute: Held<'attribute' | 'field'>;
  labelBefore: Held<'attribute' | 'field'>;
  labelAfter: Held<'attribute' | 'field'>;
  tags: Held<'tags'>;
  description: Held<'description'>;
  stock: Held<'stock'>;
  price: Held<'price'>;
  cart: Held<'cart'>;
  wish: Held<'wish'>;
  compare: Held<'compare'>;
  quick: Held<'quick'>;
}

export type LookName = keyof LookData;
export type PieceOf<L extends LookName> = { look: L; key: string } & LookData[L];
/** One thing of a card with the look that draws it; its key is its own among those beside it. */
export type Piece = { [L in LookName]: PieceOf<L> }[LookName];

export interface CardState {
  /** Looks of the page's badges, by their keys. */
  badges: Readonly<Record<string, DrawnBadge>>;
  /** Its name and price stand above it already. */
  headed: boolean;
  /** Place it is pinned to, while the desk arranges the shelf. */
  pin: number | null;
  /** The picture that lies over the first one while it is pointed at; null for none. */
  second: CardImage | null;
}

/** Parts that stand on one line. */
type Row = [CardPart, ...CardPart[]];

/** Parts by where they stand, and line by line. */
function rowsOf(
  { parts }: Card,
  { elements }: DrawnCard,
): { shown: Row[]; revealed: Row[]; corner: CardPart[] } {
  const shown: Row[] = [];
  const revealed: Row[] = [];
  const corner: CardPart[] = [];
  for (const part of parts) {
    const element = elements[part.at];
    if (element.corner) {
      corner.push(part);
      continue;
    }
    const rows = element.revealed ? revealed : shown;
    const last = rows.at(-1);
    if (last && elements[last[0].at].line === element.line) last.push(part);
    else rows.push([part]);
  }
  return { shown, revealed, corner };
}

/**
 * A card as a tree of pieces, in the order in which they are read: what stands on one line together, in the picture's
 * corner, or over the picture, is held by a piece of its own. A page has many cards, and a choice made in a template leaves
 * a mark in the document for every answer that it might give; so what can be chosen before is.
 */
export function piecesOf(card: Card, drawn: DrawnCard, state: CardState): Piece[] {
  const { badges } = card;
  const has = (name: CardPart['part']): boolean => card.parts.some(({ part }) => part === name);
  // Badges lie over the picture, where there is one; by themselves they stand where the plan has them.
  const over = badges.length > 0 && has('picture') && has('badges');
  const parts = card.parts.filter(({ part }) =>
    part === 'badges' ? badges.length > 0 && !over : part !== 'price' || !state.headed,
  );
  const rows = rowsOf({ ...card, parts }, drawn);
  const stands = (name: CardPart['part']): boolean => rows.shown.flat().some(({ part }) => part === name);
  const astray: WordSpot[] = [];
  if (!stands('name')) astray.push('above-name');
  if (!stands('price')) astray.push('beside-price');
  const badgesAt = (spot: BadgeSpot): Piece[] =>
    over && badgeGroups(badges, state.badges, spot, astray).length
      ? [{ look: 'spot', key: spot, spot, astray }]
      : [];

  const drawPart = (part: CardPart): Piece[] => {
    const key = `${part.part}-${part.at}`;
    switch (part.part) {
      case 'picture':
        return [{ look: 'picture', key, pieces: overPicture() }];
      case 'name':
        return [...badgesAt('above-name'), { look: state.headed ? 'headed' : 'name', key, part }];
      case 'price': {
        const beside = badgesAt('beside-price');
        const price: Piece = { look: 'price', key, part };
        return [beside.length ? { look: 'priced', key, pieces: [price, ...beside] } : price];
      }
      case 'attribute':
      case 'field': {
        const { label } = drawn.elements[part.at];
        const look = label === null ? 'attribute' : label === 'before' ? 'labelBefore' : 'labelAfter';
        return [{ look, key, part }];
      }
      default:
        return [{ look: part.part, key, part } as Piece];
    }
  };
  const drawRows = (some: readonly Row[]): Piece[] =>
    some.flatMap((row) =>
      row.length > 1
        ? [{ look: 'line', key: `line-${row[0].at}`, pieces: row.flatMap(drawPart) }]
        : drawPart(row[0]),
    );
  const overPicture = (): Piece[] => {
    const [image] = card.images as readonly (CardImage | undefined)[];
    const { corner, revealed } = rows;
    const pieces: Piece[] = [
      image ? { look: 'image', key: 'image', image } : { look: 'blank', key: 'blank' },
    ];
    if (image && state.second) pieces.push({ look: 'second', key: 'second', image: state.second });
    pieces.push(...badgesAt('picture'));
    if (corner.length) pieces.push({ look: 'corner', key: 'corner', pieces: corner.flatMap(drawPart) });
    if (revealed.length) pieces.push({ look: 'reveal', key: 'reveal', pieces: drawRows(revealed) });
    return pieces;
  };

  const pieces = drawRows(rows.shown);
  if (!card.parts.some(({ part, at }) => part === 'name' && !drawn.elements[at].revealed))
    pieces.unshift({ look: 'lead', key: 'lead' });
  if (state.pin !== null) pieces.unshift({ look: 'pin', key: 'pin', place: state.pin });
  return pieces;
}
