import { describe, expect, it } from 'vitest';
import { settingWords } from './settingWords';

const said = (path: string, what: 'set' | 'added' | 'moved' | 'removed' = 'set'): string =>
  settingWords({ path: path.split('/'), what });

describe('settingWords', () => {
  it('name single settings as people do', () => {
    expect(said('fixtures/shelf/columns/wide')).toBe('columns on wide pages');
    expect(said('fixtures/shelf/gap/wide')).toBe('gap on wide pages');
    expect(said('badges/rules/sale/ground')).toBe('badge sale: ground');
    expect(said('badges/rules/sale')).toBe('badge sale');
    expect(said('badges/most')).toBe('badges on a card');
    expect(said('fixtures/facets/facets/material/label')).toBe('filter material: label');
    expect(said('fixtures/shelf/order/choices/price/label')).toBe('sort choice price: label');
    expect(said('fixtures/shelf/card/attribute:hob/on')).toBe('hob on the card: shown or not');
    expect(said('related')).toBe('related products');
  });

  it('say of a button, a part and a filter what people call them', () => {
    expect(said('fixtures/shelf/card/cart/text/en')).toBe('cart button on the card: own words en');
    expect(said('fixtures/part-2', 'added')).toBe('part 2 added');
    expect(said('fixtures/facets/facets/q', 'added')).toBe('filter search in the aisle added');
    expect(
      settingWords({ path: ['fixtures', 'facets', 'facets', 'hob-types'], what: 'added' }, () => 'hob types'),
    ).toBe('filter hob types added');
    expect(said('fixtures/shelf/order/sink')).toBe('products at the end');
  });

  it('name fixtures and list items that were added, moved or taken away', () => {
    expect(said('fixtures/title', 'removed')).toBe('title taken away');
    expect(said('fixtures/facets/facets/tag', 'added')).toBe('filter tag added');
    expect(said('fixtures/shelf/card/price', 'moved')).toBe('price on the card moved');
  });
});
