import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { Problem, StepsTrial } from '@fond/contract';
import { MAX_HAND_STEPS } from '@fond/core';
import { asking } from '../../api/asking';
import { CatalogueApi } from '../../api/catalogueApi';
import { typedSteps } from '../../field/lists';

/** Where the steps of a number filter begin, tried on the products of an aisle beside those that follow them. */
@Component({
  selector: 'desk-step-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stepFields.html',
  styleUrl: './stepFields.scss',
})
export class StepFields {
  private readonly api = inject(CatalogueApi);
  readonly name = input.required<string>();
  /** Of the filter. */
  readonly key = input.required<string>();
  readonly steps = input.required<readonly number[]>();
  /** Of the aisle whose products are counted. */
  readonly address = input.required<string>();
  readonly changed = output<readonly number[]>();
  protected readonly fault = signal('');
  protected readonly trial = signal<StepsTrial | null>(null);
  protected readonly largest = computed(() => {
    const { own = [], automatic = [] } = this.trial() ?? {};
    return Math.max(1, ...[...own, ...automatic].map(({ count }) => count));
  });

  constructor() {
    asking(
      () => ({ key: this.key(), steps: this.steps(), address: this.address() }),
      ({ key, steps, address }) =>
        this.api.trySteps(key, steps, address).subscribe({
          next: (trial) => this.trial.set(trial),
          error: ({ detail }: Problem) => this.fault.set(detail),
        }),
    );
  }

  protected type(field: HTMLInputElement): void {
    const steps = typedSteps(field.value);
    this.fault.set(
      steps === null
        ? `“${field.value}” is not taken: give up to ${MAX_HAND_STEPS} numbers, such as 10 20 30.`
        : '',
    );
    if (steps) this.changed.emit(steps);
  }
}
