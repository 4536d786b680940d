import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Card, CardImage, CardPart, DrawnCard } from '@fond/core';
import { CartState } from '../cart/cartState';
import { Compared, SCALES } from '../cart/compared';
import { HEART, Wishes } from '../cart/wishes';
import { shopHref, ShopState } from '../state/shopState';
import { shopWordsIn } from '../words/words';
import { Badges } from './badges';
import { NoPicture } from './noPicture';
import { pictureAt, srcset } from '../picture/picture';
import { Price } from './price';
import { Rating } from './rating';

/** Several parts that stand on one line together. */
interface CardLine {
  part: 'line';
  /** Of the first of them. */
  at: number;
  parts: CardPart[];
}

/** Named apart so that they come with the page's script: a part that can't be fetched later would take the page's away. */
const LOOKS = [Badges, NgTemplateOutlet, NoPicture, Price, Rating];

@Component({
  selector: 'shop-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', '[class.active]': 'active()' },
  imports: LOOKS,
  template: `
    @let one = card();
    @if (pin(); as place) {
      <p class="pin-ticket">
        Pinned at {{ place }}
        <button type="button" class="unpin" [attr.aria-label]="'Take away the pin of ' + one.title">×</button>
      </p>
    }
    @defer (on immediate; hydrate on viewport; hydrate when awake()) {
      @let looks =
        {
          line: lineLook,
          picture: pictureLook,
          badges: badgesLook,
          category: categoryLook,
          name: nameLook,
          rating: ratingLook,
          attribute: attributeLook,
          field: attributeLook,
          tags: tagsLook,
          description: descriptionLook,
          stock: stockLook,
          price: priceLook,
          cart: cartLook,
          wish: wishLook,
          compare: compareLook,
          quick: quickLook,
        };
      @if (!named()) {
        <a class="card-lead" [href]="href(one.href)" [attr.aria-label]="one.title"></a>
      }
      @for (part of lines().shown; track part.at) {
        <ng-container [ngTemplateOutlet]="looks[part.part]" [ngTemplateOutletContext]="{ part }" />
      }
      <ng-template #lineLook let-part="part">
        <div class="card-line">
          @for (one of partsOf(part); track one.at) {
            <ng-container [ngTemplateOutlet]="looks[one.part]" [ngTemplateOutletContext]="{ part: one }" />
          }
        </div>
      </ng-template>
      <ng-template #pictureLook>
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
            <shop-badges [badges]="one.badges" spot="picture" [astray]="astray()" />
          }
          @if (lines().corner.length) {
            <div class="card-corner">
              @for (part of lines().corner; track part.at) {
                <ng-container [ngTemplateOutlet]="looks[part.part]" [ngTemplateOutletContext]="{ part }" />
              }
            </div>
          }
          @if (lines().revealed.length) {
            <div class="card-reveal">
              @for (part of lines().revealed; track part.at) {
                <ng-container [ngTemplateOutlet]="looks[part.part]" [ngTemplateOutletContext]="{ part }" />
              }
            </div>
          }
        </div>
      </ng-template>
      <ng-template #badgesLook>
        <shop-badges [badges]="one.badges" />
      </ng-template>
      <ng-template #categoryLook let-part="part">
        <p class="card-category" [attr.style]="styleOf(part)">
          <a [href]="href(part.href)">{{ part.text }}</a>
        </p>
      </ng-template>
      <ng-template #nameLook let-part="part">
        @if (over()) {
          <shop-badges [badges]="one.badges" spot="above-name" />
        }
        @if (headed()) {
          <p class="card-name" [attr.style]="styleOf(part)">
            <a [href]="href(one.href)"
              >{{ words().wholeProduct }}<span class="unseen">: {{ one.title }}</span></a
            >
          </p>
        } @else {
          <h3 class="card-name" [attr.style]="styleOf(part)">
            <a
              [href]="href(one.href)"
              [class.cut]="isCut(part)"
              [attr.title]="isCut(part) ? one.title : null"
              >{{ one.title }}</a
            >
          </h3>
        }
      </ng-template>
      <ng-template #ratingLook let-part="part">
        <shop-rating [stars]="part" [lang]="lang()" [look]="styleOf(part)" />
      </ng-template>
      <ng-template #descriptionLook let-part="part">
        <p class="card-description" [class.cut]="isCut(part)" [attr.style]="styleOf(part)">{{ part.text }}</p>
      </ng-template>
      <ng-template #stockLook let-part="part">
        <p [class]="'card-stock stock-' + part.state" [attr.style]="styleOf(part)">{{ part.text }}</p>
      </ng-template>
      <ng-template #priceLook let-part="part">
        @if (over()) {
          <div class="card-priced">
            <shop-price
              [price]="one.price"
              [was]="one.was"
              [lang]="lang()"
              [look]="styleOf(part)"
              [former]="formerOf(part)"
            />
            <shop-badges [badges]="one.badges" spot="beside-price" />
          </div>
        } @else {
          <shop-price
            [price]="one.price"
            [was]="one.was"
            [lang]="lang()"
            [look]="styleOf(part)"
            [former]="formerOf(part)"
          />
        }
      </ng-template>
      <ng-template #tagsLook let-part="part">
        <ul class="card-tags" [attr.style]="styleOf(part)">
          @for (link of part.links; track link.href) {
            <li>
              <a [href]="href(link.href)">{{ link.title }}</a>
            </li>
          }
        </ul>
      </ng-template>
      <ng-template #cartLook let-part="part">
        <form class="card-cart" method="post" [action]="cart()" [attr.style]="styleOf(part)">
          <button class="button" name="sku" [value]="one.sku" [disabled]="part.sold">
            @if (carts.just() === one.sku) {
              <span aria-hidden="true">✓ </span>{{ words().inCart }}
            } @else {
              {{ part.sold ? words().soldOut : textOf(part) || words().addToCart }}
            }
            <span class="unseen">: {{ one.title }}</span>
          </button>
        </form>
      </ng-template>
      <ng-template #wishLook let-part="part">
        <form class="card-wish" method="post" [action]="wish()" [attr.style]="styleOf(part)">
          <button name="sku" [value]="one.sku" [attr.aria-pressed]="wishes.has(one.sku)">
            <svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="heart" /></svg>
            <span class="said">{{ textOf(part) || words().wish }}</span><span class="unseen"
              >: {{ one.title }}</span
            >
          </button>
        </form>
      </ng-template>
      <ng-template #compareLook let-part="part">
        <p class="card-compare" [attr.style]="styleOf(part)">
          <a
            [href]="comparison()"
            rel="nofollow"
            [attr.data-compare]="one.slug"
            [attr.data-title]="one.title"
            [class.on]="compared.has(one.slug)"
          >
            <svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="scales" /></svg>
            <span class="said">{{
              compared.has(one.slug) ? words().compared : textOf(part) || words().compare
            }}</span><span class="unseen">: {{ one.title }}</span>
          </a>
        </p>
      </ng-template>
      <ng-template #quickLook let-part="part">
        <p class="card-quick" [attr.style]="styleOf(part)">
          <a [href]="href(one.href)" [attr.data-look]="one.slug"
            >{{ textOf(part) || words().quickLook }}<span class="unseen">: {{ one.title }}</span></a
          >
        </p>
      </ng-template>
      <ng-template #attributeLook let-part="part">
        <p class="card-attribute" [class.cut]="isCut(part)" [attr.style]="styleOf(part)">
          @let label = labelOf(part);
          @if (label === 'before') {
            <span>{{ part.label }}</span>
          }
          {{ part.text }}
          @if (label === 'after') {
            <span>{{ part.label }}</span>
          }
        </p>
      </ng-template>
    }
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
  /** Its name and price stand above it already. */
  readonly headed = input(false);
  /** It has been pointed at, or had the focus. */
  readonly near = input(false);
  /** It shows what cards show that are pointed at. */
  readonly active = input(false);
  /** Place it is pinned to, while the desk arranges the shelf. */
  readonly pin = input<number | null>(null);
  protected readonly wishes = inject(Wishes);
  protected readonly carts = inject(CartState);
  protected readonly compared = inject(Compared);
  private readonly state = inject(ShopState);
  protected readonly awake = this.state.awake;
  protected readonly words = computed(() => shopWordsIn(this.lang()));
  protected readonly cart = computed(() => this.state.plain('/cart'));
  protected readonly wish = computed(() => this.state.plain('/wishes'));

  /** Badges lie over the picture, where there is one; by themselves they stand where the plan has them. */
  protected readonly over = computed(() => {
    const { parts, badges } = this.card();
    const has = (name: string): boolean => parts.some(({ part }) => part === name);
    return badges.length > 0 && has('picture') && has('badges');
  });
  protected readonly astray = computed(() => {
    const shown = this.lines().shown.flatMap((one) => (one.part === 'line' ? one.parts : [one]));
    const has = (name: string): boolean => shown.some(({ part }) => part === name);
    return [...(has('name') ? [] : ['above-name']), ...(has('price') ? [] : ['beside-price'])];
  });
  /** In order, with what stands on one line together as one; and of that what lies over the picture. */
  protected readonly lines = computed(() => {
    const { parts, badges } = this.card();
    const { elements } = this.drawn();
    const shown: (CardPart | CardLine)[] = [];
    const revealed: (CardPart | CardLine)[] = [];
    const corner: CardPart[] = [];
    for (const part of parts) {
      if (part.part === 'badges' && (this.over() || !badges.length)) continue;
      if (part.part === 'price' && this.headed()) continue;
      const { line, revealed: hidden, corner: sign } = elements[part.at];
      if (sign) {
        corner.push(part);
        continue;
      }
      const lines = hidden ? revealed : shown;
      const last = lines.at(-1);
      if (!last || elements[last.at].line !== line) lines.push(part);
      else if (last.part === 'line') last.parts.push(part);
      else lines[lines.length - 1] = { part: 'line', at: last.at, parts: [last, part] };
    }
    return { shown, revealed, corner };
  });
  /** Whether its name stands where its link covers the whole card. */
  protected readonly named = computed(() => {
    const { elements } = this.drawn();
    return this.card().parts.some(({ part, at }) => part === 'name' && !elements[at].revealed);
  });
  /** Not there before it is asked for: most cards are never pointed at, and a picture that nobody sees costs as much. */
  protected readonly second = computed((): CardImage | null =>
    this.drawn().second && (this.near() || this.active()) ? (this.card().images.at(1) ?? null) : null,
  );
  protected readonly heart = HEART;
  protected readonly scales = SCALES;
  protected readonly comparison = computed(() => this.compared.hrefWith(this.card().slug));

  protected readonly href = shopHref;

  protected partsOf({ parts }: CardLine): readonly CardPart[] {
    return parts;
  }

  protected styleOf({ at }: CardPart): string | null {
    return this.drawn().elements[at].style;
  }

  /** CSS of what a price was, where it stands beside it. */
  protected formerOf({ at }: CardPart): string | null {
    return this.drawn().elements[at].was;
  }

  protected isCut({ at }: CardPart): boolean {
    return this.drawn().elements[at].lines !== null;
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
