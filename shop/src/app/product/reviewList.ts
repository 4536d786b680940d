import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ReviewModel } from '@fond/core';
import { ShopState } from '../state/shopState';
import { productWordsIn } from '../words/productWords';

/** What shoppers say of a product, one below the other. */
@Component({
  selector: 'shop-review-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul class="reviews">
      @for (review of reviews(); track review.id) {
        <li [attr.lang]="review.lang === lang() ? null : review.lang">
          <p class="review-head">
            <span class="stars" role="img" [attr.aria-label]="own().starsOf(review.stars)">{{
              starsOf(review.stars)
            }}</span>
            @if (review.title) {
              <b dir="auto">{{ review.title }}</b>
            }
          </p>
          <p class="review-text" dir="auto">{{ review.text }}</p>
          <p class="review-by">
            <bdi>{{ review.by }}</bdi>, <time [attr.datetime]="review.written">{{ review.date }}</time>
          </p>
          @if (review.answer) {
            <p class="review-answer" dir="auto">
              <b>{{ own().shopAnswers }}</b> {{ review.answer }}
            </p>
          }
        </li>
      }
    </ul>
  `,
})
export class ReviewList {
  readonly reviews = input.required<readonly ReviewModel[]>();
  private readonly state = inject(ShopState);
  protected readonly lang = computed(() => this.state.model().frame.lang);
  protected readonly own = computed(() => productWordsIn(this.lang()));

  protected starsOf(stars: number): string {
    return '★'.repeat(stars) + '☆'.repeat(5 - stars);
  }
}
