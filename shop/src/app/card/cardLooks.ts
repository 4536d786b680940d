import {
  ChangeDetectionStrategy,
  Component,
  computed,
  Directive,
  inject,
  input,
  TemplateRef,
  viewChildren,
} from '@angular/core';
import { Badges } from './badges';
import type { LookName, PieceOf } from './cardPieces';
import { NoPicture } from './noPicture';
import { LookBook, PieceList, type LookContext } from './pieceList';
import { Price } from './price';
import type { ProductCard } from './productCard';
import { Rating } from './rating';

/** Names a template by what it draws, and types what it is told. */
@Directive({ selector: '[shopLook]' })
export class Look<L extends LookName> {
  readonly name = input.required<L>({ alias: 'shopLook' });
  readonly template = inject<TemplateRef<LookContext>>(TemplateRef);

  static ngTemplateContextGuard<L extends LookName>(
    _look: Look<L>,
    _context: unknown,
  ): _context is { $implicit: PieceOf<L>; of: ProductCard } {
    return true;
  }
}

/** The templates of all pieces that cards are made of; draws nothing by itself. */
@Component({
  selector: 'shop-card-looks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Badges, Look, NoPicture, PieceList, Price, Rating],
  host: { style: 'display: none' },
  template: `
    <ng-template shopLook="pin" let-piece let-of="of">
      <p class="pin-ticket">
        Pinned at {{ piece.place }}
        <button type="button" class="unpin" [attr.aria-label]="'Take away the pin of ' + of.card().title">
          ×
        </button>
      </p>
    </ng-template>
    <ng-template shopLook="lead" let-of="of">
      <a class="card-lead" [href]="of.href()" [attr.aria-label]="of.card().title"></a>
    </ng-template>
    <ng-template shopLook="line" let-piece let-of="of">
      <div class="card-line"><ng-container [shopPieces]="piece.pieces" [shopPiecesOf]="of" /></div>
    </ng-template>
    <ng-template shopLook="picture" let-piece let-of="of">
      <div class="card-picture"><ng-container [shopPieces]="piece.pieces" [shopPiecesOf]="of" /></div>
    </ng-template>
    <ng-template shopLook="corner" let-piece let-of="of">
      <div class="card-corner"><ng-container [shopPieces]="piece.pieces" [shopPiecesOf]="of" /></div>
    </ng-template>
    <ng-template shopLook="reveal" let-piece let-of="of">
      <div class="card-reveal"><ng-container [shopPieces]="piece.pieces" [shopPiecesOf]="of" /></div>
    </ng-template>
    <ng-template shopLook="priced" let-piece let-of="of">
      <div class="card-priced"><ng-container [shopPieces]="piece.pieces" [shopPiecesOf]="of" /></div>
    </ng-template>
    <ng-template shopLook="image" let-piece let-of="of">
      @let image = piece.image;
      <img
        [attr.loading]="of.eager() ? 'eager' : 'lazy'"
        [attr.fetchpriority]="of.first() ? 'high' : null"
        decoding="async"
        [attr.width]="image.width"
        [attr.height]="image.height"
        alt=""
        [attr.sizes]="of.sizes()"
        [attr.srcset]="of.set(image)"
        [attr.src]="of.at(image)"
      />
    </ng-template>
    <ng-template shopLook="second" let-piece let-of="of">
      @let image = piece.image;
      <img
        class="second"
        decoding="async"
        [attr.width]="image.width"
        [attr.height]="image.height"
        alt=""
        [attr.sizes]="of.sizes()"
        [attr.srcset]="of.set(image)"
        [attr.src]="of.at(image)"
      />
    </ng-template>
    <ng-template shopLook="blank" let-of="of"><shop-no-picture [lang]="of.lang()" /></ng-template>
    <ng-template shopLook="spot" let-piece let-of="of">
      <shop-badges [badges]="of.card().badges" [spot]="piece.spot" [astray]="piece.astray" />
    </ng-template>
    <ng-template shopLook="badges" let-of="of"><shop-badges [badges]="of.card().badges" /></ng-template>
    <ng-template shopLook="category" let-piece let-of="of">
      <p class="card-category" [attr.style]="of.styleOf(piece.part)">
        <a [href]="of.hrefTo(piece.part.href)">{{ piece.part.text }}</a>
      </p>
    </ng-template>
    <ng-template shopLook="name" let-piece let-of="of">
      <h3 class="card-name" [attr.style]="of.styleOf(piece.part)">
        <a
          [href]="of.href()"
          [class.cut]="of.isCut(piece.part)"
          [attr.title]="of.isCut(piece.part) ? of.card().title : null"
          >{{ of.card().title }}</a
        >
      </h3>
    </ng-template>
    <ng-template shopLook="headed" let-piece let-of="of">
      <p class="card-name" [attr.style]="of.styleOf(piece.part)">
        <a [href]="of.href()"
          >{{ of.words().wholeProduct }}<span class="unseen">: {{ of.card().title }}</span></a
        >
      </p>
    </ng-template>
    <ng-template shopLook="rating" let-piece let-of="of">
      <shop-rating [stars]="piece.part" [lang]="of.lang()" [look]="of.styleOf(piece.part)" />
    </ng-template>
    <ng-template shopLook="attribute" let-piece let-of="of">
      <p class="card-attribute" [class.cut]="of.isCut(piece.part)" [attr.style]="of.styleOf(piece.part)">
        {{ piece.part.text }}
      </p>
    </ng-template>
    <ng-template shopLook="labelBefore" let-piece let-of="of">
      <p class="card-attribute" [class.cut]="of.isCut(piece.part)" [attr.style]="of.styleOf(piece.part)">
        <span>{{ piece.part.label }}</span> {{ piece.part.text }}
      </p>
    </ng-template>
    <ng-template shopLook="labelAfter" let-piece let-of="of">
      <p class="card-attribute" [class.cut]="of.isCut(piece.part)" [attr.style]="of.styleOf(piece.part)">
        {{ piece.part.text }} <span>{{ piece.part.label }}</span>
      </p>
    </ng-template>
    <ng-template shopLook="tags" let-piece let-of="of">
      <ul class="card-tags" [attr.style]="of.styleOf(piece.part)">
        @for (link of piece.part.links; track link.href) {
          <li>
            <a [href]="of.hrefTo(link.href)">{{ link.title }}</a>
          </li>
        }
      </ul>
    </ng-template>
    <ng-template shopLook="description" let-piece let-of="of">
      <p class="card-description" [class.cut]="of.isCut(piece.part)" [attr.style]="of.styleOf(piece.part)">
        {{ piece.part.text }}
      </p>
    </ng-template>
    <ng-template shopLook="stock" let-piece let-of="of">
      <p [class]="'card-stock stock-' + piece.part.state" [attr.style]="of.styleOf(piece.part)">
        {{ piece.part.text }}
      </p>
    </ng-template>
    <ng-template shopLook="price" let-piece let-of="of">
      <shop-price
        [price]="of.card().price"
        [was]="of.card().was"
        [lang]="of.lang()"
        [look]="of.styleOf(piece.part)"
        [former]="of.formerOf(piece.part)"
      />
    </ng-template>
    <ng-template shopLook="cart" let-piece let-of="of">
      <form class="card-cart" method="post" [action]="of.cart()" [attr.style]="of.styleOf(piece.part)">
        <button class="button" name="sku" [value]="of.card().sku" [disabled]="piece.part.sold">
          @if (of.isJustIn()) {
            <span aria-hidden="true">✓ </span>{{ of.words().inCart }}
          } @else {
            {{ piece.part.sold ? of.words().soldOut : of.textOf(piece.part) || of.words().addToCart }}
          }
          <span class="unseen">: {{ of.card().title }}</span>
        </button>
      </form>
    </ng-template>
    <ng-template shopLook="wish" let-piece let-of="of">
      <form class="card-wish" method="post" [action]="of.wish()" [attr.style]="of.styleOf(piece.part)">
        <button name="sku" [value]="of.card().sku" [attr.aria-pressed]="of.wishPressed()">
          <svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="of.heart" /></svg>
          <span class="said">{{ of.textOf(piece.part) || of.words().wish }}</span><span class="unseen"
            >: {{ of.card().title }}</span
          >
        </button>
      </form>
    </ng-template>
    <ng-template shopLook="compare" let-piece let-of="of">
      <p class="card-compare" [attr.style]="of.styleOf(piece.part)">
        <a
          [href]="of.comparison()"
          rel="nofollow"
          [attr.data-compare]="of.card().slug"
          [attr.data-title]="of.card().title"
          [class.on]="of.isCompared()"
        >
          <svg viewBox="0 0 24 24" aria-hidden="true"><path [attr.d]="of.scales" /></svg>
          <span class="said">{{
            of.isCompared() ? of.words().compared : of.textOf(piece.part) || of.words().compare
          }}</span><span class="unseen">: {{ of.card().title }}</span>
        </a>
      </p>
    </ng-template>
    <ng-template shopLook="quick" let-piece let-of="of">
      <p class="card-quick" [attr.style]="of.styleOf(piece.part)">
        <a [href]="of.href()" [attr.data-look]="of.card().slug"
          >{{ of.textOf(piece.part) || of.words().quickLook
          }}<span class="unseen">: {{ of.card().title }}</span></a
        >
      </p>
    </ng-template>
  `,
})
export class CardLooks {
  private readonly looks = viewChildren<Look<LookName>>(Look);
  private readonly templates = computed(
    () => new Map(this.looks().map((look) => [look.name(), look.template])),
  );

  constructor() {
    inject(LookBook).open(this.templates);
  }
}
