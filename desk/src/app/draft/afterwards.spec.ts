import { describe, expect, it } from 'vitest';
import type { SentenceChange } from '../wording/sentences';
import { tellAfterwards } from './afterwards';

const line = (title: string, change: Partial<SentenceChange> = {}): SentenceChange => ({
  line: 'grid',
  title,
  before: 'this',
  after: 'that',
  settings: [],
  ...change,
});

describe('what a plan is afterwards', () => {
  it('is told as its lines say it, and by the settings that they leave out', () => {
    expect(tellAfterwards([])).toBe('');
    expect(tellAfterwards([line('Grid')])).toBe('Grid: that');
    expect(tellAfterwards([line('Filters', { after: null })])).toBe('Filters: nothing');
    const silent = line('Card', { after: 'this', settings: ['name: font', 'price: size'] });
    expect(tellAfterwards([line('Grid'), silent])).toBe('Grid: that; Card (name: font, price: size)');
  });

  it('is told in two lines, and how many more there are', () => {
    const many = ['Grid', 'Card', 'Look', 'Badges'].map((title) => line(title));
    expect(tellAfterwards(many.slice(0, 3))).toBe('Grid: that; Card: that; and 1 more line');
    expect(tellAfterwards(many)).toBe('Grid: that; Card: that; and 2 more lines');
  });
});
