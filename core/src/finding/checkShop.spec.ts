import { describe, expect, it } from 'vitest';
import { editionFrom } from '../plan/edition';
import { FRESH_FRAME } from '../plan/fixtures';
import { usual } from '../plan/housePlan';
import { USUAL_PIN } from '../order/sorting';
import { cardElement } from '../card/design';
import { runToEnd } from '../catalogue/steps';
import type { Fixture, HeirDocument } from '../plan/plan';
import { FRAME, NOW } from '../testing/catalogues';
import type { Texts } from '../text/texts';
import { findAll, ofKind, planOf, shopOf, someProducts, wholeProduct } from '../testing/checkedShops';
import { renditionFor, renditionName, RENDITION_WIDTHS } from '../width/renditions';
import { findHeavyPictures } from './drawnPictures';
import type { FindingKind } from './finding';
import { findInPlans } from './findInShop';

describe('where shoppers can’t come to', () => {
  const page = (id: number) => ({
    id,
    path: `/page-${id}`,
    titles: { en: `Page ${id}` },
    descriptions: {},
    standsFor: null,
    open: true,
  });
  const frame = { ...FRAME, pages: [page(1), page(2)] };
  const snapshot = shopOf([...someProducts(3), wholeProduct(9, { collections: [1] })], frame);
  const unlinked = (more: readonly Fixture[]): string[] =>
    ofKind(snapshot, [planOf(snapshot, {}, more)], 'aisle-unlinked').map((one) =>
      'aisle' in one ? one.aisle : '',
    );
  const tiles = (change: Partial<Extract<Fixture, { type: 'tiles' }>>): Fixture => ({
    ...usual('tiles'),
    ...FRESH_FRAME.tiles,
    ...change,
  });

  it('is what no navigation, tile, link or product leads to', () => {
    expect(unlinked([])).toEqual(expect.arrayContaining(['collection:1', 'page:1', 'page:2']));
    expect(unlinked([]), 'categories of products, and their aisles above').not.toContain('category:2');
    expect(unlinked([tiles({ of: { kind: 'all', of: 'collection' } })])).not.toContain('collection:1');
    const words: Fixture = {
      ...usual('words'),
      type: 'words',
      html: { en: '<p><a href="/shop/page-1">One</a></p>' },
    };
    expect(unlinked([words])).toEqual(expect.not.arrayContaining(['page:1']));
    expect(unlinked([words])).toContain('page:2');
  });

  it('is a ring of pages that lead to one another alone', () => {
    const house = planOf(snapshot);
    const ring = {
      ...planOf(snapshot, {}, [tiles({ of: { kind: 'all', of: 'page' } })]),
      id: 'ring',
      name: 'Ring',
      reach: { include: [{ kind: 'aisles', of: 'page' } as const], exclude: [] },
    };
    const aisles = ofKind(snapshot, [house, ring], 'aisle-unlinked');
    expect(aisles).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ aisle: 'page:1' }),
        expect.objectContaining({ aisle: 'page:2' }),
      ]),
    );
  });
});

describe('what is told in words', () => {
  it('is missing in a language for an aisle, and for values most of which have a word', () => {
    const value = (fr?: string) => ({ en: 'x', ...(fr && { fr }) });
    const [material, ...others] = FRAME.attributes;
    const frame = {
      ...FRAME,
      attributes: [
        { ...material, valueLabels: { steel: value('acier'), iron: value('fonte'), oak: value() } },
        ...others,
      ],
    };
    const rows = ['steel', 'iron', 'oak'].map((of, at) =>
      wholeProduct(at + 1, { attributes: { material: of, colour: 'blue' } }),
    );
    const snapshot = shopOf(rows, frame);
    const plans = [planOf(snapshot)];
    expect(ofKind(snapshot, plans, 'values-untranslated')).toEqual([
      { kind: 'values-untranslated', attribute: 'material', label: 'Material', lang: 'fr', values: 1 },
    ]);
    expect(
      ofKind(snapshot, plans, 'label-untranslated').map((one) => 'attribute' in one && one.attribute),
    ).toEqual(['hob', 'oven-safe', 'colour']);
    const named = ofKind(snapshot, plans, 'aisle-untranslated').map((one) =>
      'aisle' in one ? one.aisle : '',
    );
    expect(named).toContain('category:3');
    expect(named).not.toContain('category:2');
  });

  it('is the same for several aisles or products, or too long for results of a search', () => {
    const described = FRAME.categories.map((one) => ({
      ...one,
      descriptions: (one.id === 2 || one.id === 5 ? { en: '<p>Fine things.</p>' } : {}) as Texts,
    }));
    const snapshot = shopOf(
      [
        wholeProduct(1, { titles: { en: 'Pan', fr: 'Poêle' } }),
        wholeProduct(2, { titles: { en: 'Pan', fr: 'Sauteuse' } }),
        wholeProduct(3, { titles: { en: 'A'.repeat(61), fr: 'B' } }),
      ],
      { ...FRAME, categories: described },
    );
    const plans = [planOf(snapshot)];
    expect(ofKind(snapshot, plans, 'description-double')).toEqual([
      { kind: 'description-double', aisle: 'category:2', others: ['category:5'] },
    ]);
    expect(ofKind(snapshot, plans, 'product-double')).toEqual([
      { kind: 'product-double', sku: 'P-1', other: 'P-2', others: 1 },
    ]);
    expect(ofKind(snapshot, plans, 'title-long')).toEqual([
      { kind: 'title-long', sku: 'P-3', lang: 'en', letters: 61 },
    ]);
  });
});

