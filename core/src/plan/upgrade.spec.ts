import { describe, expect, it } from 'vitest';
import type { Clause } from '../clause/rule';
import { orderGroup, USUAL_PIN } from '../order/sorting';
import type { Difference } from './differences';
import { cardElement, USUAL_FACE } from '../card/design';
import { USUAL_BADGES } from '../badge/rule';
import { READY_LOOKS, USUAL_LOOK } from '../look/look';
import { USUAL_LAYOUT } from './fixtures';
import { startingFixtures, usual } from './housePlan';
import { documentsBy, resolveAll, resolvePlan } from './inherit';
import { isHeir, shelfOf, type HeirDocument, type Plan } from './plan';
import { USUAL_PRODUCT_PAGE } from './productPage';
import { atAllWidths } from '../width/widths';
import { upgradeContent, upgradeEdition, upgradePlan } from './upgrade';

/** A plan as the first release stored it. */
const FIRST = {
  id: 'house',
  name: 'House',
  reach: { include: [{ kind: 'everything' }], exclude: [] },
  fixtures: [
    { id: 'title', type: 'title' },
    { id: 'navigation', type: 'navigation', hideEmpty: false, counts: true },
    {
      id: 'facets',
      type: 'facets',
      side: 'end',
      facets: [{ key: 'colour', label: {}, shown: 4, open: true }],
    },
    {
      id: 'shelf',
      type: 'shelf',
      range: { source: 'aisle', below: true, stock: 'in' },
      order: { levels: [{ key: 'price', reversed: false }], choices: ['price', 'newest'] },
      columns: { wide: 4, medium: 2, narrow: 1 },
      gap: 16,
      pageSize: 24,
      lastRow: 'start',
      card: [],
    },
  ],
};
/** Columns as they were before their gap was said for each width. */
const columns = { type: 'columns', columns: [], gap: 30, stacked: 'narrow' };
const whole = (stored: unknown): Plan => upgradePlan(stored) as Plan;

/** A plan on the house plan, with what it says of that one's fixtures. */
const heirWith = (fixtures: object): object => ({
  id: 'h',
  name: 'h',
  reach: { include: [], exclude: [] },
  base: 'house',
  own: { at: { fixtures } },
});

