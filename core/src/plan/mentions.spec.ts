import { describe, expect, it } from 'vitest';
import { freshAnswer, NO_SEARCH_RULES } from '../clause/searchRules';
import { mentions, mentionsProduct } from './mentions';

describe('a document that names a group', () => {
  it('does so in clauses, reaches and aisles, however deep', () => {
    const clause = { kind: 'any', of: [{ kind: 'none', of: [{ kind: 'tag', tag: 7 }] }] };
    expect(mentions({ fixtures: [{ range: { clauses: [clause] } }] }, { kind: 'tag', id: 7 })).toBe(true);
    const rule = { kind: 'category', category: 3, below: true };
    expect(mentions({ reach: { include: [rule] } }, { kind: 'category', id: 3 })).toBe(true);
    expect(mentions({ pins: [{ aisle: 'collection:2' }] }, { kind: 'collection', id: 2 })).toBe(true);
  });

  it('does not by another number or another kind', () => {
    const rule = { kind: 'category', category: 3, below: true, most: 7 };
    expect(mentions([rule, null, 'tag:7', 7], { kind: 'category', id: 7 })).toBe(false);
    expect(mentions(rule, { kind: 'tag', id: 3 })).toBe(false);
  });
});

describe('a document that names a product', () => {
  it('does so in pins, lists of products and fixtures', () => {
    const range = { source: { kind: 'named', skus: ['PK-1', 'PK-2'] } };
    expect(mentionsProduct({ fixtures: [{ type: 'shelf', range }] }, 'PK-2')).toBe(true);
    expect(mentionsProduct({ order: { pins: [{ sku: 'PK-3', place: 1 }] } }, 'PK-3')).toBe(true);
    const answer = { ...freshAnswer('a', 'en'), lifted: ['PK-4'], leftOut: ['PK-5'] };
    const rules = { ...NO_SEARCH_RULES, answers: [answer], leftOut: [{ lang: 'en', word: 'PK-6' }] };
    expect(['PK-4', 'PK-5', 'PK-6'].map((sku) => mentionsProduct(rules, sku))).toEqual([true, true, false]);
  });

  it('does not by a text that happens to be the same, or a part of one', () => {
    expect(mentionsProduct({ heading: { en: 'PK-1' }, skus: ['PK-10'], sku: null }, 'PK-1')).toBe(false);
  });
});
