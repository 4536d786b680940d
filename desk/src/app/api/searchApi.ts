import { Injectable } from '@angular/core';
import type { SearchRules } from '@fond/core';
import { Calls } from './calls';

/** What shoppers find by words. */
@Injectable({ providedIn: 'root' })
export class SearchApi extends Calls {
  read() {
    return this.call('searchRules');
  }

  save(rules: SearchRules, version: number) {
    return this.call('saveSearchRules', { body: { rules, version } });
  }

  preview(q: string, lang: string, rules: SearchRules) {
    return this.call('previewSearch', { body: { q, lang, rules } });
  }

  try(q: string, lang: string, rules: SearchRules) {
    return this.call('trySearch', { body: { q, lang, rules } });
  }
}
