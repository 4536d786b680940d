import { effect, inject, signal, type Signal } from '@angular/core';
import type { Problem, ProductLine } from '@fond/contract';
import { Api } from '../api/api';

/** Titles by article number, as far as they are known. */
export interface ProductTitles {
  titles: Signal<ReadonlyMap<string, string>>;
  /** Why they couldn't be looked up; empty while they could. */
  trouble: Signal<string>;
  /** Notes what was found by other ways. */
  note: (found: readonly ProductLine[], missing: readonly string[]) => void;
}

/** Looks up the titles of products that are named; numbers that no product has are noted, so that they are asked for once. */
export function productTitles(skus: () => readonly string[]): ProductTitles {
  const api = inject(Api);
  const titles = signal<ReadonlyMap<string, string>>(new Map());
  const trouble = signal('');
  const note = (found: readonly ProductLine[], missing: readonly string[]): void =>
    titles.update((known) => {
      const next = new Map(known);
      for (const { sku, title } of found) next.set(sku, title);
      for (const sku of missing) next.set(sku, 'not in the catalogue');
      return next;
    });
  effect(() => {
    const unknown = skus().filter((sku) => !titles().has(sku));
    if (unknown.length)
      api.lookUpProducts(unknown).subscribe({
        next: ({ found, missing }) => note(found, missing),
        error: ({ detail }: Problem) => trouble.set(detail),
      });
  });
  return { titles: titles.asReadonly(), trouble: trouble.asReadonly(), note };
}
