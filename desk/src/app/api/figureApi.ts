import { Injectable } from '@angular/core';
import { addressOf, type FiguresQuery, type FigureTable, type ShoppersWish } from '@fond/contract';
import { Calls } from './calls';

/** What was counted of the shop. */
@Injectable({ providedIn: 'root' })
export class FigureApi extends Calls {
  read(query: FiguresQuery) {
    return this.call('figures', { query });
  }

  /** Visits of each aisle, for the floor. */
  aisles() {
    return this.call('aisleVisits');
  }

  /** Address of one table as a file. */
  file(query: FiguresQuery, table: FigureTable): string {
    return `${addressOf('figuresFile')}?${new URLSearchParams({ ...query, table }).toString()}`;
  }

  shoppers() {
    return this.call('shoppers');
  }

  changeShoppers(wish: ShoppersWish) {
    return this.call('changeShoppers', { body: wish });
  }
}
