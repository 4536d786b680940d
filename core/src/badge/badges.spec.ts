import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyBitset, type Bitset } from '../catalogue/sets';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import type { Clause, RangeContext } from '../clause/rule';
import { FRAME, NOW, product } from '../testing/catalogues';
import { badgesFor, badgesOf, meetingOf, strangeFigures } from './badges';
import { ALWAYS, USUAL_BADGE_LOOK, USUAL_BADGES, type BadgeRule, type BadgeSettings } from './rule';

const DAY = 86_400_000;
const context: RangeContext = { now: NOW, ranges: [], blends: [] };
const rule = (id: string, clauses: readonly Clause[], text = id): BadgeRule => ({
  ...USUAL_BADGE_LOOK,
  ...ALWAYS,
  id,
  on: true,
  clauses,
  text: { en: text },
});
const SALE: Clause = { kind: 'sale' };
const FEATURED: Clause = { kind: 'featured' };
const LOW: Clause = { kind: 'stock', states: ['low'] };
const snapshot = snapshotOf(FRAME, [
  product(1, { stock: 0, price: 2000, was: 2999 }),
  product(2, { stock: 3, featured: true, price: 1000, was: 2000 }),
  product(60, { stock: 90 }),
]);
const said = (settings: BadgeSettings, p: number, lang = 'en', of = snapshot): string[] =>
  badgesOf(of, p, badgesFor(of, settings, context), lang).map(({ text }) => text);
const all = (...rules: BadgeRule[]): BadgeSettings => ({ rules, most: 6 });

describe('the badges of a product', () => {
  it('are, as shops begin, that it is sold out, what it saves, and that it is new', () => {
    expect(said(USUAL_BADGES, 0)).toEqual(['Sold out', '−33 %', 'New']);
    expect(said(USUAL_BADGES, 0, 'fr')).toEqual(['Épuisé', '−33 %', 'Nouveau']);
    expect(said(USUAL_BADGES, 2)).toEqual([]);
  });

  it('stand in the order of the rules, the first ones where there are too many', () => {
    const rules = [rule('featured', [FEATURED]), rule('sale', [SALE]), rule('low', [LOW])];
    expect(said({ rules, most: 6 }, 1)).toEqual(['featured', 'sale', 'low']);
    expect(said({ rules, most: 2 }, 1)).toEqual(['featured', 'sale']);
    expect(said({ rules: [...rules].reverse(), most: 1 }, 1)).toEqual(['low']);
    expect(said({ rules: rules.map((one) => ({ ...one, on: false })), most: 6 }, 1)).toEqual([]);
  });

  it('hold on their days alone, the first and the last among them, as the shop’s clocks count them', () => {
    const dated = (from: string | null, to: string | null): BadgeSettings =>
      all({ ...rule('dated', [SALE]), from, to });
    // The day of the test is 15 June 2026, at midnight in UTC.
    const on = (settings: BadgeSettings, zone?: string): number =>
      badgesOf(snapshot, 0, badgesFor(snapshot, settings, { ...context, zone }), 'en').length;
    expect([on(dated('2026-06-15', '2026-06-15')), on(dated('2026-06-16', null))]).toEqual([1, 0]);
    expect([on(dated(null, '2026-06-14')), on(dated(null, null))]).toEqual([0, 1]);
    // Where it is still the evening before.
    expect(on(dated('2026-06-15', null), 'America/New_York')).toBe(0);
    expect(on(dated(null, '2026-06-14'), 'America/New_York')).toBe(1);
  });

  it('hold its figures, and are left out where it has none of them', () => {
    const figured = (text: string, p: number, lang?: string) => said(all(rule('x', [], text)), p, lang);
    expect(figured('only {stock} left', 1)).toEqual(['only 3 left']);
    expect(figured('only {stock} left', 0), 'none is left').toEqual([]);
    expect(figured('save {amount}', 1)).toEqual(['save €10.00']);
    expect(figured('−{saving} %', 2), 'nothing is saved').toEqual([]);
    expect(figured('{nonsense}', 1)).toEqual([]);
    expect(strangeFigures('{saving} {nonsense} {Stock}')).toEqual(['nonsense', 'Stock']);
  });

  it('count days as they are in the shop’s time zone', () => {
    // Half past eleven in the evening in Berlin, which is still the day before in UTC two hours later.
    const now = Date.parse('2026-07-02T22:30:00Z');
    const fresh = snapshotOf(FRAME, [product(1, { created: Date.parse('2026-07-01T22:10:00Z') })]);
    const today = badgesFor(fresh, all(rule('new', [{ kind: 'added', days: 1 }], '{days}')), {
      now,
      ranges: [],
      blends: [],
      zone: 'Europe/Berlin',
    });
    expect(badgesOf(fresh, 0, today, 'en'), 'added yesterday, there').toEqual([]);
    const two = badgesFor(fresh, all(rule('new', [{ kind: 'added', days: 2 }], '{days}')), {
      now,
      ranges: [],
      blends: [],
      zone: 'Europe/Berlin',
    });
    expect(badgesOf(fresh, 0, two, 'en')).toEqual([{ key: 'new', text: '1' }]);
  });

  it('are none where a rule names what is gone, as nobody can tell what it meant', () => {
    const gone: Clause = { kind: 'attribute', attribute: 'gone', values: [] };
    expect(said(all(rule('x', [gone])), 1)).toEqual([]);
    expect(said(all(rule('x', [{ kind: 'none', of: [gone] }])), 1)).toEqual([]);
    expect(meetingOf(snapshot, everything(), all(rule('x', [gone])), context).rules).toEqual([
      { id: 'x', aisle: 0, shop: 0, fault: { kind: 'attribute', name: 'gone' } },
    ]);
  });
});

