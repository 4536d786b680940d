import { describe, expect, it } from 'vitest';
import type { FloorAisle } from '@fond/contract';
import { SAID_SETTINGS, SHARED_SETTINGS, type SaidSetting, type SaidValue } from '@fond/core';
import { usualValue } from './saidField';
import { saidChoices, servingSteps, SETTING_NAMES, stepWords } from './togetherSteps';

const aisle = (
  key: string,
  plan: string,
  parent: string | null = null,
  others: readonly string[] = [],
): FloorAisle =>
  ({
    key,
    kind: 'category',
    parent,
    plan: { id: plan, name: plan },
    others: others.map((id) => ({ id, name: id })),
  }) as unknown as FloorAisle;
const floor = [
  aisle('category:1', 'knives'),
  aisle('category:2', 'knives', 'category:1'),
  aisle('category:3', 'house'),
  aisle('category:4', 'table', null, ['sale', 'house']),
];

describe('aisles that are given to a plan', () => {
  it('are served by the fewest rules, and left out by every other plan that reaches them', () => {
    const steps = servingSteps(floor, ['category:1', 'category:2', 'category:4'], 'gifts', 'house');
    expect(Object.fromEntries(steps)).toEqual({
      gifts: {
        kind: 'serve',
        include: [
          { kind: 'category', category: 1, below: true },
          { kind: 'aisle', aisle: 'category:4' },
        ],
        exclude: [],
      },
      knives: { kind: 'serve', include: [], exclude: [{ kind: 'category', category: 1, below: true }] },
      table: { kind: 'serve', include: [], exclude: [{ kind: 'aisle', aisle: 'category:4' }] },
      sale: { kind: 'serve', include: [], exclude: [{ kind: 'aisle', aisle: 'category:4' }] },
    });
  });

  it('fall to the house plan where they are given to it, or to nobody', () => {
    const back = servingSteps(floor, ['category:2', 'category:3'], 'house', 'house');
    expect([...back.keys()]).toEqual(['knives']);
    expect(servingSteps(floor, ['category:3'], null, 'house').size).toBe(0);
  });
});

describe('what is done to several plans', () => {
  it('has a name for every setting, and words for every step', () => {
    expect(Object.keys(SETTING_NAMES).sort()).toEqual([...SHARED_SETTINGS].sort());
    const model = { name: 'House' };
    const put = (setting: SaidSetting, value: SaidValue): string =>
      stepWords({ kind: 'put', setting, value }, null, '');
    expect(put('shelf.form', 'list')).toBe('form of the shelf: a list');
    expect(put('shelf.columns', { wide: 4, medium: null, narrow: 1 })).toBe(
      'columns: 4 (4 medium, 1 narrow)',
    );
    expect(put('shelf.gap', { wide: 24, medium: null, narrow: null })).toBe('gap between cards: 24');
    expect(put('shelf.pageSize', { by: 'rows', count: 4 })).toBe('products a page: 4 full rows');
    expect(put('shelf.pageSize', { by: 'all' })).toBe('products a page: all of them');
    expect(put('filters.share', 25)).toBe('width of the filters: 25 %');
    expect(put('filters.counts', false)).toBe('counts of the filters: no');
    expect(stepWords({ kind: 'set', from: 'x', setting: 'shelf.columns' }, model, '')).toBe(
      'columns as in “House”',
    );
    expect(stepWords({ kind: 'showBadge', badge: 'new', on: false }, null, 'New')).toBe(
      'badge “New” shown no more',
    );
    expect(stepWords({ kind: 'fixture', from: 'x', fixture: 'b' }, model, 'the banner')).toBe(
      'the banner of “House” added',
    );
  });
});

describe('a setting that is said', () => {
  it('is one of its choices, or a number, as a plan begins with', () => {
    for (const setting of SAID_SETTINGS) {
      const usual = usualValue(setting);
      const choices = saidChoices(setting);
      expect(usual, setting).toBeDefined();
      if (choices.length) expect(choices.map(({ value }) => value)).toContain(usual);
    }
    expect(usualValue('shelf.form')).toBe('grid');
  });
});
