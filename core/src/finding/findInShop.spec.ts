import { describe, expect, it } from 'vitest';
import { patchSnapshot } from '../catalogue/patch';
import type { Snapshot } from '../catalogue/snapshot';
import { freshAnswer, NO_SEARCH_RULES } from '../clause/searchRules';
import { FRESH_FRAME } from '../plan/fixtures';
import { editionFrom } from '../plan/edition';
import { usual } from '../plan/housePlan';
import { orderGroup, USUAL_PIN } from '../order/sorting';
import type { Fixture, HeirDocument, Plan, Shelf } from '../plan/plan';
import type { Redirect } from '../redirect/redirects';
import { FRAME } from '../testing/catalogues';
import { findAll, ofKind, planOf, shopOf, someProducts, wholeProduct } from '../testing/checkedShops';
import { followed } from '../width/widths';
import { FINDING_KINDS, findingName, type FindingKind } from './finding';
import { MAX_TOLD } from './findInShop';

describe('what is wrong with products', () => {
  it('is told of each that lacks something that shoppers need', () => {
    const snapshot = shopOf([
      wholeProduct(1),
      wholeProduct(2, { price: null }),
      wholeProduct(3, { categories: [] }),
      wholeProduct(4, { images: [] }),
      wholeProduct(5, { was: 1005 }),
      wholeProduct(6, { titles: { en: 'Pan' }, descriptions: {} }),
      wholeProduct(7, { was: 2000 }),
    ]);
    const plans = [planOf(snapshot)];
    const skus = (kind: FindingKind): string[] =>
      ofKind(snapshot, plans, kind).map((one) => ('sku' in one ? one.sku : ''));
    expect(skus('product-priceless')).toEqual(['P-2']);
    expect(skus('product-nowhere')).toEqual(['P-3']);
    expect(skus('product-pictureless')).toEqual(['P-4']);
    expect(skus('reduction-none')).toEqual(['P-5']);
    expect(skus('product-undescribed')).toEqual(['P-6']);
    expect(ofKind(snapshot, plans, 'product-untranslated')).toEqual([
      { kind: 'product-untranslated', sku: 'P-6', langs: ['fr'] },
    ]);
  });

  it('is counted in full, and told up to a limit', () => {
    const snapshot = shopOf(
      Array.from({ length: MAX_TOLD + 50 }, (_, at) => wholeProduct(at + 1, { price: null })),
    );
    const group = findAll(snapshot, [planOf(snapshot)]).groups.find(
      ({ kind }) => kind === 'product-priceless',
    );
    expect([group?.count, group?.found.length]).toEqual([MAX_TOLD + 50, MAX_TOLD]);
  });
});

describe('what is wrong with aisles', () => {
  it('is that they are empty, thin, undescribed, called alike, or disputed', () => {
    const frame = {
      ...FRAME,
      categories: [
        ...FRAME.categories,
        { ...FRAME.categories[3], id: 7, slug: 'pots-2', titles: { en: 'POTS' } },
      ],
    };
    const snapshot = shopOf([...someProducts(6), wholeProduct(7, { categories: [5] })], frame);
    const house = planOf(snapshot);
    const aisles = (kind: FindingKind, plans: readonly Plan[] = [house]): string[] =>
      ofKind(snapshot, plans, kind).map((one) => ('aisle' in one ? one.aisle : ''));
    expect(aisles('aisle-empty')).toEqual(expect.arrayContaining(['category:6', 'category:4']));
    expect(aisles('aisle-empty')).not.toContain('category:2');
    expect(aisles('aisle-thin')).toContain('category:5');
    expect(aisles('aisle-undescribed')).toContain('category:2');
    expect(ofKind(snapshot, [house], 'aisle-double')).toEqual([
      { kind: 'aisle-double', aisle: 'category:4', others: ['category:7'] },
    ]);
    const rival = (id: string): Plan => ({
      ...house,
      id,
      name: id,
      reach: { include: [{ kind: 'aisle', aisle: 'category:2' }], exclude: [] },
    });
    expect(ofKind(snapshot, [house, rival('a'), rival('b')], 'aisle-disputed')).toMatchObject([
      { aisle: 'category:2', plans: expect.arrayContaining(['a', 'b']) },
    ]);
  });

  it('tells a promoting shelf and a filter once, with how many aisles they fail in', () => {
    const snapshot = shopOf(
      someProducts(30).map((row, at) => ({
        ...row,
        ...(at < 4 && { attributes: { material: at % 2 ? 'iron' : 'steel' } }),
      })),
    );
    const promo: Fixture = {
      ...usual('promo'),
      ...FRESH_FRAME.promotion,
      range: { source: { kind: 'catalogue' }, clauses: [{ kind: 'featured' }] },
    } as Fixture;
    const plans = [planOf(snapshot, {}, [promo])];
    const [empty] = ofKind(snapshot, plans, 'promotion-empty');
    expect(empty).toMatchObject({ fixture: 'promo', aisles: expect.any(Number) });
    expect(ofKind(snapshot, plans, 'facet-useless')).toEqual(
      expect.arrayContaining([expect.objectContaining({ facet: 'material', reason: 'low-coverage' })]),
    );
  });

  it('is looked at again once something of them changes, and then alone', () => {
    const snapshot = shopOf(someProducts(6));
    const plans = [planOf(snapshot)];
    const edition = editionFrom(1, { documents: plans, ranges: [], blends: [] });
    const before = findAll(snapshot, plans, { edition });
    expect(findAll(snapshot, plans, { edition })).toEqual(before);
    const sold = patchSnapshot(snapshot, [{ id: 1, price: null }], 2);
    const after = findAll(sold, plans, { edition });
    expect(after.groups.find(({ kind }) => kind === 'product-priceless')?.count).toBe(1);
    expect(after.groups.filter(({ kind }) => kind !== 'product-priceless')).toEqual(before.groups);
  });

  it('looks at filters again when what products are changes and which they are does not', () => {
    const snapshot = shopOf(someProducts(40).map((row, at) => ({ ...row, stock: at % 2 ? 3 : 0 })));
    const house = planOf(snapshot);
    const plans = [
      {
        ...house,
        fixtures: house.fixtures.map((one): Fixture => {
          if (one.type !== 'facets') return one;
          return { ...one, facets: [{ ...one.facets[0], key: 'stock', label: {} }] };
        }),
      },
    ];
    const edition = editionFrom(1, { documents: plans, ranges: [], blends: [] });
    const useless = (at: Snapshot) => ofKind(at, plans, 'facet-useless', { edition });
    expect(useless(snapshot)).toEqual([]);
    const full = Array.from({ length: 40 }, (_, at) => ({ id: at + 1, stock: at ? 3 : 0 }));
    expect(useless(patchSnapshot(snapshot, full, 2))).toMatchObject([
      { facet: 'stock', label: 'Availability', reason: 'one-sided' },
    ]);
  });
});

