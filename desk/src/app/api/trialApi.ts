import { Injectable } from '@angular/core';
import { addressOf, type DraftVersion, type TrialOutlookQuery, type TrialWish } from '@fond/contract';
import { Calls } from './calls';

/** Versions of a plan that shares of shoppers see. */
@Injectable({ providedIn: 'root' })
export class TrialApi extends Calls {
  list() {
    return this.call('trials');
  }

  read(id: string) {
    return this.call('readTrial', { params: { id } });
  }

  /** Address of what was counted day by day, as a file. */
  file(id: string): string {
    return addressOf('trialFile', { id });
  }

  outlook(query: TrialOutlookQuery) {
    return this.call('trialOutlook', { query });
  }

  create(wish: TrialWish) {
    return this.call('createTrial', { body: wish });
  }

  add(id: string, plan: DraftVersion, share: number) {
    return this.call('addTrialVersion', { params: { id }, body: { plan, share } });
  }

  start(id: string) {
    return this.call('startTrial', { params: { id } });
  }

  /** @param keep Index of the version that all shoppers see from now on. */
  end(id: string, keep: number) {
    return this.call('endTrial', { params: { id }, body: { keep } });
  }
}
