import { computed, inject, Injectable, Injector, signal } from '@angular/core';
import type { FromFrame, Surroundings, TicketChange, TicketTool, ToFrame } from '@fond/contract';
import type { ShopModel, WidthName } from '@fond/core';
import type { Arranging } from './arranging';
import type { LongWords } from './longWords';
import { PageViews } from './pageViews';
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
  private readonly views = inject(PageViews);
  private readonly injector = inject(Injector);
  private arranging: Arranging | null = null;
  /** Places of the pinned products by article number; null while nothing is arranged. */
  readonly pins = signal<Readonly<Record<string, number>> | null>(null);
  /** What all cards are shown as. */
  readonly cards = signal<Surroundings['cards']>('rest');
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
    void this.startArranging();
    this.tell({ type: 'fond:ready' });
  }

  /** Shoppers' pages don't fetch what only the desk's window needs. */
  private async startArranging(): Promise<void> {
    const { Arranging } = await import('./arranging');
    this.arranging = this.injector.get(Arranging);
    this.arranging.start(this.pins, (message) => this.tell(message));
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
        this.show(message.page);
        break;
      case 'fond:arrange':
        this.pins.set(message.pins);
        break;
      case 'fond:tickets':
        this.tickets.set(message.tickets);
        this.tools.set(message.tools);
        this.marked.set(message.marked);
        break;
      case 'fond:surroundings':
        this.surround(message);
        break;
      case 'fond:scroll':
        this.scrollingTo = Math.round(message.share * this.room());
        window.scrollTo({ top: this.scrollingTo });
    }
  }

  private surround({ dark, still, long, cards }: Surroundings): void {
    const { classList } = document.documentElement;
    classList.toggle('dark-now', dark);
    classList.toggle('light-now', !dark);
    classList.toggle('still-now', still);
    this.cards.set(cards);
    if (long || this.words)
      void (this.words ??= import('./longWords').then(({ LongWords }) => new LongWords(document.body))).then(
        (words) => words.set(long),
      );
  }

  private words: Promise<LongWords> | null = null;
  private latest: ShopModel | null = null;

  private show(page: ShopModel): void {
    this.latest = page;
    if (!this.views.canShow(page)) {
      void this.views.fetchForNext(page).then(() => {
        if (this.latest === page) this.show(page);
      });
      return;
    }
    this.state.model.set(page);
    this.arranging?.settle();
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
