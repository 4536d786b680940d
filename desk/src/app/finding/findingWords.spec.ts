import { describe, expect, it } from 'vitest';
import { FINDING_KINDS, type Finding, type FindingKind, type RangeNames } from '@fond/core';
import { englishFaults } from '../../../../core/src/testing/english';
import { findingWords } from './findingWords';
import { KIND_WORDS } from './kindWords';
import { wayOut } from './wayOut';

/** One of every kind; the compiler asks for a new one. */
const EVERY: { [K in FindingKind]: Extract<Finding, { kind: K }> } = {
  'aisle-empty': { kind: 'aisle-empty', aisle: 'category:1', products: 12 },
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
  'texts-missing': { kind: 'texts-missing', plan: 'p', lang: 'fr', texts: 1, uses: ['heading'] },
  'contrast-low': {
    kind: 'contrast-low',
    plan: 'p',
    pairs: [{ what: 'words on the ground', contrast: 3.1 }],
  },
  'aisle-untranslated': { kind: 'aisle-untranslated', aisle: 'category:1', langs: ['fr'] },
  'aisle-unlinked': { kind: 'aisle-unlinked', aisle: 'page:1' },
  'description-double': { kind: 'description-double', aisle: 'category:1', others: ['category:2'] },
  'pins-lost': { kind: 'pins-lost', aisle: 'category:1', plan: 'p', skus: ['A'] },
  'product-double': { kind: 'product-double', sku: 'A', other: 'B', others: 3 },
  'title-long': { kind: 'title-long', sku: 'A', lang: 'en', letters: 71 },
  'pictures-wordless': { kind: 'pictures-wordless', sku: 'A', pictures: 2 },
  'facets-alike': {
    kind: 'facets-alike',
    plan: 'p',
    facet: 'material',
    label: 'Material',
    other: 'finish',
    otherLabel: 'Finish',
    aisles: 2,
    first: 'category:1',
  },
  'facets-gone': { kind: 'facets-gone', plan: 'p', facets: ['weight'] },
  'line-bare': {
    kind: 'line-bare',
    plan: 'p',
    attribute: 'capacity',
    label: 'Capacity',
    products: 3,
    of: 20,
    aisles: 2,
    first: 'category:1',
  },
  'clause-idle': {
    kind: 'clause-idle',
    plan: 'p',
    fixture: 'shelf',
    clause: { kind: 'sale' },
    aisles: 2,
    first: 'category:1',
  },
  'clause-gone': { kind: 'clause-gone', plan: 'p', fixture: 'shelf', clause: { kind: 'tag', tag: 99 } },
  'range-stale': { kind: 'range-stale', range: 'r', name: 'Gifts', clauses: [{ kind: 'tag', tag: 99 }] },
  'page-heavy': { kind: 'page-heavy', plan: 'p', cards: 148, aisles: 3, first: 'category:1' },
  'label-untranslated': {
    kind: 'label-untranslated',
    attribute: 'material',
    label: 'Material',
    lang: 'fr',
  },
  'rows-single': { kind: 'rows-single', plan: 'p', size: 3 },
  'condition-over': { kind: 'condition-over', plan: 'p', fixture: 'b', type: 'banner', to: '2026-11-01' },
  'condition-never': { kind: 'condition-never', plan: 'p', fixture: 'b', type: 'banner' },
  'card-unreadable': { kind: 'card-unreadable', plan: 'p', element: 'attribute:material', contrast: 2.2 },
  'badge-unreadable': { kind: 'badge-unreadable', plan: 'p', badge: 'sale', text: 'Sale', contrast: 2.2 },
  'badge-covers': {
    kind: 'badge-covers',
    plan: 'p',
    badge: 'sale',
    text: 'Sale',
    width: 'narrow',
    share: 0.2,
  },
  'badge-idle': { kind: 'badge-idle', plan: 'p', badge: 'sale', text: 'Sale' },
  'pictures-small': {
    kind: 'pictures-small',
    plan: 'p',
    fixture: 'b',
    type: 'banner',
    pictures: 1,
    width: 600,
    needed: 1280,
  },
  'pictures-heavy': {
    kind: 'pictures-heavy',
    plan: 'p',
    fixture: 'b',
    type: 'banner',
    pictures: 1,
    width: 1360,
    bytes: 412_345,
  },
  'css-pointer': { kind: 'css-pointer', plan: 'p', selectors: ['.more:hover'] },
  'css-targets': { kind: 'css-targets', plan: 'p', targets: [{ selector: 'button.plain', pixels: 16 }] },
  'settings-idle': { kind: 'settings-idle', plan: 'p', settings: [['fixtures', 'b', 'heading']] },
  'campaign-baseless': { kind: 'campaign-baseless', campaign: 'c', name: 'Gift season' },
  'campaign-idle': { kind: 'campaign-idle', campaign: 'c', name: 'Gift season' },
  'range-unused': { kind: 'range-unused', range: 'r', name: 'Gifts' },
  'blend-unused': { kind: 'blend-unused', blend: 'b', name: 'Best for us' },
  'values-untranslated': {
    kind: 'values-untranslated',
    attribute: 'material',
    label: 'Material',
    lang: 'fr',
    values: 2,
  },
  'part-unused': { kind: 'part-unused', part: 'q' },
  'redirect-loop': { kind: 'redirect-loop', from: '/a', steps: ['/a', '/b', '/a'] },
  'redirect-chain': { kind: 'redirect-chain', from: '/old', end: '/new' },
  'redirect-dead': { kind: 'redirect-dead', from: '/a', to: '/b' },
  'redirect-hidden': { kind: 'redirect-hidden', from: '/a' },
  'answer-gone': { kind: 'answer-gone', answer: 'a', query: 'pan', skus: ['A'] },
  'answer-over': { kind: 'answer-over', answer: 'a', query: 'pan', to: '2026-11-01' },
};
const NAMES: RangeNames = {
  category: () => 'Pans',
  collection: () => 'Gifts',
  tag: (id) => (id === 99 ? null : 'Staff pick'),
  attribute: (key) => ({ label: key, unit: null, numeric: false, value: (value) => value }),
  range: () => 'Gifts',
  blend: () => 'Best for us',
  language: (lang) => lang,
};
const every: readonly Finding[] = Object.values(EVERY);

describe('a finding in words', () => {
  it('is plain English, with its evidence, whatever its kind', () => {
    const words = every.map((finding) => findingWords(finding, NAMES));
    expect(words.flatMap((word) => englishFaults(word).map((fault) => `${word}: ${fault}`))).toEqual([]);
    // Ranges and blends are told alike, below headings of their own; so are names that a language lacks.
    expect(new Set(words).size).toBe(every.length - 1);
    expect(findingWords(EVERY['aisle-thin'], NAMES)).toBe('has 1 product');
    expect(findingWords(EVERY['facet-useless'], NAMES)).toBe(
      'shows the filter “Material” in 3 aisles, where too few products have a value',
    );
    expect(findingWords(EVERY['product-untranslated'], NAMES)).toBe('has no name in French or German');
    expect(findingWords(EVERY['pins-gone'], NAMES)).toBe(
      'holds places for A, B, C, D and 2 more, which the shop doesn’t have',
    );
    expect(findingWords(EVERY['rows-ragged'], NAMES)).toContain('8 a page');
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
