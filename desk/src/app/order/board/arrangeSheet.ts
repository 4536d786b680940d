import {
  CdkDrag,
  CdkDragPreview,
  CdkDropList,
  type CdkDragDrop,
  type CdkDragMove,
} from '@angular/cdk/drag-drop';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSliderModule } from '@angular/material/slider';
import { Store } from '@ngrx/store';
import { BOARD_FIGURES, type ArrangedAisle, type Problem } from '@fond/contract';
import { isOn, type Pin, type ShelfInsert } from '@fond/core';
import { ExplainApi } from '../../api/explainApi';
import { asking } from '../../api/asking';
import { alternating, inRow, withHolds, withoutHolds, type Here, type Hold } from '../../draft/pins';
import { PlanEditor } from '../../draft/planEditor';
import { Signing } from '../../draft/signing';
import { CardNote } from '../../note/cardNote';
import { floorFeature } from '../../store/floor.feature';
import { boardCards, inPages, liveCards, stepOf, type BoardCard, type BoardPiece } from './boardCards';
import { AbsentProduct } from './absentProduct';
import { BoardInserts } from './boardInserts';
import { BoardLook, ZOOM } from './boardLook';
import { FIGURE_WORDS, figureText, scaleOf } from './boardFigures';

/** A whole aisle at once: small cards in the columns of its page, page by page, put in order by hand. */
@Component({
  selector: 'desk-arrange-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AbsentProduct,
    CardNote,
    CdkDrag,
    CdkDragPreview,
    CdkDropList,
    MatButtonModule,
    MatIconModule,
    MatProgressBarModule,
    MatSliderModule,
  ],
  templateUrl: './arrangeSheet.html',
  styleUrl: './arrangeSheet.scss',
  providers: [BoardInserts, BoardLook],
})
export class ArrangeSheet {
  private readonly api = inject(ExplainApi);
  private readonly editor = inject(PlanEditor);
  private readonly signing = inject(Signing);
  protected readonly look = inject(BoardLook);
  protected readonly among = inject(BoardInserts);
  private readonly floor = inject(Store).selectSignal(floorFeature.selectFloor);
  private readonly board = viewChild<ElementRef<HTMLElement>>('board');

  protected readonly aisles = computed(() => this.floor()?.aisles ?? []);
  protected readonly path = computed(() => this.editor.address().split('?')[0]);
  protected readonly arranged = signal<ArrangedAisle | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly waiting = signal(false);

  protected readonly bounds = ZOOM;
  protected readonly figures = BOARD_FIGURES.map((value) => ({ value, name: FIGURE_WORDS[value] }));

  protected readonly chosen = signal<ReadonlySet<string>>(new Set());
  /** Article number of the only card that is chosen. */
  protected readonly onlyChosen = computed(() => (this.chosen().size === 1 ? [...this.chosen()][0] : null));
  protected readonly planId = computed(() => this.editor.plan()?.id ?? '');
  protected readonly focused = signal<string | null>(null);
  protected readonly aim = signal<number | null>(null);
  protected readonly said = signal('');
  /** A product that was to be put at a place, and isn't among those of the aisle. */
  protected readonly absent = signal<string | null>(null);
  private anchor: string | null = null;

  private readonly order = computed(() => this.editor.shelf()?.order);
  protected readonly columns = computed(() => {
    const shelf = this.editor.shelf();
    return !shelf || shelf.form === 'list' || shelf.form === 'folding' ? 4 : shelf.columns.wide;
  });
  private readonly here = computed((): Here | null => {
    const arranged = this.arranged();
    return arranged && { aisle: arranged.aisle.key, today: arranged.today };
  });
  /** The pins that hold here today; the aisle's own before those of the whole plan. */
  private readonly held = computed((): ReadonlyMap<string, Pin> => {
    const here = this.here();
    const current = (this.order()?.pins ?? []).filter(
      (pin) => here && isOn(pin, here.today) && (pin.aisle === null || pin.aisle === here.aisle),
    );
    const own = (pin: Pin): number => (pin.aisle === null ? 0 : 1);
    return new Map(current.sort((a, b) => own(a) - own(b)).map((pin) => [pin.sku, pin]));
  });
  protected readonly heldCount = computed(() => this.cards().filter(({ held }) => held).length);
  protected readonly ownCount = computed(() => this.cards().filter(({ held }) => held === 'aisle').length);
  protected readonly legend = computed(() => {
    const colour = this.look.colour();
    const scale = colour && scaleOf(this.arranged()?.products ?? [], colour);
    if (!scale) return [];
    return scale.steps.map((step, shade) => ({ shade, from: figureText(colour, step) }));
  });

