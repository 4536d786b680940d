import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Card } from '@fond/core';
import { shopHref } from '../state/shopState';
import { Badges } from './badges';
import { NoPicture } from './noPicture';
import { pictureAt, srcset } from './picture';
import { Price } from './price';
import { Rating } from './rating';

@Component({
  selector: 'shop-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  imports: [Badges, NoPicture, Price, Rating],
  template: `
    @let one = card();
    @if (pin(); as place) {
      <p class="pin-ticket">
        Pinned at {{ place }}
        <button type="button" class="unpin" [attr.aria-label]="'Take away the pin of ' + one.title">×</button>
      </p>
    }
    @for (part of one.parts; track $index) {
      @switch (part.part) {
        @case ('picture') {
          <div class="card-picture">
            @if (one.images[0]; as image) {
              <img
                [src]="at(image.hash)"
                [attr.srcset]="set(image.hash)"
                [attr.sizes]="sizes()"
                [width]="image.width"
                [height]="image.height"
                [attr.loading]="eager() ? 'eager' : 'lazy'"
                [attr.fetchpriority]="first() ? 'high' : null"
                decoding="async"
                alt=""
              />
            } @else {
              <shop-no-picture [lang]="lang()" />
            }
          </div>
        }
        @case ('badges') {
          <shop-badges [badges]="one.badges" />
        }
        @case ('category') {
          <p class="card-category">
            <a [href]="href(part.href)">{{ part.text }}</a>
          </p>
        }
        @case ('name') {
          <h3 class="card-name">
            <a [href]="href(one.href)">{{ one.title }}</a>
          </h3>
        }
        @case ('rating') {
          <shop-rating [rating]="part.rating" [ratings]="part.ratings" [lang]="lang()" />
        }
        @case ('attribute') {
          <p class="card-attribute">
            <span>{{ part.label }}</span> {{ part.text }}
          </p>
        }
        @case ('description') {
          <p class="card-description">{{ part.text }}</p>
        }
        @case ('stock') {
          <p [class]="'card-stock stock-' + part.state">{{ part.text }}</p>
        }
        @case ('price') {
          <shop-price [price]="one.price" [was]="one.was" [lang]="lang()" />
        }
      }
    }
  `,
})
export class ProductCard {
  readonly card = input.required<Card>();
  readonly sizes = input.required<string>();
  readonly widths = input.required<readonly number[]>();
  readonly lang = input.required<string>();
  readonly eager = input(false);
  readonly first = input(false);
  /** Place it is pinned to, while the desk arranges the shelf. */
  readonly pin = input<number | null>(null);

  protected readonly href = shopHref;
  protected at(hash: string): string {
    return pictureAt(hash, 480);
  }

  protected set(hash: string): string {
    return srcset(hash, this.widths());
  }
}
