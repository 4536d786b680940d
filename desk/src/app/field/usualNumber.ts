import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';

/** A whole number between two bounds, or none: then the value is as usual. What is not taken stands there with why. */
@Component({
  selector: 'desk-usual-number',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label
      >{{ name() }}
      <input
        class="field"
        type="number"
        [attr.aria-label]="label()"
        [attr.aria-invalid]="refused() !== null"
        [min]="least()"
        [max]="most()"
        [placeholder]="usual()"
        [value]="refused() ?? value() ?? ''"
        (input)="type($any($event.target).value)"
      />{{ unit() }}</label
    >
    @if (refused() !== null) {
      <p class="turned" role="alert">
        {{ refused() }}{{ unit() }} is not taken. It may be {{ least() }} to {{ most() }}{{ unit() }}, in
        whole numbers.
      </p>
    }
  `,
  styles: `
    .field {
      width: 70px;
    }
  `,
})
export class UsualNumber {
  readonly name = input.required<string>();
  readonly label = input.required<string>();
  readonly value = input.required<number | null>();
  readonly least = input.required<number>();
  readonly most = input.required<number>();
  readonly unit = input('');
  /** What stands in the empty field. */
  readonly usual = input('usual');
  readonly changed = output<number | null>();
  protected readonly refused = signal<string | null>(null);

  protected type(text: string): void {
    const value = text === '' ? null : Number(text);
    const fits = value === null || (Number.isInteger(value) && value >= this.least() && value <= this.most());
    this.refused.set(fits ? null : text);
    if (fits) this.changed.emit(value);
  }
}