describe('what plans ask for', () => {
  it('is a clause that takes nothing away, or names what is gone', () => {
    const snapshot = shopOf(someProducts(6).map((row, at) => ({ ...row, featured: at < 2 })));
    const plans = [
      planOf(snapshot, {
        range: {
          source: { kind: 'aisle', below: true, main: false },
          clauses: [{ kind: 'featured' }, { kind: 'stock', states: ['in'] }, { kind: 'tag', tag: 99 }],
        },
      }),
    ];
    expect(ofKind(snapshot, plans, 'clause-idle')).toMatchObject([{ clause: { kind: 'stock' } }]);
    expect(ofKind(snapshot, plans, 'clause-gone')).toMatchObject([{ clause: { kind: 'tag', tag: 99 } }]);
  });

  it('is a line that most cards leave out, or a pin that can’t hold in its aisle', () => {
    const snapshot = shopOf(
      someProducts(10).map((row, at) => ({ ...row, ...(at < 3 && { attributes: { material: 'steel' } }) })),
    );
    const house = planOf(snapshot);
    const shelf = house.fixtures.find((one) => one.type === 'shelf')!;
    const plans = [
      planOf(snapshot, {
        card: [...shelf.card, cardElement('attribute', true, 'material')],
        order: { ...shelf.order, pins: [{ ...USUAL_PIN, sku: 'P-1', place: 1, aisle: 'category:5' }] },
      }),
    ];
    expect(ofKind(snapshot, plans, 'line-bare')).toMatchObject([
      { attribute: 'material', label: 'Material', products: 3, of: 10 },
    ]);
    expect(ofKind(snapshot, plans, 'pins-lost')).toMatchObject([{ aisle: 'category:5', skus: ['P-1'] }]);
  });

  it('is more cards on one page than a phone draws quickly', () => {
    const snapshot = shopOf(someProducts(120));
    const sized = (count: number) =>
      ofKind(snapshot, [planOf(snapshot, { pageSize: { by: 'products', count } })], 'page-heavy');
    expect(sized(96)).toEqual([]);
    expect(sized(120)).toMatchObject([{ cards: 120, aisles: expect.any(Number) }]);
    expect(ofKind(snapshot, [planOf(snapshot, { pageSize: { by: 'all' } })], 'page-heavy')).toMatchObject([
      { cards: 120 },
    ]);
  });

  it('is a picture that is drawn wider than it is', () => {
    const small = { hash: 'small', width: 100, height: 100 };
    const snapshot = shopOf(
      someProducts(3).map((row, at) => ({ ...row, images: at ? row.images : [small] })),
    );
    expect(ofKind(snapshot, [planOf(snapshot)], 'pictures-small')).toMatchObject([
      { type: 'shelf', pictures: 1, width: 100 },
    ]);
  });

  it('is a picture that weighs too much as its place fetches it', () => {
    const noisy = { hash: 'noisy', width: 4000, height: 4000 };
    const snapshot = shopOf(
      someProducts(3).map((row, at) => ({ ...row, images: at ? row.images : [noisy] })),
    );
    const heavy = (names: Readonly<Record<string, number>>) =>
      ofKind(snapshot, [planOf(snapshot)], 'pictures-heavy', { heavy: new Map(Object.entries(names)) });
    const [{ needed }] = runToEnd(
      findHeavyPictures(
        new Map(RENDITION_WIDTHS.map((width) => [renditionName('noisy', width), 300_000])),
        snapshot,
        [planOf(snapshot)],
        [],
        { now: NOW, ranges: [], blends: [] },
      ),
    );
    const fetched = renditionFor(needed, 1);
    expect(heavy({ [`noisy-${fetched}`]: 300_000 })).toMatchObject([
      { type: 'shelf', pictures: 1, width: fetched, bytes: 300_000 },
    ]);
    expect(heavy({ 'noisy-2720': 900_000 }), 'nothing draws it so wide').toEqual([]);
    expect(heavy({ [`other-${fetched}`]: 900_000 })).toEqual([]);
  });

  it('is what a plan’s own CSS does to those who have no mouse, told of the plan that says it', () => {
    const snapshot = shopOf(someProducts(3));
    const plan = { ...planOf(snapshot), css: '.more {}' };
    const smallTargets = [{ selector: 'a', pixels: 9 }];
    const asRead = (css: string) =>
      css ? { pointerOnly: ['a:hover'], smallTargets } : { pointerOnly: [], smallTargets: [] };
    const of = (kind: FindingKind) => ofKind(snapshot, [plan], kind, { readCss: asRead });
    expect(of('css-pointer')).toEqual([{ kind: 'css-pointer', plan: plan.id, selectors: ['a:hover'] }]);
    expect(of('css-targets')).toEqual([{ kind: 'css-targets', plan: plan.id, targets: smallTargets }]);
  });

  it('is a condition that no page of the plan meets', () => {
    const snapshot = shopOf(someProducts(3));
    const never = (when: Fixture['when']): boolean => {
      const banner: Fixture = { ...usual('banner'), ...FRESH_FRAME.banner, when };
      const plan = {
        ...planOf(snapshot, {}, [banner]),
        reach: { include: [{ kind: 'category', category: 1, below: true } as const], exclude: [] },
      };
      return ofKind(snapshot, [plan], 'condition-never').length > 0;
    };
    expect(never({ kind: 'category', category: 2, below: false })).toBe(false);
    expect(never({ kind: 'category', category: 5, below: true })).toBe(true);
    expect(never({ kind: 'aisles', of: ['collection'] })).toBe(true);
    expect(
      never({ kind: 'none', of: [{ kind: 'aisles', of: ['category'] }] }),
      'left to whoever wrote it',
    ).toBe(false);
    expect(
      never({
        kind: 'all',
        of: [
          { kind: 'filters', used: true },
          { kind: 'filters', used: false },
        ],
      }),
    ).toBe(true);
    expect(never({ kind: 'dates', from: '2026-08-02', to: '2026-08-01' })).toBe(true);
    expect(never(null)).toBe(false);
  });

  it('is told of a base alone where an heir takes it over', () => {
    const snapshot = shopOf(someProducts(6));
    const base = planOf(snapshot, {
      pageSize: { by: 'products', count: 8 },
      columns: { wide: 3, medium: 2, narrow: 2 },
    });
    const heir: HeirDocument = {
      ...{ id: 'heir', kind: 'page', name: 'Heir', rank: 0, base: base.id, own: null },
      reach: { include: [{ kind: 'aisle', aisle: 'category:2' }], exclude: [] },
    };
    const edition = editionFrom(1, { documents: [base, heir], ranges: [], blends: [] });
    expect(ofKind(snapshot, [], 'rows-ragged', { edition })).toMatchObject([{ plan: base.id }]);
  });

  it('is a range or a blend that nobody uses', () => {
    const snapshot = shopOf(someProducts(1));
    const unused = { ranges: [{ id: 'r', name: 'Gifts' }], blends: [{ id: 'b', name: 'Ours' }] };
    const { groups } = findAll(snapshot, [planOf(snapshot)], { unused });
    expect(groups.flatMap((group) => group.found)).toEqual(
      expect.arrayContaining([
        { kind: 'range-unused', range: 'r', name: 'Gifts' },
        { kind: 'blend-unused', blend: 'b', name: 'Ours' },
      ]),
    );
  });
});

