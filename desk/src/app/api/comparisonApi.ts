import { Injectable } from '@angular/core';
import type { AisleComparisonQuery } from '@fond/contract';
import { Calls } from './calls';

/** Any two states of the shop, held against each other. */
@Injectable({ providedIn: 'root' })
export class ComparisonApi extends Calls {
  sides(from: string, to: string) {
    return this.call('compareSides', { query: { from, to } });
  }

  aisle(query: AisleComparisonQuery) {
    return this.call('compareAisle', { query });
  }
}
