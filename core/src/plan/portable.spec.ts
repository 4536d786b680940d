import { orderGroup } from '../order/sorting';
import { USUAL_BADGES, type BadgeRule } from '../badge/rule';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import { startingFixtures, usual } from './housePlan';
import { USUAL_TILES } from './fixtures';
import type { EditionContent, Fixture, Plan } from './plan';
import { referencesIn, translated, translatedPart } from './portable';
import { USUAL_PRODUCT_PAGE } from './productPage';

const plan: Plan = {
  id: 'p',
  name: 'Pans',
  reach: {
    include: [
      { kind: 'category', category: 12, below: true },
      { kind: 'aisle', aisle: 'tag:7' },
      { kind: 'aisle', aisle: 'front' },
    ],
    exclude: [{ kind: 'aisle', aisle: 'collection:3' }],
  },
  kind: 'page',
  rank: 0,
  fixtures: startingFixtures([], []).map((fixture): Fixture => {
    if (fixture.type === 'title')
      return { ...fixture, when: { kind: 'category', category: 13, below: false } };
    if (fixture.type !== 'shelf') return fixture;
    const clauses = [
      { kind: 'any' as const, of: [{ kind: 'tag' as const, tag: 8 }, { kind: 'sale' as const }] },
    ];
    return { ...fixture, range: { source: { kind: 'catalogue' }, clauses } };
  }),
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
};
const content: EditionContent = { documents: [plan], ranges: [], blends: [] };

describe('what names something of a shop in a list, or in a badge', () => {
  const tiles: Fixture = {
    ...usual('tiles'),
    ...USUAL_TILES,
    of: { kind: 'chosen', categories: [21, 22] },
    except: [23],
    places: [{ category: 21, x: 0, y: 0, w: 2, h: 2 }],
  };
  const handmade: BadgeRule = {
    ...USUAL_BADGES.rules[0],
    id: 'handmade',
    clauses: [{ kind: 'tag', tag: 31 }],
  };
  const held: EditionContent = {
    documents: [
      { ...plan, fixtures: [tiles], badges: { rules: [...USUAL_BADGES.rules, handmade], most: 3 } },
    ],
    ranges: [],
    blends: [],
  };
  const into = (change: Record<string, string | null>): Plan =>
    translated(held, new Map([...referencesIn(held)].map((key) => [key, key in change ? change[key] : key])))
      .documents[0] as Plan;

  it('goes along in the other shop’s numbers', () => {
    const there = into({
      'category:21': 'category:5',
      'category:22': null,
      'category:23': 'category:6',
      'tag:31': 'tag:1',
    });
    expect(there.fixtures[0]).toMatchObject({
      of: { kind: 'chosen', categories: [5] },
      except: [6],
      places: [{ category: 5 }],
    });
    expect(there.badges.rules.at(-1)).toMatchObject({ on: true, clauses: [{ kind: 'tag', tag: 1 }] });
  });

  it('turns a badge off that would stand on other products than it was meant for', () => {
    const there = into({ 'tag:31': null });
    expect(there.badges.rules.map(({ id, on }) => [id, on])).toEqual([
      ['sold-out', true],
      ['sale', true],
      ['new', true],
      ['handmade', false],
    ]);
  });
});

describe('plans that go to another shop', () => {
  it('tell everything that they name by this shop’s numbers', () => {
    expect([...referencesIn(content)].sort()).toEqual([
      'category:12',
      'category:13',
      'collection:3',
      'tag:7',
      'tag:8',
    ]);
  });

  it('are the same where every number stays, and have that shop’s numbers where they don’t', () => {
    const same = new Map([...referencesIn(content)].map((key) => [key, key]));
    expect(translated(content, same)).toEqual(content);
    const moved = new Map([...same, ['category:12', 'category:99'], ['tag:7', 'tag:1']] as [
      string,
      string,
    ][]);
    const there = translated(content, moved).documents[0] as Plan;
    expect(there.reach.include).toEqual([
      { kind: 'category', category: 99, below: true },
      { kind: 'aisle', aisle: 'tag:1' },
      { kind: 'aisle', aisle: 'front' },
    ]);
  });

  it('leave out a group of which nothing would be asked any more, rather than let it be all products', () => {
    const grouped = {
      groups: [
        orderGroup('gone', 'front', [{ kind: 'tag', tag: 7 }]),
        orderGroup('less', 'end', [{ kind: 'tag', tag: 7 }, { kind: 'sale' }]),
      ],
    };
    expect(translatedPart(grouped, new Map()).groups).toEqual([
      orderGroup('less', 'end', [{ kind: 'sale' }]),
    ]);
  });

  it('leave out the lines that name what isn’t there, and nothing else', () => {
    const there = translated(content, new Map()).documents[0] as Plan;
    expect(there.reach).toEqual({ include: [{ kind: 'aisle', aisle: 'front' }], exclude: [] });
    expect(there.fixtures.find(({ type }) => type === 'title')!.when).toBeNull();
    expect(there.fixtures.find(({ type }) => type === 'shelf')).toMatchObject({
      range: { clauses: [{ kind: 'any', of: [{ kind: 'sale' }] }] },
    });
    expect(there.fixtures).toHaveLength(plan.fixtures.length);
  });
});
