import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Card, CardImage, CardPart, DrawnCard } from '@fond/core';
import { CartState } from '../cart/cartState';
import { Compared, SCALES } from '../cart/compared';
import { HEART, Wishes } from '../cart/wishes';
import { pictureAt, srcset } from '../picture/picture';
import { shopHref, ShopState } from '../state/shopState';
import { shopWordsIn } from '../words/words';
import { piecesOf } from './cardPieces';
import { PieceList } from './pieceList';

/** Named apart so that it comes with the page's script: a part that can't be fetched later would take the page's away. */
const PIECES = [PieceList];

/** A product on a shelf: its pieces in order, each drawn by a template of `CardLooks`. */
@Component({
  selector: 'shop-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', '[class.active]': 'active()' },
  imports: PIECES,
  template: `
    @defer (on immediate; hydrate on viewport; hydrate when awake()) {
      <ng-container [shopPieces]="pieces()" [shopPiecesOf]="self" />
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
  private readonly wishes = inject(Wishes);
  private readonly carts = inject(CartState);
  private readonly compared = inject(Compared);
  private readonly state = inject(ShopState);
  protected readonly self = this;
  protected readonly awake = this.state.awake;
  protected readonly pieces = computed(() =>
    piecesOf(this.card(), this.drawn(), {
      badges: this.state.model().frame.badges,
      headed: this.headed(),
      pin: this.pin(),
      second: this.second(),
    }),
  );
  /** Not there before it is asked for: most cards are never pointed at, and a picture that nobody sees costs as much. */
  private readonly second = computed((): CardImage | null =>
    this.drawn().second && (this.near() || this.active()) ? (this.card().images.at(1) ?? null) : null,
  );

  readonly heart = HEART;
  readonly scales = SCALES;
  readonly words = computed(() => shopWordsIn(this.lang()));
  readonly cart = computed(() => this.state.plain('/cart'));
  readonly wish = computed(() => this.state.plain('/wishes'));
  readonly comparison = computed(() => this.compared.hrefWith(this.card().slug));
  readonly href = computed(() => shopHref(this.card().href));
  readonly hrefTo = shopHref;

  isJustIn(): boolean {
    return this.carts.just() === this.card().sku;
  }

  wishPressed(): string | null {
    return this.wishes.has(this.card().sku);
  }

  isCompared(): boolean {
    return this.compared.has(this.card().slug);
  }

  styleOf({ at }: CardPart): string | null {
    return this.drawn().elements[at].style;
  }

  /** CSS of what a price was, where it stands beside it. */
  formerOf({ at }: CardPart): string | null {
    return this.drawn().elements[at].was;
  }

  isCut({ at }: CardPart): boolean {
    return this.drawn().elements[at].lines !== null;
  }

  textOf({ at }: CardPart): string {
    return this.drawn().elements[at].text;
  }

  at({ hash }: CardImage): string {
    return pictureAt(hash, 480);
  }

  set(image: CardImage): string {
    return srcset(image, this.widths());
  }
}
