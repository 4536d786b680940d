import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_BADGES } from '../badge/rule';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { USUAL_LOOK } from '../look/look';
import { editionFrom } from '../plan/edition';
import { startingFixtures } from '../plan/housePlan';
import type { Fixture, Paging } from '../plan/plan';
import { FRAME, NOW, product } from '../testing/catalogues';
import { composePage } from './composePage';
import { shelfModelOf, type PageModel, type ShelfModel } from './pageModel';
import { USUAL_PRODUCT_PAGE } from '../plan/productPage';

const editionWith = (paging: Paging, size: number) =>
  editionFrom(1, {
    documents: [
      {
        id: 'house',
        kind: 'page',
        name: 'House',
        reach: { include: [{ kind: 'everything' }], exclude: [] },
        rank: 0,
        productPage: USUAL_PRODUCT_PAGE,
        look: USUAL_LOOK,
        badges: USUAL_BADGES,
        css: '',
        fixtures: startingFixtures([], []).map((fixture): Fixture =>
          fixture.type === 'shelf'
            ? { ...fixture, paging, pageSize: { by: 'products', count: size } }
            : fixture,
        ),
      },
    ],
    ranges: [],
    blends: [],
  });
const shopOf = (ids: readonly number[]) =>
  snapshotOf(
    FRAME,
    ids.map((id) => product(id, { categories: [2] })),
  );
const parametersOf = (address: string): Record<string, string> =>
  Object.fromEntries(new URLSearchParams(address.split('?')[1] ?? ''));
const asked = (
  ids: readonly number[],
  paging: Paging,
  size: number,
  parameters: Record<string, string>,
): PageModel =>
  composePage(shopOf(ids), editionWith(paging, size), {
    path: '/cookware/pans',
    parameters,
    matches: null,
    now: NOW,
  })!;
const shown = (page: PageModel): ShelfModel => shelfModelOf(page)!;
const idsOf = ({ cards }: ShelfModel): number[] => cards.map(({ id }) => id);

const MORE: Paging = { form: 'more', stop: 3 };
const ids = fc.uniqueArray(fc.integer({ min: 1, max: 400 }), { minLength: 1, maxLength: 60 });
const sizes = fc.integer({ min: 1, max: 12 });

describe('pages that add to each other', () => {
  it('make up the whole, each product once and in the order of numbered pages', () => {
    fc.assert(
      fc.property(ids, sizes, (all, size) => {
        const single: number[] = [];
        let window = shown(asked(all, MORE, size, {}));
        for (let page = 1; ; page++) {
          single.push(
            ...idsOf(shown(asked(all, { form: 'numbered', stop: 3 }, size, { page: String(page) }))),
          );
          expect(idsOf(window)).toEqual(single);
          expect(window).toMatchObject({ firstPage: 1, page, from: 1, to: single.length, total: all.length });
          if (!window.more) break;
          expect(window.more.count).toBe(Math.min(size, all.length - single.length));
          window = shown(asked(all, MORE, size, parametersOf(window.more.href)));
        }
        expect([...single].sort((a, b) => a - b)).toEqual([...all].sort((a, b) => a - b));
      }),
    );
  });

  it('hold nothing twice and lose nothing when the catalogue changes between two of them', () => {
    fc.assert(
      fc.property(ids, ids, sizes, (before, after, size) => {
        const { more } = shown(asked(before, MORE, size, {}));
        if (!more) return;
        const then = shown(asked(after, MORE, size, parametersOf(more.href)));
        const fresh = idsOf(shown(asked(after, MORE, Math.max(1, after.length), {})));
        // What is shown is the beginning of what there is now, whatever stood there before.
        expect(idsOf(then)).toEqual(fresh.slice(0, then.cards.length));
        expect(then.cards.length).toBe(Math.min(after.length, then.page * size));
      }),
    );
  });

  it('begin where an address says, and lead to those before', () => {
    const all = Array.from({ length: 30 }, (_, n) => n + 1);
    const third = shown(asked(all, MORE, 5, { page: '3' }));
    expect(third).toMatchObject({ firstPage: 3, from: 11, to: 15, earlier: '/cookware/pans?page=3&from=2' });
    const two = shown(asked(all, MORE, 5, parametersOf(third.earlier!)));
    expect(two).toMatchObject({
      firstPage: 2,
      from: 6,
      to: 15,
      more: { href: '/cookware/pans?page=4&from=2' },
    });
    expect(shown(asked(all, MORE, 5, { page: '3', from: '1' })).earlier).toBeNull();
  });

  it('are told to search engines as pages by themselves only', () => {
    const all = Array.from({ length: 30 }, (_, n) => n + 1);
    const robots = (parameters: Record<string, string>) => asked(all, MORE, 5, parameters).frame.meta.robots;
    expect(robots({ page: '3' })).toBe('index,follow');
    expect(robots({ page: '3', from: '1' })).toBe('noindex,follow');
    expect(asked(all, MORE, 5, { page: '3' }).frame.meta.canonical).toBe('/cookware/pans?page=3');
  });

  it('are so many at most that a page stays one', () => {
    const all = Array.from({ length: 400 }, (_, n) => n + 1);
    const window = shown(asked([...all, ...all.map((id) => id + 400)], MORE, 100, { page: '8', from: '1' }));
    expect(window).toMatchObject({ firstPage: 3, from: 201, to: 800 });
  });

  it('are one by one where the plan has numbers, whatever an address says', () => {
    const all = Array.from({ length: 30 }, (_, n) => n + 1);
    const page = asked(all, { form: 'numbered', stop: 3 }, 5, { page: '3', from: '1' });
    expect(shown(page)).toMatchObject({ firstPage: 3, from: 11, more: null, earlier: null });
    expect(asked(all, MORE, 5, { page: '3', from: 'x' }).malformed).toMatchObject([{ path: 'from' }]);
  });
});
