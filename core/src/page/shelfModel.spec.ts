import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { orderGroup, USUAL_PIN, type ShelfOrder } from '../order/sorting';
import { editionFrom } from '../plan/edition';
import { housePlan } from '../plan/housePlan';
import type { Edition, Plan } from '../plan/plan';
import { FRAME, NOW, product } from '../testing/catalogues';
import { composePage } from './composePage';
import { shelfModelOf, type PageModel } from './pageModel';
import { pagerOf } from './shelfModel';

const editionOf = (plan: Plan): Edition => editionFrom(1, { documents: [plan], ranges: [], blends: [] });

describe('pagerOf', () => {
  it('shows first, last and neighbours, and names a lone left-out page', () => {
    expect(pagerOf(1, 1)).toEqual([1]);
    expect(pagerOf(1, 9)).toEqual([1, 2, 3, 4, null, 9]);
    expect(pagerOf(5, 9)).toEqual([1, null, 4, 5, 6, null, 9]);
    expect(pagerOf(4, 7)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(pagerOf(9, 9)).toEqual([1, null, 6, 7, 8, 9]);
  });

  it('never repeats a page and always leads to the first, the last and the current one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 60 }), (a, b) => {
        const [page, pages] = a < b ? [a, b] : [b, a];
        const numbers = pagerOf(page, pages).filter((n) => n !== null);
        expect(numbers).toEqual([...new Set(numbers)].sort((x, y) => x - y));
        expect(numbers).toEqual(expect.arrayContaining([1, page, pages]));
      }),
    );
  });
});

describe('a plan’s own order', () => {
  const rows = Array.from({ length: 30 }, (_, k) =>
    product(k + 1, {
      stock: k % 7 === 3 ? 0 : 5,
      featured: k === 20,
      attributes: { material: ['steel', 'iron'][k % 2] },
    }),
  );
  const snapshot = snapshotOf(FRAME, rows);
  const planned = (change: Partial<ShelfOrder>): Plan => {
    const house = housePlan(snapshot, 'House');
    return {
      ...house,
      fixtures: house.fixtures.map((fixture) =>
        fixture.type === 'shelf'
          ? {
              ...fixture,
              order: { ...fixture.order, levels: [{ key: 'newest', reversed: false }], ...change },
            }
          : fixture,
      ),
    };
  };
  const skus = (plan: Plan, parameters: Record<string, string> = {}): string[] => {
    const all: string[] = [];
    for (let page = 1; page <= 3; page++) {
      const model = composePage(snapshot, editionOf(plan), {
        path: '/',
        parameters: { ...parameters, size: '10', page: String(page) },
        matches: null,
        now: NOW,
      })!;
      all.push(...shelfModelOf(model)!.cards.map(({ sku }) => sku));
    }
    return all;
  };

  it('holds pins, lifts, keeps sold out last, and shows everybody once over its pages', () => {
    const plan = planned({
      pins: [{ ...USUAL_PIN, sku: 'P-25', place: 2, aisle: 'front' }],
      groups: [orderGroup('front', 'front', [{ kind: 'featured' }])],
      soldOutLast: true,
    });
    const all = skus(plan);
    expect(new Set(all).size).toBe(30);
    expect(all.slice(0, 3)).toEqual(['P-21', 'P-25', 'P-1']);
    expect(all.slice(-3)).toEqual(['P-4', 'P-11', 'P-18']);
  });

  it('gives way to the sort that a shopper chose, save for what is sold out', () => {
    const plan = planned({
      pins: [{ ...USUAL_PIN, sku: 'P-25', place: 1 }],
      groups: [orderGroup('front', 'front', [{ kind: 'featured' }])],
      soldOutLast: true,
    });
    const all = skus(plan, { order: 'price' });
    expect(all.slice(0, 3)).toEqual(['P-1', 'P-2', 'P-3']);
    expect(all.at(-1)).toBe('P-25');
  });

  it('keeps what is alike apart', () => {
    const all = skus(
      planned({ spread: { by: 'material', most: 1 }, levels: [{ key: 'stock', reversed: false }] }),
    );
    const materialOf = (sku: string): unknown => rows.find((row) => row.sku === sku)!.attributes['material'];
    for (let at = 1; at < 20; at++) expect(materialOf(all[at])).not.toBe(materialOf(all[at - 1]));
  });
});

describe('a shelf that shoppers may turn into a list', () => {
  const snapshot = snapshotOf(FRAME, [product(1), product(2)]);
  const ask = (listSwitch: boolean, parameters: Record<string, string>, view?: 'grid' | 'list') => {
    const house = housePlan(snapshot, 'House');
    const fixtures = house.fixtures.map((fixture) =>
      fixture.type === 'shelf' ? { ...fixture, listSwitch } : fixture,
    );
    return composePage(snapshot, editionOf({ ...house, fixtures }), {
      path: '/cookware/pans',
      parameters,
      matches: null,
      now: NOW,
      view,
    })!;
  };
  const formOf = (page: PageModel) => shelfModelOf(page)!.form;

  it('is what the address says, else what they chose before, else what the plan says', () => {
    expect(formOf(ask(true, {}))).toBe('grid');
    expect(formOf(ask(true, { view: 'list' }))).toBe('list');
    expect(formOf(ask(true, {}, 'list'))).toBe('list');
    expect(formOf(ask(true, { view: 'grid' }, 'list'))).toBe('grid');
    const views = shelfModelOf(ask(true, {}, 'list'))!.views;
    expect(views).toEqual([
      { view: 'grid', href: '/cookware/pans?view=grid', selected: false },
      { view: 'list', href: '/cookware/pans?view=list', selected: true },
    ]);
  });

  it('stays as the plan has it where they may not', () => {
    const page = ask(false, { view: 'list' }, 'list');
    expect(formOf(page)).toBe('grid');
    expect(shelfModelOf(page)!.views).toBeNull();
  });

  it('repeats the page, so search engines keep to the one without; a strange view is told', () => {
    expect(ask(true, { view: 'list' }).frame.meta.robots).toBe('noindex,follow');
    expect(ask(true, {}).frame.meta.robots).toBe('index,follow');
    expect(ask(true, { view: 'heap' }).malformed).toMatchObject([{ path: 'view' }]);
  });
});
