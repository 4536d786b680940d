import { inject, Injectable } from '@angular/core';
import { standingIn, startOf, type PageCut, type ShelfInsert } from '@fond/core';
import { PlanEditor } from '../../draft/planEditor';
import { placeOnPage, withInsert } from '../../draft/inserts';
import { insertName, insertPlaceWords } from '../../wording/insertWords';

/** Where a board ends its pages. */
export interface BoardPages {
  total: number;
  pages: PageCut;
}

/** What stands among the products of an aisle, moved on its board. Each change answers with what is said of it. */
@Injectable()
export class BoardInserts {
  private readonly editor = inject(PlanEditor);

  nameOf(insert: ShelfInsert): string {
    const [plan, shelf] = [this.editor.plan(), this.editor.shelf()];
    return plan && shelf ? insertName(shelf, insert, plan.fixtures, this.editor.lang()) : '';
  }

  /** Before the product at a place of the aisle, on each of the pages that it stands on. */
  put({ id, pages }: ShelfInsert, place: number, { total, pages: cut }: BoardPages): string {
    const change = placeOnPage({ pages }, place, total, cut);
    this.change(`something to place ${change.at.by === 'place' ? change.at.place : place}`, (inserts) =>
      withInsert(inserts, id, change),
    );
    const moved = this.editor.shelf()?.inserts.find((one) => one.id === id);
    return moved ? `${this.nameOf(moved)} stands ${insertPlaceWords(moved)}.` : '';
  }

  /**
   * So many places on from where the draft has it, not from where the board was last drawn: presses that come
   * before it is drawn again all count. What stands behind every so many or at the end gets a place of its own first.
   */
  step({ id }: ShelfInsert, by: number, page: number, board: BoardPages): string {
    const insert = this.editor.shelf()?.inserts.find((one) => one.id === id);
    if (!insert) return '';
    const start = startOf(page, board.pages);
    const here =
      insert.at.by === 'place' ? insert.at.place : insert.at.by === 'every' ? insert.at.every + 1 : 1;
    const last = startOf(page + 1, board.pages) - start + 1;
    const place = Math.min(last, Math.max(1, here + by));
    this.change(`something to place ${place}`, (inserts) =>
      withInsert(inserts, id, { at: { by: 'place', place } }),
    );
    return `${this.nameOf(insert)} stands at place ${place}.`;
  }

  takeAway(insert: ShelfInsert): string {
    const [plan, shelf] = [this.editor.plan(), this.editor.shelf()];
    if (!plan || !shelf) return '';
    if (standingIn(plan.fixtures, { fixture: shelf.id, slot: insert.id }).length)
      return 'Something is put in there. Take that away first, in the brief.';
    this.change('something among the products', (inserts) => inserts.filter(({ id }) => id !== insert.id));
    return `${this.nameOf(insert)} is taken away.`;
  }

  private change(what: string, change: (inserts: readonly ShelfInsert[]) => ShelfInsert[]): void {
    const shelf = this.editor.shelf();
    if (shelf) this.editor.editShelf(what, { inserts: change(shelf.inserts) });
  }
}
