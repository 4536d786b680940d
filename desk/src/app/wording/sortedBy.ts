import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { nameOfLevel, type OrderLevel } from '@fond/core';
import { LevelOffers } from './levelOffers';

/** One key to sort by, up or down. */
@Component({
  selector: 'desk-sorted-by',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'line' },
  template: `
    <span>Sorted by</span>
    <select aria-label="Sorted by" (change)="sort($any($event.target).value)">
      @for (group of offers.groups(); track group.title) {
        @for (offer of group.offers; track offer.name) {
          @for (word of offer.directions; track $index; let reversed = $odd) {
            <option
              [value]="reversed ? offer.name + ' reversed' : offer.name"
              [selected]="offer.name === name() && level().reversed === reversed"
            >
              {{ word }}
            </option>
          }
        }
      }
    </select>
  `,
})
export class SortedBy {
  protected readonly offers = inject(LevelOffers);
  readonly level = input.required<OrderLevel>();
  readonly changed = output<OrderLevel[]>();
  protected readonly name = computed(() => nameOfLevel(this.level()));

  protected sort(choice: string): void {
    const reversed = choice.endsWith(' reversed');
    const offer = this.offers.find(reversed ? choice.slice(0, -' reversed'.length) : choice);
    if (offer) this.changed.emit([{ ...offer.level, reversed }]);
  }
}
