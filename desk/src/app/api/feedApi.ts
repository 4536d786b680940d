import { Injectable } from '@angular/core';
import type { ShopSystemWish } from '@fond/contract';
import { Calls } from './calls';

/** Other systems that feed the shop. */
@Injectable({ providedIn: 'root' })
export class FeedApi extends Calls {
  read() {
    return this.call('feed');
  }

  changeShopSystem({ running, pace, trouble }: ShopSystemWish) {
    return this.call('changeShopSystem', { body: { running, pace, trouble } });
  }

  add(name: string) {
    return this.call('addFeedSystem', { body: { name } });
  }

  change(id: number, name: string, off: boolean) {
    return this.call('changeFeedSystem', { params: { id }, body: { name, off } });
  }
}