describe('what is wrong with plans', () => {
  const snapshot = shopOf(someProducts(6));

  it('is that they win nowhere, leave rows unfilled, or hold what is gone or over', () => {
    const house = planOf(snapshot, {
      pageSize: { by: 'products', count: 8 },
      columns: { wide: 3, medium: 2, narrow: 2 },
      order: {
        ...planOf(snapshot).fixtures.find((one): one is Shelf => one.type === 'shelf')!.order,
        pins: [
          { ...USUAL_PIN, sku: 'gone', place: 1 },
          { ...USUAL_PIN, sku: 'P-1', place: 2, to: '2026-06-14' },
        ],
        groups: [{ ...orderGroup('g', 'front', [{ kind: 'featured' }]), to: '2026-06-15' }],
      },
    });
    const idle: Plan = { ...house, id: 'idle', reach: { include: [], exclude: [] } };
    const kinds = (kind: FindingKind) => ofKind(snapshot, [house, idle], kind);
    expect(kinds('plan-idle')).toEqual([{ kind: 'plan-idle', plan: 'idle' }]);
    expect(kinds('rows-ragged')[0]).toEqual({
      kind: 'rows-ragged',
      plan: house.id,
      size: 8,
      widths: ['wide'],
    });
    expect(kinds('pins-gone')[0]).toMatchObject({ skus: ['gone'] });
    expect(kinds('pins-over')[0], 'a last day still counts').toMatchObject({ count: 1 });
    const full = planOf(snapshot, { pageSize: { by: 'rows', count: 3 }, columns: followed(3) });
    expect(ofKind(snapshot, [full], 'rows-ragged')).toEqual([]);
  });

  it('is that they lead nowhere, wherever in their fixtures the address stands', () => {
    const words: Fixture = {
      ...usual('words'),
      type: 'words',
      html: {
        en: '<p><a href="/cookware/pans?colour=red">Pans</a> <a href="/nowhere">No</a> <a href="https://other.example/x">Out</a></p>',
      },
    };
    const banner: Fixture = {
      ...usual('banner'),
      ...FRESH_FRAME.banner,
      link: { label: { en: 'Go' }, address: '/products/product-999' },
    };
    const fine: Fixture = {
      ...banner,
      id: 'fine',
      link: { label: { en: 'Go' }, address: '/products/product-1#top' },
    } as Fixture;
    const plans = [planOf(snapshot, {}, [words, banner, fine])];
    expect(ofKind(snapshot, plans, 'links-dead')).toMatchObject([
      { addresses: ['/nowhere', '/products/product-999'] },
    ]);
    const redirects: Redirect[] = [{ from: '/nowhere', to: '/cookware', code: 301 }];
    expect(ofKind(snapshot, plans, 'links-dead', { redirects }), 'a redirect leads on').toMatchObject([
      { addresses: ['/products/product-999'] },
    ]);
  });

  it('is not said of addresses that lead somewhere, however they are written', () => {
    const leads = (address: string): boolean => {
      const banner: Fixture = {
        ...usual('banner'),
        ...FRESH_FRAME.banner,
        link: { label: { en: 'Go' }, address },
      };
      return !ofKind(snapshot, [planOf(snapshot, {}, [banner])], 'links-dead').length;
    };
    for (const address of [
      '/',
      '/cookware/p%61ns',
      '/shop/cookware/',
      '/compare/a/b',
      '/products/product-1/reviews',
      '//other.example/x',
    ])
      expect([address, leads(address)]).toEqual([address, true]);
    for (const address of ['/cookware/%E0', '/shopping', '/cartridges', '/products/'])
      expect([address, leads(address)]).toEqual([address, false]);
  });

  it('is told of texts and colours where they are said, and not of every plan that takes them over', () => {
    const house = planOf(snapshot);
    const banner: Fixture = { ...usual('banner'), ...FRESH_FRAME.banner, heading: { en: 'Welcome' } };
    const base = { ...house, fixtures: [...house.fixtures, banner] };
    const heir: HeirDocument = {
      id: 'heir',
      kind: 'page',
      rank: house.rank,
      name: 'Heir',
      base: base.id,
      reach: { include: [{ kind: 'aisle', aisle: 'category:2' }], exclude: [] },
      own: null,
    };
    const edition = editionFrom(1, { documents: [base, heir], ranges: [], blends: [] });
    expect(ofKind(snapshot, [], 'texts-missing', { edition })).toEqual([
      expect.objectContaining({ plan: base.id, lang: 'fr', texts: 1 }),
    ]);
    const dark = {
      ...house,
      look: { ...house.look, dark: { ...house.look.colours, ink: house.look.colours.ground } },
    };
    expect(ofKind(snapshot, [dark], 'contrast-low')).toMatchObject([
      { pairs: expect.arrayContaining([{ what: 'words on the page in the dark', contrast: 1 }]) },
    ]);
  });
});

