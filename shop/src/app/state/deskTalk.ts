import { inject, Injectable } from '@angular/core';
import type { Surroundings, ToFrame } from '@fond/contract';
import type { ShopModel } from '@fond/core';
import { Arranging } from './arranging';
import { LongWords } from './longWords';
import { PageViews } from './pageViews';
import { PreviewFrame } from './previewFrame';
import { ShopState } from './shopState';

/** What a page in the desk's window does as the desk bids it. Shoppers' pages never fetch it. */
@Injectable({ providedIn: 'root' })
export class DeskTalk {
  private readonly state = inject(ShopState);
  private readonly views = inject(PageViews);
  private readonly arranging = inject(Arranging);
  private readonly frame = inject(PreviewFrame);
  private scrollingTo: number | null = null;
  private words: LongWords | null = null;
  private latest: ShopModel | null = null;

  start(): void {
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
        if (id && !tool) this.frame.tell({ type: 'fond:fixture', id });
      },
      true,
    );
    this.arranging.start(this.frame.pins, (message) => this.frame.tell(message));
    document.documentElement.classList.add('in-window');
    this.frame.tell({ type: 'fond:ready' });
  }

  private hear(message: ToFrame): void {
    switch (message.type) {
      case 'fond:page':
        this.show(message.page);
        break;
      case 'fond:arrange':
        this.frame.pins.set(message.pins);
        break;
      case 'fond:tickets':
        this.frame.tickets.set(message.tickets);
        this.frame.tools.set(message.tools);
        this.frame.marked.set(message.marked);
        break;
      case 'fond:figures':
        this.frame.figures.set(new Map(Object.entries(message.figures)));
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
    this.frame.cards.set(cards);
    if (long) this.words ??= new LongWords(document.body);
    this.words?.set(long);
  }

  private show(page: ShopModel): void {
    this.latest = page;
    if (!this.views.canShow(page)) {
      void this.views.fetchForNext(page).then(() => {
        if (this.latest === page) this.show(page);
      });
      return;
    }
    this.state.model.set(page);
    this.arranging.settle();
  }

  private room(): number {
    return Math.max(1, document.documentElement.scrollHeight - window.innerHeight);
  }

  /** Tells the desk of scrolling by hand, not of the scrolling it asked for itself. */
  private onScroll(): void {
    if (this.scrollingTo !== null && Math.abs(window.scrollY - this.scrollingTo) <= 2) return;
    this.scrollingTo = null;
    this.frame.tell({ type: 'fond:scrolled', share: window.scrollY / this.room() });
  }
}
