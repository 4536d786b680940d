import { describe, expect, it } from 'vitest';
import {
  bodyOf,
  cardElement,
  CARD_ELEMENT_KINDS,
  differ,
  entriesOf,
  facetChoice,
  orderGroup,
  SORT_KEYS,
  sortChoice,
  startingFixtures,
  USUAL_BADGES,
  type Fixture,
  type Plan,
} from '@fond/core';
import { englishFaults } from '../../../../core/src/testing/english';
import { plan, vocabulary } from '../testing/plans';
import { freshFixture, type AddedType } from '../draft/fixtureEdits';
import { settingWords, type SettingNames } from './settingWords';
import { FIXTURE_WORDS } from './words';

const names: SettingNames = {
  lang: 'en',
  vocabulary: {
    ...vocabulary,
    facets: [{ key: 'hob-types', labels: { en: 'Hob types' }, coverage: 1, values: 2 }],
    attributes: [
      {
        key: 'hob',
        labels: { en: 'Hob' },
        unit: null,
        onCards: true,
        type: 'many',
        values: [],
        coverage: 1,
      },
    ],
  },
  badges: [{ id: 'badge-2', text: { en: 'Save {saving} %' } }],
};
const said = (path: string, what: 'set' | 'added' | 'moved' | 'removed' = 'set'): string =>
  settingWords({ path: path.split('/'), what }, names);

describe('a single setting in words', () => {
  it('is named as people name it', () => {
    expect(said('fixtures/shelf/columns/wide')).toBe('columns on wide pages');
    expect(said('fixtures/shelf/gap/wide')).toBe('gap on wide pages');
    expect(said('fixtures/banner/height/wide')).toBe('height on wide pages');
    expect(said('fixtures/banner/heading/fr')).toBe('heading in French');
    expect(said('badges/rules/badge-2/ground')).toBe('badge “Save 50 %”: ground');
    expect(said('badges/rules/badge-9')).toBe('a badge');
    expect(said('fixtures/shelf/inserts/note-1', 'added')).toBe('something among the products added');
    expect(said('badges/most')).toBe('badges on a card');
    expect(said('fixtures/facets/facets/hob-types/label')).toBe('filter hob types: label');
    expect(said('fixtures/shelf/order/choices/price-desc/label')).toBe(
      'sort choice “Price, high to low”: label',
    );
    expect(said('fixtures/shelf/card/attribute:hob/on')).toBe('hob on the card: shown or not');
    expect(said('fixtures/shelf/card/field:sku/look/size')).toBe(
      'article number on the card: size of letters',
    );
    expect(said('productPage/shelves/goes-with/most')).toBe(
      'product pages: shelf “goes with”: greatest number',
    );
    expect(said('productPage/gallery/thumbnails/narrow')).toBe(
      'product pages: small pictures in a row on narrow pages',
    );
  });

  it('is told of a button, a part and a filter by what people call them', () => {
    expect(said('fixtures/shelf/card/cart/text/en')).toBe('cart button on the card: own words in English');
    expect(said('fixtures/part-2', 'added')).toBe('part 2 added');
    expect(said('fixtures/facets/facets/q', 'added')).toBe('filter search in the aisle added');
    expect(said('fixtures/facets/facets/hob-types', 'added')).toBe('filter hob types added');
    expect(said('fixtures/shelf/order/groups')).toBe('groups');
    expect(said('fixtures/shelf/order/groups/group-7/most')).toBe('a group: places at most');
    expect(said('fixtures/promotion-7/groups/group-8', 'added')).toBe('a group added');
  });

  it('tells what was added, moved or taken away', () => {
    expect(said('fixtures/title', 'removed')).toBe('title taken away');
    expect(said('fixtures/facets/facets/tag', 'added')).toBe('filter “tag” added');
    expect(said('fixtures/shelf/card/price', 'moved')).toBe('price on the card moved');
  });

  it('is plain English, whatever a plan can differ in', () => {
    const words = everyDifference().map((entry) => settingWords(entry, names));
    expect(words.length).toBeGreaterThan(300);
    expect(
      words.filter((word) => /\b\w+-\d+\b/.test(word)),
      'ids',
    ).toEqual([]);
    expect(words.flatMap((word) => englishFaults(word).map((fault) => `${word}: ${fault}`))).toEqual([]);
  });
});

/** One document for each single value of a plan that has everything in it, with that value changed. */
function everyDifference(): ReturnType<typeof entriesOf> {
  const types = Object.keys(FIXTURE_WORDS).filter(
    (type): type is AddedType => !['shelf', 'part', 'facets', 'breadcrumb', 'title'].includes(type),
  );
  const whole: Plan = {
    ...plan,
    fixtures: [
      ...startingFixtures([facetChoice('hob-types')], []).map((fixture): Fixture =>
        fixture.type === 'shelf'
          ? {
              ...fixture,
              card: CARD_ELEMENT_KINDS.map((kind) =>
                cardElement(kind, true, kind === 'attribute' ? 'hob' : kind === 'field' ? 'sku' : undefined),
              ),
              order: {
                ...fixture.order,
                choices: SORT_KEYS.map((key) => sortChoice(key)),
                groups: [orderGroup('group-7', 'front', [{ kind: 'featured' }])],
              },
            }
          : fixture,
      ),
      ...types.map((type) => {
        const fresh = freshFixture(type, `${type}-7`);
        return fresh.type === 'promotion'
          ? { ...fresh, groups: [orderGroup('group-8', 'end', [{ kind: 'sale' }])] }
          : fresh;
      }),
    ],
    badges: {
      ...USUAL_BADGES,
      rules: USUAL_BADGES.rules.map((rule) => ({ ...rule, id: 'badge-2' })).slice(0, 1),
    },
  };
  const before = bodyOf(whole);
  return [...changedLeaves(before)].flatMap((after) => entriesOf(differ(before, after)));
}

function* changedLeaves(value: unknown): Generator<unknown> {
  if (Array.isArray(value)) {
    for (const [at, inner] of value.entries())
      for (const changed of changedLeaves(inner)) yield value.with(at, changed);
    yield value.toReversed();
  } else if (typeof value === 'object' && value !== null)
    for (const [key, inner] of Object.entries(value))
      for (const changed of changedLeaves(inner))
        yield ['id', 'type', 'key', 'element', 'attribute'].includes(key)
          ? value
          : { ...value, [key]: changed };
  else yield typeof value === 'number' ? value + 1 : typeof value === 'boolean' ? !value : 'otherwise';
}
