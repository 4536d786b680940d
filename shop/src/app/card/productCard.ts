import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Card, CardImage } from '@fond/core';
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
  imports: [Badges, NgTemplateOutlet, NoPicture, Price, Rating],
  template: `
    @let one = card();
    @if (pin(); as place) {
      <p class="pin-ticket">
        Pinned at {{ place }}
        <button type="button" class="unpin" [attr.aria-label]="'Take away the pin of ' + one.title">×</button>
      </p>
    }
    @let looks =
      {
        picture: pictureLook,
        badges: badgesLook,
        category: categoryLook,
        name: nameLook,
        rating: ratingLook,
        attribute: attributeLook,
        description: descriptionLook,
        stock: stockLook,
        price: priceLook,
      };
    @for (part of parts(); track $index) {
      <ng-container [ngTemplateOutlet]="looks[part.part]" [ngTemplateOutletContext]="{ part }" />
    }
    <ng-template #pictureLook>
      <div class="card-picture">
        @if (one.images[0]; as image) {
          <img
            [src]="at(image.hash)"
            [attr.srcset]="set(image)"
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
        @if (over()) {
          <shop-badges [badges]="one.badges" [over]="true" />
        }
      </div>
    </ng-template>
    <ng-template #badgesLook>
      <shop-badges [badges]="one.badges" />
    </ng-template>
    <ng-template #categoryLook let-part="part">
      <p class="card-category">
        <a [href]="href(part.href)">{{ part.text }}</a>
      </p>
    </ng-template>
    <ng-template #nameLook>
      <h3 class="card-name">
        <a [href]="href(one.href)">{{ one.title }}</a>
      </h3>
    </ng-template>
    <ng-template #ratingLook let-part="part">
      <shop-rating [rating]="part.rating" [ratings]="part.ratings" [lang]="lang()" />
    </ng-template>
    <ng-template #attributeLook let-part="part">
      <p class="card-attribute">
        <span>{{ part.label }}</span> {{ part.text }}
      </p>
    </ng-template>
    <ng-template #descriptionLook let-part="part">
      <p class="card-description">{{ part.text }}</p>
    </ng-template>
    <ng-template #stockLook let-part="part">
      <p [class]="'card-stock stock-' + part.state">{{ part.text }}</p>
    </ng-template>
    <ng-template #priceLook>
      <shop-price [price]="one.price" [was]="one.was" [lang]="lang()" />
    </ng-template>
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

  /** Badges lie over the picture, where there is one; by themselves they stand where the plan has them. */
  protected readonly over = computed(() => {
    const { parts, badges } = this.card();
    const has = (name: string): boolean => parts.some(({ part }) => part === name);
    return badges.length > 0 && has('picture') && has('badges');
  });
  protected readonly parts = computed(() => {
    const { parts, badges } = this.card();
    return this.over() || !badges.length ? parts.filter(({ part }) => part !== 'badges') : parts;
  });

  protected readonly href = shopHref;
  protected at(hash: string): string {
    return pictureAt(hash, 480);
  }

  protected set(image: CardImage): string {
    return srcset(image, this.widths());
  }
}
