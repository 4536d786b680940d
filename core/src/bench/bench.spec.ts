import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { housePlan } from '../plan/housePlan';
import { FRAME, NOW, product } from '../testing/catalogues';
import { composeBench } from './bench';

const image = (width: number, height: number) => ({
  hash: `${width}x${height}`.padEnd(32, '0'),
  width,
  height,
});
const snapshot = snapshotOf(FRAME, [
  product(1, { images: [image(800, 900), image(800, 900)] }),
  product(2, { titles: { en: 'A name that goes on and on until nobody reads it any more' } }),
  product(3, { images: [image(1200, 600)] }),
  product(4, { images: [image(600, 1200)], stock: 0 }),
  product(5, { price: 1000, was: 4000, images: [image(800, 900)] }),
]);
const plan = housePlan(snapshot, 'House');
const bench = (show: 'card' | 'badges', lang?: string) =>
  composeBench(snapshot, plan, 1, {
    aisle: snapshot.aisles.byKey.get('front')!,
    lang,
    show,
    context: { now: NOW, ranges: [], blends: [] },
  })!;

describe('the bench of a card', () => {
  it('holds the product that is hardest for each reason, and names what the shop has not', () => {
    const { shelves, absent } = bench('card');
    const hard = shelves.find(({ kind }) => kind === 'hard')!;
    const of = (why: string) => hard.cards.find((one) => one.why === why)?.card.id;
    expect(of('long')).toBe(2);
    expect(of('wide')).toBe(3);
    expect(of('tall')).toBe(4);
    expect(of('sold-out')).toBe(4);
    expect(of('saving')).toBe(5);
    expect(of('blank')).toBe(2);
    for (const reason of absent) expect(of(reason)).toBeUndefined();
  });

  it('shows one card in all its states, and the same design as a line of a list', () => {
    const { shelves } = bench('card');
    expect(
      shelves
        .find(({ kind }) => kind === 'states')!
        .cards.map(({ state }) => state)
        .slice(0, 4),
    ).toEqual(['rest', 'hover', 'focus', 'tapped']);
    const list = shelves.find(({ kind }) => kind === 'list')!;
    expect(list.drawn.elements.some(({ revealed }) => revealed)).toBe(false);
    expect(list.width.wide).toBeGreaterThan(shelves[0].width.wide);
  });

  it('counts how many products of the aisle fill each element', () => {
    const { products, coverage } = bench('card');
    expect(products).toBe(5);
    expect(coverage.find(({ name }) => name === 'cart')!.products).toBe(
      [0, 1, 2, 3, 4].filter((p) => !Number.isNaN(snapshot.price.numbers[p])).length,
    );
  });

  it('shows a product for every badge that any carries', () => {
    const carried = bench('badges').shelves[0].cards.flatMap(({ card }) => card.badges.map(({ key }) => key));
    expect(carried).toContain('sold-out');
    expect(carried).toContain('sale');
  });
});
