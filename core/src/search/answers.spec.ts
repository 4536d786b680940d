import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { windowAround } from '../order/windows';
import { FRAME, product } from '../testing/catalogues';
import { freshAnswer, NO_SEARCH_RULES, type QueryAnswer, type SearchRules } from '../clause/searchRules';
import { answeredMatches, answerPins, answerTo } from './answers';

const answer = (id: string, change: Partial<QueryAnswer>): QueryAnswer => ({
  ...freshAnswer(id, 'en'),
  ...change,
});
const rules = (...answers: QueryAnswer[]): SearchRules => ({
  ...NO_SEARCH_RULES,
  leftOut: [{ lang: 'en', word: 'the' }],
  answers,
});
const DAY = '2026-11-30';
const to = (said: SearchRules, q: string, day = DAY): string | null =>
  answerTo(said, 'en', q, day)?.id ?? null;

describe('the answer to a query', () => {
  it('is one to these very words before one to some of them, whatever their endings and order', () => {
    const said = rules(
      answer('some', { queries: ['pan'], match: 'within' }),
      answer('more', { queries: ['iron pan'], match: 'within' }),
      answer('whole', { queries: ['cast iron pan'] }),
    );
    expect(to(said, 'the Pans of cast iron')).toBe('more');
    expect(to(said, 'cast-iron pans')).toBe('whole');
    expect(to(said, 'pans: iron, cast')).toBe('whole');
    expect(to(said, 'copper pan')).toBe('some');
    expect(to(said, 'panorama')).toBeNull();
    expect(to(said, '')).toBeNull();
    expect(answerTo(said, 'fr', 'pan', DAY)).toBeNull();
  });

  it('is the first of equal ones that holds on the day', () => {
    const said = rules(
      answer('past', { queries: ['pan'], to: '2026-11-29' }),
      answer('first', { queries: ['Pan'], match: 'within' }),
      answer('second', { queries: ['pan'], match: 'within' }),
    );
    expect(to(said, 'pan')).toBe('first');
    expect(to(said, 'pan', '2026-11-29')).toBe('past');
    expect(to(said, 'wide pan')).toBe('first');
  });

  it('knows names that objects have by themselves', () => {
    expect(to(rules(answer('a', { queries: ['constructor'] })), 'constructor')).toBe('a');
    expect(to(rules(answer('a', { queries: ['pan'], match: 'within' })), 'toString __proto__')).toBeNull();
  });
});

describe('what a query finds by its answer', () => {
  const snapshot = snapshotOf(
    FRAME,
    Array.from({ length: 40 }, (_, at) => product(at + 1, {})),
  );
  const { skus } = snapshot;
  const some = fc.uniqueArray(fc.integer({ min: 0, max: 39 }), { maxLength: 12 });

  it('is what it finds without it but for what is named, lifted ones first in their order', () => {
    fc.assert(
      fc.property(some, some, some, some, (found, pinned, lifted, leftOut) => {
        const places = Uint32Array.from(found).sort();
        const bits = new Uint32Array(2);
        for (const p of places) bits[p >>> 5] |= 1 << (p & 31);
        const matches = { bits, places, scores: Float64Array.from(places, (p) => 1 + (p % 5)) };
        const pins = pinned.map((p, at) => ({ sku: skus[p], place: at * 2 + 1 }));
        const said = { pins, lifted: lifted.map((p) => skus[p]), leftOut: leftOut.map((p) => skus[p]) };
        const answered = answeredMatches(snapshot, matches, said);
        const gone = new Set(leftOut);
        const wanted = new Set([...found, ...pinned, ...lifted].filter((p) => !gone.has(p)));
        expect([...answered.places]).toEqual([...wanted].sort((a, b) => a - b));
        const score = (p: number): number => answered.scores[answered.places.indexOf(p)];
        const first = lifted.filter((p) => !gone.has(p));
        const order = [...answered.places].sort((a, b) => score(b) - score(a));
        expect(order.slice(0, first.length)).toEqual(first);
        const held = answerPins(snapshot, said, answered.bits);
        expect([...held.keys()].sort()).toEqual(pinned.filter((p) => !gone.has(p)).sort());
      }),
    );
  });

  it('stands around what is held, and pages of any size add up to the whole', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 30 }),
        some,
        fc.integer({ min: 1, max: 9 }),
        (others, places, size) => {
          const at = new Map(
            places.filter((place) => place < others + places.length).map((place) => [place, 100 + place]),
          );
          const count = others + at.size;
          const held = new Map([...at].filter(([place]) => place < count));
          const rest = Array.from({ length: count - held.size }, (_, n) => n);
          const page = (from: number, length: number): number[] => [
            ...windowAround(held, count, from, length, (start, many) => rest.slice(start, start + many)),
          ];
          const whole = page(0, count);
          const slow: number[] = [];
          const queue = [...rest];
          for (let place = 0; place < count; place++) slow.push(held.get(place) ?? queue.shift()!);
          expect(whole).toEqual(slow);
          const pages: number[] = [];
          for (let from = 0; from < count; from += size) pages.push(...page(from, size));
          expect(pages).toEqual(whole);
        },
      ),
    );
  });
});
