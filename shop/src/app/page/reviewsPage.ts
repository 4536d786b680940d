import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { ReviewsPageModel } from '@fond/core';
import { Rating } from '../card/rating';
import { pictureAt } from '../picture/picture';
import { ReviewList } from '../product/reviewList';
import { shopHref, ShopState } from '../state/shopState';
import { plainWordsIn } from '../words/plainWords';
import { productWordsIn } from '../words/productWords';

/** All that shoppers say of a product, and a plain form for whoever has signed in to say something too. */
@Component({
  selector: 'shop-reviews',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Rating, ReviewList],
  template: `
    @let one = page();
    <div class="page reviews-page">
      <header class="reviews-head">
        @if (one.product.image; as image) {
          <img [src]="at(image.hash, 240)" width="96" height="108" alt="" />
        }
        <div>
          <h1>{{ own().reviewsOf(one.product.title) }}</h1>
          @if (one.product.rating; as rated) {
            <shop-rating [stars]="rated" [lang]="one.frame.lang" />
          }
          <p>
            <a [href]="href(one.product.href)">{{ own().backToProduct }}</a>
          </p>
        </div>
      </header>
      <section>
        @if (one.reviews.away) {
          <p role="alert">{{ own().reviewsAway }}</p>
        } @else if (one.reviews.shown.length) {
          <shop-review-list [reviews]="one.reviews.shown" />
          @if (one.pages > 1) {
            <nav class="pages" [attr.aria-label]="words().pages">
              @for (number of numbers(); track number) {
                <a
                  [href]="pageHref(number)"
                  [attr.aria-current]="number === one.page ? 'page' : null"
                  [attr.aria-label]="words().page(number)"
                  >{{ number }}</a
                >
              }
            </nav>
          }
        } @else {
          <p>{{ own().noReviews }}</p>
        }
      </section>
      <section class="account" id="yours" aria-labelledby="yours-head">
        <h2 id="yours-head">{{ own().writeReview }}</h2>
        @if (one.shopper; as name) {
          @if (one.own; as mine) {
            <p role="status" [class]="'review-state state-' + mine.state">
              {{ own().reviewState[mine.state] }}
            </p>
          }
          @if (one.fault; as fault) {
            <p class="account-fault" role="alert">{{ own().reviewFault[fault.kind] }}</p>
          }
          <form method="post" [action]="action('')">
            <fieldset class="star-choice">
              <legend>{{ own().yourStars }}</legend>
              @for (stars of [1, 2, 3, 4, 5]; track stars) {
                <label
                  ><input
                    type="radio"
                    name="stars"
                    [value]="stars"
                    [attr.checked]="wish().stars === stars ? '' : null"
                    required
                  />{{ own().starsOf(stars) }}</label
                >
              }
            </fieldset>
            <label>
              <span>{{ own().reviewTitle }}</span>
              <input name="title" [attr.maxlength]="one.most.title" [attr.value]="wish().title" dir="auto" />
            </label>
            <label>
              <span>{{ own().reviewText }}</span>
              <textarea
                name="text"
                rows="6"
                [attr.maxlength]="one.most.text"
                minlength="10"
                required
                dir="auto"
                >{{ wish().text }}</textarea>
            </label>
            <p class="hint">{{ own().reviewWaits(name) }}</p>
            <button class="button" type="submit">{{ own().sendReview }}</button>
          </form>
          @if (one.own) {
            <form method="post" [action]="action('/back')">
              <button class="quiet-button" type="submit">{{ own().takeReviewBack }}</button>
            </form>
          }
        } @else {
          <p>{{ own().signInToReview }}</p>
          <p>
            <a class="button" [href]="signIn()">{{ plain().signIn }}</a>
          </p>
        }
      </section>
    </div>
  `,
})
export class ReviewsPage {
  private readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  protected readonly own = computed(() => productWordsIn(this.page().frame.lang));
  protected readonly plain = computed(() => plainWordsIn(this.page().frame.lang));
  protected readonly href = shopHref;
  protected readonly at = pictureAt;
  protected readonly page = computed(() => this.state.model() as ReviewsPageModel);
  /** What was sent and can't be kept, else what they said before. */
  protected readonly wish = computed(
    () => this.page().fault?.wish ?? this.page().own ?? { stars: 0, title: '', text: '' },
  );
  protected readonly numbers = computed(() => Array.from({ length: this.page().pages }, (_, at) => at + 1));
  private readonly parts = computed(() => {
    const [path, query = ''] = shopHref(this.page().reviews.href).split('?');
    return { path, query: query && `?${query}` };
  });
  protected readonly signIn = computed(() => {
    const { path, query } = this.parts();
    const back = encodeURIComponent(decodeURI(path).slice('/shop'.length));
    return `${shopHref('/account')}?back=${back}${query.replace('?', '&')}`;
  });

  /** Answers come back in the page's own language. */
  protected action(step: string): string {
    const { path, query } = this.parts();
    return path + step + query;
  }

  protected pageHref(number: number): string {
    const { path, query } = this.parts();
    return `${path}${query ? `${query}&` : '?'}page=${number}`;
  }
}
