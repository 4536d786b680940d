import { cardElement } from '../card/design';
import { USUAL_BADGES } from '../badge/rule';
import { atAllWidths } from '../width/widths';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import type { RangeRule } from '../clause/rule';
import { editionFrom, rangesOfPlan, withDrafts } from './edition';
import type { ColumnsSettings, PartOwn, PromotionSettings, Slot } from './fixtures';
import { startingFixtures, usual } from './housePlan';
import { AS_PART, USUAL_PROMOTION } from './fixtures';
import { basedOn, documentsBy, resolvePlan } from './inherit';
import { cutLoose, linkFor, linkOf, partFixtures, partsNamedIn, partsOf, withoutPart } from './parts';
import type { Fixture, Plan } from './plan';
import { USUAL_PRODUCT_PAGE } from './productPage';

const ALL: RangeRule = { source: { kind: 'catalogue' }, clauses: [] };
const ON_SALE: RangeRule = { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] };
const SAVED: RangeRule = { source: { kind: 'saved', range: 'offers' }, clauses: [] };
const ROW: PromotionSettings = {
  ...USUAL_PROMOTION,
  heading: { en: 'New here' },
  range: ALL,
  most: 8,
};
const TWO: ColumnsSettings = {
  type: 'columns',
  columns: [
    { id: 'a', width: { by: 'share', share: 50 }, medium: null, stuck: false },
    { id: 'b', width: { by: 'share', share: 50 }, medium: null, stuck: false },
  ],
  gap: atAllWidths(24),
  down: 'start',
  stacked: 'narrow',
};
const made = (id: string, kind: Plan['kind'], fixtures: readonly Fixture[]): Plan => ({
  id,
  kind,
  name: id,
  reach: { include: kind === 'page' ? [{ kind: 'everything' }] : [], exclude: [] },
  rank: 0,
  fixtures,
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
});
const at = (fixture: string, slot: string): Slot => ({ fixture, slot });

/** Columns with a shelf on the left and a line on the right. */
const part = made('pair', 'part', [
  { ...usual('columns'), ...TWO },
  { ...usual('row'), ...ROW, inside: at('columns', 'a') },
  { ...usual('line'), type: 'divider', inside: at('columns', 'b') },
]);
const link = (id: string, own: Record<string, PartOwn> = {}, change: Partial<Fixture> = {}): Fixture =>
  ({ ...usual(id), type: 'part', part: 'pair', own, ...change }) as Fixture;
const page = (...links: Fixture[]): Plan => made('page', 'page', [...startingFixtures([], []), ...links]);
const served = (...documents: Plan[]): Plan => editionFrom(1, { documents, ranges: [], blends: [] }).plans[0];
const rowIn = (plan: Plan, id: string) =>
  plan.fixtures.find((one) => one.id === id) as Fixture & PromotionSettings;

describe('a link to a part', () => {
  it('shows what the part is, where the link stands, under names that no other fixture has', () => {
    const when = { kind: 'firstPage' as const };
    const plan = served(page(link('one', {}, { when }), link('two')), part);
    const shown = plan.fixtures.slice(-6);
    expect(shown.map(({ id, inside }) => [id, inside?.fixture ?? null])).toEqual([
      ['one', null],
      ['one~row', 'one'],
      ['one~line', 'one'],
      ['two', null],
      ['two~row', 'two'],
      ['two~line', 'two'],
    ]);
    expect(shown[0]).toMatchObject({ type: 'columns', when, gap: atAllWidths(24) });
    expect(shown.map(({ id }) => linkOf(id))).toEqual(['one', 'one', 'one', 'two', 'two', 'two']);
  });

  it('shares the design, and may show other products, order, count and cards under another heading', () => {
    const own = {
      row: {
        ...AS_PART,
        heading: { en: 'Cheaper now' },
        range: ON_SALE,
        most: 3,
        levels: [{ key: 'price', reversed: false } as const],
        card: [cardElement('name')],
      },
    };
    const plan = served(page(link('one', own), link('two')), part);
    expect(rowIn(plan, 'one~row')).toMatchObject({
      heading: { en: 'Cheaper now' },
      range: ON_SALE,
      most: 3,
      levels: [{ key: 'price' }],
      card: [{ element: 'name' }],
    });
    expect(rowIn(plan, 'two~row')).toMatchObject({ heading: { en: 'New here' }, range: ALL, most: 8 });
  });

  it('says nothing otherwise of what can’t differ, nor of what the part no longer has', () => {
    const own = {
      line: { ...AS_PART, heading: { en: 'x' }, range: ON_SALE },
      gone: { ...AS_PART, heading: null, range: ON_SALE },
    };
    const plan = served(page(link('one', own)), part);
    expect(plan.fixtures.find(({ id }) => id === 'one~line')).not.toHaveProperty('heading');
    expect(plan.fixtures).toHaveLength(startingFixtures([], []).length + 3);
  });

  it('shows nothing where the part is gone; parts serve no aisle', () => {
    const { plans } = editionFrom(1, {
      documents: [page(link('one')), made('other', 'part', [])],
      ranges: [],
      blends: [],
    });
    expect(plans.map(({ id }) => id)).toEqual(['page']);
    expect(plans[0].fixtures).toEqual(startingFixtures([], []));
  });

  it('follows the part once that is published, in plans that build on the one with the link too', () => {
    const base = page(link('one'));
    const heir = { ...basedOn({ ...base, id: 'heir' }, base), id: 'heir' };
    const before = editionFrom(1, { documents: [base, heir, part], ranges: [], blends: [] });
    const wider = {
      ...part,
      fixtures: part.fixtures.map((one) => (one.id === 'columns' ? { ...one, gap: atAllWidths(60) } : one)),
    };
    const after = withDrafts(before, [wider as Plan], { ranges: [], blends: [] });
    for (const plan of after.plans)
      expect(plan.fixtures.find(({ id }) => id === 'one')).toMatchObject({ gap: atAllWidths(60) });
  });
});

