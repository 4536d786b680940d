import type { WritableSignal } from '@angular/core';
import type { FacetModel } from '@fond/core';
import { callApi } from '../state/callApi';

/** Values that a search in a filter found, and how many it left unsaid. */
export interface FoundValues {
  values: FacetModel['values'];
  more: number;
}

/** By the key of the filter; one that nothing is sought in has none. */
export type Found = Readonly<Record<string, FoundValues>>;

/** Milliseconds after the last letter until the shop is asked. */
const PAUSE = 200;

/** Without accents and capitals, as people type. */
const fold = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** Finds values in filters: among those that the page holds at once, and where there are more, by asking the shop. */
export class ValueSeeker {
  private asking: ReturnType<typeof setTimeout> | undefined;
  /** What is typed, by filter: an answer to anything else comes too late. */
  private readonly sought = new Map<string, string>();

  constructor(private readonly found: WritableSignal<Found>) {}

  /** @param address Of the page as it is. */
  seek({ key, values, more }: FacetModel, text: string, address: string): void {
    const sought = fold(text.trim());
    clearTimeout(this.asking);
    this.sought.set(key, sought);
    if (!sought) {
      this.found.update(({ [key]: _, ...others }) => others);
      return;
    }
    this.tell(key, { values: values.filter(({ label }) => fold(label).includes(sought)), more: 0 });
    if (more) this.asking = setTimeout(() => void this.ask(key, text.trim(), address), PAUSE);
  }

  private async ask(key: string, find: string, address: string): Promise<void> {
    const answer = await callApi('facetValues', { query: { address, key, find } }).catch(() => null);
    // Without an answer what the page holds is searched, as it is.
    if (!answer?.ok) return;
    const found = (await answer.json()) as FoundValues;
    if (this.sought.get(key) === fold(find)) this.tell(key, found);
  }

  private tell(key: string, found: FoundValues): void {
    this.found.update((known) => ({ ...known, [key]: found }));
  }
}
