import { computed, inject, Injectable, signal } from '@angular/core';
import type { FromFrame, TicketChange, TicketTool, ToFrame } from '@fond/contract';
import type { WidthName } from '@fond/core';
import { Arranging } from './arranging';
import { ShopState } from './shopState';

/** From these viewport widths on pages are medium and wide, as in the style sheet. */
const USUAL_WIDTHS = [640, 1024];

/**
 * The shop as the desk's window shows it: the desk sends each page model as the draft changes, and hears of links and
 * fixtures that are pointed at. Nothing of this runs on a page that shoppers see.
 */
@Injectable({ providedIn: 'root' })
export class PreviewFrame {
  private readonly state = inject(ShopState);
  private readonly arranging = inject(Arranging);
  readonly tickets = signal<Readonly<Record<string, string>>>({});
  readonly marked = signal<string | null>(null);
  readonly tools = signal<Readonly<Record<string, readonly TicketTool[]>>>({});
  /** The width of this frame. */
  readonly width = computed((): WidthName => {
    const own = this.state.model().frame.look?.widths?.split('-').map(Number);
    const [medium, wide] = own ?? USUAL_WIDTHS;
    return window.innerWidth >= wide ? 'wide' : window.innerWidth >= medium ? 'medium' : 'narrow';
  });
  inside = false;
  private scrollingTo: number | null = null;

  start(): void {
    this.inside = window.parent !== window && new URLSearchParams(location.search).has('draft');
    if (!this.inside) return;
    this.state.awake.set(true);
    document.documentElement.classList.add('in-window');
    window.addEventListener('message', (event: MessageEvent<ToFrame>) => {
      if (event.origin === location.origin && event.source === window.parent) this.hear(event.data);
    });
    window.addEventListener('scroll', () => this.onScroll(), { passive: true });
    document.addEventListener(
      'click',
      (event) => {
        const fixture = event.target instanceof Element ? event.target.closest('[data-fixture]') : null;
        const id = fixture?.getAttribute('data-fixture');
        const tool = event.target instanceof Element && event.target.closest('.ticket-tools');
        if (id && !tool) this.tell({ type: 'fond:fixture', id });
      },
      true,
    );
    this.arranging.start((message) => this.tell(message));
    this.tell({ type: 'fond:ready' });
  }

  ask(address: string): void {
    this.tell({ type: 'fond:go', address });
  }

  add(behind: string): void {
    this.tell({ type: 'fond:add', behind });
  }

  change(change: TicketChange): void {
    this.tell({ type: 'fond:change', ...change });
  }

  private tell(message: FromFrame): void {
    window.parent.postMessage(message, location.origin);
  }

  private hear(message: ToFrame): void {
    switch (message.type) {
      case 'fond:page':
        this.state.model.set(message.page);
        this.arranging.settle();
        break;
      case 'fond:arrange':
        this.arranging.pins.set(message.pins);
        break;
      case 'fond:tickets':
        this.tickets.set(message.tickets);
        this.tools.set(message.tools);
        this.marked.set(message.marked);
        break;
      case 'fond:dark': {
        const { classList } = document.documentElement;
        classList.toggle('dark-now', message.dark);
        classList.toggle('light-now', !message.dark);
        break;
      }
      case 'fond:scroll':
        this.scrollingTo = Math.round(message.share * this.room());
        window.scrollTo({ top: this.scrollingTo });
    }
  }

  private room(): number {
    return Math.max(1, document.documentElement.scrollHeight - window.innerHeight);
  }

  /** Tells the desk of scrolling by hand, not of the scrolling it asked for itself. */
  private onScroll(): void {
    if (this.scrollingTo !== null && Math.abs(window.scrollY - this.scrollingTo) <= 2) return;
    this.scrollingTo = null;
    this.tell({ type: 'fond:scrolled', share: window.scrollY / this.room() });
  }
}
