import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { OrderKey, OrderLevel } from '@fond/core';
import { RangeVocabulary } from './rangeNames';
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
        @for (name of directions({ key }); track name; let reversed = $odd) {
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
  private readonly names = inject(RangeVocabulary).names;
  protected readonly directions = (level: Pick<OrderLevel, 'key'>): readonly [string, string] =>
    directionWords(level, this.names());

  protected sort(choice: string): void {
    const [key, reversed] = choice.split(' ');
    this.changed.emit([{ key: key as OrderKey, reversed: reversed !== undefined }]);
  }
}
