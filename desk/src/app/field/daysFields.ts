import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Days } from '@fond/core';
import { DayField } from './dayField';

/** A first and a last day of something, either of them left open; says when the one comes before the other. */
@Component({
  selector: 'desk-days-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayField],
  template: `
    <div class="line">
      <span>From</span>
      <desk-day-field
        [label]="'First day of the ' + what()"
        [value]="days().from ?? ''"
        (changed)="changed.emit({ what: 'first day', change: { from: $event || null } })"
      />
      <span>to</span>
      <desk-day-field
        [label]="'Last day of the ' + what()"
        [value]="days().to ?? ''"
        (changed)="changed.emit({ what: 'last day', change: { to: $event || null } })"
      />
    </div>
    @if (turned()) {
      <p class="turned" role="alert">
        It ends before it begins. The draft waits with being saved until that is mended.
      </p>
    }
  `,
  styles: `
    .turned {
      margin: 4px 0;
      color: var(--vermilion);
    }
  `,
})
export class DaysFields {
  readonly days = input.required<Days>();
  /** What the days are of, such as “badge”. */
  readonly what = input.required<string>();
  readonly changed = output<{ what: string; change: Partial<Days> }>();
  protected readonly turned = computed(() => {
    const { from, to } = this.days();
    return from !== null && to !== null && to < from;
  });
}