  private readonly cards = computed((): BoardCard[] => {
    const arranged = this.arranged();
    if (!arranged) return [];
    return boardCards(arranged, {
      figure: this.look.figure() ?? this.look.colour() ?? 'price',
      colour: this.look.colour(),
      sought: this.look.sought(),
      narrowing: this.look.narrowing(),
      held: this.held(),
      groups: this.order()?.groups ?? [],
    });
  });
  protected readonly pages = computed(() => {
    const arranged = this.arranged();
    if (!arranged) return [];
    const { pages, standing, total } = arranged;
    const inserts = this.editor.shelf()?.inserts ?? [];
    return inPages(this.cards(), pages, { inserts, standing, total });
  });
  protected readonly livePages = computed(() => {
    const arranged = this.arranged();
    if (!this.look.beside() || !arranged) return [];
    const { pages, total } = arranged;
    return inPages(liveCards(this.cards(), arranged), pages, { inserts: [], standing: [], total });
  });
  protected readonly movedCount = computed(() => this.cards().filter(({ moved }) => moved !== 0).length);
  protected readonly found = computed(() => this.cards().filter(({ faded }) => !faded));

  constructor() {
    asking(
      () => {
        const [plan, address] = [this.editor.plan(), this.editor.address()];
        return plan && address ? { plan, address } : null;
      },
      ({ plan, address }) => {
        this.waiting.set(true);
        return this.api.arrangement(plan, address).subscribe({
          next: (arranged) => {
            this.waiting.set(false);
            this.problem.set(null);
            this.arranged.set(arranged);
          },
          error: (problem: Problem) => {
            this.waiting.set(false);
            this.problem.set(problem);
          },
        });
      },
    );
    // Another aisle has other products.
    effect(() => {
      this.path();
      untracked(() => {
        this.chosen.set(new Set());
        this.focused.set(null);
        this.arranged.set(null);
      });
    });
    // Whoever comes for one product finds it chosen, once its aisle is laid out.
    effect(() => {
      const wanted = this.look.wanted();
      if (!wanted || !this.arranged()) return;
      untracked(() => {
        this.look.see({ choose: null });
        if (this.cards().some(({ sku }) => sku === wanted)) {
          this.chosen.set(new Set([wanted]));
          this.focused.set(wanted);
          this.hadFocus = true;
        } else this.absent.set(wanted);
      });
    });
    // A card that has moved to another page is another element; the focus goes with its product.
    afterRenderEffect(() => {
      this.pages();
      const [sku, insert] = [untracked(this.focused), this.focusedInsert];
      const board = this.board()?.nativeElement;
      if (!board || !this.hadFocus || (sku === null && insert === null)) return;
      const name = insert === null ? `[data-sku="${CSS.escape(sku!)}"]` : `[data-at="${CSS.escape(insert)}"]`;
      const piece = board.querySelector<HTMLElement>(name);
      if (piece && document.activeElement !== piece) piece.focus();
    });
  }

  protected acrossOf({ columns }: ShelfInsert): number {
    return Math.min(this.columns(), columns.wide);
  }

  protected downOf({ rows }: ShelfInsert): number {
    return rows.wide;
  }

  /** Whether the focus is on the board, or was until what had it went. */
  private hadFocus = false;
  /** What stands among the products and has it, with its page; null while a product has it. */
  private focusedInsert: string | null = null;

