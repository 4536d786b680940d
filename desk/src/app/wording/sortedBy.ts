import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { OrderKey, OrderLevel } from '@fond/core';
import { directionWords, ORDER_KEYS } from './words';

/** One key to sort by, up or down. */
@Component({
  selector: 'desk-sorted-by',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'line' },
  template: `
    <span>Sorted by</span>
    <select aria-label="Sorted by" (change)="sort($any($event.target).value)">
      @for (key of keys; track key) {
        @for (name of directions(key); track name; let reversed = $odd) {
          <option
            [value]="reversed ? key + ' reversed' : key"
            [selected]="level().key === key && level().reversed === reversed"
          >
            {{ name }}
          </option>
        }
      }
    </select>
  `,
})
export class SortedBy {
  readonly level = input.required<OrderLevel>();
  readonly changed = output<OrderLevel[]>();
  protected readonly keys = ORDER_KEYS;
  protected readonly directions = directionWords;

  protected sort(choice: string): void {
    const [key, reversed] = choice.split(' ');
    this.changed.emit([{ key: key as OrderKey, reversed: reversed !== undefined }]);
  }
}
