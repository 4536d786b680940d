import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { RangeRule } from '@fond/core';
import { PlanEditor } from '../state/planEditor';

/** Which products the shelf shows, with the count that is left after every clause. */
@Component({
  selector: 'desk-range-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (range(); as rule) {
      <fieldset>
        <legend>Products</legend>
        <label
          ><input
            type="radio"
            name="source"
            [checked]="rule.source === 'aisle'"
            (change)="change({ source: 'aisle' })"
          />
          of the aisle the shelf stands in</label
        >
        <label
          ><input
            type="radio"
            name="source"
            [checked]="rule.source === 'catalogue'"
            (change)="change({ source: 'catalogue' })"
          />
          of the whole catalogue, on every page the same</label
        >
      </fieldset>
      <label class="line">
        <input
          type="checkbox"
          [checked]="rule.below"
          [disabled]="rule.source === 'catalogue'"
          (change)="change({ below: !rule.below })"
        />
        In categories, also what stands in the categories below
      </label>
      <label class="line">
        <input
          type="checkbox"
          [checked]="rule.stock === 'in'"
          (change)="change({ stock: rule.stock === 'in' ? 'any' : 'in' })"
        />
        Only what is in stock
      </label>
      <ol class="sieve">
        @for (step of sieve(); track step.name) {
          <li [class.harsh]="step.harsh">
            <span>{{ step.name }}</span>
            <span class="bar"><i [style.inline-size.%]="step.share"></i></span>
            <b class="figures">{{ step.count }}</b>
            @if (step.harsh) {
              <em>{{ step.count === 0 ? 'takes everything away' : 'takes most away' }}</em>
            }
          </li>
        }
      </ol>
    }
  `,
})
export class RangeSlip {
  protected readonly editor = inject(PlanEditor);
  protected readonly range = computed(() => this.editor.shelf()?.range);
  protected readonly sieve = computed(() => {
    const steps = this.editor.tally()?.sieve ?? [];
    const all = this.editor.vocabulary()?.products ?? 0;
    return steps.map((step, at) => {
      const before = at ? steps[at - 1].count : all;
      const sourced = this.range()?.source === 'aisle' ? 'in this aisle' : 'in the catalogue';
      return {
        name: step.clause === 'source' ? sourced : 'in stock',
        count: step.count,
        share: all ? (step.count / all) * 100 : 0,
        // The first step is the aisle's own size; only later clauses take something away.
        harsh: step.count === 0 || (at > 0 && step.count < before / 2),
      };
    });
  });

  protected change(change: Partial<RangeRule>): void {
    const rule = this.range();
    if (rule) this.editor.editShelf('range', { range: { ...rule, ...change } });
  }
}
