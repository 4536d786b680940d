import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { WEIGHTS } from '@fond/core';

/** How heavy letters are, or as usual. */
@Component({
  selector: 'desk-weight-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label
      >weight
      <select [attr.aria-label]="label()" (change)="weigh($any($event.target).value)">
        <option value="" [selected]="value() === null">usual</option>
        @for (weight of weights; track weight) {
          <option [value]="weight" [selected]="value() === weight">{{ weight }}</option>
        }
      </select></label
    >
  `,
})
export class WeightField {
  readonly label = input.required<string>();
  readonly value = input.required<number | null>();
  readonly changed = output<number | null>();
  protected readonly weights = WEIGHTS;

  protected weigh(text: string): void {
    this.changed.emit(text === '' ? null : Number(text));
  }
}
