import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { productTitles } from '../../product/productTitles';

/** A product that was to be put at a place, and isn't among those of the aisle: shown all the same, or not. */
@Component({
  selector: 'desk-absent-product',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'slip', role: 'status' },
  template: `
    <span
      ><b>{{ title() }}</b> is not among the products that this shelf shows.</span
    >
    <label
      >Show it all the same at place
      <input #where type="number" min="1" value="1" class="field" aria-label="Place to show it at"
    /></label>
    <button type="button" class="choice" (click)="show(where)">Show it</button>
    <button type="button" class="choice" (click)="left.emit()">Not</button>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 14px;
      padding: 8px 20px;
      border-block-end: 1px solid var(--hairline);
      background: var(--sheet);
    }
    input {
      width: 76px;
      margin-inline-start: 6px;
    }
  `,
})
export class AbsentProduct {
  readonly sku = input.required<string>();
  /** The place that it is to have. */
  readonly shown = output<number>();
  readonly left = output();
  private readonly titles = productTitles(() => [this.sku()]).titles;
  protected readonly title = computed(() => this.titles().get(this.sku()) ?? this.sku());

  protected show(field: HTMLInputElement): void {
    this.shown.emit(Math.max(1, Math.round(Number(field.value)) || 1));
  }
}
