import { inject, Injectable, signal } from '@angular/core';
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
  /** Places of the pinned products by article number; null while nothing is arranged. */
  readonly pins = signal<Readonly<Record<string, number>> | null>(null);
  private tell: (message: FromFrame) => void = () => undefined;
  private dragged: string | null = null;
  private focused: string | null = null;

  start(tell: (message: FromFrame) => void): void {
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
    if (sku === null || this.pins() === null) return;
    requestAnimationFrame(() =>
      this.cards()
        .find((card) => card.sku === sku)
        ?.element.focus(),
    );
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
      this.place(card.sku, Math.max(1, card.place + this.step(arrow, card)));
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
    this.tell({ type: 'fond:place', sku, place: Math.min(place, total) });
  }

  private unpin({ sku }: CardPlace): void {
    this.focused = sku;
    this.tell({ type: 'fond:unpin', sku });
  }
}