  protected pick(card: BoardCard, event: MouseEvent): void {
    this.focused.set(card.sku);
    if (event.shiftKey && this.anchor !== null) {
      const skus = this.cards().map(({ sku }) => sku);
      const [from, to] = [skus.indexOf(this.anchor), card.place - 1].sort((a, b) => a - b);
      this.chosen.set(new Set([...this.chosen(), ...skus.slice(from, to + 1)]));
      return;
    }
    this.anchor = card.sku;
    this.toggle(card.sku);
  }

  private toggle(sku: string): void {
    this.chosen.update((before) => {
      const next = new Set(before);
      if (!next.delete(sku)) next.add(sku);
      return next;
    });
  }

  protected chooseFound(): void {
    this.chosen.set(new Set(this.found().map(({ sku }) => sku)));
  }

  protected chooseNone(): void {
    this.chosen.set(new Set());
  }

  /** What is moved with a card: all that is chosen, in the order of their places, or the card alone. */
  private along(sku: string): string[] {
    const chosen = this.chosen();
    return chosen.has(sku) ? this.chosenSkus() : [sku];
  }

  private chosenSkus(): string[] {
    const chosen = this.chosen();
    return this.cards().flatMap(({ sku }) => (chosen.has(sku) ? [sku] : []));
  }

  protected aimed(event: CdkDragMove<BoardPiece>): void {
    this.aim.set(placeUnder(event.pointerPosition));
  }

  protected dropped(event: CdkDragDrop<unknown, unknown, BoardPiece>): void {
    const place = placeUnder(event.dropPoint);
    const arranged = this.arranged();
    this.aim.set(null);
    if (place === null || !arranged) return;
    const { card, insert } = event.item.data;
    if (insert) this.said.set(this.among.put(insert, place, arranged));
    else this.hold(inRow(this.along(card.sku), place, this.total()));
  }

  /** What stands among the products is moved like them; it has a place of a page, not of the aisle. */
  protected onInsertKey(event: KeyboardEvent, insert: ShelfInsert, page: number): void {
    const arranged = this.arranged();
    if (!arranged || event.ctrlKey || event.metaKey) return;
    const { pages, total } = arranged;
    const step = stepOf(event.key, 0, { columns: this.columns(), page: pages.others, count: total });
    if (step !== null && event.altKey) this.said.set(this.among.step(insert, step, page, arranged));
    else if (event.key === 'Delete' || event.key === 'Backspace') this.said.set(this.among.takeAway(insert));
    else return;
    event.preventDefault();
  }

  protected focusInsert({ id }: ShelfInsert, page: number): void {
    this.hadFocus = true;
    this.focusedInsert = `${id}@${page}`;
  }

  private total(): number {
    return this.arranged()?.total ?? 0;
  }

  private hold(holds: readonly Hold[]): void {
    const [first] = holds;
    const many = holds.length > 1 ? `${holds.length} products` : 'one product';
    this.change(`${many} to place ${first.place}`, (pins, here) =>
      withHolds(pins, holds, here, this.signing.now()),
    );
    this.said.set(`${many} at place ${first.place}.`);
  }

  private change(what: string, change: (pins: readonly Pin[], here: Here) => Pin[]): void {
    const [order, here] = [this.order(), this.here()];
    if (order && here) this.editor.editShelf(what, { order: { ...order, pins: change(order.pins, here) } });
  }

  protected sweep(to: 'start' | 'end'): void {
    const skus = this.chosenSkus();
    if (skus.length) this.hold(inRow(skus, to === 'start' ? 1 : this.total(), this.total()));
  }

  protected alternate(): void {
    const skus = this.chosenSkus();
    const first = this.cards().find(({ sku }) => sku === skus[0]);
    if (first) this.hold(alternating(skus, first.place, this.total()));
  }

