import { atEachWidth } from '../width/widths';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_GAP } from '../plan/fixtures';
import { atAllWidths, WIDTH_NAMES } from '../width/widths';
import { DEVICE_WIDTHS, PAGE_FRAME } from '../width/frame';
import { cardElement, USUAL_FACE } from '../card/design';
import { drawCard } from '../card/drawn';
import { USUAL_LOOK } from '../look/look';
import { cardRooms, PAGE_ROOMS, widthIn } from './room';
import type { Card } from '../card/card';
import {
  cardHeight,
  cardItem,
  laneGap,
  mixedLanes,
  pictureShape,
  staggeredPlaces,
  wordsHeight,
  type LaneItem,
} from './staggered';

type Model = Pick<Card, 'title' | 'images' | 'parts'>;
const made = (height: number, lines: number): Model => ({
  title: 'A pan',
  images: [{ hash: 'x', width: 100, height }],
  parts: [
    { part: 'picture', at: 0 },
    { part: 'badges', at: 1 },
    { part: 'name', at: 2 },
    ...Array.from({ length: lines }, (_, more) => ({
      part: 'attribute' as const,
      key: 'a',
      label: 'A',
      text: 'x',
      at: 3 + more,
    })),
  ],
});
const { elements } = drawCard(
  {
    card: [
      cardElement('picture'),
      cardElement('badges'),
      cardElement('name'),
      ...['a', 'b', 'c', 'd'].map((key) => cardElement('attribute', true, key)),
    ],
    face: USUAL_FACE,
  },
  { look: USUAL_LOOK, lang: 'en', frame: { languages: ['en'], categories: [] } },
);
const card = fc
  .tuple(fc.integer({ min: 20, max: 300 }), fc.nat(4))
  .map(([height, lines]) => made(height, lines));
const items = (cards: readonly Model[]): LaneItem[] => cards.map((one) => cardItem(one, elements));
const columns = fc.record({
  wide: fc.integer({ min: 1, max: 6 }),
  medium: fc.integer({ min: 1, max: 4 }),
  narrow: fc.integer({ min: 1, max: 2 }),
});

describe('a staggered grid', () => {
  it('keeps pictures in their own shape, within bounds, and gives a card room for its lines', () => {
    expect(pictureShape(made(100, 0))).toBe(1);
    expect(pictureShape(made(10, 0))).toBe(0.6);
    expect(pictureShape(made(900, 0))).toBe(1.5);
    expect(pictureShape({ images: [] })).toBe(9 / 8);
    const [plain, tall] = [
      cardHeight(made(100, 0), elements, 200, 'wide'),
      cardHeight(made(100, 2), elements, 200, 'wide'),
    ];
    expect(plain.widths).toBe(1);
    expect(tall.pixels).toBeGreaterThan(plain.pixels + 40);
    expect(
      cardHeight({ title: 'A pan', images: [], parts: [{ part: 'name', at: 2 }] }, elements, 200, 'wide')
        .widths,
    ).toBe(0);
  });

  it('lets no two cards overlap, and leaves no gap above any, at any viewport', () => {
    fc.assert(
      fc.property(
        fc.array(card, { maxLength: 30 }),
        columns,
        fc.nat(60).map(atAllWidths),
        fc.option(fc.nat(160).map(atAllWidths)),
        fc.integer({ min: 320, max: 1800 }),
        (cards, per, gap, rows, viewport) => {
          const name = viewport >= 1024 ? 'wide' : viewport >= 640 ? 'medium' : 'narrow';
          const width = widthIn(cardRooms(PAGE_ROOMS, per, gap), viewport);
          const places = staggeredPlaces(items(cards), PAGE_ROOMS, per, gap, PAGE_FRAME, rows).map(
            (place) => place[name],
          );
          const filled = new Map<number, number>();
          places.forEach(({ lane, widths, pixels }, at) => {
            const top = widths * width + pixels;
            expect(lane).toBeGreaterThanOrEqual(1);
            expect(lane).toBeLessThanOrEqual(per[name]);
            expect(top).toBeCloseTo(filled.get(lane) ?? 0, 6);
            const height = cardHeight(cards[at], elements, 200, name);
            filled.set(
              lane,
              top + height.widths * width + height.pixels + (rows ? rows[name] : laneGap(gap[name])),
            );
          });
        },
      ),
    );
  });

  it('reads in the order of the shelf: no card stands higher than one before it, at the widths of devices', () => {
    fc.assert(
      fc.property(fc.array(card, { maxLength: 30 }), columns, (cards, per) => {
        const places = staggeredPlaces(items(cards), PAGE_ROOMS, per, atEachWidth(USUAL_GAP));
        for (const name of WIDTH_NAMES) {
          const width = widthIn(cardRooms(PAGE_ROOMS, per, USUAL_GAP), DEVICE_WIDTHS[name]);
          const tops = places.map((place) => place[name].widths * width + place[name].pixels);
          for (let at = 1; at < tops.length; at++)
            expect(tops[at]).toBeGreaterThanOrEqual(tops[at - 1] - 0.5 - 1e-6);
        }
      }),
    );
  });

  it('gives room to what stands among its cards, in the order in which it is read', () => {
    const words = { heightAt: () => ({ widths: 0, pixels: 200 }), shape: 0 };
    const cards = [made(100, 0), made(100, 0), made(100, 0)] as unknown as Card[];
    const per = { wide: 2, medium: 2, narrow: 1 };
    const shape = { form: 'staggered' as const, columns: per, gap: USUAL_GAP };
    const { lanes, others } = mixedLanes(
      cards,
      [{ ...words, before: 1 }],
      PAGE_ROOMS,
      shape,
      elements,
      PAGE_FRAME,
    );
    expect(lanes.map(({ narrow }) => narrow.pixels)).toEqual(
      [...lanes.map(({ narrow }) => narrow.pixels)].sort((a, b) => a - b),
    );
    expect(others[0].narrow.pixels).toBeGreaterThan(lanes[0].narrow.pixels);
    expect(lanes[1].narrow.pixels - others[0].narrow.pixels).toBeGreaterThanOrEqual(200);
    expect(others[0].wide.lane, 'beside the first card').toBe(2);
    expect(mixedLanes(cards, [], PAGE_ROOMS, shape, elements, PAGE_FRAME).lanes).toHaveLength(3);
  });

  it('counts more room for more words, and none for none', () => {
    const said = (words: string) => wordsHeight({ heading: '', words, link: null }, 200);
    expect(said('')).toBe(0);
    expect(said('a'.repeat(200))).toBeGreaterThan(said('a'.repeat(20)));
    expect(wordsHeight({ heading: '', words: '', link: {} }, 200)).toBeGreaterThan(44);
  });
});
