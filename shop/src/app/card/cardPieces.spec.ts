import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CARD_ELEMENT_KINDS,
  type Card,
  type CardPart,
  type DrawnBadge,
  type DrawnCard,
  type DrawnElement,
} from '@fond/core';
import { piecesOf, type CardState, type Piece } from './cardPieces';

type PartName = CardPart['part'];
/** An element of a card and where it stands. */
interface Element {
  part: PartName;
  line?: number;
  revealed?: boolean;
  corner?: boolean;
  label?: DrawnElement['label'];
}
const PLACES = ['top-start', 'bottom-end', 'above-name', 'beside-price'] as const;
type Place = (typeof PLACES)[number];

function drawnOf(elements: readonly Element[], badgePlaces: readonly Place[] = [], images = 1) {
  const drawn = {
    elements: elements.map(({ line, revealed = false, corner = false, label = null }, at) => ({
      line: line ?? at,
      revealed,
      corner,
      label,
    })),
  } as unknown as DrawnCard;
  const card = {
    parts: elements.map(({ part }, at) => ({ part, at }) as CardPart),
    badges: badgePlaces.map((place) => ({ key: place, text: place })),
    images: Array.from({ length: images }, (_, at) => ({ hash: `p${at}`, width: 4, height: 3 })),
  } as unknown as Card;
  const badges = Object.fromEntries(
    badgePlaces.map((place) => [
      place,
      { place, shape: 'pill', picture: null, ground: '#000', ink: '#fff', opacity: 100, size: {} },
    ]),
  ) as unknown as Record<string, DrawnBadge>;
  return (state: Partial<CardState> = {}): Piece[] =>
    piecesOf(card, drawn, { badges, headed: false, pin: null, second: null, ...state });
}

/** As `look(look look)`, so that a tree reads as what it is. */
const told = (pieces: readonly Piece[]): string =>
  pieces
    .map((piece) => {
      const name = piece.look === 'spot' ? piece.spot : piece.look;
      return 'pieces' in piece ? `${name}(${told(piece.pieces)})` : name;
    })
    .join(' ');

const flat = (pieces: readonly Piece[]): Piece[] =>
  pieces.flatMap((piece) => [piece, ...('pieces' in piece ? flat(piece.pieces) : [])]);

describe('the pieces of a card', () => {
  it('stand in the order of the plan, those of one line together', () => {
    const pieces = drawnOf([
      { part: 'picture' },
      { part: 'name', line: 1 },
      { part: 'price', line: 1 },
      { part: 'stock', line: 2 },
    ]);
    expect(told(pieces())).toBe('picture(image) line(name price) stock');
  });

  it('lie over the picture or in its corner where the plan has them there', () => {
    const pieces = drawnOf([
      { part: 'picture' },
      { part: 'wish', corner: true },
      { part: 'stock', revealed: true, line: 1 },
      { part: 'rating', revealed: true, line: 1 },
      { part: 'name' },
    ]);
    expect(told(pieces())).toBe('picture(image corner(wish) reveal(line(stock rating))) name');
  });

  it('have a plate in place of a picture that is not there, and a second picture only while it is asked for', () => {
    expect(told(drawnOf([{ part: 'picture' }, { part: 'name' }], [], 0)())).toBe('picture(blank) name');
    const second = { hash: 'p1', width: 4, height: 3 };
    expect(told(drawnOf([{ part: 'picture' }, { part: 'name' }], [], 2)({ second }))).toBe(
      'picture(image second) name',
    );
  });

  it('have badges where each stands, over the picture what would stand beside words that are off', () => {
    const elements: Element[] = [
      { part: 'picture' },
      { part: 'badges' },
      { part: 'name' },
      { part: 'price' },
    ];
    expect(told(drawnOf(elements, ['above-name', 'beside-price'])())).toBe(
      'picture(image) above-name name priced(price beside-price)',
    );
    expect(told(drawnOf(elements, ['top-start'])())).toBe('picture(image picture) name price');
    expect(told(drawnOf(elements.slice(0, 2), ['above-name'])())).toBe('lead picture(image picture)');
    expect(told(drawnOf([{ part: 'badges' }, { part: 'name' }], ['top-start'])())).toBe('badges name');
    expect(told(drawnOf(elements)())).toBe('picture(image) name price');
  });

  it('lead to the product even without a name, and say where the desk has pinned it', () => {
    expect(told(drawnOf([{ part: 'price' }])())).toBe('lead price');
    expect(told(drawnOf([{ part: 'name' }])({ pin: 3 }))).toBe('pin name');
  });

  it('leave out what stands above an opened line already', () => {
    expect(told(drawnOf([{ part: 'name' }, { part: 'price' }])({ headed: true }))).toBe('headed');
  });

  it('show a label before its value, after it, or not at all', () => {
    const pieces = drawnOf([
      { part: 'name' },
      { part: 'attribute', label: 'before' },
      { part: 'field', label: 'after' },
      { part: 'attribute' },
    ]);
    expect(told(pieces())).toBe('name labelBefore labelAfter attribute');
  });

  it('show each part once, whatever stands where, with keys of their own beside each other', () => {
    const arbitrary = fc.record({
      elements: fc.uniqueArray(
        fc.record({
          part: fc.constantFrom(...CARD_ELEMENT_KINDS),
          step: fc.boolean(),
          revealed: fc.boolean(),
          corner: fc.boolean(),
          label: fc.constantFrom('before' as const, 'after' as const, null),
        }),
        { selector: ({ part }) => part, maxLength: CARD_ELEMENT_KINDS.length },
      ),
      places: fc.uniqueArray(fc.constantFrom(...PLACES)),
      headed: fc.boolean(),
      images: fc.integer({ min: 0, max: 2 }),
    });
    fc.assert(
      fc.property(arbitrary, ({ elements, places, headed, images }) => {
        let line = 0;
        // A picture lies neither over itself nor in its own corner; without one there is nothing to lie over.
        const pictured = elements.some(({ part }) => part === 'picture');
        const placed = elements.map(({ part, step, revealed, corner, label }): Element => {
          line += Number(step);
          const inside = pictured && part !== 'picture';
          return { part, line, label, corner: inside && corner, revealed: inside && revealed && !corner };
        });
        const pieces = drawnOf(placed, places, images)({ headed });
        const shown = flat(pieces).flatMap((piece) => ('part' in piece ? [piece.part.part] : []));
        const over = places.length > 0 && pictured && elements.some(({ part }) => part === 'badges');
        const expected = elements
          .map(({ part }) => part)
          .filter((part) => part !== 'picture')
          .filter((part) => part !== 'badges' || (places.length > 0 && !over))
          .filter((part) => part !== 'price' || !headed);
        expect([...shown].sort()).toEqual([...expected].sort());
        expect(flat(pieces).filter(({ look }) => look === 'picture')).toHaveLength(Number(pictured));
        const spots = flat(pieces).flatMap((piece) => (piece.look === 'spot' ? [piece.spot] : []));
        expect(new Set(spots).size).toBe(spots.length);
        if (over) expect(spots.length).toBeGreaterThan(0);
        const check = (some: readonly Piece[]): void => {
          expect(new Set(some.map(({ key }) => key)).size).toBe(some.length);
          for (const piece of some) if ('pieces' in piece) check(piece.pieces);
        };
        check(pieces);
      }),
    );
  });
});
