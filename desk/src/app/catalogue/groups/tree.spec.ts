import { describe, expect, it } from 'vitest';
import type { CategoryLine } from '@fond/contract';
import { dropped, moved, treeLines } from './tree';

const line = (id: number, parent: number | null, position: number): CategoryLine => ({
  id,
  parent,
  position,
  slug: `c${id}`,
  path: `/c${id}`,
  written: `C${id}`,
  titles: {},
  colour: null,
  products: 0,
  below: 0,
  hidden: false,
  picture: null,
});
/** 1 › (2 › 3), 4; and 5 beside 1. */
const TREE = [line(1, null, 0), line(2, 1, 0), line(3, 2, 0), line(4, 1, 1), line(5, null, 1)];

describe('the tree of categories', () => {
  it('hangs each below the one above it', () => {
    expect(treeLines(TREE).map(({ depth }) => depth)).toEqual([0, 1, 2, 1, 0]);
  });

  it('moves by one step, and nowhere where there is none', () => {
    expect(moved(TREE, 4, 'up')).toMatchObject({ parent: 1, position: 0 });
    expect(moved(TREE, 4, 'in')).toMatchObject({ parent: 2, position: 1 });
    expect(moved(TREE, 3, 'out')).toMatchObject({ parent: 1, position: 1 });
    expect(moved(TREE, 1, 'down')).toMatchObject({ parent: null, position: 1 });
    expect([moved(TREE, 2, 'up'), moved(TREE, 1, 'in'), moved(TREE, 5, 'out')]).toEqual([null, null, null]);
  });

  it('takes what is dropped behind a line, as its child where it has some, and never below itself', () => {
    expect(dropped(TREE, 5, 2)).toMatchObject({ parent: 2, position: 0 });
    expect(dropped(TREE, 5, 4)).toMatchObject({ parent: 1, position: 2 });
    expect(dropped(TREE, 4, null)).toMatchObject({ parent: null, position: 0 });
    expect(dropped(TREE, 1, 3)).toBeNull();
    expect(dropped(TREE, 4, 2)).toMatchObject({ parent: 2, position: 0 });
    expect(dropped(TREE, 3, 2)).toBeNull();
  });
});
