import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  viewChild,
  type TemplateRef,
} from '@angular/core';
import type { FixtureModel, ShelfModel } from '@fond/core';
import { ShopState } from '../state/shopState';
import { MixedCards } from './mixedCards';
import { RowTurner } from './rowTurner';

/** The aisle's own shelf as one row that is swiped and turned; its pages are the shelf's, below it. */
@Component({
  selector: 'shop-turned-cards',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MixedCards],
  template: `
    @let shelf = model();
    @if (turning()) {
      <p class="turns">
        <button type="button" (click)="turner.turn(-1)" [attr.aria-label]="words().previous">
          <svg viewBox="0 0 24 24" aria-hidden="true"><path d="m15 5-7 7 7 7" /></svg>
        </button>
        <button type="button" (click)="turner.turn(1)" [attr.aria-label]="words().next">
          <svg viewBox="0 0 24 24" aria-hidden="true"><path d="m9 5 7 7-7 7" /></svg>
        </button>
      </p>
    }
    <shop-mixed-cards
      #row
      [model]="shelf"
      [first]="shelf.from"
      [lead]="lead()"
      [list]="list()"
      [attr.tabindex]="turning() ? 0 : null"
      [attr.role]="turning() ? 'group' : null"
      [attr.aria-label]="turning() ? words().products(shelf.total) : null"
    />
  `,
})
export class TurnedCards {
  readonly model = input.required<ShelfModel>();
  readonly lead = input(false);
  readonly list = input<TemplateRef<{ $implicit: readonly FixtureModel[] }>>();
  protected readonly words = inject(ShopState).words;
  private readonly row = viewChild<unknown, ElementRef<HTMLElement>>('row', { read: ElementRef });
  protected readonly turning = computed(() => {
    const { cards, columns } = this.model();
    return cards.length > Math.min(columns.wide, columns.medium, columns.narrow);
  });
  protected readonly turner = new RowTurner({
    row: () => this.row()?.nativeElement ?? null,
    turning: () => this.turning(),
    loop: () => false,
    seconds: () => 0,
  });
}