describe('what a publication has to answer for', () => {
  it('is what its plans and their aisles have, told apart from what is live already', () => {
    const snapshot = shopOf(someProducts(6));
    const live = planOf(snapshot, {
      pageSize: { by: 'products', count: 8 },
      columns: { wide: 3, medium: 2, narrow: 2 },
    });
    const other = {
      ...live,
      id: 'other',
      reach: { include: [{ kind: 'aisle', aisle: 'category:5' } as const], exclude: [] },
    };
    const draft = planOf(snapshot, {
      pageSize: { by: 'products', count: 8 },
      columns: { wide: 3, medium: 2, narrow: 2 },
      range: { source: { kind: 'aisle', below: true, main: false }, clauses: [{ kind: 'featured' }] },
    });
    const editionOf = (first: typeof live) =>
      editionFrom(1, { documents: [first, other], ranges: [], blends: [] });
    const { groups, fresh } = runToEnd(
      findInPlans(
        {
          snapshot,
          edition: editionOf(draft),
          redirects: [],
          context: { now: NOW, ranges: [], blends: [] },
          putOff: new Set(),
          readCss: () => ({ pointerOnly: [], smallTargets: [] }),
          heavy: new Map(),
        },
        editionOf(live),
        new Set([draft.id]),
      ),
    );
    const of = (kind: string) => groups.find((group) => group.kind === kind)?.found ?? [];
    expect(of('rows-ragged')).toMatchObject([{ plan: draft.id }]);
    expect(fresh.has(`rows-ragged ${draft.id}`), 'it is live like that').toBe(false);
    expect(of('aisle-empty')).toContainEqual({ kind: 'aisle-empty', aisle: 'category:2', products: 6 });
    expect(fresh.has('aisle-empty category:2')).toBe(true);
    expect(fresh.has('aisle-empty category:6'), 'it has no product either way').toBe(false);
  });
});
