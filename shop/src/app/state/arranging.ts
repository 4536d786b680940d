import { inject, Injectable, signal, type Signal } from '@angular/core';
import type { FromFrame } from '@fond/contract';
import { shelfIn } from './shelfIn';
import { ShopState } from './shopState';

/** One card of the shelf, as it stands in the document. */
interface CardPlace {
  element: HTMLElement;
  sku: string;
  place: number;
}

const ARROWS: Readonly<Record<string, 'left' | 'right' | 'up' | 'down'>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

/**
 * Arranging in the desk's window: the real cards are dragged, or moved by Alt and the arrow keys, and the desk hears
 * where each shall stand. Nothing moves by itself: the desk answers with the page as it then is.
 */
@Injectable({ providedIn: 'root' })
export class Arranging {
  private readonly state = inject(ShopState);
  private pins: Signal<Readonly<Record<string, number>> | null> = signal(null);
  private tell: (message: FromFrame) => void = () => undefined;
  private dragged: string | null = null;
  private focused: string | null = null;
  /** Where the product with the focus was last moved to, while the desk has not answered: the next move goes on from there. */
  private aimed: { sku: string; place: number } | null = null;

  /** @param pins Places of the pinned products by article number; null while nothing is arranged. */
  start(pins: typeof this.pins, tell: (message: FromFrame) => void): void {
    this.pins = pins;
    this.tell = tell;
    document.addEventListener('click', (event) => this.onClick(event), true);
    document.addEventListener('dragstart', (event) => this.onDragStart(event));
    document.addEventListener('dragover', (event) => this.onDragOver(event));
    document.addEventListener('drop', (event) => this.onDrop(event));
    document.addEventListener('dragend', () => this.mark(null));
    document.addEventListener('keydown', (event) => this.onKey(event));
  }

  /** After the desk has sent the page anew, the focus goes on with its product. */
  settle(): void {
    const sku = this.focused;
    const pins = this.pins();
    if (sku === null || pins === null) return;
    if (this.aimed && pins[sku] === this.aimed.place) this.aimed = null;
    requestAnimationFrame(() => {
      const card = this.cards().find((one) => one.sku === sku);
      if (card) card.element.focus();
      else this.follow(pins[sku]);
    });
  }

  /** A product that was moved over the edge of its page is followed to the next one. */
  private follow(place: number | undefined): void {
    const model = this.state.model();
    const shelf = model.kind === 'listing' ? shelfIn(model) : undefined;
    if (!shelf || place === undefined) return;
    const address = place > shelf.to ? shelf.next : place < shelf.from ? shelf.previous : null;
    if (address) this.tell({ type: 'fond:go', address });
  }

  private cards(): CardPlace[] {
    return Array.from(document.querySelectorAll<HTMLElement>('[data-place]'), (element) => ({
      element,
      sku: element.dataset['sku'] ?? '',
      place: Number(element.dataset['place']),
    }));
  }

  private cardOf(event: Event): CardPlace | null {
    if (this.pins() === null || !(event.target instanceof Element)) return null;
    const element = event.target.closest<HTMLElement>('[data-place]');
    return this.cards().find((card) => card.element === element) ?? null;
  }

  private mark(target: HTMLElement | null): void {
    for (const { element } of this.cards()) element.classList.toggle('drop-here', element === target);
  }

  /** Cards are moved here, not followed; a ticket's button takes its pin away. */
  private onClick(event: MouseEvent): void {
    const card = this.cardOf(event);
    if (!card) return;
    event.preventDefault();
    event.stopPropagation();
    card.element.focus();
    if (event.target instanceof Element && event.target.closest('.unpin')) this.unpin(card);
  }

  private onDragStart(event: DragEvent): void {
    const card = this.cardOf(event);
    if (!card) return;
    this.dragged = card.sku;
    event.dataTransfer?.setData('text/plain', card.sku);
    if (event.dataTransfer) event.dataTransfer.effectAllowed = 'move';
  }

  private onDragOver(event: DragEvent): void {
    const card = this.cardOf(event);
    if (!card || this.dragged === null) return;
    event.preventDefault();
    this.mark(card.element);
  }

  private onDrop(event: DragEvent): void {
    const card = this.cardOf(event);
    const { dragged } = this;
    this.dragged = null;
    this.mark(null);
    if (!card || dragged === null) return;
    event.preventDefault();
    if (card.sku !== dragged) this.place(dragged, card.place);
  }

  private onKey(event: KeyboardEvent): void {
    const card = this.cardOf(event);
    if (!card) return;
    const arrow = ARROWS[event.key];
    if (arrow && event.altKey) {
      event.preventDefault();
      const place = this.aimed?.sku === card.sku ? this.aimed.place : card.place;
      this.place(card.sku, Math.max(1, place + this.step(arrow, card)));
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      this.unpin(card);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      if (this.pins()?.[card.sku]) this.unpin(card);
      else this.place(card.sku, card.place);
    }
  }

  /** Up and down go by a row, as wide as the grid really is. */
  private step(arrow: 'left' | 'right' | 'up' | 'down', { element }: CardPlace): number {
    if (arrow === 'left') return -1;
    if (arrow === 'right') return 1;
    const { top } = element.getBoundingClientRect();
    const columns = this.cards().filter(
      (card) => Math.abs(card.element.getBoundingClientRect().top - top) < 2,
    ).length;
    return arrow === 'up' ? -columns : columns;
  }

  private place(sku: string, place: number): void {
    this.focused = sku;
    const model = this.state.model();
    const total = model.kind === 'listing' ? (shelfIn(model)?.total ?? place) : place;
    this.aimed = { sku, place: Math.min(place, total) };
    this.tell({ type: 'fond:place', ...this.aimed });
  }

  private unpin({ sku }: CardPlace): void {
    this.focused = sku;
    this.aimed = null;
    this.tell({ type: 'fond:unpin', sku });
  }
}
