import { inject, Injectable } from '@angular/core';
import type { ShelfModel, ShopModel } from '@fond/core';
import { callApi } from './callApi';
import { shelfIn } from './shelfIn';
import { PageViews } from './pageViews';
import { PreviewFrame } from './previewFrame';
import { shopHref, ShopState } from './shopState';

/** What a followed link changes decides where the page stands afterwards. */
type Move = 'page' | 'products' | 'more' | 'nothing';

function moveBetween(from: ShopModel, to: ShopModel): Move {
  if (from.kind !== 'listing' || to.kind !== 'listing' || from.aisle.key !== to.aisle.key) return 'page';
  const [before, after] = [shelfIn(from), shelfIn(to)];
  if (!before || !after) return 'nothing';
  // The same products and more of them, below or above.
  if (after.firstPage < after.page && after.firstPage <= before.firstPage && after.page >= before.page)
    return 'more';
  return before.page === after.page || after.page === 1 ? 'nothing' : 'products';
}

/**
 * Is asked for before a page changes: what has the focus may go with the change, such as the chip of a filter that was
 * taken away. Then what it changed has it. Where nothing had it, nothing gets it.
 */
export function keepFocus(id: string): void {
  if (document.activeElement === document.body) return;
  requestAnimationFrame(() => {
    if (document.activeElement === document.body) document.getElementById(id)?.focus({ preventScroll: true });
  });
}

/** Kept in the history with an address: how far its page was scrolled, and whether a quick look was opened there. */
interface Step {
  place?: number;
  look?: boolean;
}

interface Load {
  /** Whether it is another step of the history. */
  push: boolean;
  /** How far the page was scrolled when it was left; null starts where it should. */
  place: number | null;
  /** The focus stays where it is. */
  quiet?: boolean;
}

/** Follows links inside the shop without loading the page anew. Every state has an address, so Back works. */
@Injectable({ providedIn: 'root' })
export class Navigation {
  private readonly state = inject(ShopState);
  private readonly frame = inject(PreviewFrame);
  private readonly views = inject(PageViews);
  private latest = 0;

  start(): void {
    document.addEventListener('click', (event) => this.onClick(event));
    document.addEventListener('submit', (event) => this.onSubmit(event));
    window.addEventListener('popstate', ({ state }) => {
      const place = (state as Step | null)?.place ?? null;
      void this.load(location.pathname + location.search, { push: false, place });
    });
  }

  private onClick(event: MouseEvent): void {
    if (
      event.defaultPrevented ||
      event.button !== 0 ||
      event.metaKey ||
      event.ctrlKey ||
      event.shiftKey ||
      event.altKey
    )
      return;
    const link = event.target instanceof Element ? event.target.closest('a') : null;
    if (!link || link.target || link.origin !== location.origin || !/^\/shop(\/|$|\?)/.test(link.pathname))
      return;
    if (link.hash && link.pathname + link.search === location.pathname + location.search) return;
    event.preventDefault();
    this.go(this.lookAt(link.dataset['look']) ?? link.pathname + link.search);
  }

  /** Forms that only ask for another address are followed like links. */
  private onSubmit(event: SubmitEvent): void {
    const form = event.target;
    if (event.defaultPrevented || !(form instanceof HTMLFormElement) || form.method !== 'get') return;
    event.preventDefault();
    const query = new URLSearchParams();
    for (const [name, value] of new FormData(form))
      if (typeof value === 'string' && value) query.append(name, value);
    const text = query.toString();
    this.go(new URL(form.action).pathname + (text ? `?${text}` : ''));
  }

  /** A quick look stays in its aisle; where no aisle is, the link leads to the product. */
  private lookAt(slug: string | undefined): string | null {
    const model = this.state.model();
    if (!slug || model.kind !== 'listing') return null;
    const aisle = shopHref(model.quick?.close ?? model.href);
    return `${aisle}${aisle.includes('?') ? '&' : '?'}look=${encodeURIComponent(slug)}`;
  }

  /** Closes a quick look: one step back where it was opened from here, else to the aisle's own address. */
  leaveLook(aisle: string): void {
    if (!this.frame.inside && (history.state as Step | null)?.look) history.back();
    else this.go(aisle);
  }

  /** Goes to an address that starts with `/shop`. */
  go(target: string): void {
    if (this.frame.inside) this.frame.ask(target.replace(/^\/shop/, '') || '/');
    else void this.load(target, { push: true, place: null });
  }

  /** Adds the next page where its readers have not asked for it; they stay where they are. In the desk's window the address is the desk's. */
  add(target: string): void {
    if (!this.frame.inside) void this.load(target, { push: true, place: null, quiet: true });
  }

  private async load(target: string, { push, place, quiet = false }: Load): Promise<void> {
    const turn = ++this.latest;
    this.state.busy.set(true);
    this.state.awake.set(true);
    try {
      const address = target.replace(/^\/shop/, '') || '/';
      const query = { address: address.startsWith('?') ? `/${address}` : address };
      const response = await callApi('page', { query });
      if (!response.ok) throw new Error(`The shop answered ${response.status}.`);
      const model = (await response.json()) as ShopModel;
      if (turn !== this.latest) return;
      // Where nothing stands a redirect may lead on, which only the server's own answer can do.
      if (model.kind === 'missing') {
        location.assign(target);
        return;
      }
      await this.views.fetchForNext(model);
      if (turn !== this.latest) return;
      const change = moveBetween(this.state.model(), model);
      const canonical = model.kind === 'listing' ? shopHref(model.href) : target;
      const before = shelfIn(this.state.model());
      if (push) {
        // Where readers stand is kept with the address that they leave. More of the same is not another place to go
        // back to, but the same one.
        if (change === 'more') history.replaceState(history.state, '', canonical);
        else {
          history.replaceState(
            { ...(history.state as Step | null), place: window.scrollY } satisfies Step,
            '',
          );
          const look = model.kind === 'listing' && model.quick !== null;
          history.pushState({ look } satisfies Step, '', canonical);
        }
      }
      this.state.model.set(model);
      if (change === 'more' && !quiet && before) this.showAdded(before);
      else if (push) this.settle(change);
      else if (place !== null) requestAnimationFrame(() => window.scrollTo({ top: place }));
    } catch {
      // Without the data the browser can still fetch the whole page.
      location.assign(target);
    } finally {
      if (turn === this.latest) this.state.busy.set(false);
    }
  }

  /** Who has pressed the button goes on with the first product that was added. */
  private showAdded(before: ShelfModel): void {
    const known = new Set(before.cards.map(({ id }) => id));
    const shelf = shelfIn(this.state.model());
    const at = shelf?.cards.findIndex(({ id }) => !known.has(id)) ?? -1;
    requestAnimationFrame(() => {
      const card = at < 0 ? null : document.querySelectorAll<HTMLElement>('#products .card')[at];
      card?.querySelector<HTMLElement>('a[href]')?.focus({ preventScroll: true });
    });
  }

  /** Readers of another page start at its top; a changed filter leaves them where they are. */
  private settle(change: Move): void {
    if (change === 'nothing' || change === 'more') {
      keepFocus('products');
      return;
    }
    requestAnimationFrame(() => {
      const start = document.getElementById(change === 'page' ? 'main' : 'products');
      start?.focus({ preventScroll: true });
      if (change === 'page') window.scrollTo({ top: 0 });
      else start?.scrollIntoView({ block: 'start' });
    });
  }
}
