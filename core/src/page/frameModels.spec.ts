import { atAllWidths } from '../width/widths';
import { describe, expect, it } from 'vitest';
import { cardElement } from '../card/design';
import { USUAL_LOOK } from '../look/look';
import type { CatalogueFrame } from '../catalogue/rows';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import type { BannerSettings, PromotionSettings, SpotlightSettings, TilesSettings } from '../plan/fixtures';
import { startingFixtures, usual } from '../plan/housePlan';
import { USUAL_BANNER, USUAL_TILES, USUAL_NAVIGATION, USUAL_PROMOTION } from '../plan/fixtures';
import type { Fixture } from '../plan/plan';
import type { Clause, RangeRule } from '../clause/rule';
import { FRAME, product } from '../testing/catalogues';
import { eachFixture, shelfModelOf, type FixtureModel } from './pageModel';
import { fixturesOn } from '../testing/pages';

const PICTURE = { hash: 'f'.repeat(32), width: 800, height: 900 };
/** Of the aisle's own picture. */
const FOCUS = { x: 20, y: 70 };
const frame: CatalogueFrame = {
  ...FRAME,
  categories: FRAME.categories.map((row) =>
    row.slug === 'pans' ? { ...row, picture: { ...PICTURE, focus: FOCUS } } : row,
  ),
};
const snapshot = snapshotOf(frame, [
  product(1, { categories: [2] }),
  product(2, { categories: [3], was: 5000 }),
  product(3, { categories: [4], featured: true }),
  product(4, { categories: [5] }),
]);
const own = startingFixtures([], []);
const ask = (fixtures: readonly Fixture[], path = '/cookware', lang = 'en') =>
  fixturesOn(snapshot, fixtures, path, lang);
const one = (fixture: Fixture, path?: string, lang?: string): FixtureModel | undefined =>
  ask([fixture], path, lang)[0];

const SAME = { wide: 2, medium: 2, narrow: 2 };
const BANNER: Fixture & BannerSettings = {
  ...usual('banner'),
  type: 'banner',
  picture: { kind: 'aisle' },
  focus: { x: 20, y: 80 },
  height: { wide: 300, medium: 200, narrow: 100 },
  ...USUAL_BANNER,
  shade: 30,
  heading: {},
  words: {},
  link: null,
};
const TILES: Fixture & TilesSettings = {
  ...usual('tiles'),
  ...USUAL_TILES,
  columns: SAME,
  gap: atAllWidths(20),
};
const CARD = [cardElement('name')];
const PROMOTION: Fixture & PromotionSettings = {
  ...usual('promotion'),
  ...USUAL_PROMOTION,
  heading: { en: 'On sale', fr: 'Soldes' },
  range: { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] },
  levels: [{ key: 'newest', reversed: false }],
  form: 'carousel',
  columns: SAME,
  gap: atAllWidths(20),
  most: 3,
};

describe('a banner', () => {
  it('shows the aisle’s own picture, and is no empty box where there is neither picture nor word', () => {
    expect(one(BANNER, '/cookware/pans')).toMatchObject({ picture: { ...PICTURE, alt: '' }, heading: '' });
    expect(one(BANNER, '/knives')).toBeUndefined();
    expect(one({ ...BANNER, heading: { fr: 'Couteaux' } }, '/knives', 'fr')).toMatchObject({
      picture: null,
      heading: 'Couteaux',
    });
  });

  it('has another picture on narrower pages, the narrowest first, and none where it has none at all', () => {
    const kept = (hash: string) => ({ kind: 'kept' as const, ...PICTURE, hash, alt: { en: hash } });
    const others = { medium: kept('b'.repeat(32)), narrow: kept('c'.repeat(32)) };
    const { medium, wide } = USUAL_LOOK.breakpoints;
    expect(one({ ...BANNER, others }, '/cookware/pans')).toMatchObject({
      others: [
        { below: medium, picture: { hash: 'c'.repeat(32), alt: 'c'.repeat(32) } },
        { below: wide, picture: { hash: 'b'.repeat(32) } },
      ],
    });
    const bare = one({ ...BANNER, others, picture: null, heading: { en: 'Words' } }, '/cookware/pans');
    expect(bare).toMatchObject({ picture: null, others: [] });
  });

  it('leads on in the page’s language within the shop, and elsewhere as it says', () => {
    const link = (address: string) =>
      one({ ...BANNER, link: { label: { en: 'Look' }, address } }, '/knives', 'fr');
    expect(link('/cookware')).toMatchObject({ link: { href: '/cookware?lang=fr' } });
    expect(link('https://elsewhere.example/x')).toMatchObject({
      link: { href: 'https://elsewhere.example/x' },
    });
  });
});

