import { signal } from '@angular/core';
import { Subscription } from 'rxjs';
import type { Problem, ProductFilter, ProductRows, ProductSorting, ProductTableRow } from '@fond/contract';
import type { CatalogueApi } from '../../api/catalogueApi';
import { toProblem } from '../../api/problem';

/** Rows that are asked for together. */
const WINDOW = 100;
/** Windows that are kept; the one that was longest not looked at goes first. */
const KEPT = 60;

/** What the table shows. */
export interface TableQuestion {
  filter: ProductFilter;
  sorting: ProductSorting | null;
  columns: readonly string[];
}

/** The rows of a table of any length, read by windows as they come into view. */
export class RowWindows {
  private readonly windows = new Map<number, readonly ProductTableRow[]>();
  private readonly asked = new Map<number, Subscription>();
  private question: TableQuestion | null = null;
  /** Rows of all windows; null until the first answer. */
  readonly total = signal<number | null>(null);
  readonly problem = signal<Problem | null>(null);
  /** Counts answers and edits, so that whoever draws rows draws them anew. */
  readonly drawn = signal(0);

  constructor(private readonly api: CatalogueApi) {}

  /** Asks anew, from the first row. */
  open(question: TableQuestion): void {
    this.close();
    this.question = question;
    this.problem.set(null);
    this.need(0, 0);
  }

  close(): void {
    for (const one of this.asked.values()) one.unsubscribe();
    this.asked.clear();
    this.windows.clear();
    this.total.set(null);
  }

  /** The row at a place; null while it is not there yet. */
  row(at: number): ProductTableRow | null {
    const number = Math.floor(at / WINDOW);
    const rows = this.windows.get(number);
    if (rows) {
      this.windows.delete(number);
      this.windows.set(number, rows);
    }
    return rows?.[at % WINDOW] ?? null;
  }

  /** Reads what is missing of a stretch of rows, both ends among them. */
  need(first: number, last: number): void {
    for (let at = Math.floor(first / WINDOW); at <= Math.floor(last / WINDOW); at++)
      if (!this.windows.has(at) && !this.asked.has(at)) this.ask(at);
  }

  private ask(at: number): void {
    const { question } = this;
    if (!question) return;
    const { filter, sorting, columns } = question;
    // Noted before it is asked, as an answer takes it out again.
    const asked = new Subscription();
    this.asked.set(at, asked);
    const answered = this.api
      .rows({ ...filter, sorting, columns, from: at * WINDOW, count: WINDOW })
      .subscribe({
        next: (answer) => this.take(at, answer),
        error: (error: unknown) => {
          this.asked.delete(at);
          this.problem.set(toProblem(error));
        },
      });
    asked.add(answered);
  }

  private take(at: number, { total, rows }: ProductRows): void {
    this.asked.delete(at);
    this.windows.set(at, rows);
    if (this.windows.size > KEPT) this.windows.delete(this.windows.keys().next().value!);
    this.total.set(total);
    this.problem.set(null);
    this.drawn.update((count) => count + 1);
  }

  /** Puts cells in place that were written; rows stay where they are until the table is asked for anew. */
  put(cells: readonly { sku: string; column: string; value: string }[]): void {
    const columns = this.question?.columns ?? [];
    const bySku = new Map<string, Map<number, string>>();
    for (const { sku, column, value } of cells) {
      const at = columns.indexOf(column);
      if (at < 0) continue;
      const known = bySku.get(sku);
      if (known) known.set(at, value);
      else bySku.set(sku, new Map([[at, value]]));
    }
    for (const [number, rows] of this.windows) {
      if (!rows.some(({ sku }) => bySku.has(sku))) continue;
      this.windows.set(
        number,
        rows.map((row) => {
          const written = bySku.get(row.sku);
          return written ? { ...row, cells: row.cells.map((cell, at) => written.get(at) ?? cell) } : row;
        }),
      );
    }
    this.drawn.update((count) => count + 1);
  }
}
