import type { FixtureModel, ShelfModel, ShopModel } from '@fond/core';

/** The aisle's own shelf among fixtures, also where it stands within others. */
function find(fixtures: readonly FixtureModel[]): ShelfModel | undefined {
  for (const fixture of fixtures) {
    if (fixture.type === 'shelf') return fixture;
    if (!('slots' in fixture)) continue;
    const found = fixture.slots.map((slot) => find(slot.fixtures)).find(Boolean);
    if (found) return found;
  }
  return undefined;
}

/** The shelf of a page; undefined on a page without one. */
export const shelfIn = (model: ShopModel): ShelfModel | undefined =>
  model.kind === 'listing' ? find(model.fixtures) : undefined;
