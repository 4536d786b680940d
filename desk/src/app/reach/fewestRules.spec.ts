import { describe, expect, it } from 'vitest';
import { fewestRules } from './fewestRules';

const category = (id: number, parent: string | null) => ({
  key: `category:${id}`,
  kind: 'category' as const,
  parent,
});
const FLOOR = [
  { key: 'front', kind: 'front' as const, parent: null },
  category(1, 'front'),
  category(2, 'category:1'),
  category(3, 'category:1'),
  category(4, 'category:3'),
  { key: 'tag:9', kind: 'tag' as const, parent: 'front' },
];

describe('the fewest rules', () => {
  it('name a category with all below it once', () => {
    expect(fewestRules(['category:2', 'category:1', 'category:4', 'category:3'], FLOOR)).toEqual([
      { kind: 'category', category: 1, below: true },
    ]);
  });

  it('name no aisle that was not asked for', () => {
    expect(fewestRules(['category:1', 'category:3', 'category:4', 'tag:9'], FLOOR)).toEqual([
      { kind: 'aisle', aisle: 'category:1' },
      { kind: 'category', category: 3, below: true },
      { kind: 'aisle', aisle: 'tag:9' },
    ]);
  });

  it('name what has nothing below it by itself', () => {
    expect(fewestRules(['category:2'], FLOOR)).toEqual([{ kind: 'aisle', aisle: 'category:2' }]);
  });
});
