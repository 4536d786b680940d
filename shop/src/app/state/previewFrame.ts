import { inject, Injectable, signal } from '@angular/core';
import type { FromFrame, Surroundings, TicketChange, TicketTool } from '@fond/contract';
import { ShopState } from './shopState';

/**
 * The shop as the desk's window shows it: the desk sends each page model as the draft changes, and hears of links and
 * fixtures that are pointed at. Nothing of this runs on a page that shoppers see.
 */
@Injectable({ providedIn: 'root' })
export class PreviewFrame {
  private readonly state = inject(ShopState);
  /** Places of the pinned products by article number; null while nothing is arranged. */
  readonly pins = signal<Readonly<Record<string, number>> | null>(null);
  /** What all cards are shown as. */
  readonly cards = signal<Surroundings['cards']>('rest');
  /** What the desk has counted of products, by article number; null where it tells nothing. */
  readonly figures = signal<ReadonlyMap<string, string> | null>(null);
  readonly tickets = signal<Readonly<Record<string, string>>>({});
  readonly marked = signal<string | null>(null);
  readonly tools = signal<Readonly<Record<string, readonly TicketTool[]>>>({});
  inside = false;

  /** Whether the page stands in the desk's window. */
  start(): boolean {
    this.inside = window.parent !== window && new URLSearchParams(location.search).has('draft');
    if (this.inside) this.state.awake.set(true);
    return this.inside;
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

  tell(message: FromFrame): void {
    window.parent.postMessage(message, location.origin);
  }
}
