import { describe, expect, it } from 'vitest';
import { findAll, planOf, shopOf, someProducts, wholeProduct } from '../testing/checkedShops';
import { findingName, type Finding } from './finding';
import { markName, marksOver, readMark } from './marks';

const snapshot = shopOf([
  ...someProducts(4),
  wholeProduct(5, { price: null }),
  wholeProduct(6, { price: null }),
]);
const plans = [planOf(snapshot, { pageSize: { by: 'products', count: 7 } })];
const count = (kind: Finding['kind'], putOff: readonly string[]): number =>
  findAll(snapshot, plans, { putOff: new Set(putOff) }).groups.find((group) => group.kind === kind)?.count ??
  0;

describe('a mark that puts findings off', () => {
  it('reaches one, all below a category, all of a plan, or all of the kind', () => {
    const crepe: Finding = { kind: 'aisle-empty', aisle: 'category:3', products: 0 };
    expect(marksOver(crepe, snapshot.aisles)).toEqual([
      'aisle-empty category:3',
      'aisle-empty @below category:3',
      'aisle-empty @below category:2',
      'aisle-empty @below category:1',
      'aisle-empty @everywhere',
    ]);
    const ragged: Finding = { kind: 'rows-ragged', plan: 'p', size: 7, widths: ['wide'] };
    expect(marksOver(ragged, snapshot.aisles)).toEqual([
      'rows-ragged p',
      'rows-ragged @plan p',
      'rows-ragged @everywhere',
    ]);
  });

  it('leaves out what it reaches and nothing else', () => {
    const empty = count('aisle-empty', []);
    expect(count('aisle-empty', ['aisle-empty @below category:1'])).toBe(
      empty - ['category:3', 'category:4'].length,
    );
    expect(count('aisle-empty', ['aisle-empty @everywhere', 'product-priceless P-5'])).toBe(0);
    expect(count('product-priceless', ['aisle-empty @everywhere', 'product-priceless P-5'])).toBe(1);
    expect(count('rows-ragged', [`rows-ragged @plan ${plans[0].id}`])).toBe(0);
    expect(count('rows-ragged', ['rows-ragged @plan other'])).toBe(1);
  });

  it('is told with how many it silences', () => {
    const { putOff } = findAll(snapshot, plans, { putOff: new Set(['product-priceless @everywhere']) });
    expect(putOff).toEqual([
      {
        mark: 'product-priceless @everywhere',
        count: 2,
        first: { kind: 'product-priceless', sku: 'P-5' },
      },
    ]);
  });

  it('is read back from its name', () => {
    const finding: Finding = { kind: 'aisle-empty', aisle: 'category:3', products: 0 };
    for (const reach of [{ of: 'this' }, { of: 'below', aisle: 'category:1' }, { of: 'everywhere' }] as const)
      expect(readMark(markName(finding, reach))).toEqual({ kind: 'aisle-empty', reach });
    expect(readMark(findingName({ kind: 'redirect-dead', from: '/a b', to: '/c' }))).toEqual({
      kind: 'redirect-dead',
      reach: { of: 'this' },
    });
    for (const name of ['constructor x', '', 'made-up @everywhere']) expect(readMark(name)).toBeNull();
  });
});
