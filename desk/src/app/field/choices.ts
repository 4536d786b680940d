import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

export interface Choice<T> {
  value: T;
  name: string;
}

/** A few choices side by side, one of which holds. */
@Component({
  selector: 'desk-choices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'choices', role: 'group', '[attr.aria-label]': 'label()' },
  template: `
    @for (choice of choices(); track choice.value) {
      <button
        type="button"
        class="choice"
        [attr.aria-pressed]="choice.value === value()"
        (click)="chosen.emit(choice.value)"
      >
        {{ choice.name }}
      </button>
    }
  `,
})
export class Choices<T> {
  readonly label = input.required<string>();
  readonly choices = input.required<readonly Choice<T>[]>();
  readonly value = input.required<T>();
  readonly chosen = output<T>();
}
