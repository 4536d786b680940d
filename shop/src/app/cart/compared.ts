import { computed, inject, Injectable, signal } from '@angular/core';
import { PreviewFrame } from '../state/previewFrame';
import { ShopState } from '../state/shopState';

/** Two pans of a scale, in a square of 24. */
export const SCALES = 'M12 4v16M7 20h10M5 7h14M5 7l-2.6 6.4h5.2ZM19 7l-2.6 6.4h5.2Z';

/** As many as the shop puts side by side. */
const MAX_COMPARED = 4;

const KEY = 'fond.compared';

export interface ComparedProductName {
  slug: string;
  title: string;
}

const isNamed = (one: unknown): one is ComparedProductName =>
  typeof one === 'object' && one !== null && 'slug' in one && typeof one.slug === 'string' && 'title' in one;

/** What a shopper puts side by side, in their own browser alone. Without JavaScript its links lead to the table at once. */
@Injectable({ providedIn: 'root' })
export class Compared {
  private readonly state = inject(ShopState);
  private readonly frame = inject(PreviewFrame);
  readonly list = signal<readonly ComparedProductName[]>([]);
  /** Somebody wanted a fifth one. */
  readonly full = signal(false);
  /** Its tray is worth fetching; not in the desk's window, and the page of the comparison says it all. */
  readonly seen = computed(() => this.list().length > 0 && this.state.model().kind !== 'compare');
  private readonly slugs = computed(() => new Set(this.list().map(({ slug }) => slug)));
  /** Where those that are chosen stand side by side. */
  readonly href = computed(() => this.at(this.list().map(({ slug }) => slug)));

  start(): void {
    if (this.frame.inside) return;
    this.list.set(this.readKept());
    document.addEventListener('click', (event) => this.onClick(event));
  }

  has(slug: string): boolean {
    return this.slugs().has(slug);
  }

  /** Where a product stands beside those that are chosen. */
  hrefWith(slug: string): string {
    return this.at([...this.slugs(), slug].slice(-MAX_COMPARED));
  }

  /** What the page of the comparison shows is what is chosen. */
  show(products: readonly ComparedProductName[]): void {
    if (!this.frame.inside) this.keep(products.map(({ slug, title }) => ({ slug, title })));
  }

  remove(slug: string): void {
    this.keep(this.list().filter((one) => one.slug !== slug));
  }

  clear(): void {
    this.keep([]);
  }

  private at(slugs: readonly string[]): string {
    return this.state.plain(['/compare', ...slugs].join('/'));
  }

  private onClick(event: MouseEvent): void {
    if (event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
    const link = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-compare]') : null;
    const { compare: slug, title = '' } = link?.dataset ?? {};
    if (slug === undefined) return;
    event.preventDefault();
    if (this.has(slug)) this.remove(slug);
    else if (this.list().length < MAX_COMPARED) this.keep([...this.list(), { slug, title }]);
    else this.full.set(true);
  }

  private keep(list: readonly ComparedProductName[]): void {
    this.full.set(false);
    this.list.set(list);
    try {
      localStorage.setItem(KEY, JSON.stringify(list));
    } catch {
      // A browser that keeps nothing knows it for this page.
    }
  }

  private readKept(): readonly ComparedProductName[] {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
      return Array.isArray(kept) ? kept.filter(isNamed).slice(0, MAX_COMPARED) : [];
    } catch {
      return [];
    }
  }
}
