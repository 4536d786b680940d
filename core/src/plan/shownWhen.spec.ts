import { describe, expect, it } from 'vitest';
import { aislesOf } from '../catalogue/aisles';
import { FRAME } from '../testing/catalogues';
import { sayCondition } from './sayCondition';
import { dayIn, shopperFactsOf, findWidths, type Condition, type PageFacts } from './shownWhen';

const aisles = aislesOf(FRAME);
const facts: PageFacts = {
  aisle: aisles.byPath.get('/cookware/pans')!,
  lang: 'en',
  day: '2026-11-25',
  weekday: 3,
  firstPage: true,
  filtersUsed: false,
  hasDescription: false,
  results: true,
  part: 30,
  signedIn: false,
};
const holds = (when: Condition, change: Partial<PageFacts> = {}): boolean =>
  findWidths(when, { ...facts, ...change }).length === 3;

describe('when a fixture is shown', () => {
  it('is always, where nothing is said', () => {
    expect(findWidths(null, facts)).toEqual(['wide', 'medium', 'narrow']);
  });

  it('goes by the aisle, its kind, and the categories above it', () => {
    expect(holds({ kind: 'aisles', of: ['category', 'tag'] })).toBe(true);
    expect(holds({ kind: 'aisles', of: ['front'] })).toBe(false);
    expect(holds({ kind: 'category', category: 1, below: true })).toBe(true);
    expect(holds({ kind: 'category', category: 1, below: false })).toBe(false);
    expect(holds({ kind: 'category', category: 2, below: false })).toBe(true);
    expect(holds({ kind: 'collection', collection: 1 })).toBe(false);
  });

  it('goes by width without being another page: the widths are told', () => {
    const narrow: Condition = { kind: 'width', widths: ['narrow'] };
    expect(findWidths(narrow, facts)).toEqual(['narrow']);
    expect(findWidths({ kind: 'none', of: [narrow] }, facts)).toEqual(['wide', 'medium']);
    expect(findWidths({ kind: 'all', of: [narrow, { kind: 'filters', used: true }] }, facts)).toEqual([]);
  });

  it('goes by days and weekdays of the shop’s own calendar', () => {
    expect(holds({ kind: 'dates', from: '2026-11-25', to: '2026-11-25' })).toBe(true);
    expect(holds({ kind: 'dates', from: '2026-11-26', to: null })).toBe(false);
    expect(holds({ kind: 'dates', from: null, to: '2026-11-24' })).toBe(false);
    expect(holds({ kind: 'weekdays', days: [6, 7] })).toBe(false);
    const late = Date.UTC(2026, 10, 29, 23, 30);
    expect(dayIn('UTC', late)).toEqual({ day: '2026-11-29', weekday: 7 });
    expect(dayIn('Europe/Paris', late)).toEqual({ day: '2026-11-30', weekday: 1 });
  });

  it('goes by page, filters, description, results, language and share of shoppers', () => {
    expect(holds({ kind: 'firstPage' }, { firstPage: false })).toBe(false);
    expect(holds({ kind: 'filters', used: true }, { filtersUsed: true })).toBe(true);
    expect(holds({ kind: 'description' })).toBe(false);
    expect(holds({ kind: 'results', some: false }, { results: false })).toBe(true);
    expect(holds({ kind: 'language', languages: ['fr'] })).toBe(false);
    for (let part = 0; part < 100; part++)
      expect(holds({ kind: 'share', from: 0, to: 40 }, { part })).toBe(
        !holds({ kind: 'share', from: 40, to: 100 }, { part }),
      );
  });

  it('nests with all, any and none', () => {
    const first: Condition = { kind: 'firstPage' };
    const used: Condition = { kind: 'filters', used: true };
    expect(holds({ kind: 'all', of: [first, used] })).toBe(false);
    expect(holds({ kind: 'any', of: [first, used] })).toBe(true);
    expect(holds({ kind: 'none', of: [used, { kind: 'all', of: [first, used] }] })).toBe(true);
  });

  it('tells what plans have to know of a shopper, so that nobody else is told apart', () => {
    const share: Condition = { kind: 'none', of: [{ kind: 'share', from: 0, to: 50 }] };
    const known: Condition = { kind: 'any', of: [{ kind: 'shopper', signedIn: true }] };
    expect(shopperFactsOf([{ fixtures: [{ when: null }] }])).toEqual({
      part: false,
      signedIn: false,
      view: false,
    });
    expect(shopperFactsOf([{ fixtures: [{ when: null }, { when: share }] }])).toEqual({
      part: true,
      signedIn: false,
      view: false,
    });
    expect(
      shopperFactsOf([{ fixtures: [{ when: null, inserts: [{ when: share }, { when: known }] }] }]),
      'what stands among products asks as well',
    ).toEqual({ part: true, signedIn: true, view: false });
    expect(shopperFactsOf([{ fixtures: [{ when: known }] }])).toMatchObject({ part: false, signedIn: true });
    expect(shopperFactsOf([{ fixtures: [{ when: null, listSwitch: true }] }]).view).toBe(true);
  });

  it('goes by who has signed in, and by the aisle’s picture', () => {
    expect(holds({ kind: 'shopper', signedIn: true })).toBe(false);
    expect(holds({ kind: 'shopper', signedIn: true }, { signedIn: true })).toBe(true);
    expect(holds({ kind: 'shopper', signedIn: false })).toBe(true);
    expect(holds({ kind: 'picture' })).toBe(false);
    const pictured = {
      ...facts.aisle,
      picture: { hash: 'h', width: 10, height: 10, focus: { x: 50, y: 50 } },
    };
    expect(holds({ kind: 'picture' }, { aisle: pictured })).toBe(true);
  });

  it('takes a free page for the aisle it stands in for, but knows it as a free page', () => {
    const page: PageFacts['aisle'] = { ...facts.aisle, key: 'page:1', kind: 'page', standsFor: facts.aisle };
    expect(holds({ kind: 'category', category: 1, below: true }, { aisle: page })).toBe(true);
    expect(holds({ kind: 'aisles', of: ['page'] }, { aisle: page })).toBe(true);
    expect(holds({ kind: 'aisles', of: ['category'] }, { aisle: page })).toBe(false);
  });
});

