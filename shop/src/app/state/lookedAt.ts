import { Injectable } from '@angular/core';

const KEY = 'fond.looked-at';
const MOST = 24;

/** What a shopper has looked at, in their own browser alone: no server is told but when a shelf of it is shown. */
@Injectable({ providedIn: 'root' })
export class LookedAt {
  /** Article numbers, the latest first; none where the browser keeps nothing. */
  list(): readonly string[] {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
      return Array.isArray(kept) ? kept.filter((one) => typeof one === 'string').slice(0, MOST) : [];
    } catch {
      return [];
    }
  }

  note(sku: string): void {
    const next = [sku, ...this.list().filter((one) => one !== sku)].slice(0, MOST);
    try {
      localStorage.setItem(KEY, JSON.stringify(next));
    } catch {
      // A browser that keeps nothing has no such shelf.
    }
  }
}
