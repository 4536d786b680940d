import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { Store } from '@ngrx/store';
import {
  SORT_KEYS,
  sortChoice,
  type OrderKey,
  type OrderLevel,
  type Pin,
  type ShelfOrder,
  type SortChoice,
  type SortKey,
} from '@fond/core';
import { ClauseList } from '../range/clauseList';
import { moveItem } from '../field/lists';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { RowTools } from '../field/rowTools';
import { Stepper } from '../field/stepper';
import { directionWords, LOST_WORDS, ORDER_KEYS, SORT_WORDS } from '../wording/words';

interface PinLine extends Pin {
  title: string;
  /** Why it can't hold in the window's aisle; empty where it does. */
  lost: string;
}

/** How the shelf is sorted: levels, groups, spread and pins; and what shoppers may choose instead. */
@Component({
  selector: 'desk-order-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseList, MatIconModule, RowTools, Stepper],
  templateUrl: './orderSlip.html',
  styles: `
    .deeper {
      display: block;
      margin: 2px 0 6px 22px;
    }
    .deeper.line {
      display: flex;
    }
    .place {
      min-width: 26px;
      padding: 0 6px;
      background: var(--ticket);
      color: #14201f;
      text-align: center;
      font-weight: 600;
    }
    .lost small {
      display: block;
      color: var(--vermilion);
    }
    .then {
      width: 52px;
    }
  `,
})
export class OrderSlip {
  protected readonly editor = inject(PlanEditor);
  private readonly preview = inject(Store).selectSignal(planFeature.selectPreview);
  protected readonly order = computed(() => this.editor.shelf()?.order);
  protected readonly unused = computed(() =>
    ORDER_KEYS.filter((key) => !this.order()?.levels.some((level) => level.key === key)),
  );
  protected readonly unoffered = computed(() =>
    SORT_KEYS.filter((key) => !this.order()?.choices.some((choice) => choice.key === key)),
  );
  protected readonly attributes = computed(() =>
    (this.editor.vocabulary()?.attributes ?? []).map(({ key, labels }) => ({
      key,
      label: (labels[this.editor.lang()] || key).toLowerCase(),
    })),
  );
  protected readonly pins = computed((): PinLine[] => {
    const report = this.preview()?.report;
    const titles = new Map(
      [...(report?.pins ?? []), ...(report?.lostPins ?? [])].map((pin) => [pin.sku, pin.title]),
    );
    return [...(this.order()?.pins ?? [])]
      .sort((a, b) => a.place - b.place)
      .map((pin) => {
        const lost = report?.lostPins.find(({ sku, place }) => sku === pin.sku && place === pin.place);
        return { ...pin, title: titles.get(pin.sku) ?? pin.sku, lost: lost ? LOST_WORDS[lost.reason] : '' };
      });
  });
  protected readonly directions = directionWords;
  protected readonly sortWords = SORT_WORDS;

  protected change(what: string, change: Partial<ShelfOrder>): void {
    const order = this.order();
    if (order) this.editor.editShelf(what, { order: { ...order, ...change } });
  }

  protected turn(at: number, reversed: boolean): void {
    this.levels((levels) => levels.map((level, place) => (place === at ? { ...level, reversed } : level)));
  }

  protected move(from: number, to: number): void {
    this.levels((levels) => moveItem(levels, from, to));
  }

  protected remove(at: number): void {
    this.levels((levels) => levels.filter((_, place) => place !== at));
  }

  protected add(field: HTMLSelectElement): void {
    const key = field.value as OrderKey | '';
    field.value = '';
    if (key) this.levels((levels) => [...levels, { key, reversed: false }]);
  }

  private levels(change: (levels: readonly OrderLevel[]) => readonly OrderLevel[]): void {
    const order = this.order();
    if (order) this.change('order', { levels: change(order.levels) });
  }

  protected toggleGroup(group: 'lift' | 'sink'): void {
    const has = (this.order()?.[group].length ?? 0) > 0;
    const first = group === 'lift' ? ({ kind: 'featured' } as const) : ({ kind: 'sale' } as const);
    this.change(group === 'lift' ? 'lifted' : 'sunk', { [group]: has ? [] : [first] });
  }

  protected toggleSpread(): void {
    const maker = this.editor.vocabulary()?.attributes.some(({ key }) => key === 'maker');
    this.change('spread', {
      spread: this.order()?.spread ? null : { by: maker ? 'maker' : 'category', most: 2 },
    });
  }

  protected unpin({ sku, place, aisle }: PinLine): void {
    this.change('pins', {
      pins:
        this.order()?.pins.filter(
          (pin) => !(pin.sku === sku && pin.place === place && pin.aisle === aisle),
        ) ?? [],
    });
  }

  /** A pin holds in every aisle of the plan, or in the window's alone. */
  protected here({ sku, place, aisle }: PinLine): void {
    const key = this.preview()?.report?.aisle.key;
    if (!key) return;
    this.change('pins', {
      pins:
        this.order()?.pins.map((pin) =>
          pin.sku === sku && pin.place === place && pin.aisle === aisle
            ? { ...pin, aisle: aisle === null ? key : null }
            : pin,
        ) ?? [],
    });
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
