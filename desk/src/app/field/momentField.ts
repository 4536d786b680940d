import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatTimepickerModule } from '@angular/material/timepicker';
import { DAY_PROVIDERS, isoClock, isoDay, readDay } from './dayAdapter';
import { DayField } from './dayField';

/** A day and a time of the clock; as `2031-03-01T18:00`, empty for none. */
@Component({
  selector: 'desk-moment-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayField, MatDatepickerModule, MatTimepickerModule],
  providers: DAY_PROVIDERS,
  template: `
    <desk-day-field
      [label]="label()"
      [placeholder]="placeholder()"
      [value]="day()"
      (changed)="setDay($event)"
    />
    <input
      #field
      class="field clock"
      placeholder="time"
      autocomplete="off"
      [attr.aria-label]="label() + ': time'"
      [attr.aria-invalid]="wrong()"
      [disabled]="!day()"
      [matTimepicker]="times"
      [value]="time()"
      (valueChange)="setTime($event, field.value)"
    />
    <mat-timepicker #times interval="30m" />
    @if (wrong()) {
      <span class="wrong" role="alert">no such time</span>
    }
  `,
  styleUrl: './dayField.scss',
})
export class MomentField {
  readonly value = input('');
  readonly label = input.required<string>();
  readonly placeholder = input('any day');
  readonly changed = output<string>();
  protected readonly wrong = signal(false);
  protected readonly day = computed(() => this.value().slice(0, 10));
  protected readonly time = computed(() => {
    const date = readDay(this.day());
    const [hour, minute] = this.value().slice(11).split(':').map(Number);
    date?.setHours(hour || 0, minute || 0);
    return date;
  });

  /** A day that is chosen begins when it begins. */
  protected setDay(day: string): void {
    this.changed.emit(day && `${day}T${this.value().slice(11) || '00:00'}`);
  }

  protected setTime(time: Date | null, typed: string): void {
    this.wrong.set((time === null || Number.isNaN(time.getTime())) && typed.trim() !== '');
    if (time && !this.wrong() && isoClock(time) !== this.value().slice(11))
      this.changed.emit(`${isoDay(this.time() ?? time)}T${isoClock(time)}`);
  }
}
