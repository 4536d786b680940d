import { atAllWidths } from '@fond/core';
import { describe, expect, it } from 'vitest';
import type { FixtureModel, ShelfModel, ShopModel } from '@fond/core';
import { shelfIn } from './shelfIn';

const shelf = { id: 'shelf', type: 'shelf', page: 2 } as ShelfModel;
const title: FixtureModel = { id: 'title', type: 'title', text: 'Pans' };
const tabs = (...fixtures: FixtureModel[]): FixtureModel => ({
  id: 'tabs',
  type: 'tabs',
  slots: [
    { id: 'a', label: 'A', between: null, fixtures: [] },
    { id: 'b', label: 'B', between: null, fixtures },
  ],
});
const columns = (...fixtures: FixtureModel[]): FixtureModel => ({
  id: 'columns',
  type: 'columns',
  gap: atAllWidths(0),
  down: 'start',
  stacked: 'narrow',
  slots: [
    { id: 'a', width: { by: 'share', share: 100 }, medium: null, stuck: false, between: null, fixtures },
  ],
});
const page = (...fixtures: FixtureModel[]): ShopModel =>
  ({ kind: 'listing', fixtures }) as unknown as ShopModel;

describe('the aisle’s own shelf', () => {
  it('is found on the page itself and however deep it stands', () => {
    expect(shelfIn(page(title, shelf))).toBe(shelf);
    expect(shelfIn(page(title, columns(title, tabs(title, shelf))))).toBe(shelf);
  });

  it('is not there on a page without one, nor on pages of other kinds', () => {
    expect(shelfIn(page(title, columns(tabs(title))))).toBeUndefined();
    expect(shelfIn({ kind: 'missing' } as ShopModel)).toBeUndefined();
  });
});