describe('tiles', () => {
  it('are the categories below that hold something, with what is really in them', () => {
    expect(one(TILES)).toMatchObject({
      items: [
        { title: 'Pans', count: 2, picture: PICTURE },
        { title: 'Pots', count: 1, picture: null },
      ],
    });
    expect(one(TILES, '/knives'), 'nothing is below it').toBeUndefined();
  });

  it('are those that were chosen, in their order, without what is gone or empty', () => {
    const of: TilesSettings['of'] = { kind: 'chosen', categories: [5, 99, 6, 2] };
    const titles = (change: Partial<TilesSettings>): string[] => {
      const model = one({ ...TILES, of, ...change });
      return model?.type === 'tiles' ? model.items.map(({ title }) => title) : [];
    };
    expect(titles({})).toEqual(['Knives', 'Pans']);
    expect(titles({ hideEmpty: false })).toEqual(['Knives', 'Empty', 'Pans']);
    expect(titles({ most: 1 })).toEqual(['Knives']);
  });
});

describe('a picture that is cropped', () => {
  const uploaded = { kind: 'kept' as const, ...PICTURE, alt: {} };

  it('keeps the aisle’s own point in view wherever it is used, and a fixture’s own where the picture is its own', () => {
    expect(one(BANNER, '/cookware/pans')).toMatchObject({ focus: FOCUS });
    expect(one({ ...BANNER, picture: uploaded }, '/cookware/pans')).toMatchObject({ focus: BANNER.focus });
    const tiles = one(TILES, '/cookware');
    if (tiles?.type !== 'tiles') throw new Error('no tiles');
    expect(tiles.items.find(({ title }) => title === 'Pans')?.focus).toEqual(FOCUS);
    expect(tiles.items.filter(({ picture }) => !picture).every(({ focus }) => focus === null)).toBe(true);
  });
});

describe('a promoting shelf', () => {
  it('shows its own range on the card of the aisle’s shelf, and nothing where it is empty', () => {
    const [model] = ask([PROMOTION, ...own], '/knives', 'fr');
    expect(model).toMatchObject({ heading: 'Soldes', cards: [{ sku: 'P-2' }] });
    const cards = shelfModelOf({ fixtures: ask(own, '/cookware/pans') })!.cards;
    expect(model.type === 'promotion' && model.cards[0].parts.map(({ part }) => part)).toEqual(
      cards[0].parts.map(({ part }) => part),
    );
    const none = { ...PROMOTION, range: { ...PROMOTION.range, clauses: [{ kind: 'free' as const }] } };
    expect(ask([none, ...own]).some(({ type }) => type === 'promotion')).toBe(false);
  });

  it('leads on to the aisle that its range names, or wherever it is told to', () => {
    const more = { label: { fr: 'Toutes' }, address: null };
    const of = (change: Partial<PromotionSettings>, path?: string, lang?: string) => {
      const [model] = ask([{ ...PROMOTION, ...change }, ...own], path, lang);
      return model.type === 'promotion' ? model.more : undefined;
    };
    const pans: Clause = { kind: 'category', category: 2, below: true, main: false };
    const range: RangeRule = { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }, pans] };
    expect(of({ range })).toBeNull();
    expect(of({ range, more })).toEqual({ title: 'Toutes', href: '/cookware/pans' });
    expect(of({ range, more }, '/cookware', 'fr')).toEqual({
      title: 'Toutes',
      href: '/cookware/pans?lang=fr',
    });
    expect(of({ range, more: { ...more, label: {} } }), 'the shop’s own words').toMatchObject({ title: '' });
    expect(of({ range, more }, '/cookware/pans'), 'no aisle leads to itself').toBeNull();
    expect(of({ more, range: { ...range, clauses: [{ kind: 'sale' }] } })).toBeNull();
    const to = (address: string, lang?: string) =>
      of({ more: { ...more, address } }, '/cookware', lang)?.href;
    expect(to('/search?q=iron#shelf')).toBe('/search?q=iron#shelf');
    expect(to('/search?q=iron#shelf', 'fr')).toBe('/search?lang=fr&q=iron#shelf');
    expect(to('/knives?lang=en', 'fr'), 'a language that is asked for stays').toBe('/knives?lang=en');
    expect(to('https://pellmere.example/?q=a', 'fr')).toBe('https://pellmere.example/?q=a');
  });
});