describe('saved ranges', () => {
  it('are published with whatever shows them: the part, or a link that says so', () => {
    const offers = { id: 'offers', name: 'Offers', rule: ON_SALE };
    const own = { row: { ...AS_PART, heading: null, range: SAVED } };
    expect(rangesOfPlan(page(link('one', own)))).toEqual(['offers']);
    const before = editionFrom(1, { documents: [page(), part], ranges: [], blends: [] });
    expect(withDrafts(before, [page(link('one', own))], { ranges: [offers], blends: [] }).ranges).toEqual([
      offers,
    ]);
    const saved = {
      ...part,
      fixtures: part.fixtures.map((one) => (one.id === 'row' ? { ...one, range: SAVED } : one)),
    };
    expect(withDrafts(before, [saved as Plan], { ranges: [offers], blends: [] }).ranges).toEqual([offers]);
  });
});

describe('making a part and taking one apart', () => {
  it('keeps a fixture with all within it; where and when it stood goes to the link', () => {
    const inside = at('tabs', 'first');
    const when = { kind: 'firstPage' as const };
    const [root, ...within] = part.fixtures;
    const kept = partFixtures([{ ...root, inside, when }, ...within]);
    expect(kept).toEqual(part.fixtures);
    expect(linkFor({ ...root, inside, when }, 'pair')).toEqual({
      ...usual('columns'),
      inside,
      when,
      type: 'part',
      part: 'pair',
      own: {},
    });
  });

  it('cut loose, leaves copies with what the link said, under names that fixtures may have', () => {
    const own = { row: { ...AS_PART, heading: { en: 'Mine' }, range: null } };
    const taken: Fixture = { ...usual('one-row'), type: 'divider' };
    const loose = cutLoose(page(link('one', own), taken), 'one', part);
    expect(partsOf(loose)).toEqual([]);
    expect(loose.fixtures.slice(-4).map(({ id }) => id)).toEqual(['one', 'one-row-2', 'one-line', 'one-row']);
    expect(rowIn(loose, 'one-row-2')).toMatchObject({ heading: { en: 'Mine' }, inside: at('one', 'a') });
    const drawn = (plan: Plan) => served(plan, part).fixtures.map(({ type }) => type);
    expect(drawn(loose)).toEqual(drawn(page(link('one', own), taken)));
  });

  it('when it goes for good, leaves copies or nothing, and heirs keep inheriting', () => {
    const base = page(link('one'));
    const heir = { ...basedOn({ ...base, id: 'heir' }, base), id: 'heir' };
    const documents = documentsBy([base, heir, part]);
    const without = (keep: 'copies' | 'nothing') =>
      documentsBy([base, heir].map((document) => withoutPart(document, documents, part, keep)));
    for (const keep of ['copies', 'nothing'] as const) {
      const left = without(keep);
      expect(left.get('heir')).toMatchObject({ base: 'page', own: null });
      expect(partsOf(resolvePlan(left, 'heir'))).toEqual([]);
      const more = resolvePlan(left, 'heir').fixtures.length - startingFixtures([], []).length;
      expect(more).toBe(keep === 'copies' ? 3 : 0);
    }
    const other = made('none', 'page', []);
    expect(withoutPart(other, documentsBy([other, part]), part, 'copies')).toBe(other);
  });

  it('is found wherever it is named, in what an heir adds as well', () => {
    const base = page();
    const heir = basedOn({ ...page(link('one')), id: 'heir' }, base);
    expect([...partsNamedIn(heir)]).toEqual(['pair']);
    expect([...partsNamedIn(base)]).toEqual([]);
  });
});
