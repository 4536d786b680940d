import { afterNextRender, DestroyRef, inject, signal } from '@angular/core';

/** In the desk's window a page can be seen so as well. */
const isStill = (): boolean =>
  matchMedia('(prefers-reduced-motion: reduce)').matches ||
  document.documentElement.classList.contains('still-now');

/** What a row that is turned is asked. */
export interface TurnedRow {
  /** Null while it isn't there. */
  row: () => HTMLElement | null;
  /** Whether there is more than one view of it. */
  turning: () => boolean;
  /** Whether the first view follows on the last. */
  loop: () => boolean;
  /** Seconds after which it moves on by itself; 0 never. */
  seconds: () => number;
}

/**
 * Turns a row that scrolls and snaps: by buttons, by a mouse that drags it as a finger swipes it, and by itself as long as
 * its readers let it. Made while a component is.
 */
export class RowTurner {
  /** Whether it moves on by itself at present, as far as its readers let it. */
  readonly moving = signal(false);
  /** Whether it can: then there is a way to stop it. */
  readonly moves = signal(false);
  /** Views of the row as it is laid out, and the one that is seen; known once it has been. */
  readonly views = signal<readonly number[]>([0]);
  readonly at = signal(0);
  /** A mouse has dragged the row, so its click means nothing. */
  private dragged = false;
  private measure: ResizeObserver | null = null;
  private watched: HTMLElement | null = null;

  constructor(private readonly of: TurnedRow) {
    const gone = inject(DestroyRef);
    afterNextRender(() => {
      gone.onDestroy(() => this.measure?.disconnect());
      this.watch();
      if (!of.seconds() || !of.turning() || isStill()) return;
      this.moves.set(true);
      this.moving.set(true);
      const timer = setInterval(() => {
        // Nobody loses what they are looking at.
        if (this.moving() && !isStill() && of.row()?.matches(':hover, :focus-within') === false) this.turn(1);
      }, of.seconds() * 1000);
      gone.onDestroy(() => clearInterval(timer));
    });
  }

  /** Follows the row's size and what is done to it; called again once another row is there. */
  watch(): void {
    const row = this.of.row();
    if (!row || row === this.watched) return;
    this.watched = row;
    this.measure?.disconnect();
    this.measure = new ResizeObserver(() => this.follow());
    this.measure.observe(row);
    row.addEventListener('scroll', () => this.follow(), { passive: true });
    row.addEventListener('pointerdown', (event) => this.grip(event));
    row.addEventListener('dragstart', (event) => this.hold(event));
    row.addEventListener('click', (event) => this.letGo(event));
  }

  /** How far the row can be scrolled, and is. */
  private reach(): { row: HTMLElement; last: number; at: number } {
    const row = this.of.row()!;
    return { row, last: row.scrollWidth - row.clientWidth, at: Math.abs(row.scrollLeft) };
  }

  private follow(): void {
    // A row that has gone is told of once more.
    if (!this.of.row()) return;
    const { row, last, at } = this.reach();
    const count = Math.max(1, Math.ceil(row.scrollWidth / Math.max(1, row.clientWidth) - 0.05));
    if (count !== this.views().length) this.views.set(Array.from({ length: count }, (_, view) => view));
    this.at.set(at >= last - 2 ? count - 1 : Math.round(at / Math.max(1, row.clientWidth)));
  }

  /** One view further; from the end back to the beginning where it goes round. */
  turn(by: 1 | -1): void {
    const { row, last, at } = this.reach();
    const loop = this.of.loop();
    const wanted = at + by * row.clientWidth;
    if (loop && by > 0 && at >= last - 2) this.scrollTo(0);
    else if (loop && by < 0 && at <= 2) this.scrollTo(last);
    else this.scrollTo(wanted);
  }

  show(view: number): void {
    this.scrollTo(view * this.reach().row.clientWidth);
  }

  /** In the direction in which the page is read. */
  private scrollTo(wanted: number): void {
    const { row, last } = this.reach();
    const direction = getComputedStyle(row).direction === 'rtl' ? -1 : 1;
    row.scrollTo({
      left: direction * Math.min(last, Math.max(0, wanted)),
      behavior: isStill() ? 'auto' : 'smooth',
    });
  }

  private grip(event: PointerEvent): void {
    // Whoever moves it by hand keeps it where it is.
    this.moving.set(false);
    if (event.pointerType !== 'mouse' || event.button !== 0 || !this.of.turning()) return;
    const { row } = this.reach();
    const [from, left] = [event.clientX, row.scrollLeft];
    const released = new AbortController();
    this.dragged = false;
    row.addEventListener(
      'pointermove',
      (move) => {
        if (!this.dragged && Math.abs(move.clientX - from) < 6) return;
        this.dragged = true;
        row.setPointerCapture(move.pointerId);
        row.classList.add('dragged');
        row.scrollLeft = left - (move.clientX - from);
      },
      released,
    );
    const end = (): void => {
      released.abort();
      row.classList.remove('dragged');
      // The click that ends a drag comes at once, or not at all.
      setTimeout(() => (this.dragged = false));
    };
    row.addEventListener('pointerup', end, released);
    row.addEventListener('pointercancel', end, released);
  }

  private letGo(event: Event): void {
    if (this.dragged) event.preventDefault();
  }

  /** Browsers drag links and pictures by themselves, and would take the row away from the mouse. */
  private hold(event: Event): void {
    if (this.of.turning()) event.preventDefault();
  }
}

/** Two strokes that pause, and a triangle that goes on. */
export const PAUSE_SHAPES = { bars: 'M8 5v14M16 5v14', triangle: 'm8 5 10 7-10 7Z' };
