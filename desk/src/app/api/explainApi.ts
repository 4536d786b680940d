import { Injectable } from '@angular/core';
import type { Plan, RangeRule } from '@fond/core';
import { Calls } from './calls';

/** How the products, the order and the cards of a page come about, worked out without keeping anything. */
@Injectable({ providedIn: 'root' })
export class ExplainApi extends Calls {
  range(rule: RangeRule, address: string) {
    return this.call('explainRange', { body: { rule, address } });
  }

  /** @param fixture A promoting shelf; the aisle's own where it is left out. */
  product(plan: Plan, address: string, sku: string, fixture?: string) {
    return this.call('explainProduct', { body: { plan, address, sku, fixture } });
  }

  badges(plan: Plan, address: string) {
    return this.call('explainBadges', { body: { plan, address } });
  }

  patterns(plan: Plan, lang: string) {
    return this.call('explainPatterns', { body: { plan, lang } });
  }

  whatIf(plan: Plan, address: string) {
    return this.call('whatIf', { body: { plan, address } });
  }

  facets(plan: Plan, address: string) {
    return this.call('explainFacets', { body: { plan, address } });
  }

  values(plan: Plan, address: string, key: string) {
    return this.call('offeredValues', { body: { plan, address, key } });
  }

  arrangement(plan: Plan, address: string) {
    return this.call('arrangedAisle', { body: { plan, address } });
  }
}
