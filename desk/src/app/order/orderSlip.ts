import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { SORT_KEYS, sortChoice, type ShelfOrder, type SortChoice, type SortKey } from '@fond/core';
import { moveItem } from '../field/lists';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { RowTools } from '../field/rowTools';
import { SORT_WORDS } from '../wording/words';
import { OrderFields } from './orderFields';

/** How the aisle's shelf is sorted; and what shoppers may choose instead. */
@Component({
  selector: 'desk-order-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [OrderFields, RowTools],
  templateUrl: './orderSlip.html',
  styles: `
    .then {
      width: 52px;
    }
  `,
})
export class OrderSlip {
  protected readonly editor = inject(PlanEditor);
  private readonly preview = inject(Store).selectSignal(planFeature.selectPreview);
  protected readonly order = computed(() => this.editor.shelf()?.order);
  protected readonly report = computed(() => this.preview()?.report ?? null);
  protected readonly unoffered = computed(() =>
    SORT_KEYS.filter((key) => !this.order()?.choices.some((choice) => choice.key === key)),
  );
  protected readonly sortWords = SORT_WORDS;

  protected change(what: string, change: Partial<ShelfOrder>): void {
    const order = this.order();
    if (order) this.editor.editShelf(what, { order: { ...order, ...change } });
  }

  protected offer(key: SortKey): void {
    const choices = this.order()?.choices ?? [];
    const without = choices.filter((choice) => choice.key !== key);
    this.change('sort choices', {
      choices: without.length < choices.length ? without : [...choices, sortChoice(key)],
    });
  }

  protected moveChoice(from: number, to: number): void {
    this.change('sort choices', { choices: moveItem(this.order()?.choices ?? [], from, to) });
  }

  protected ownLabel({ label }: SortChoice): string {
    const own: string | undefined = label[this.editor.lang()];
    return own ?? '';
  }

  protected label({ key }: SortChoice, text: string): void {
    const lang = this.editor.lang();
    this.change(`label ${key}`, {
      choices:
        this.order()?.choices.map((choice) => {
          if (choice.key !== key) return choice;
          const { [lang]: _, ...others } = choice.label;
          return { ...choice, label: text.trim() ? { ...others, [lang]: text } : others };
        }) ?? [],
    });
  }
}
