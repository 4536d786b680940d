import { computed, inject, Injectable, signal } from '@angular/core';
import { Subject } from 'rxjs';
import type { CellConflict, CellEdit, EditAnswer, Problem, StoredCell } from '@fond/contract';
import { CatalogueApi } from '../../api/catalogueApi';
import { TakeBack } from '../../job/takeBack';
import { isKind } from '../../api/problem';

/** Cells that the server would not take, with what was typed there. */
export interface Refusal {
  edits: readonly CellEdit[];
  problem: Problem;
  /** Cells that others have written meanwhile. */
  conflicts: readonly CellConflict[];
}

export const cellKey = (sku: string, column: string): string => `${sku}\n${column}`;

/** Stores cells at once, one request after the other, and takes them back. What was refused is kept, so nothing is lost. */
@Injectable()
export class CellWriter {
  private readonly api = inject(CatalogueApi);
  private readonly takingBack = inject(TakeBack);
  private readonly waiting: (() => void)[] = [];
  private busy = false;
  private readonly done = signal<readonly string[]>([]);
  private readonly undone = signal<readonly string[]>([]);
  /** What was typed and isn't stored yet, by cell. */
  readonly pending = signal<ReadonlyMap<string, string>>(new Map());
  readonly refusal = signal<Refusal | null>(null);
  readonly said = signal('');
  readonly canUndo = computed(() => this.done().length > 0);
  readonly canRedo = computed(() => this.undone().length > 0);
  /** Cells as they are stored now. */
  readonly stored = new Subject<readonly StoredCell[]>();
  /** Something changed that the table has to be read anew for. */
  readonly changedElsewhere = new Subject<void>();

  write(edits: readonly CellEdit[]): void {
    if (!edits.length) return;
    this.refusal.set(null);
    this.pending.update((known) => {
      const next = new Map(known);
      for (const { sku, column, value } of edits) next.set(cellKey(sku, column), value);
      return next;
    });
    this.inTurn(() =>
      this.api.edit(edits).subscribe({
        next: (answer) => {
          this.settle(edits);
          this.take(answer);
          if (answer.id) {
            this.done.update((ids) => [...ids, answer.id!]);
            this.undone.set([]);
          }
          this.said.set(edits.length === 1 ? 'Stored. Shoppers see it.' : `${edits.length} cells stored.`);
          this.next();
        },
        error: (problem: Problem & { conflicts?: readonly CellConflict[] }) => {
          const conflicts = isKind(problem, 'changed-meanwhile') ? (problem.conflicts ?? []) : [];
          this.refusal.set({ edits, problem, conflicts });
          this.said.set('');
          this.next();
        },
      }),
    );
  }

  /** Writes what was refused over what others have written. */
  insist(): void {
    const refused = this.refusal();
    if (!refused) return;
    this.write(refused.edits.map((edit) => ({ ...edit, seen: null })));
  }

  /** Takes what stands there, and drops what was typed. */
  giveWay(): void {
    const refused = this.refusal();
    if (!refused) return;
    this.settle(refused.edits);
    this.refusal.set(null);
    const theirs = refused.conflicts.map(({ sku, column, theirs: value }) => ({ sku, column, value }));
    this.stored.next(theirs);
  }

  private settle(edits: readonly CellEdit[]): void {
    this.pending.update((known) => {
      const next = new Map(known);
      for (const { sku, column } of edits) next.delete(cellKey(sku, column));
      return next;
    });
  }

  /** An edit that was made elsewhere on the screen, and can be taken back from here. */
  noteDone(id: string): void {
    this.done.update((ids) => [...ids, id]);
    this.undone.set([]);
  }

  /** Takes back any edit that stands, whoever made it. */
  takeBackEdit(id: string): void {
    this.done.update((ids) => ids.filter((other) => other !== id));
    this.takeBack(id, 'Taken back.', (back) => this.undone.update((ids) => [...ids, back]));
  }

  undo(): void {
    const id = this.done().at(-1);
    if (!id) return;
    this.done.update((ids) => ids.slice(0, -1));
    this.takeBack(id, 'Taken back.', (back) => this.undone.update((ids) => [...ids, back]));
  }

  redo(): void {
    const id = this.undone().at(-1);
    if (!id) return;
    this.undone.update((ids) => ids.slice(0, -1));
    this.takeBack(id, 'Done again.', (again) => this.done.update((ids) => [...ids, again]));
  }

  private takeBack(id: string, said: string, then: (id: string) => void): void {
    this.inTurn(() =>
      this.takingBack.edit(id).subscribe({
        next: (answer) => {
          this.take(answer);
          if (answer.id) then(answer.id);
          const { left } = answer;
          this.said.set(
            left.length
              ? `${said} ${left.length} ${left.length === 1 ? 'cell was' : 'cells were'} written by somebody else since and stay.`
              : said,
          );
          if (answer.job) this.changedElsewhere.next();
          this.next();
        },
        error: (problem: Problem) => {
          this.refusal.set({ edits: [], problem, conflicts: [] });
          this.next();
        },
      }),
    );
  }

  private take({ cells }: EditAnswer): void {
    this.stored.next(cells);
  }

  /** Each request waits for the one before: a cell that is written twice ends as it was written last. */
  private inTurn(ask: () => void): void {
    this.waiting.push(ask);
    if (!this.busy) this.next();
  }

  private next(): void {
    const ask = this.waiting.shift();
    this.busy = ask !== undefined;
    ask?.();
  }
}
