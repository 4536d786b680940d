import { Injectable } from '@angular/core';
import type { ReviewFilter, ReviewState } from '@fond/contract';
import { Calls } from './calls';

/** What shoppers say of products. */
@Injectable({ providedIn: 'root' })
export class ReviewApi extends Calls {
  list(filter: ReviewFilter) {
    return this.call('reviews', { query: filter });
  }

  decide(ids: readonly number[], state: ReviewState) {
    return this.call('decideReviews', { body: { ids, state } });
  }

  answer(id: number, answer: string) {
    return this.call('answerReview', { params: { id }, body: { answer } });
  }
}
