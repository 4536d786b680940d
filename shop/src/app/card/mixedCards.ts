import { ChangeDetectionStrategy, Component, computed, inject, input, type TemplateRef } from '@angular/core';
import type { Card, FixtureModel, InsertModel } from '@fond/core';
import { pictureAt } from '../picture/picture';
import { ShopState } from '../state/shopState';
import { Cards } from './cards';
import { cardsClasses, cardsStyle, ownStyle, type CardsModel } from './gridStyle';
import { Price } from './price';
import { ProductCard } from './productCard';
import { ShelfInsert } from './shelfInsert';

/** What stands before a run of cards, and the cards. */
interface Run {
  /** Cards before it. */
  start: number;
  inserts: readonly InsertModel[];
  model: CardsModel;
}

/** The cards of a shelf with words and pictures among them, or as lines that fold out; in the order in which they are read. */
@Component({
  selector: 'shop-mixed-cards',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cards, Price, ProductCard, ShelfInsert],
  host: { '[class]': 'classes()', '[attr.style]': 'style()' },
  template: `
    @for (run of runs(); track run.start) {
      @for (insert of run.inserts; track insert.id) {
        <shop-insert [insert]="insert" [list]="list()" />
      }
      @if (run.model.form === 'folding') {
        @for (card of run.model.cards; track card.id) {
          <details class="fold">
            <summary>
              @if (card.images[0]; as image) {
                <img
                  [src]="small(image.hash)"
                  width="48"
                  height="54"
                  alt=""
                  loading="lazy"
                  decoding="async"
                />
              }
              <span class="fold-name">{{ card.title }}</span>
              <shop-price [price]="card.price" [was]="card.was" [lang]="lang()" />
            </summary>
            <shop-card
              [card]="card"
              [drawn]="run.model.drawn"
              [near]="true"
              [headed]="true"
              [attr.style]="own(card)"
              [sizes]="run.model.pictureSizes"
              [widths]="widths()"
              [lang]="lang()"
            />
          </details>
        }
      } @else if (run.model.cards.length) {
        <shop-cards
          [model]="run.model"
          [first]="first() === null ? null : first()! + run.start"
          [lead]="lead() && run.start === 0"
          [inner]="true"
        />
      }
    }
  `,
})
export class MixedCards {
  readonly model = input.required<CardsModel & { inserts?: readonly InsertModel[] }>();
  /** As those of `Cards`. */
  readonly first = input<number | null>(null);
  readonly lead = input(false);
  readonly list = input<TemplateRef<{ $implicit: readonly FixtureModel[] }>>();
  private readonly shop = inject(ShopState);
  protected readonly classes = computed(() => cardsClasses(this.model()));
  protected readonly style = computed(() => cardsStyle(this.model()));
  protected readonly widths = computed(() => this.shop.model().frame.pictureWidths);
  protected readonly lang = computed(() => this.shop.model().frame.lang);

  protected readonly runs = computed((): Run[] => {
    const { cards, lanes, inserts = [], ...model } = this.model();
    const starts = [...new Set([0, ...inserts.map(({ before }) => before)])].sort((a, b) => a - b);
    return starts.map((start, at) => {
      const end = at + 1 < starts.length ? starts[at + 1] : cards.length;
      return {
        start,
        inserts: inserts.filter(({ before }) => before === start),
        model: { ...model, cards: cards.slice(start, end), ...(lanes && { lanes: lanes.slice(start, end) }) },
      };
    });
  });

  protected small(hash: string): string {
    return pictureAt(hash, this.widths()[0]);
  }

  protected own({ colour }: Card): string | null {
    return ownStyle(this.model().drawn, colour);
  }
}
