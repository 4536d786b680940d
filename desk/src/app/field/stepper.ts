import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A whole number between two bounds: typed, or stepped with the buttons and arrow keys. */
@Component({
  selector: 'desk-stepper',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      (click)="step(-by())"
      [disabled]="value() <= least()"
      [attr.aria-label]="'Less: ' + label()"
    >
      −
    </button>
    <input
      type="number"
      [attr.aria-label]="label()"
      [min]="least()"
      [max]="most()"
      [value]="value()"
      (input)="type($any($event.target))"
      (change)="$any($event.target).value = value()"
    />
    <button
      type="button"
      (click)="step(by())"
      [disabled]="value() >= most()"
      [attr.aria-label]="'More: ' + label()"
    >
      +
    </button>
  `,
  styles: `
    :host {
      display: inline-flex;
      border: 1px solid var(--hairline);
      border-radius: 2px;
      background: var(--sheet);
    }
    button {
      width: 26px;
      border: 0;
      background: none;
      color: var(--petrol);
      font: 600 16px/28px var(--text);
      cursor: pointer;
    }
    button:disabled {
      color: var(--hairline);
      cursor: default;
    }
    input {
      width: 50px;
      border: 0;
      background: none;
      color: inherit;
      font: 600 14px/28px var(--text);
      text-align: center;
      appearance: textfield;
    }
  `,
})
export class Stepper {
  readonly value = input.required<number>();
  readonly least = input(1);
  readonly most = input(200);
  /** How far a press of a button goes. */
  readonly by = input(1);
  readonly label = input.required<string>();
  readonly changed = output<number>();

  protected step(by: number): void {
    this.send(Math.max(this.least(), Math.min(this.most(), this.value() + by)));
  }

  /** While somebody types, only numbers that fit are taken; leaving the field shows what holds. */
  protected type(field: HTMLInputElement): void {
    if (field.value !== '') this.send(Number(field.value));
  }

  private send(value: number): void {
    if (Number.isInteger(value) && value >= this.least() && value <= this.most() && value !== this.value())
      this.changed.emit(value);
  }
}