describe('sayCondition', () => {
  const names = {
    category: (id: number) => (id === 1 ? 'Cookware' : null),
    collection: () => null,
    tag: () => null,
    attribute: () => null,
    range: () => null,
    blend: () => null,
    language: () => 'French',
  };

  it('tells it as the end of a sentence, groups in brackets, and what is gone', () => {
    expect(sayCondition(null, names)).toBe('always');
    expect(
      sayCondition(
        {
          kind: 'all',
          of: [
            { kind: 'category', category: 1, below: true },
            { kind: 'any', of: [{ kind: 'firstPage' }, { kind: 'language', languages: ['fr'] }] },
            { kind: 'none', of: [{ kind: 'width', widths: ['narrow'] }] },
          ],
        },
        names,
      ),
    ).toBe('only in Cookware and below, (on the first page or in French) and not on narrow pages');
    expect(sayCondition({ kind: 'collection', collection: 9 }, names)).toBe('only in something that is gone');
    expect(sayCondition({ kind: 'share', from: 40, to: 100 }, names)).toBe('only for 60 % of shoppers');
    expect(sayCondition({ kind: 'dates', from: '2026-11-29', to: '2027-01-06' }, names)).toBe(
      'only from 29 November 2026 to 6 January 2027',
    );
    expect(sayCondition({ kind: 'dates', from: null, to: '2026-12-24' }, names)).toBe(
      'only until 24 December 2026',
    );
    expect(sayCondition({ kind: 'shopper', signedIn: false }, names)).toBe(
      'only for shoppers who have not signed in',
    );
  });
});
