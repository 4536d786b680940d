import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Card, CardImage, CardPart, DrawnCard } from '@fond/core';
import { Wishes } from '../cart/wishes';
import { shopHref, ShopState } from '../state/shopState';
import { shopWordsIn } from '../words';
import { Badges } from './badges';
import { NoPicture } from './noPicture';
import { pictureAt, srcset } from './picture';
import { Price } from './price';
import { Rating } from './rating';

interface CardLine {
  line: number;
  parts: CardPart[];
}

@Component({
  selector: 'shop-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', '[class.active]': 'active()' },
  imports: [Badges, NgTemplateOutlet, NoPicture, Price, Rating],
  template: `
    @let one = card();
    @if (pin(); as place) {
      <p class="pin-ticket">
        Pinned at {{ place }}
        <button type="button" class="unpin" [attr.aria-label]="'Take away the pin of ' + one.title">×</button>
      </p>
    }
    <ng-container [ngTemplateOutlet]="linesOf" [ngTemplateOutletContext]="{ lines: lines().shown }" />
    <ng-template #linesOf let-lines="lines">
      @for (line of lines; track line.line) {
        @if (line.parts.length === 1) {
          <ng-container [ngTemplateOutlet]="partOf" [ngTemplateOutletContext]="{ part: line.parts[0] }" />
        } @else {
          <div class="card-line">
            @for (part of line.parts; track part.at) {
              <ng-container [ngTemplateOutlet]="partOf" [ngTemplateOutletContext]="{ part }" />
            }
          </div>
        }
      }
    </ng-template>
    <ng-template #partOf let-part="part">
      @let style = styleOf(part);
      @switch (part.part) {
        @case ('picture') {
          <div class="card-picture">
            @if (one.images[0]; as image) {
              <img
                [attr.loading]="eager() ? 'eager' : 'lazy'"
                [attr.fetchpriority]="first() ? 'high' : null"
                decoding="async"
                [attr.width]="image.width"
                [attr.height]="image.height"
                alt=""
                [attr.sizes]="sizes()"
                [attr.srcset]="set(image)"
                [attr.src]="at(image.hash)"
              />
              @if (second(); as other) {
                <img
                  class="second"
                  decoding="async"
                  [attr.width]="other.width"
                  [attr.height]="other.height"
                  alt=""
                  [attr.sizes]="sizes()"
                  [attr.srcset]="set(other)"
                  [attr.src]="at(other.hash)"
                />
              }
            } @else {
              <shop-no-picture [lang]="lang()" />
            }
            @if (over()) {
              <shop-badges [badges]="one.badges" [over]="true" />
            }
            @if (lines().revealed.length) {
              <div class="card-reveal">
                <ng-container
                  [ngTemplateOutlet]="linesOf"
                  [ngTemplateOutletContext]="{ lines: lines().revealed }"
                />
              </div>
            }
          </div>
        }
        @case ('badges') {
          <shop-badges [badges]="one.badges" />
        }
        @case ('category') {
          <p class="card-category" [attr.style]="style">
            <a [href]="href(part.href)">{{ part.text }}</a>
          </p>
        }
        @case ('name') {
          <h3 class="card-name" [attr.style]="style">
            <a [href]="href(one.href)">{{ one.title }}</a>
          </h3>
        }
        @case ('rating') {
          <shop-rating [rating]="part.rating" [ratings]="part.ratings" [lang]="lang()" [look]="style" />
        }
        @case ('description') {
          <p class="card-description" [attr.style]="style">{{ part.text }}</p>
        }
        @case ('stock') {
          <p [class]="'card-stock stock-' + part.state" [attr.style]="style">{{ part.text }}</p>
        }
        @case ('price') {
          <shop-price [price]="one.price" [was]="one.was" [lang]="lang()" [look]="style" />
        }
        @case ('tags') {
          <ul class="card-tags" [attr.style]="style">
            @for (link of part.links; track link.href) {
              <li>
                <a [href]="href(link.href)">{{ link.title }}</a>
              </li>
            }
          </ul>
        }
        @case ('cart') {
          <form class="card-cart" method="post" [action]="cart()" [attr.style]="style">
            <button class="button" name="sku" [value]="one.sku" [disabled]="part.sold">
              {{ part.sold ? words().soldOut : textOf(part) || words().addToCart
              }}<span class="unseen">: {{ one.title }}</span>
            </button>
          </form>
        }
        @case ('wish') {
          <form class="card-wish" method="post" [action]="wish()" [attr.style]="style">
            <button name="sku" [value]="one.sku" [attr.aria-pressed]="wishes.has(one.sku)">
              <svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="heart" /></svg>
              {{ textOf(part) || words().wish }}<span class="unseen">: {{ one.title }}</span>
            </button>
          </form>
        }
        @case ('quick') {
          <p class="card-quick" [attr.style]="style">
            <a [href]="href(one.href)" [attr.data-look]="one.slug"
              >{{ textOf(part) || words().quickLook }}<span class="unseen">: {{ one.title }}</span></a
            >
          </p>
        }
        @default {
          <p class="card-attribute" [attr.style]="style">
            @switch (labelOf(part)) {
              @case ('before') {
                <span>{{ part.label }}</span> {{ part.text }}
              }
              @case ('after') {
                {{ part.text }} <span>{{ part.label }}</span>
              }
              @default {
                {{ part.text }}
              }
            }
          </p>
        }
      }
    </ng-template>
  `,
})
export class ProductCard {
  readonly card = input.required<Card>();
  readonly drawn = input.required<DrawnCard>();
  readonly sizes = input.required<string>();
  readonly widths = input.required<readonly number[]>();
  readonly lang = input.required<string>();
  readonly eager = input(false);
  readonly first = input(false);
  /** It has been pointed at, or had the focus. */
  readonly near = input(false);
  /** It shows what cards show that are pointed at. */
  readonly active = input(false);
  /** Place it is pinned to, while the desk arranges the shelf. */
  readonly pin = input<number | null>(null);
  protected readonly wishes = inject(Wishes);
  private readonly state = inject(ShopState);
  protected readonly words = computed(() => shopWordsIn(this.lang()));
  protected readonly cart = computed(() => this.state.plain('/cart'));
  protected readonly wish = computed(() => this.state.plain('/wishes'));

