import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { WordIndex } from './wordIndex';

const WORDS = ['pan', 'pancake', 'pot', 'kettle', 'kettles', 'copper', 'a', 'ab', '鍋'];
const words = fc.subarray(WORDS, { minLength: 1 }).map((list) => new Set(list));
const step = fc.record({ id: fc.nat(7), words: fc.option(words, { nil: null }) });

const foundBy = (index: WordIndex, word: string): [number, number][] => {
  const scores = new Map<number, number>();
  index.find(word, (id, score) => scores.set(id, (scores.get(id) ?? 0) + score));
  return [...scores].sort(([a], [b]) => a - b);
};

describe('WordIndex', () => {
  it('answers after any changes as one that is made of what is left', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
        const index = new WordIndex();
        const now = new Map<number, Set<string>>();
        for (const { id, words: next } of steps) {
          const before = now.get(id);
          if (before) index.remove(id, before);
          now.delete(id);
          if (!next) continue;
          index.add(id, next);
          now.set(id, next);
        }
        const fresh = new WordIndex();
        for (const [id, list] of now) fresh.add(id, list);
        for (const word of WORDS) {
          const [moved, made] = [foundBy(index, word), foundBy(fresh, word)];
          expect(moved.map(([id]) => id)).toEqual(made.map(([id]) => id));
          for (const [id] of [...now].filter(([, list]) => list.has(word)))
            expect(moved.map(([other]) => other)).toContain(id);
          moved.forEach(([, score], at) => expect(score).toBeCloseTo(made[at][1], 6));
        }
      }),
    );
  });

  it('scores a whole word above its beginning, a rare word above a usual one, a short text above a long one', () => {
    const index = new WordIndex();
    index.add(1, new Set(['copper', 'pan']));
    index.add(2, new Set(['copper', 'pancake']));
    index.add(3, new Set(['copper', 'pan', 'with', 'a', 'long', 'handle']));
    const pans = new Map(foundBy(index, 'pan'));
    expect(pans.get(1)).toBeGreaterThan(pans.get(2)!);
    expect(pans.get(1)).toBeGreaterThan(pans.get(3)!);
    expect(pans.get(1)).toBeGreaterThan(new Map(foundBy(index, 'copper')).get(1)!);
  });

  it('bears an error in a longer word, and finds no half of the shop by one letter', () => {
    const index = new WordIndex();
    index.add(1, new Set(['saucepan']));
    index.add(2, new Set(['s']));
    expect(foundBy(index, 'sacepan').map(([id]) => id)).toEqual([1]);
    expect(foundBy(index, 's').map(([id]) => id)).toEqual([2]);
  });
});
