import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ShelfModel } from '@fond/core';
import { Arranging } from '../state/arranging';
import { ShopState } from '../state/shopState';
import { gridStyle, laneStyle } from './gridStyle';
import { pictureAt } from './picture';
import { Price } from './price';
import { ProductCard } from './productCard';

/** Cards that are likely in the first view load their pictures at once. */
const EAGER = 6;

/** How the cards of a shelf stand. */
export interface CardsModel extends Pick<ShelfModel, 'cards' | 'columns' | 'gap' | 'pictureSizes' | 'lanes'> {
  form: ShelfModel['form'] | 'carousel';
}

/** The cards of a shelf in its form; one card serves all forms. */
@Component({
  selector: 'shop-cards',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Price, ProductCard],
  host: { '[class]': "'cards form-' + model().form", '[attr.style]': 'style()' },
  template: `
    @let shelf = model();
    @if (shelf.form === 'folding') {
      @for (card of shelf.cards; track card.id) {
        <details class="fold">
          <summary>
            @if (card.images[0]; as image) {
              <img [src]="small(image.hash)" width="48" height="54" alt="" loading="lazy" decoding="async" />
            }
            <span class="fold-name">{{ card.title }}</span>
            <shop-price [price]="card.price" [was]="card.was" [lang]="lang()" />
          </summary>
          <shop-card [card]="card" [sizes]="shelf.pictureSizes" [widths]="widths()" [lang]="lang()" />
        </details>
      }
    } @else {
      @for (card of shelf.cards; track card.id; let at = $index) {
        <shop-card
          [card]="card"
          [sizes]="shelf.pictureSizes"
          [widths]="widths()"
          [lang]="lang()"
          [eager]="first() !== null && at < eager"
          [first]="first() !== null && at === 0"
          [attr.style]="lane(at)"
          [attr.data-sku]="pins() && card.sku"
          [attr.data-place]="pins() && first()! + at"
          [attr.draggable]="pins() && 'true'"
          [attr.tabindex]="pins() && 0"
          [pin]="pins()?.[card.sku] ?? null"
        />
      }
    }
  `,
})
export class Cards {
  readonly model = input.required<CardsModel>();
  /** The place of the first card on the aisle's own shelf; null for any other shelf, whose cards nobody arranges. */
  readonly first = input<number | null>(null);
  private readonly state = inject(ShopState);
  private readonly arranging = inject(Arranging).pins;
  /** Set while the desk's window arranges the shelf. */
  protected readonly pins = computed(() => (this.first() === null ? null : this.arranging()));
  protected readonly eager = EAGER;
  protected readonly style = computed(() => gridStyle(this.model()));
  protected readonly widths = computed(() => this.state.model().frame.pictureWidths);
  protected readonly lang = computed(() => this.state.model().frame.lang);

  protected small(hash: string): string {
    return pictureAt(hash, this.widths()[0]);
  }

  protected lane(at: number): string | null {
    const lane = this.model().lanes?.[at];
    return lane ? laneStyle(lane) : null;
  }
}
