import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { BenchCard, BenchModel, BenchShelf } from '@fond/core';
import { faceClasses, faceStyle, gridStyle, ownStyle } from '../card/gridStyle';
import { ProductCard } from '../card/productCard';
import { ShopState } from '../state/shopState';

/** The desk's words for why a product is on the bench; nobody else sees them. */
const WHY: Readonly<Record<BenchCard['why'], string>> = {
  usual: 'As most are',
  long: 'Longest name',
  blank: 'No picture',
  wide: 'Wide picture',
  tall: 'Tall picture',
  saving: 'Largest saving',
  'sold-out': 'Sold out',
  tags: 'Most tags',
  'no-value': 'Attributes without a value',
  language: 'Other language',
};
const STATES: Readonly<Record<BenchCard['state'], string>> = {
  rest: 'At rest',
  hover: 'Under the pointer',
  focus: 'With the focus',
  tapped: 'Tapped once',
};
const HEADS: Readonly<Record<BenchShelf['kind'], string>> = {
  hard: 'On products that are hard on it',
  states: 'One card in its states',
  list: 'The same card in a list',
  badges: 'On cards that carry them',
};

/** A card on its own, as the desk looks at it: hard products, its states side by side, and as a line of a list. */
@Component({
  selector: 'shop-bench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProductCard],
  template: `
    <div class="page bench">
      @for (shelf of bench().shelves; track shelf.kind) {
        <h2>{{ heads[shelf.kind] }}</h2>
        <div
          [class]="'cards bench-cards form-' + shelf.form + classesOf(shelf)"
          [attr.style]="styleOf(shelf)"
        >
          @for (one of shelf.cards; track $index) {
            <div class="bench-place">
              <p class="bench-why">{{ captionOf(shelf, one) }}</p>
              <shop-card
                [class]="'is-' + one.state"
                [card]="one.card"
                [drawn]="shelf.drawn"
                [active]="one.state !== 'rest'"
                [sizes]="shelf.pictureSizes"
                [widths]="bench().frame.pictureWidths"
                [lang]="bench().frame.lang"
                [eager]="true"
                [attr.style]="ownOf(shelf, one)"
              />
            </div>
          }
        </div>
      }
    </div>
  `,
})
export class BenchPage {
  private readonly state = inject(ShopState);
  protected readonly heads = HEADS;
  protected readonly bench = computed(() => this.state.model() as BenchModel);

  protected captionOf({ kind }: BenchShelf, { card, why, state }: BenchCard): string {
    if (kind === 'badges') return card.badges.map(({ text }) => text).join(' · ');
    return kind === 'states' && why === 'usual' ? STATES[state] : WHY[why];
  }

  protected classesOf({ drawn }: BenchShelf): string {
    return faceClasses(drawn);
  }

  protected ownOf({ drawn }: BenchShelf, { card }: BenchCard): string | null {
    return ownStyle(drawn, card.colour);
  }

  protected styleOf(shelf: BenchShelf): string {
    const { wide, medium, narrow } = shelf.width;
    const across = `;--across-wide:${wide}px;--across-medium:${medium}px;--across-narrow:${narrow}px`;
    return gridStyle(shelf) + faceStyle(shelf.drawn) + across;
  }
}