describe('what earlier releases stored', () => {
  it('keeps all that it said, and has the usual for what nobody could say then', () => {
    const plan = whole(FIRST);
    expect(plan).toMatchObject({ kind: 'page', rank: 0, look: USUAL_LOOK });
    expect(plan.productPage).toEqual({ ...USUAL_PRODUCT_PAGE, shelves: [] });
    for (const { when, inside, layout } of plan.fixtures)
      expect({ when, inside, layout }).toEqual({ when: null, inside: null, layout: USUAL_LAYOUT });
    const [, navigation, facets, shelf] = plan.fixtures;
    expect(navigation).toMatchObject({ hideEmpty: false, form: 'pills', of: 'near', colours: false });
    expect(facets).toMatchObject({
      side: 'end',
      share: 21,
      facets: [{ key: 'colour', shown: 4, control: 'auto', logic: 'any', sort: 'auto' }],
    });
    expect(shelf).toMatchObject({
      form: 'grid',
      gap: { wide: 16, medium: 16, narrow: 12 },
      pageSize: { by: 'products', count: 24 },
      range: {
        source: { kind: 'aisle', below: true, main: false },
        clauses: [{ kind: 'stock', states: ['in', 'low'] }],
      },
      order: { levels: [{ key: 'price', reversed: false }], pins: [], spread: null, groups: [] },
    });
    expect(shelf.type === 'shelf' && shelf.order.choices.map(({ key }) => key)).toEqual(['price', 'newest']);
  });

  it('is read the same when it is read again, and today’s documents come back as they are', () => {
    expect(whole(whole(FIRST))).toEqual(whole(FIRST));
    const today: Plan = {
      ...whole(FIRST),
      fixtures: startingFixtures([], []).map((fixture) => ({ ...fixture, inside: null })),
    };
    expect(upgradePlan(today)).toEqual(today);
  });

  it('is filled in where an heir has added a fixture, and left alone where it only differs', () => {
    const heir = (own: HeirDocument['own']): HeirDocument => ({
      id: 'h',
      name: 'h',
      reach: { include: [], exclude: [] },
      kind: 'page',
      rank: 0,
      base: 'house',
      own,
    });
    const old = { id: 'again', type: 'description', when: null };
    const added = heir({
      at: { fixtures: { items: {}, added: [{ item: old, after: 'title' }], moved: [], removed: [] } },
    });
    expect(upgradePlan(added)).toEqual(
      heir({
        at: {
          fixtures: {
            items: {},
            added: [{ item: { ...usual('again'), type: 'description' }, after: 'title' }],
            moved: [],
            removed: [],
          },
        },
      }),
    );
    const differing = heir({ at: { look: { at: { radius: { set: 3 } } } } });
    expect(upgradePlan(differing)).toEqual(differing);
    expect(isHeir(upgradePlan(heir(null)))).toBe(true);
  });

  it('makes groups of what was lifted and sunk, of a whole plan and of an heir', () => {
    const featured: Clause[] = [{ kind: 'featured' }];
    const sale: Clause[] = [{ kind: 'sale' }];
    const old = whole({
      ...FIRST,
      fixtures: FIRST.fixtures.map((one) =>
        one.type === 'shelf'
          ? {
              ...one,
              order: { ...one.order, lift: featured, sink: [], pins: [{ sku: 'P', place: 2, aisle: null }] },
            }
          : one,
      ),
    });
    const order = shelfOf(old)!.order;
    expect(order).not.toHaveProperty('lift');
    expect(order.groups).toEqual([orderGroup('front', 'front', featured)]);
    expect(order.pins).toEqual([{ ...USUAL_PIN, sku: 'P', place: 2 }]);

    const heir = (own: Record<string, Difference>): Plan => {
      const stored = {
        ...old,
        id: 'heir',
        base: old.id,
        own: {
          at: {
            fixtures: {
              items: { [shelfOf(old)!.id]: { at: { order: { at: own } } } },
              added: [],
              moved: [],
              removed: [],
            },
          },
        },
      };
      const document = upgradePlan(stored);
      return resolvePlan(documentsBy([old, document]), 'heir');
    };
    const groups = (own: Record<string, Difference>): unknown =>
      shelfOf(heir(own))!.order.groups.map(({ at, clauses }) => [at, clauses]);
    expect(groups({ sink: { set: sale } })).toEqual([
      ['front', featured],
      ['end', sale],
    ]);
    expect(groups({ lift: { set: sale } }), 'another group at the front').toEqual([['front', sale]]);
    expect(groups({ lift: { set: [] } }), 'none at the front').toEqual([]);
    expect(shelfOf(heir({ pins: { set: [{ sku: 'Q', place: 1, aisle: null }] } }))!.order.pins).toEqual([
      { ...USUAL_PIN, sku: 'Q', place: 1 },
    ]);
  });

  it('puts the one shelf that stood below products behind those for what is linked', () => {
    const range = { source: { kind: 'related' }, clauses: [] };
    const related = { heading: { en: 'Close' }, range, most: 3 };
    const { productPage } = whole({ ...FIRST, related });
    expect(productPage.shelves.map(({ id, most }) => [id, most])).toEqual([
      ['goes-with', 4],
      ['instead', 4],
      ['related', 3],
    ]);
    expect(whole({ ...FIRST, related })).not.toHaveProperty('related');
    const named = { ...related, range: { source: { kind: 'catalogue' }, clauses: [] } };
    // As the plan's own shelf was sorted, as it was then.
    expect(whole({ ...FIRST, related: named }).productPage.shelves[2].levels).toEqual(
      shelfOf(whole(FIRST))!.order.levels,
    );
  });

  it('tells what an heir said of that shelf of the shelf in the list', () => {
    const base = whole({
      ...FIRST,
      related: { heading: {}, range: { source: { kind: 'related' }, clauses: [] }, most: 4 },
    });
    const shelvesOf = (related: object): [string, number][] => {
      const heir = upgradePlan({
        id: 'h',
        name: 'h',
        reach: { include: [], exclude: [] },
        base: 'house',
        own: { at: { related } },
      });
      const plan = resolveAll([base, heir]).find(({ id }) => id === 'h')!;
      return plan.productPage.shelves.map(({ id, most }) => [id, most]);
    };
    const linked = ['goes-with', 'instead'].map((id): [string, number] => [id, 4]);
    expect(shelvesOf({ set: null })).toEqual([]);
    expect(shelvesOf({ at: { most: { set: 9 } } })).toEqual([...linked, ['related', 9]]);
    const own = { heading: {}, range: { source: { kind: 'catalogue' }, clauses: [] }, most: 2 };
    expect(shelvesOf({ set: own })).toEqual([...linked, ['related', 2]]);
  });

  it('gives badges days, and banners what they could not say, an heir’s own ones too', () => {
    const { from: _, to: __, ...old } = USUAL_BADGES.rules[0];
    const badges = { ...USUAL_BADGES, rules: [old] };
    const banner = { id: 'banner', type: 'banner', picture: null, shade: 20, align: 'end' };
    const plan = whole({ ...FIRST, badges, fixtures: [...FIRST.fixtures, banner] });
    expect(plan.badges.rules[0]).toMatchObject({ id: old.id, from: null, to: null });
    expect(plan.fixtures.at(-1)).toMatchObject({ shade: 20, align: 'end', stand: 'middle', fade: 'even' });
    const list = { items: {}, moved: [], removed: [] };
    const heir = upgradePlan({
      id: 'h',
      name: 'h',
      reach: { include: [], exclude: [] },
      base: 'house',
      own: {
        at: {
          badges: { at: { rules: { ...list, added: [{ item: old, after: null }] } } },
          fixtures: { ...list, added: [{ item: banner, after: null }] },
        },
      },
    });
    const own = JSON.stringify((heir as HeirDocument).own);
    expect(own).toContain('"from":null');
    expect(own).toContain('"stand":"middle"');
    expect(upgradePlan(heir)).toEqual(heir);
  });

  it('gives elements of cards the settings that they did not have, an heir’s own ones too', () => {
    const old = { element: 'attribute', attribute: 'material', on: true };
    const { fixtures } = FIRST;
    const stored = {
      ...FIRST,
      fixtures: fixtures.map((one) => (one.type === 'shelf' ? { ...one, card: [old] } : one)),
    };
    const heir = heirWith({
      items: {
        shelf: {
          at: {
            card: {
              items: { 'attribute:material': { at: { on: { set: false } } } },
              added: [{ item: { element: 'price', attribute: null, on: true }, after: null }],
              moved: [],
              removed: [],
            },
          },
        },
      },
      added: [],
      moved: [],
      removed: [],
    });
    const plan = resolvePlan(documentsBy([upgradePlan(stored), upgradePlan(heir)]), 'h');
    const shelf = plan.fixtures.find((one) => one.type === 'shelf');
    expect(shelf).toMatchObject({ face: USUAL_FACE });
    expect(shelf?.type === 'shelf' && shelf.card).toEqual([
      cardElement('price'),
      cardElement('attribute', false, 'material'),
    ]);
  });

  it('takes a gap that was one number for that gap at every width, narrow pages having had 12 pixels at most', () => {
    const heir = heirWith({
      items: { shelf: { at: { gap: { set: 40 }, lastRow: { set: 'centre' } } } },
      added: [{ item: { ...columns, id: 'new' }, after: 'title' }],
      moved: [],
      removed: [],
    });
    const { fixtures } = resolvePlan(documentsBy([upgradePlan(FIRST), upgradePlan(heir)]), 'h');
    const gapOf = (id: string): unknown => fixtures.find((fixture) => fixture.id === id);
    expect(gapOf('shelf')).toMatchObject({ gap: { wide: 40, medium: 40, narrow: 12 }, lastRow: 'centre' });
    expect(gapOf('new')).toMatchObject({ gap: atAllWidths(30) });
    expect(upgradePlan(upgradePlan(heir))).toEqual(upgradePlan(heir));
  });

  it('is an edition in each of its three forms', () => {
    const forms: unknown[] = [
      [FIRST],
      { plans: [FIRST], ranges: [], blends: [] },
      { documents: [FIRST], ranges: [] },
    ];
    for (const form of forms) {
      expect(upgradeContent(form)).toEqual({ documents: [whole(FIRST)], ranges: [], blends: [] });
      expect(upgradeEdition(4, form)).toMatchObject({ number: 4, plans: [{ id: 'house' }] });
    }
  });

  it('reads looks from before pages could be dark, whole or as an heir set them', () => {
    const { dark: _, breakpoints: __, ...first } = { ...READY_LOOKS.slate };
    const house = { ...FIRST, look: first };
    expect(whole(house)).toMatchObject({ look: READY_LOOKS.slate });
    const heir = { ...house, id: 'heir', base: 'house', own: { at: { look: { set: first } } } };
    const { look } = resolvePlan(documentsBy([upgradePlan(house), upgradePlan(heir)]), 'heir');
    expect(look).toEqual(READY_LOOKS.slate);
  });

  it('reads type as it was when two families and a size said it', () => {
    const { type: _, buttons: __, ...held } = READY_LOOKS.garden;
    const first = { ...held, display: 'fraunces', text: 'source-serif', scale: 105 };
    const house = { ...FIRST, look: first };
    expect(whole(house)).toMatchObject({ look: READY_LOOKS.garden });
    const own = { at: { look: { at: { scale: { set: 120 }, text: { set: 'jost' }, radius: { set: 3 } } } } };
    const heir = { ...house, id: 'heir', base: 'house', own };
    const { look } = resolvePlan(documentsBy([upgradePlan(house), upgradePlan(heir)]), 'heir');
    expect(look).toMatchObject({
      radius: 3,
      type: {
        headings: { font: 'fraunces', size: { wide: 120 } },
        words: { font: 'jost', size: { wide: 100 } },
      },
    });
    expect(upgradePlan(upgradePlan(heir))).toEqual(upgradePlan(heir));
  });

  it('fills in what elements of cards didn’t have, wherever a card stands', () => {
    const { was: _, look, ...early } = cardElement('price');
    const { narrower: __, italic: ___, ...earlyLook } = look;
    const stored = [{ ...early, look: { ...earlyLook, size: 20 } }];
    const today = { ...cardElement('price'), look: { ...look, size: 20 } };
    const heir = {
      ...FIRST,
      id: 'heir',
      base: 'house',
      own: {
        at: {
          fixtures: {
            items: { promotion: { at: { card: { set: stored } } } },
            added: [],
            moved: [],
            removed: [],
          },
          productPage: {
            at: {
              shelves: {
                items: { related: { at: { card: { set: stored } } } },
                added: [],
                moved: [],
                removed: [],
              },
            },
          },
        },
      },
    };
    expect(upgradePlan(heir)).toMatchObject({
      own: {
        at: {
          fixtures: { items: { promotion: { at: { card: { set: [today] } } } } },
          productPage: { at: { shelves: { items: { related: { at: { card: { set: [today] } } } } } } },
        },
      },
    });
  });
});
