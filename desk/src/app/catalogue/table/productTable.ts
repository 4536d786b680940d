import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { MatTooltipModule } from '@angular/material/tooltip';
import { Router, RouterLink } from '@angular/router';
import type { CellEdit, ProductColumn, ProductSorting, ProductTableRow } from '@fond/contract';
import { CellEditor } from './cellEditor';
import { cellFace, ON_SHEET } from './cellFace';
import { blockOf, blockText, type CellBlock } from './cellBlock';
import { cellKey, CellWriter } from './cellWriter';
import { RowWindows } from './rowWindows';
import { at, isWithin, stretchOf, walked, type Selection, type Stretch } from './selection';

/** Pixels of a row, and rows that are drawn beyond those in view. */
const ROW = 36;
const MORE = 8;
/** Cells that are stored with one request. */
const MAX_CELLS = 5_000;
const LEAST_WIDTH = 56;

/** A column with its width in pixels. */
export interface ShownColumn {
  column: ProductColumn;
  width: number;
}

interface Editing {
  row: number;
  column: number;
  text: string;
  /** Whether it began with a letter that was typed. */
  typed: boolean;
}

/** Products as a sheet of cells: walked, written, copied and pasted as in a spreadsheet, however many rows there are. */
@Component({
  selector: 'desk-product-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CellEditor, MatIconModule, MatTooltipModule, RouterLink],
  templateUrl: './productTable.html',
  styleUrl: './productTable.scss',
})
export class ProductTable {
  private readonly writer = inject(CellWriter);
  private readonly router = inject(Router);
  readonly columns = input.required<readonly ShownColumn[]>();
  readonly windows = input.required<RowWindows>();
  readonly sorting = input.required<ProductSorting | null>();
  readonly sorted = output<ProductSorting | null>();
  readonly resized = output<{ name: string; width: number }>();
  readonly stretched = output<{ skus: readonly string[]; rows: number }>();
  /** Something that could not be done, in words. */
  readonly told = output<string>();

  protected readonly rowHeight = ROW;
  private readonly scroller = viewChild.required<ElementRef<HTMLElement>>('scroller');
  private readonly top = signal(0);
  private readonly height = signal(600);
  protected readonly selection = signal<Selection>(at(0, 1));
  protected readonly editing = signal<Editing | null>(null);
  protected readonly total = computed(() => this.windows().total() ?? 0);
  protected readonly stretch = computed((): Stretch => stretchOf(this.selection()));
  private dragging = false;

