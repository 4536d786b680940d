import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { steppedAt, type Stepped, type WidthName } from '@fond/core';
import { Stepper } from './stepper';

/** The number at one width: its own, which can be handed back, or that of the next wider one. */
@Component({
  selector: 'desk-width-stepper',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Stepper],
  template: `
    <desk-stepper
      [class.follows]="follows()"
      [value]="value()"
      [least]="least()"
      [most]="most()"
      [label]="label()"
      (changed)="set($event)"
    />
    @if (width() !== 'wide') {
      @if (follows()) {
        <span class="from">as {{ wider() }}</span>
      } @else {
        <button
          type="button"
          class="word"
          [attr.aria-label]="label() + ': as ' + wider()"
          (click)="set(null)"
        >
          as {{ wider() }}
        </button>
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-direction: column;
      align-items: start;
      gap: 2px;
      vertical-align: top;
    }
    .from,
    .word {
      min-height: 24px;
      font-size: 12px;
    }
    .follows,
    .from {
      color: var(--slate);
      font-style: italic;
    }
  `,
})
export class WidthStepper {
  readonly values = input.required<Stepped<number>>();
  readonly width = input.required<WidthName>();
  readonly least = input(1);
  readonly most = input(6);
  readonly label = input.required<string>();
  readonly changed = output<Stepped<number>>();

  protected readonly value = computed(() => steppedAt(this.values(), this.width()));
  protected readonly follows = computed(() => this.values()[this.width()] === null);
  protected readonly wider = computed(() => (this.width() === 'narrow' ? 'medium' : 'wide'));

  /** Null lets a narrower width follow the next wider one again. */
  protected set(value: number | null): void {
    this.changed.emit({ ...this.values(), [this.width()]: value });
  }
}
