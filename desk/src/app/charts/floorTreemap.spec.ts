import { describe, expect, it } from 'vitest';
import type { FloorAisle } from '@fond/contract';
import { byPlan, floorTreemap } from './floorTreemap';
import { planColours } from '../floor/planColours';

const aisle = (
  key: string,
  parent: string | null,
  itself: number,
  plan: string | null,
  products = itself,
): FloorAisle =>
  ({
    key,
    parent,
    kind: key.split(':')[0],
    title: key,
    products,
    productsItself: itself,
    plan: plan && { id: plan, name: plan },
  }) as FloorAisle;
const aisles = [
  aisle('front', null, 9, 'house'),
  aisle('category:1', 'front', 2, 'house', 7),
  aisle('category:2', 'category:1', 5, 'pans'),
  aisle('category:3', 'category:1', 0, 'house'),
  aisle('tag:1', null, 4, 'house'),
];
const colours = new Map([
  ['house', '#111'],
  ['pans', '#222'],
]);

describe('the floor as a map', () => {
  it('draws categories that hold something, each as large as its own products, in its plan’s colour', () => {
    const trace = floorTreemap(aisles, byPlan(colours, null));
    expect(trace.ids).toEqual(['category:1', 'category:2']);
    expect(trace.parents).toEqual(['', 'category:1']);
    expect(trace.values).toEqual([2, 5]);
    expect(trace.marker.colors).toEqual(['#111', '#222']);
    expect(trace.text[1]).toBe('5 products');
    expect(trace.customdata[1]).toBe('5 products<br>pans');
  });

  it('leaves the colour to the aisles of one plan where only those are looked for', () => {
    const trace = floorTreemap(aisles, byPlan(colours, 'pans'));
    expect(trace.marker.colors[1]).toBe('#222');
    expect(trace.marker.colors[0]).not.toBe('#111');
  });

  it('marks what is chosen, by a word', () => {
    const trace = floorTreemap(aisles, byPlan(colours, null, new Set(['category:2', 'gone'])));
    expect(trace.text.filter((below) => below.startsWith('✓ chosen · '))).toHaveLength(1);
  });
});

describe('planColours', () => {
  it('give the house plan its plain colour, and all others different ones', () => {
    const given = planColours([
      { id: 'a', name: 'A' },
      { id: 'house', name: 'House' },
      { id: 'b', name: 'B' },
    ]);
    expect(new Set(given.values()).size).toBe(3);
    expect(given.get('house')).toBe(planColours([]).get('house'));
  });
});
