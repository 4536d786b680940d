import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { SORT_KEYS, type OrderKey, type OrderLevel, type SortKey } from '@fond/core';
import { moved } from '../state/edits';
import { PlanEditor } from '../state/planEditor';
import { RowTools } from './rowTools';
import { directionWords, ORDER_KEYS, SORT_WORDS } from './words';

/** How the shelf is sorted, level by level, and what shoppers may choose instead. */
@Component({
  selector: 'desk-order-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RowTools],
  template: `
    @if (order(); as current) {
      <ol class="levels">
        @for (level of current.levels; track level.key; let at = $index) {
          <li>
            <span class="then">{{ at ? 'then' : 'first' }}</span>
            <span class="choices">
              @for (word of directions(level.key); track word; let turned = $index) {
                <button
                  type="button"
                  class="choice"
                  [attr.aria-pressed]="level.reversed === (turned === 1)"
                  (click)="turn(at, turned === 1)"
                >
                  {{ word }}
                </button>
              }
            </span>
            <desk-row-tools
              [name]="level.key"
              [at]="at"
              [count]="current.levels.length"
              (moved)="move(at, $event)"
              (removed)="remove(at)"
            />
          </li>
        }
      </ol>
      @if (unused().length) {
        <div class="line">
          <span>Then also by</span>
          <span class="choices">
            @for (key of unused(); track key) {
              <button type="button" class="choice add" (click)="add(key)">{{ directions(key)[0] }}</button>
            }
          </span>
        </div>
      }
      <fieldset>
        <legend>Shoppers may choose</legend>
        @for (key of sortKeys; track key) {
          <label>
            <input
              type="checkbox"
              [checked]="key === 'recommended' || current.choices.includes(key)"
              [disabled]="key === 'recommended'"
              (change)="offer(key)"
            />
            {{ sortWords[key] }}
          </label>
        }
      </fieldset>
    }
  `,
})
export class OrderSlip {
  private readonly editor = inject(PlanEditor);
  protected readonly order = computed(() => this.editor.shelf()?.order);
  protected readonly unused = computed(() =>
    ORDER_KEYS.filter((key) => !this.order()?.levels.some((level) => level.key === key)),
  );
  protected readonly directions = directionWords;
  protected readonly sortKeys = SORT_KEYS;
  protected readonly sortWords = SORT_WORDS;

  protected turn(at: number, reversed: boolean): void {
    this.levels((levels) => levels.map((level, place) => (place === at ? { ...level, reversed } : level)));
  }

  protected move(from: number, to: number): void {
    this.levels((levels) => moved(levels, from, to));
  }

  protected remove(at: number): void {
    this.levels((levels) => levels.filter((_, place) => place !== at));
  }

  protected add(key: OrderKey): void {
    this.levels((levels) => [...levels, { key, reversed: false }]);
  }

  protected offer(key: SortKey): void {
    const order = this.order();
    if (!order) return;
    const chosen = order.choices.includes(key)
      ? order.choices.filter((one) => one !== key)
      : [...order.choices, key];
    this.editor.editShelf('sort choices', {
      order: { ...order, choices: SORT_KEYS.filter((one) => chosen.includes(one)) },
    });
  }

  private levels(change: (levels: readonly OrderLevel[]) => readonly OrderLevel[]): void {
    const order = this.order();
    if (order) this.editor.editShelf('order', { order: { ...order, levels: change(order.levels) } });
  }
}