  /** Badges lie over the picture, where there is one; by themselves they stand where the plan has them. */
  protected readonly over = computed(() => {
    const { parts, badges } = this.card();
    const has = (name: string): boolean => parts.some(({ part }) => part === name);
    return badges.length > 0 && has('picture') && has('badges');
  });
  /** What stands on one line together, and of that what lies over the picture. */
  protected readonly lines = computed(() => {
    const { parts, badges } = this.card();
    const { elements } = this.drawn();
    const shown: CardLine[] = [];
    const revealed: CardLine[] = [];
    for (const part of parts) {
      if (part.part === 'badges' && (this.over() || !badges.length)) continue;
      const { line, revealed: hidden } = elements[part.at];
      const lines = hidden ? revealed : shown;
      const last = lines.at(-1);
      if (last?.line === line) last.parts.push(part);
      else lines.push({ line, parts: [part] });
    }
    return { shown, revealed };
  });
  /** Not there before it is asked for: most cards are never pointed at, and a picture that nobody sees costs as much. */
  protected readonly second = computed((): CardImage | null =>
    this.drawn().second && (this.near() || this.active()) ? (this.card().images.at(1) ?? null) : null,
  );
  protected readonly heart = 'M12 20 4.5 12.6a4.8 4.8 0 0 1 7.5-6 4.8 4.8 0 0 1 7.5 6Z';

  protected readonly href = shopHref;

  protected styleOf({ at }: CardPart): string | null {
    return this.drawn().elements[at].style;
  }

  protected textOf({ at }: CardPart): string {
    return this.drawn().elements[at].text;
  }

  protected labelOf({ at }: CardPart): 'before' | 'after' | null {
    return this.drawn().elements[at].label;
  }

  protected at(hash: string): string {
    return pictureAt(hash, 480);
  }

  protected set(image: CardImage): string {
    return srcset(image, this.widths());
  }
}
