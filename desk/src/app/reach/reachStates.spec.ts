import { describe, expect, it } from 'vitest';
import type { FloorAisle } from '@fond/contract';
import type { Reach } from '@fond/core';
import { reachStates, reachWays } from './reachStates';

const aisle = (id: number, parent: number | null, plan: string): FloorAisle =>
  ({
    key: `category:${id}`,
    kind: 'category',
    parent: parent && `category:${parent}`,
    plan: { id: plan, name: plan },
  }) as FloorAisle;
const aisles = [
  aisle(1, null, 'mine'),
  aisle(2, 1, 'other'),
  aisle(3, 1, 'mine'),
  aisle(4, null, 'house'),
  aisle(5, null, 'house'),
];
const reach: Reach = {
  include: [{ kind: 'category', category: 1, below: true }],
  exclude: [{ kind: 'category', category: 3, below: true }],
};
const none = { gained: [], lost: [], disputes: [] };
const moved = (key: string) => ({ key, path: '', title: '', plan: null });

describe('reachStates', () => {
  it('tells what is served, what a more exact plan serves, what is left out and what is not meant', () => {
    expect([...reachStates('mine', reach, aisles, none).values()]).toEqual([
      'kept',
      'outdone',
      'out',
      'apart',
      'apart',
    ]);
  });

  it('tells first what changes and what is in dispute', () => {
    const dispute = { ...moved('category:1'), plan: { id: 'o', name: 'O', kind: 'page', rank: 0 } };
    const states = reachStates('mine', reach, aisles, {
      gained: [moved('category:4')],
      lost: [moved('category:3')],
      disputes: [dispute],
    } as unknown as Parameters<typeof reachStates>[3]);
    expect([...states.values()]).toEqual(['disputed', 'outdone', 'lost', 'gained', 'apart']);
  });
});

describe('reachWays', () => {
  const words = (of: Reach, category: number) => reachWays(of, category).map((way) => way.words);

  it('offers what is not so already, and to take back what is said', () => {
    expect(words(reach, 4)).toEqual(['Serve it and all below', 'Serve it alone', 'Leave it out']);
    expect(words(reach, 1)).toEqual(['Serve it alone', 'Leave it out', 'Take its line away']);
  });

  it('never says two things of one category', () => {
    const [serve] = reachWays(reach, 3);
    expect(serve.reach).toEqual({
      include: [
        { kind: 'category', category: 1, below: true },
        { kind: 'category', category: 3, below: true },
      ],
      exclude: [],
    });
  });
});