describe('the tree as navigation', () => {
  it('opens towards where the page is and marks the way', () => {
    const tree: Fixture = { ...usual('tree'), ...USUAL_NAVIGATION, of: 'tree' };
    const model = one(tree, '/cookware/pans');
    expect(
      model?.type === 'navigation' &&
        model.items.map(({ title, depth = 0, current }) => `${depth} ${title}${current ? ' *' : ''}`),
    ).toEqual(['0 Cookware *', '1 Pans *', '2 Crêpe pans', '1 Pots', '0 Knives']);
  });
});

describe('containers', () => {
  const columns: Fixture = {
    ...usual('columns'),
    type: 'columns',
    columns: [
      { id: 'a', width: { by: 'share', share: 30 }, medium: null, stuck: true },
      { id: 'b', width: { by: 'share', share: 70 }, medium: null, stuck: false },
    ],
    gap: atAllWidths(40),
    down: 'start',
    stacked: 'medium',
  };
  const tabs: Fixture = {
    ...usual('tabs'),
    type: 'tabs',
    tabs: [
      { id: 'x', label: { en: 'First' } },
      { id: 'y', label: {} },
    ],
    inside: { fixture: 'columns', slot: 'b' },
  };
  const within = (fixture: Fixture, container: string, slot: string): Fixture => ({
    ...fixture,
    inside: { fixture: container, slot },
  });
  const shape = (fixtures: readonly FixtureModel[]): unknown[] =>
    fixtures.map((model) =>
      model.type === 'columns' || model.type === 'tabs'
        ? [model.type, ...model.slots.map((slot) => [slot.id, ...shape(slot.fixtures)])]
        : model.type,
    );

  it('hold what stands in them, as deep as it goes', () => {
    const shelf = within(
      own.find(({ type }) => type === 'shelf')!,
      'columns',
      'b',
    );
    const words: Fixture = { ...usual('words'), type: 'words', html: { en: '<p>Hello</p>' } };
    const page = ask([columns, tabs, within(words, 'tabs', 'y'), shelf, within(TILES, 'columns', 'a')]);
    expect(shape(page)).toEqual([['columns', ['a', 'tiles'], ['b', ['tabs', ['y', 'words']], 'shelf']]]);
    expect(shelfModelOf({ fixtures: page })?.total).toBe(3);
    expect([...eachFixture(page)].map(({ type }) => type)).toEqual([
      'columns',
      'tiles',
      'tabs',
      'words',
      'shelf',
    ]);
  });

  it('are left out when nothing in them is shown, and take along what they hold when they are not shown', () => {
    expect(shape(ask([columns, tabs]))).toEqual([]);
    const never: Fixture = { ...columns, when: { kind: 'aisles', of: ['front'] } };
    expect(shape(ask([never, within(TILES, 'columns', 'a')]))).toEqual([]);
    expect(shape(ask([within(TILES, 'gone', 'a')])), 'its container is gone').toEqual(['tiles']);
  });

  it('that are not shown hold no shelf, so there is nothing to filter either', () => {
    const never: Fixture = { ...columns, when: { kind: 'aisles', of: ['front'] } };
    const [facets, shelf] = own.slice(-2);
    expect(ask([never, facets, within(shelf, 'columns', 'b')])).toEqual([]);
    const other: Fixture = { ...shelf, id: 'other' };
    const page = ask([never, within(shelf, 'columns', 'b'), other]);
    expect(shelfModelOf({ fixtures: page })?.id).toBe('other');
  });

  it('are hidden, spanned and ordered by width', () => {
    const layout: Fixture['layout'] = {
      ...TILES.layout,
      span: { wide: 6, medium: null, narrow: 12 },
      hidden: { wide: false, medium: null, narrow: true },
      stuck: { wide: true, medium: false, narrow: null },
    };
    expect(one({ ...TILES, layout })).toMatchObject({
      hiddenAt: ['narrow'],
      placement: { spans: { wide: 6, medium: 6, narrow: 12 }, stuckAt: ['wide'] },
    });
    expect(one(TILES)).not.toHaveProperty('placement');
    const everywhere = { ...layout, hidden: { wide: true, medium: null, narrow: null } };
    expect(one({ ...TILES, layout: everywhere })).toBeUndefined();
  });
});

