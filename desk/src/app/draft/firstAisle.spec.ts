import { describe, expect, it } from 'vitest';
import type { FloorAisle } from '@fond/contract';
import type { Reach } from '@fond/core';
import { firstAisle } from './firstAisle';

const aisle = (
  key: string,
  path: string,
  products: number,
  parent: string | null,
  plan: string,
): FloorAisle =>
  ({ key, path, products, parent, plan: { id: plan }, kind: key.split(':')[0] }) as unknown as FloorAisle;
const AISLES = [
  aisle('front', '/', 90, null, 'house'),
  aisle('category:1', '/pans', 40, null, 'house'),
  aisle('category:2', '/pans/crepe', 5, 'category:1', 'crepes'),
  aisle('category:3', '/knives', 50, null, 'house'),
  aisle('tag:3', '/tags/handmade', 70, null, 'house'),
];
const reach = (include: Reach['include'], exclude: Reach['exclude'] = []): Reach => ({ include, exclude });

describe('the aisle that a plan’s window begins with', () => {
  it('is the fullest category that it serves', () => {
    expect(firstAisle('house', null, AISLES)).toBe('/knives');
    expect(firstAisle('crepes', null, AISLES)).toBe('/pans/crepe');
  });

  it('is one that its reach names while it was never published', () => {
    expect(firstAisle('new', reach([{ kind: 'category', category: 1, below: true }]), AISLES)).toBe('/pans');
    expect(
      firstAisle(
        'new',
        reach([{ kind: 'category', category: 1, below: true }], [{ kind: 'aisle', aisle: 'category:1' }]),
        AISLES,
      ),
    ).toBe('/pans/crepe');
    expect(firstAisle('new', reach([{ kind: 'aisles', of: 'tag' }]), AISLES)).toBe('/tags/handmade');
  });

  it('is none that it has nothing to do with', () => {
    expect(firstAisle('new', reach([]), AISLES)).toBeNull();
    expect(firstAisle('new', null, AISLES)).toBeNull();
  });
});
