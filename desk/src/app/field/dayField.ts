import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { DAY_PROVIDERS, isoDay, readDay } from './dayAdapter';

/** A day, typed or picked from a month; as `2031-03-01`, empty for none. */
@Component({
  selector: 'desk-day-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDatepickerModule],
  providers: DAY_PROVIDERS,
  template: `
    <input
      #field
      class="field"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="wrong()"
      [placeholder]="placeholder()"
      [matDatepicker]="picker"
      [value]="date()"
      (dateChange)="pick($event.value, field.value)"
    />
    <mat-datepicker-toggle [for]="picker" [attr.aria-label]="'Pick ' + label()" />
    <mat-datepicker #picker />
    @if (wrong()) {
      <span class="wrong" role="alert">no such day</span>
    }
  `,
  styleUrl: './dayField.scss',
})
export class DayField {
  readonly value = input('');
  readonly label = input.required<string>();
  readonly placeholder = input('any day');
  readonly changed = output<string>();
  protected readonly wrong = signal(false);
  protected readonly date = computed(() => readDay(this.value()));

  /** What can't be read is told, and changes nothing. */
  protected pick(date: Date | null, typed: string): void {
    this.wrong.set(date === null && typed.trim() !== '');
    if (!this.wrong()) this.changed.emit(date ? isoDay(date) : '');
  }
}
