import { describe, expect, it } from 'vitest';
import type { ArrangedProduct } from '@fond/contract';
import { figureText, scaleOf, shadeOf } from './boardFigures';

const withStock = (stock: number | null): ArrangedProduct =>
  ({ figures: { stock } }) as unknown as ArrangedProduct;

describe('the scale of a figure', () => {
  it('has about as many products in each shade, whatever the largest is', () => {
    const products = [...Array(10).keys(), 5000].map(withStock);
    const scale = scaleOf(products, 'stock')!;
    expect(scale).toEqual({ steps: [0, 2, 4, 6, 8], most: 5000 });
    expect([0, 1, 2, 9, 5000].map((number) => shadeOf(scale, number))).toEqual([0, 0, 1, 4, 4]);
  });

  it('has fewer shades where there are few different numbers, and none where there are none', () => {
    expect(scaleOf([withStock(3), withStock(3), withStock(null)], 'stock')).toEqual({ steps: [3], most: 3 });
    expect(scaleOf([withStock(null)], 'stock')).toBeNull();
    expect(shadeOf(null, 3)).toBeNull();
  });

  it('is written short, in its unit', () => {
    expect(figureText('saving', 20)).toBe('20 %');
    expect(figureText('age', 12)).toBe('12 d');
    expect(figureText('margin', null)).toBe('–');
  });
});