  protected letGo(skus: readonly string[] | null): void {
    const many =
      skus === null ? 'all that was set here' : skus.length === 1 ? 'one product' : `${skus.length} products`;
    this.change(`let go of ${many}`, (pins, here) => withoutHolds(pins, skus, here));
    this.said.set(`Let go of ${many}: the order puts ${skus?.length === 1 ? 'it' : 'them'} where it would.`);
  }

  protected letChosenGo(): void {
    this.letGo(this.chosenSkus());
  }

  /** Holds a product where the range doesn't have it. */
  protected showAbsent(sku: string, place: number): void {
    this.change(`${sku} to place ${place}`, (pins, here) =>
      withHolds(pins, [{ sku, place }], here, this.signing.now()).map((pin) =>
        pin.sku === sku && pin.aisle === here.aisle ? { ...pin, anyway: true } : pin,
      ),
    );
    this.absent.set(null);
  }

  protected typePlace(field: HTMLInputElement): void {
    const place = Math.round(Number(field.value));
    const skus = this.chosenSkus();
    field.value = '';
    if (place >= 1 && skus.length) this.hold(inRow(skus, place, this.total()));
  }

  protected focusIn(sku: string): void {
    this.hadFocus = true;
    this.focusedInsert = null;
    this.focused.set(sku);
  }

  protected focusOut(event: FocusEvent): void {
    // What moves the focus elsewhere says so; an element that goes away doesn't.
    if (event.relatedTarget)
      this.hadFocus = this.board()?.nativeElement.contains(event.relatedTarget as Node) ?? false;
  }

  protected onKey(event: KeyboardEvent): void {
    const arranged = this.arranged();
    const cards = this.cards();
    const at = cards.findIndex(({ sku }) => sku === this.focused());
    if (!arranged || at < 0) return;
    const { sku } = cards[at];
    if (event.ctrlKey || event.metaKey) {
      if (this.cutOrPlace(event.key.toLowerCase(), cards[at])) event.preventDefault();
      return;
    }
    const board = { columns: this.columns(), page: arranged.pages.others, count: cards.length };
    const step = stepOf(event.key, at, board);
    if (step !== null) {
      event.preventDefault();
      if (event.altKey) this.nudge(sku, step);
      else this.focused.set(cards[Math.max(0, Math.min(cards.length - 1, at + step))].sku);
      this.bringIntoView();
    } else if (event.key === ' ') {
      event.preventDefault();
      this.toggle(sku);
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      this.letGo(this.along(sku));
    } else if (event.key === 'Escape') this.chooseNone();
  }

  /** Cut products stay where they are, chosen, until they are placed before another one. */
  private cutOrPlace(key: string, { sku, place }: BoardCard): boolean {
    if (key === 'x') {
      if (!this.chosen().has(sku)) this.toggle(sku);
      const { size } = this.chosen();
      this.said.set(
        `${size === 1 ? 'One product is' : `${size} products are`} cut: Ctrl V puts them before another one.`,
      );
    } else if (key === 'v' && this.chosen().size) this.hold(inRow(this.chosenSkus(), place, this.total()));
    else return false;
    return true;
  }

  /** From where the pin is, not from where the board shows it: presses that come before the answer all count. */
  private nudge(sku: string, step: number): void {
    const skus = this.along(sku);
    const [first] = skus;
    const shown = this.cards().find((card) => card.sku === first)!.place;
    const place = this.held().get(first)?.place ?? shown;
    this.hold(inRow(skus, Math.max(1, place + step), this.total()));
  }

  private bringIntoView(): void {
    const sku = this.focused();
    const board = this.board()?.nativeElement;
    const card = sku !== null ? board?.querySelector<HTMLElement>(`[data-sku="${CSS.escape(sku)}"]`) : null;
    card?.focus();
    card?.scrollIntoView({ block: 'nearest' });
  }
}

/** The place of the card under a point of the screen; null beside the cards. */
function placeUnder({ x, y }: { x: number; y: number }): number | null {
  const card = document.elementsFromPoint(x, y).find((one) => one.hasAttribute('data-place'));
  return card ? Number(card.getAttribute('data-place')) : null;
}
