import { inject, Injectable } from '@angular/core';
import type { ShopModel } from '@fond/core';
import { shelfIn } from './shelfIn';
import { PreviewFrame } from './previewFrame';
import { shopHref, ShopState } from './shopState';

/** What a followed link changes decides where the page stands afterwards. */
function moved(from: ShopModel, to: ShopModel): 'page' | 'products' | 'nothing' {
  if (from.kind !== 'listing' || to.kind !== 'listing' || from.aisle.key !== to.aisle.key) return 'page';
  const pageOf = (model: typeof from): number => shelfIn(model)?.page ?? 1;
  return pageOf(from) === pageOf(to) || pageOf(to) === 1 ? 'nothing' : 'products';
}

/** Follows links inside the shop without loading the page anew. Every state has an address, so Back works. */
@Injectable({ providedIn: 'root' })
export class Navigation {
  private readonly state = inject(ShopState);
  private readonly frame = inject(PreviewFrame);
  private latest = 0;

  start(): void {
    document.addEventListener('click', (event) => this.onClick(event));
    document.addEventListener('submit', (event) => this.onSubmit(event));
    window.addEventListener('popstate', () => void this.load(location.pathname + location.search, false));
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
    this.go(link.pathname + link.search);
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

  /** Goes to an address that starts with `/shop`. */
  go(target: string): void {
    if (this.frame.inside) this.frame.ask(target.replace(/^\/shop/, '') || '/');
    else void this.load(target, true);
  }

  private async load(target: string, push: boolean): Promise<void> {
    const turn = ++this.latest;
    this.state.busy.set(true);
    try {
      const address = target.replace(/^\/shop/, '') || '/';
      const response = await fetch(
        `/api/shop/page?address=${encodeURIComponent(address.startsWith('?') ? `/${address}` : address)}`,
      );
      if (!response.ok) throw new Error(`The shop answered ${response.status}.`);
      const model = (await response.json()) as ShopModel;
      if (turn !== this.latest) return;
      // Where nothing stands a redirect may lead on, which only the server's own answer can do.
      if (model.kind === 'missing') {
        location.assign(target);
        return;
      }
      const change = moved(this.state.model(), model);
      const canonical = model.kind === 'listing' ? shopHref(model.href) : target;
      if (push) history.pushState(null, '', canonical);
      this.state.model.set(model);
      if (push) this.settle(change);
    } catch {
      // Without the data the browser can still fetch the whole page.
      location.assign(target);
    } finally {
      if (turn === this.latest) this.state.busy.set(false);
    }
  }

  /** Readers of another page start at its top; a changed filter leaves them where they are. */
  private settle(change: ReturnType<typeof moved>): void {
    if (change === 'nothing') return;
    requestAnimationFrame(() => {
      const start = document.getElementById(change === 'page' ? 'main' : 'products');
      start?.focus({ preventScroll: true });
      if (change === 'page') window.scrollTo({ top: 0 });
      else start?.scrollIntoView({ block: 'start' });
    });
  }
}
