import { describe, expect, it } from 'vitest';
import { FINDING_KINDS, type Finding, type FindingKind } from '@fond/core';
import { englishFaults } from '../../../../core/src/testing/english';
import { findingWords, KIND_WORDS, wayOut } from './findingWords';

/** One of every kind; the compiler asks for a new one. */
const EVERY: { [K in FindingKind]: Extract<Finding, { kind: K }> } = {
  'aisle-empty': { kind: 'aisle-empty', aisle: 'category:1' },
  'aisle-thin': { kind: 'aisle-thin', aisle: 'category:1', products: 1 },
  'aisle-undescribed': { kind: 'aisle-undescribed', aisle: 'category:1' },
  'aisle-double': { kind: 'aisle-double', aisle: 'category:1', others: ['category:2'] },
  'aisle-disputed': { kind: 'aisle-disputed', aisle: 'category:1', plans: ['Pans', 'Gifts'] },
  'facet-useless': {
    kind: 'facet-useless',
    label: 'Material',
    plan: 'p',
    facet: 'material',
    reason: 'low-coverage',
    aisles: 3,
    first: 'category:1',
  },
  'promotion-empty': { kind: 'promotion-empty', plan: 'p', fixture: 'promo', aisles: 1, first: 'category:1' },
  'product-nowhere': { kind: 'product-nowhere', sku: 'A' },
  'product-priceless': { kind: 'product-priceless', sku: 'A' },
  'product-pictureless': { kind: 'product-pictureless', sku: 'A' },
  'product-undescribed': { kind: 'product-undescribed', sku: 'A' },
  'product-untranslated': { kind: 'product-untranslated', sku: 'A', langs: ['fr', 'de'] },
  'reduction-none': { kind: 'reduction-none', sku: 'A' },
  'plan-idle': { kind: 'plan-idle', plan: 'p' },
  'rows-ragged': { kind: 'rows-ragged', plan: 'p', size: 8, widths: ['wide', 'medium'] },
  'pins-gone': { kind: 'pins-gone', plan: 'p', skus: ['A', 'B', 'C', 'D', 'E', 'F'] },
  'pins-over': { kind: 'pins-over', plan: 'p', count: 2 },
  'links-dead': { kind: 'links-dead', plan: 'p', addresses: ['/nowhere'] },
  'texts-missing': { kind: 'texts-missing', plan: 'p', lang: 'fr', texts: 1 },
  'contrast-low': {
    kind: 'contrast-low',
    plan: 'p',
    pairs: [{ what: 'words on the ground', contrast: 3.1 }],
  },
  'part-unused': { kind: 'part-unused', part: 'q' },
  'redirect-loop': { kind: 'redirect-loop', from: '/a', steps: ['/a', '/b', '/a'] },
  'redirect-chain': { kind: 'redirect-chain', from: '/old', end: '/new' },
  'redirect-dead': { kind: 'redirect-dead', from: '/a', to: '/b' },
  'redirect-hidden': { kind: 'redirect-hidden', from: '/a' },
  'answer-gone': { kind: 'answer-gone', answer: 'a', query: 'pan', skus: ['A'] },
  'answer-over': { kind: 'answer-over', answer: 'a', query: 'pan', to: '2026-11-01' },
};
const every: readonly Finding[] = Object.values(EVERY);

describe('a finding in words', () => {
  it('is plain English, with its evidence, whatever its kind', () => {
    const words = every.map(findingWords);
    expect(words.flatMap((word) => englishFaults(word).map((fault) => `${word}: ${fault}`))).toEqual([]);
    expect(new Set(words).size).toBe(every.length);
    expect(findingWords(EVERY['aisle-thin'])).toBe('has 1 product');
    expect(findingWords(EVERY['facet-useless'])).toBe(
      'shows the filter “Material” in 3 aisles, where too few products have a value',
    );
    expect(findingWords(EVERY['product-untranslated'])).toBe('has no name in French or German');
    expect(findingWords(EVERY['pins-gone'])).toBe(
      'holds places for A, B, C, D and 2 more, which the catalogue doesn’t have',
    );
    expect(findingWords(EVERY['rows-ragged'])).toContain('8 a page');
  });

  it('has a heading for its kind', () => {
    expect(Object.keys(KIND_WORDS).sort()).toEqual(Object.keys(FINDING_KINDS).sort());
  });

  it('leads to where it is mended', () => {
    for (const finding of every) {
      const { commands, name } = wayOut(finding, '/cookware');
      expect(commands[0], finding.kind).toMatch(/^\/[a-z]+/);
      expect(name).toMatch(/^[A-Z]/);
    }
    expect(wayOut(EVERY['promotion-empty'], '/cookware')).toEqual({
      commands: ['/plans', 'p'],
      query: { aisle: '/cookware', open: 'fixture:promo' },
      name: 'Open the shelf',
    });
    expect(wayOut(EVERY['product-priceless'], null).commands).toEqual(['/products', 'A']);
  });
});