const everything = (): Bitset => {
  const bits = emptyBitset(snapshot.size);
  for (let p = 0; p < snapshot.size; p++) bits[p >>> 5] |= 1 << (p & 31);
  return bits;
};

describe('rules that meet', () => {
  it('are counted in the aisle and in the shop, pair by pair, the one that wins first', () => {
    const rules = [rule('featured', [FEATURED]), rule('sale', [SALE]), rule('low', [LOW])];
    const aisle = emptyBitset(snapshot.size);
    aisle[0] = 0b010;
    const told = meetingOf(snapshot, aisle, { rules, most: 2 }, context);
    expect(told.rules.map(({ id, aisle: here, shop }) => [id, here, shop])).toEqual([
      ['featured', 1, 1],
      ['sale', 1, 2],
      ['low', 1, 1],
    ]);
    expect(told.pairs).toEqual([
      { first: 'featured', second: 'sale', products: 1 },
      { first: 'featured', second: 'low', products: 1 },
      { first: 'sale', second: 'low', products: 1 },
    ]);
    expect(told.over, 'three meet, two may stand').toBe(1);
  });

  it('count only what carries a badge: who lacks its figure, or has no words for it, doesn’t', () => {
    const rules = [rule('left', [], 'only {stock} left'), rule('silent', [SALE], '')];
    expect(meetingOf(snapshot, everything(), { rules, most: 1 }, context)).toMatchObject({
      rules: [
        { id: 'left', aisle: 2, shop: 2 },
        { id: 'silent', aisle: 0, shop: 0 },
      ],
      pairs: [],
      over: 0,
    });
  });

  it('agree with a count of every card, one by one', () => {
    const clause = fc.constantFrom(SALE, FEATURED, LOW, { kind: 'added', days: 40 } as Clause);
    const catalogue = fc.array(
      fc.record({
        stock: fc.constantFrom(0, 3, 50),
        was: fc.constantFrom(0, 5000),
        featured: fc.boolean(),
        created: fc.integer({ min: 0, max: 90 }).map((days) => NOW - days * DAY),
      }),
      { minLength: 1, maxLength: 40 },
    );
    fc.assert(
      fc.property(
        catalogue,
        fc.array(clause, { maxLength: 5 }),
        fc.integer({ min: 1, max: 4 }),
        (rows, clauses, most) => {
          const shop = snapshotOf(
            FRAME,
            rows.map((row, at) => product(at + 1, { price: 2000, ...row, was: row.was || null })),
          );
          const rules = clauses.map((one, at) => rule(`r${at}`, [one]));
          const settings = { rules, most };
          const bits = emptyBitset(shop.size).fill(0);
          for (let p = 0; p < shop.size; p += 2) bits[p >>> 5] |= 1 << (p & 31);
          const told = meetingOf(shop, bits, settings, context);
          const set = badgesFor(shop, { rules, most: 6 }, context);
          const cards = rows.map((_, p) => badgesOf(shop, p, set, 'en').map(({ key }) => key));
          const inAisle = cards.filter((_, p) => p % 2 === 0);
          for (const { id, aisle, shop: whole } of told.rules) {
            expect(aisle).toBe(inAisle.filter((card) => card.includes(id)).length);
            expect(whole).toBe(cards.filter((card) => card.includes(id)).length);
          }
          for (const { first, second, products } of told.pairs)
            expect(products).toBe(
              inAisle.filter((card) => card.includes(first) && card.includes(second)).length,
            );
          expect(told.over).toBe(inAisle.filter((card) => card.length > most).length);
          // Priority is total: what stands on a card is the beginning of all that it meets.
          const shown = badgesFor(shop, settings, context);
          cards.forEach((card, p) =>
            expect(badgesOf(shop, p, shown, 'en').map(({ key }) => key)).toEqual(card.slice(0, most)),
          );
        },
      ),
    );
  });
});