describe('tiles of a free grid', () => {
  const places = [
    { category: 4, x: 0, y: 0, w: 4, h: 2 },
    { category: 2, x: 4, y: 1, w: 2, h: 1 },
  ];

  it('stand where they were put, in the order in which they are read there, broad ones across narrow pages', () => {
    const model = one({ ...TILES, grid: 'free', places, rowHeight: 120 });
    if (model?.type !== 'tiles') throw new Error('no tiles');
    expect(model.rowHeight).toBe(120);
    expect(model.items.map(({ category, place }) => [category, place?.x, place?.broad])).toEqual([
      [4, 0, true],
      [2, 4, false],
    ]);
    const [broad, slim] = model.items.map(({ sizes }) => sizes.split(', '));
    expect(broad.at(-1), 'the whole of a narrow page').toBe('calc(100vw - 32px)');
    expect(slim.at(-1)).toBe('calc(50vw - 26px)');
  });
});

describe('a staggered shelf', () => {
  it('tells every card its lane and place at each width; other forms tell none', () => {
    const staggered = one({
      ...PROMOTION,
      form: 'staggered',
      range: { source: { kind: 'catalogue' }, clauses: [] },
      card: CARD,
    });
    if (staggered?.type !== 'promotion') throw new Error('no shelf');
    expect(staggered.lanes).toHaveLength(staggered.cards.length);
    expect(staggered.lanes?.map(({ wide }) => wide.lane)).toEqual([1, 2, 1]);
    expect(one({ ...PROMOTION, card: CARD })).not.toHaveProperty('lanes');
  });
});

describe('a spotlight', () => {
  const SPOTLIGHT: Fixture & SpotlightSettings = {
    ...usual('spotlight'),
    type: 'spotlight',
    range: { source: { kind: 'catalogue' }, clauses: [{ kind: 'featured' }] },
    levels: [{ key: 'newest', reversed: false }],
    heading: { en: 'Look here' },
    button: {},
    side: 'end',
    description: true,
  };

  it('shows the first product of its range, in half of the room', () => {
    const model = one(SPOTLIGHT);
    expect(model).toMatchObject({ heading: 'Look here', button: 'See it', side: 'end', card: { id: 3 } });
    expect(model).toMatchObject({ sizes: expect.stringContaining('(min-width: 1024px) calc(50vw - 60px)') });
    expect(one({ ...SPOTLIGHT, button: { en: 'To the product' } })).toMatchObject({
      button: 'To the product',
    });
  });

  it('is no empty box where nothing is in its range', () => {
    const none = { source: { kind: 'named' as const, skus: ['gone'] }, clauses: [] };
    expect(one({ ...SPOTLIGHT, range: none })).toBeUndefined();
  });
});

describe('what tiles tell', () => {
  const tiles = (change: Partial<TilesSettings>, lang?: string) => {
    const model = one({ ...TILES, ...change }, '/cookware', lang);
    return model?.type === 'tiles' ? model : null;
  };
  const titles = (change: Partial<TilesSettings>) => tiles(change)?.items.map(({ title }) => title);

  it('is in the order that was chosen, without what was left out', () => {
    expect(titles({ sort: 'name' })).toEqual(['Pans', 'Pots']);
    expect(titles({ sort: 'count' })).toEqual(['Pans', 'Pots']);
    expect(titles({ of: { kind: 'chosen', categories: [5, 2] }, sort: 'count' })).toEqual(['Pans', 'Knives']);
    expect(titles({ except: [2] })).toEqual(['Pots']);
    expect(tiles({ except: [2, 4] })).toBeNull();
  });

  it('has words around the number in the page’s language, and names as long as is wanted', () => {
    const said = { before: { en: 'all' }, after: { en: 'products', fr: 'produits' } };
    expect(tiles(said)).toMatchObject({ before: 'all', after: 'products' });
    expect(tiles(said, 'fr')).toMatchObject({ after: 'produits' });
    expect(tiles({ length: 4 })?.items[0].title).toBe('Pans');
    expect(tiles({ length: 3 })?.items[0].title).toBe('Pa…');
  });
});
