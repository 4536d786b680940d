import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CardImage, CardPart, FixtureModel } from '@fond/core';
import { Badges } from '../card/badges';
import { NoPicture } from '../card/noPicture';
import { pictureAt, srcset } from '../picture/picture';
import { Price } from '../card/price';
import { Rating } from '../card/rating';
import { shopHref, ShopState } from '../state/shopState';

/** One product as a large banner. */
@Component({
  selector: 'shop-spotlight',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Badges, NoPicture, Price, Rating],
  template: `
    @let one = model();
    @let card = one.card;
    <article [class]="'spotlight picture-' + one.side" [attr.aria-label]="card.title">
      <div class="spotlight-picture">
        @if (card.images[0]; as image) {
          <img
            [src]="at(image.hash, 960)"
            [attr.srcset]="set(image)"
            [attr.sizes]="one.sizes"
            [width]="image.width"
            [height]="image.height"
            alt=""
            [attr.fetchpriority]="lead() ? 'high' : null"
          />
        } @else {
          <shop-no-picture [lang]="lang()" />
        }
        <shop-badges [badges]="card.badges" />
      </div>
      <div class="spotlight-words">
        @if (one.heading) {
          <p class="spotlight-heading">{{ one.heading }}</p>
        }
        <h2>
          <a [href]="href(card.href)">{{ card.title }}</a>
        </h2>
        @if (rating(); as stars) {
          <shop-rating [stars]="stars" [lang]="lang()" />
        }
        @if (one.description) {
          <p>{{ one.description }}</p>
        }
        <shop-price [price]="card.price" [was]="card.was" [lang]="lang()" />
        <p>
          <a class="button" [href]="href(card.href)">{{ one.button }}</a>
        </p>
      </div>
    </article>
  `,
})
export class Spotlight {
  readonly model = input.required<Extract<FixtureModel, { type: 'spotlight' }>>();
  /** It has the first picture of the page, which is waited for. */
  readonly lead = input(false);
  private readonly state = inject(ShopState);
  protected readonly at = pictureAt;
  protected readonly href = shopHref;
  protected readonly lang = computed(() => this.state.model().frame.lang);
  protected readonly rating = computed(() =>
    this.model().card.parts.find((part): part is CardPart & { part: 'rating' } => part.part === 'rating'),
  );

  protected set(image: CardImage): string {
    return srcset(image, this.state.model().frame.pictureWidths);
  }
}
