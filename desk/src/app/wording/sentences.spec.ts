import { describe, expect, it } from 'vitest';
import {
  USUAL_LOOK,
  facetChoice,
  startingFixtures,
  usual,
  type Fixture,
  type Plan,
  type ShelfSettings,
  USUAL_GAP,
  USUAL_BADGES,
  USUAL_PRODUCT_PAGE,
} from '@fond/core';
import { vocabulary } from '../testing/plans';
import { changesInWords, lineOf, sentencesOf, type BriefWords } from './sentences';

const words: BriefWords = {
  parts: (id) => (id === 'offers-row' ? 'Offers row' : null),
  vocabulary,
  aisles: [],
  names: {
    category: () => null,
    collection: () => null,
    tag: () => null,
    attribute: () => null,
    range: () => null,
    blend: () => null,
    language: (lang) => lang,
  },
  lang: 'en',
};
const plan: Plan = {
  id: 'p',
  name: 'Pans',
  reach: { include: [{ kind: 'everything' }], exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: startingFixtures([facetChoice('material')], []),
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
};
const shelf = (change: Partial<ShelfSettings>): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture): Fixture =>
    fixture.type === 'shelf' ? { ...fixture, ...change } : fixture,
  ),
});

describe('a plan in sentences', () => {
  it('tells each line, with its rank and conditions where it has some', () => {
    const said = sentencesOf(plan, words);
    expect(said).toMatchObject({
      reach: 'every aisle',
      frame: 'breadcrumb, title, description, navigation',
      grid: '3 columns (2 medium, 2 narrow), 12 a page',
      productPage:
        'what goes well with it, what may be taken instead, what is close to it and what shoppers say',
    });
    const fixtures = plan.fixtures.map((fixture): Fixture =>
      fixture.type === 'title' ? { ...fixture, when: { kind: 'firstPage' } } : fixture,
    );
    expect(sentencesOf({ ...plan, rank: 2, fixtures }, words)).toMatchObject({
      reach: 'every aisle, at rank 2',
      frame: 'breadcrumb, title (only on the first page), description, navigation',
    });
  });

  it('says where the settings of each line lie, by the plan’s own fixtures', () => {
    const renamed = {
      ...plan,
      fixtures: plan.fixtures.map((fixture) =>
        fixture.type === 'shelf' ? { ...fixture, id: 'main' } : fixture,
      ),
    };
    const line = (...path: string[]) => lineOf(path, renamed);
    expect(line('fixtures', 'main', 'order', 'levels')).toBe('order');
    expect(line('fixtures', 'main', 'columns', 'wide')).toBe('grid');
    expect(line('fixtures', 'main', 'when')).toBe('frame');
    expect(line('fixtures', 'facets', 'share')).toBe('facets');
    expect(line('fixtures', 'facets', 'layout', 'span')).toBe('frame');
    expect(line('fixtures', 'banner'), 'also one that is gone').toBe('frame');
    expect(line('productPage', 'shelves', 'related', 'most')).toBe('productPage');
  });
});

describe('what two states say differently', () => {
  it('is nothing between equals', () => {
    expect(changesInWords(plan, structuredClone(plan), words)).toEqual([]);
  });

  it('is the sentence old and new, with the settings in it', () => {
    const changes = changesInWords(
      plan,
      shelf({ columns: { wide: 4, medium: 2, narrow: 2 }, gap: { ...USUAL_GAP, wide: 40 } }),
      words,
    );
    expect(changes).toEqual([
      {
        line: 'grid',
        title: 'Grid',
        before: '3 columns (2 medium, 2 narrow), 12 a page',
        after: '4 columns (2 medium, 2 narrow), 12 a page',
        settings: ['columns on wide pages', 'gap on wide pages'],
      },
    ]);
  });

  it('is the settings alone where the sentence stays the same', () => {
    const [change, ...others] = changesInWords(plan, shelf({ gap: { ...USUAL_GAP, wide: 40 } }), words);
    expect(others).toEqual([]);
    expect(change).toMatchObject({ before: null, settings: ['gap on wide pages'] });
  });

  it('is everything of a plan that is new or gone, and the name of one that is renamed', () => {
    expect(changesInWords(null, plan, words).every(({ before }) => before === null)).toBe(true);
    expect(changesInWords(plan, null, words).every(({ after }) => after === null)).toBe(true);
    expect(changesInWords(plan, { ...plan, name: 'All pans' }, words)).toEqual([
      { line: 'name', title: 'Called', before: 'Pans', after: 'All pans', settings: [] },
    ]);
  });

  it('is what stands in it alone where the plan is a part, whatever else of it differs', () => {
    const part: Plan = { ...plan, kind: 'part', reach: { include: [], exclude: [] } };
    const line = { ...usual('line'), type: 'divider' as const };
    const other = {
      ...part,
      productPage: { ...USUAL_PRODUCT_PAGE, shelves: [] },
      fixtures: [...part.fixtures, line],
    };
    expect(changesInWords(part, other, words)).toEqual([
      expect.objectContaining({ line: 'frame', settings: ['line added'] }),
    ]);
    expect(changesInWords(null, part, words).map((change) => change.line)).toEqual(['frame']);
  });

  it('leaves out, between two plans, what each has to say for itself', () => {
    const other = { ...plan, id: 'q', name: 'Pots', reach: { include: [], exclude: [] } };
    expect(changesInWords(plan, other, words)).toEqual([]);
  });
});
