import { Injector } from '@angular/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { shelfOf, type Shelf, type ShelfInsert } from '@fond/core';
import { PlanEditor } from '../../draft/planEditor';
import { plan } from '../../testing/plans';
import { BoardInserts, type BoardPages } from './boardInserts';

const board: BoardPages = { total: 40, pages: { first: 12, others: 12 } };

let shelf: Shelf;
let inserts: BoardInserts;
beforeEach(() => {
  const note = {
    id: 'note',
    heading: { en: 'Iron' },
    at: { by: 'place', place: 5 },
    pages: 'first',
  } as unknown as ShelfInsert;
  shelf = { ...shelfOf(plan)!, inserts: [note] };
  const editor = {
    plan: () => plan,
    shelf: () => shelf,
    lang: () => 'en',
    editShelf: (_: string, change: Partial<Shelf>) => (shelf = { ...shelf, ...change }),
  };
  inserts = Injector.create({
    providers: [BoardInserts, { provide: PlanEditor, useValue: editor }],
  }).get(BoardInserts);
});

describe('what stands among products, moved on the board', () => {
  it('goes on from where the draft has it: presses before the board is drawn again all count', () => {
    const [drawn] = shelf.inserts;
    for (let presses = 0; presses < 3; presses++) inserts.step(drawn, 1, 1, board);
    expect(shelf.inserts[0].at).toEqual({ by: 'place', place: 8 });
  });

  it('doesn’t leave its page, and is not made again once it is gone', () => {
    const [drawn] = shelf.inserts;
    inserts.step(drawn, 50, 1, board);
    expect(shelf.inserts[0].at).toEqual({ by: 'place', place: 13 });
    shelf = { ...shelf, inserts: [] };
    expect(inserts.step(drawn, 1, 1, board)).toBe('');
    expect(shelf.inserts).toEqual([]);
  });
});