  protected readonly visible = computed(() => {
    const windows = this.windows();
    windows.drawn();
    const first = Math.max(0, Math.floor(this.top() / ROW) - MORE);
    const last = Math.min(this.total() - 1, Math.ceil((this.top() + this.height()) / ROW) + MORE);
    const rows: { at: number; row: ProductTableRow | null }[] = [];
    for (let place = first; place <= last; place++) rows.push({ at: place, row: windows.row(place) });
    return rows;
  });

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef);
    const grown = new ResizeObserver(() => this.height.set(this.scroller().nativeElement.clientHeight));
    afterNextRender(() => grown.observe(host.nativeElement));
    inject(DestroyRef).onDestroy(() => grown.disconnect());
    effect(() => {
      const rows = this.visible();
      if (rows.length) this.windows().need(rows[0].at, rows[rows.length - 1].at);
    });
    // Another question begins at its top.
    effect(() => {
      if (this.windows().total() !== null) return;
      untracked(() => {
        this.editing.set(null);
        this.selection.set(at(0, Math.min(1, this.columns().length - 1)));
        this.scroller().nativeElement.scrollTop = 0;
      });
    });
    effect(() => {
      const { top, bottom } = this.stretch();
      this.windows().drawn();
      this.windows().need(top, Math.min(bottom, top + MAX_CELLS));
      this.stretched.emit({ skus: this.skusIn(top, bottom), rows: bottom - top + 1 });
    });
  }

  private skusIn(top: number, bottom: number): string[] {
    const skus: string[] = [];
    for (let row = top; row <= bottom && row - top < MAX_CELLS; row++) {
      const there = this.windows().row(row);
      if (there) skus.push(there.sku);
    }
    return skus;
  }

  /** The table's own place of the keyboard. */
  focus(): void {
    this.scroller().nativeElement.focus({ preventScroll: true });
  }

  protected onScroll(): void {
    this.top.set(this.scroller().nativeElement.scrollTop);
  }

  protected pendingIn(row: ProductTableRow, column: ProductColumn): string | undefined {
    return this.writer.pending().get(cellKey(row.sku, column.name));
  }

  protected refused(row: ProductTableRow, column: ProductColumn): boolean {
    const key = cellKey(row.sku, column.name);
    return this.writer.refusal()?.edits.some((edit) => cellKey(edit.sku, edit.column) === key) ?? false;
  }

  protected textIn(row: ProductTableRow, place: number): string {
    return this.pendingIn(row, this.columns()[place].column) ?? row.cells[place];
  }

  protected face(row: ProductTableRow, place: number): string {
    return cellFace(this.columns()[place].column, this.textIn(row, place));
  }

  protected within(row: number, column: number): boolean {
    return isWithin(this.stretch(), row, column);
  }

  protected isActive(row: number, column: number): boolean {
    const { active } = this.selection();
    return active.row === row && active.column === column;
  }

  protected activeId(): string | null {
    const { row, column } = this.selection().active;
    return this.visible().some((one) => one.at === row) ? `cell-${row}-${column}` : null;
  }

  protected sortOf(column: ProductColumn): 'ascending' | 'descending' | null {
    const sorting = this.sorting();
    if (!sorting || sorting.by !== column.sort) return null;
    return sorting.down ? 'descending' : 'ascending';
  }

  /** Up, down, then as it was. */
  protected sort(column: ProductColumn): void {
    if (!column.sort) return;
    const now = this.sortOf(column);
    this.sorted.emit(now === 'descending' ? null : { by: column.sort, down: now === 'ascending' });
  }

  /** With the mouse by the edge of the head, with the keyboard by arrows on it. */
  protected pull(event: PointerEvent, { column, width }: ShownColumn): void {
    event.preventDefault();
    event.stopPropagation();
    const edge = event.target as HTMLElement;
    edge.setPointerCapture(event.pointerId);
    const move = ({ clientX }: PointerEvent): void =>
      this.resized.emit({
        name: column.name,
        width: Math.max(LEAST_WIDTH, Math.round(width + clientX - event.clientX)),
      });
    edge.addEventListener('pointermove', move);
    edge.addEventListener('lostpointercapture', () => edge.removeEventListener('pointermove', move), {
      once: true,
    });
  }

  protected press(event: PointerEvent, row: number, column: number): void {
    if (event.button !== 0 || (event.target as HTMLElement).closest('a, button, input, select')) return;
    const place = { row, column };
    this.selection.update(({ anchor }) => ({ active: place, anchor: event.shiftKey ? anchor : place }));
    // A finger scrolls; only what draws stretches them.
    this.dragging = event.pointerType === 'mouse';
  }

  protected drag(event: PointerEvent, row: number, column: number): void {
    if (!this.dragging || !(event.buttons & 1)) return;
    this.selection.update(({ anchor }) => ({ anchor, active: { row, column } }));
  }

  protected release(): void {
    this.dragging = false;
  }

  protected onKey(event: KeyboardEvent): void {
    if (this.editing()) {
      this.typeAhead(event);
      return;
    }
    const ctrlKey = event.ctrlKey || event.metaKey;
    const page = Math.max(1, Math.floor(this.height() / ROW) - 2);
    const size = { rows: this.total(), columns: this.columns().length, page };
    const { key, shiftKey } = event;
    const next = size.rows ? walked(this.selection(), { key, shiftKey, ctrlKey }, size) : null;
    if (next) {
      event.preventDefault();
      this.go(next);
    } else if (ctrlKey) this.onControl(event);
    else this.onPlainKey(event);
  }

  /** Who types quickly is ahead of the field that opens for it: what was typed until then belongs there. */
  private typeAhead(event: KeyboardEvent): void {
    const written = this.editing()!;
    const { key } = event;
    if (key === 'Enter' || key === 'Tab')
      this.commit({ text: written.text, then: key === 'Enter' ? 'down' : event.shiftKey ? 'back' : 'on' });
    else if (key === 'Escape') this.cancel();
    else if (key === 'Backspace') this.editing.set({ ...written, text: written.text.slice(0, -1) });
    else if (key.length === 1 && !event.ctrlKey && !event.metaKey)
      this.editing.set({ ...written, text: written.text + key });
    else return;
    event.preventDefault();
  }

  private onControl(event: KeyboardEvent): void {
    const key = event.key.toLowerCase();
    if (key === 'd') this.fillDown();
    else if (key === 'z') (event.shiftKey ? () => this.writer.redo() : () => this.writer.undo())();
    else if (key === 'y') this.writer.redo();
    else if (key === 'a')
      this.selection.update(() => ({
        anchor: { row: 0, column: 0 },
        active: { row: Math.min(this.total(), MAX_CELLS) - 1, column: this.columns().length - 1 },
      }));
    else return;
    event.preventDefault();
  }

  private onPlainKey(event: KeyboardEvent): void {
    const { key } = event;
    const { row, column } = this.selection().active;
    if (key === 'Enter' || key === 'F2') this.begin(row, column);
    else if (key === ' ' && this.columns()[column].column.kind === 'boolean') this.begin(row, column);
    else if (key === 'Delete' || key === 'Backspace') this.fill(() => '');
    else if (key === 'Tab' && this.step(event.shiftKey ? -1 : 1)) event.preventDefault();
    else if (key.length === 1 && !event.altKey) this.begin(row, column, key);
    else return;
    if (key !== 'Tab') event.preventDefault();
  }

  /** One cell on, over the end of a row; false where there is none, so that Tab leaves the table. */
  private step(by: 1 | -1): boolean {
    const { row, column } = this.selection().active;
    const columns = this.columns().length;
    const place = row * columns + column + by;
    if (place < 0 || place >= this.total() * columns) return false;
    this.go(at(Math.floor(place / columns), place % columns));
    return true;
  }

  private go(selection: Selection): void {
    this.selection.set(selection);
    const scroller = this.scroller().nativeElement;
    const { row, column } = selection.active;
    const above = row * ROW;
    const room = scroller.clientHeight - ROW;
    if (above < scroller.scrollTop) scroller.scrollTop = above;
    else if (above + ROW > scroller.scrollTop + room) scroller.scrollTop = above + ROW - room;
    if (!column) return;
    const widths = this.columns().map(({ width }) => width);
    const start = widths.slice(0, column).reduce((sum, width) => sum + width, 0);
    if (start - widths[0] < scroller.scrollLeft) scroller.scrollLeft = start - widths[0];
    else if (start + widths[column] > scroller.scrollLeft + scroller.clientWidth)
      scroller.scrollLeft = start + widths[column] - scroller.clientWidth;
  }

  protected open(row: number, column: number): void {
    this.begin(row, column);
  }

  /** Opens a cell for writing; what has its fields on the product's sheet opens that. */
  private begin(row: number, column: number, typed?: string): void {
    const there = this.windows().row(row);
    const shown = this.columns()[column];
    if (!there || !shown) return;
    const { kind, fixed } = shown.column;
    if (fixed || ON_SHEET.includes(kind)) {
      if (typed === undefined) void this.router.navigate(['/products', there.sku]);
      return;
    }
    if (kind === 'boolean') {
      this.toggle(there, column);
      return;
    }
    this.editing.set({
      row,
      column,
      text: typed ?? this.textIn(there, column),
      typed: typed !== undefined,
    });
  }

  protected toggle(row: ProductTableRow, column: number): void {
    const value = this.textIn(row, column) === 'yes' ? 'no' : 'yes';
    this.writer.write([this.editOf(row, column, value)]);
  }

  private editOf(row: ProductTableRow, column: number, value: string): CellEdit {
    return {
      sku: row.sku,
      column: this.columns()[column].column.name,
      value,
      seen: this.textIn(row, column),
    };
  }

  /** What was written holds, and the next cell is at hand: below with Enter, beside with Tab. */
  protected commit({ text, then }: { text: string; then: 'down' | 'on' | 'back' | 'stay' }): void {
    const edited = this.editing();
    if (!edited) return;
    this.editing.set(null);
    const row = this.windows().row(edited.row);
    if (
      row &&
      (text !== this.textIn(row, edited.column) || this.refused(row, this.columns()[edited.column].column))
    )
      this.writer.write([this.editOf(row, edited.column, text)]);
    if (then === 'stay') return;
    this.focus();
    if (then === 'down') this.go(at(Math.min(edited.row + 1, this.total() - 1), edited.column));
    else this.step(then === 'on' ? 1 : -1);
  }

  protected cancel(): void {
    this.editing.set(null);
    this.focus();
  }

  protected onCopy(event: ClipboardEvent): void {
    if (this.editing()) return;
    const { top, bottom, left, right } = this.stretch();
    const block: string[][] = [];
    for (let row = top; row <= bottom; row++) {
      const there = this.windows().row(row);
      if (!there) {
        this.told.emit('These rows are still being read. Copy them again in a moment.');
        return;
      }
      block.push(Array.from({ length: right - left + 1 }, (_, place) => this.textIn(there, left + place)));
    }
    event.preventDefault();
    event.clipboardData?.setData('text/plain', blockText(block));
    this.told.emit(`${block.length * block[0].length} cells copied.`);
  }

  protected onPaste(event: ClipboardEvent): void {
    if (this.editing()) return;
    event.preventDefault();
    this.paste(blockOf(event.clipboardData?.getData('text/plain') ?? ''));
  }

  /** A block begins at the upper left cell of the stretch; one cell alone fills the whole of it. */
  private paste(block: CellBlock): void {
    const { top, left } = this.stretch();
    if (block.length === 1 && block[0].length === 1) {
      this.fill(() => block[0][0]);
      return;
    }
    this.write(
      top,
      left,
      block.length,
      Math.max(...block.map((row) => row.length)),
      (row, column) => block[row][column],
    );
  }

  /** The first row of the stretch in all others. */
  private fillDown(): void {
    const { top } = this.stretch();
    const first = this.windows().row(top);
    if (first) this.fill((column) => this.textIn(first, column));
  }

  private fill(value: (column: number) => string): void {
    const { top, bottom, left, right } = this.stretch();
    this.write(top, left, bottom - top + 1, right - left + 1, (_, column) => value(left + column));
  }

  private write(
    top: number,
    left: number,
    rows: number,
    columns: number,
    value: (row: number, column: number) => string | undefined,
  ): void {
    if (rows * columns > MAX_CELLS) {
      this.told.emit(`That is more than ${MAX_CELLS} cells. “Change many” changes any number of products.`);
      return;
    }
    const edits: CellEdit[] = [];
    for (let row = 0; row < rows && top + row < this.total(); row++) {
      const there = this.windows().row(top + row);
      if (!there) {
        this.told.emit('Nothing was written: these rows are still being read. Try again in a moment.');
        return;
      }
      for (let column = 0; column < columns && left + column < this.columns().length; column++) {
        const text = value(row, column);
        const { fixed } = this.columns()[left + column].column;
        if (fixed || text === undefined || text === this.textIn(there, left + column)) continue;
        edits.push(this.editOf(there, left + column, text));
      }
    }
    this.writer.write(edits);
  }
}