describe('what is wrong with redirects and answers', () => {
  it('is that they lead in a ring, over others, nowhere, or stand where a page is', () => {
    const redirect = (from: string, to: string | null): Redirect => ({
      from,
      to,
      code: to === null ? 410 : 301,
    });
    const snapshot = shopOf(someProducts(3));
    const redirects = [
      redirect('/a', '/b'),
      redirect('/b', '/a'),
      redirect('/c', '/d'),
      redirect('/d', '/cookware'),
      redirect('/e', '/nowhere'),
      redirect('/cookware/pans', '/cookware'),
      redirect('/gone', null),
    ];
    const from = (kind: FindingKind): string[] =>
      ofKind(snapshot, [planOf(snapshot)], kind, { redirects }).map((one) => ('from' in one ? one.from : ''));
    expect(from('redirect-loop')).toEqual(['/a', '/b']);
    expect(from('redirect-chain')).toEqual(['/c']);
    expect(from('redirect-dead')).toEqual(['/e']);
    expect(from('redirect-hidden')).toEqual(['/cookware/pans']);
  });

  it('is that an answer names what is gone, or has ended', () => {
    const answer = { ...freshAnswer('a', 'en'), queries: ['pan'], lifted: ['P-1', 'P-9'], to: '2026-06-14' };
    const snapshot = shopOf(someProducts(3), { ...FRAME, search: { ...NO_SEARCH_RULES, answers: [answer] } });
    const plans = [planOf(snapshot)];
    expect(ofKind(snapshot, plans, 'answer-gone')).toEqual([
      { kind: 'answer-gone', answer: 'a', query: 'pan', skus: ['P-9'] },
    ]);
    expect(ofKind(snapshot, plans, 'answer-over')).toMatchObject([{ to: '2026-06-14' }]);
  });
});

describe('a finding', () => {
  it('of an answer has its name from the answer, as two may begin with the same query', () => {
    const answer = (id: string, lang: string) => ({
      ...freshAnswer(id, lang),
      queries: ['pan'],
      lifted: ['P-9'],
    });
    const search = { ...NO_SEARCH_RULES, answers: [answer('a', 'en'), answer('b', 'fr')] };
    const snapshot = shopOf(someProducts(3), { ...FRAME, search });
    const names = ofKind(snapshot, [planOf(snapshot)], 'answer-gone').map(findingName);
    expect(new Set(names).size).toBe(2);
  });

  it('is put off by its name, which says the same whenever it is found', () => {
    const snapshot = shopOf([wholeProduct(1, { price: null }), wholeProduct(2, { price: null })]);
    const plans = [planOf(snapshot)];
    const [first] = ofKind(snapshot, plans, 'product-priceless');
    const putOff = new Set([findingName(first)]);
    const { groups, putOff: left } = findAll(snapshot, plans, { putOff });
    expect(left).toEqual([{ mark: findingName(first), count: 1, first }]);
    expect(groups.find(({ kind }) => kind === 'product-priceless')?.count).toBe(1);
  });

  it('is of a kind that is registered, and of those the worst are told first', () => {
    const severities = Object.values(FINDING_KINDS);
    const order = ['fault', 'warning', 'hint'];
    expect(severities).toEqual([...severities].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
  });
});
