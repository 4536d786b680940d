import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { rxResource, toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import type { TrialOutlookQuery, TrialWish } from '@fond/contract';
import { TRIAL_GOALS, type TrialGoal } from '@fond/core';
import { TrialApi } from '../api/trialApi';
import { failureOf } from '../api/problem';
import { counted } from '../wording/counted';
import { GOAL_WORDS } from '../wording/trialWords';

const SMALLEST = [2, 5, 10, 20] as const;
const SHARES = [50, 25, 10] as const;
const whole = new Intl.NumberFormat('en-GB');

/** What is to become better by a trial, by how much, on how many shoppers; and how long it would take. */
@Component({
  selector: 'desk-trial-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <form [formGroup]="form">
      <label>Name <input class="field" formControlName="name" maxlength="80" /></label>
      <label
        >To have more
        <select class="field" formControlName="goal">
          @for (goal of goals; track goal) {
            <option [value]="goal">{{ words[goal].more }}</option>
          }
        </select></label
      >
      <label
        >shown to
        <select class="field" formControlName="share">
          @for (share of shares; track share) {
            <option [ngValue]="share">{{ share }} of 100 shoppers</option>
          }
        </select></label
      >
      <label
        >until a difference of
        <select class="field" formControlName="smallest">
          @for (size of sizes; track size) {
            <option [ngValue]="size">{{ size }} %</option>
          }
        </select>
        is told</label
      >
      <label><input type="checkbox" formControlName="start" /> Begin at once</label>
      <p role="status">{{ told() }}</p>
    </form>
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 14px;
    }
    label {
      display: flex;
      align-items: center;
      gap: 6px;
    }
    input.field {
      max-width: 210px;
    }
    p {
      flex-basis: 100%;
      margin: 0;
      color: var(--quiet);
    }
  `,
})
export class TrialFields {
  private readonly api = inject(TrialApi);
  /** Id of the plan that is tried. */
  readonly plan = input.required<string>();
  /** What is filled in; null while it is no trial. */
  readonly wishChange = output<Omit<TrialWish, 'plan'> | null>();

  protected readonly goals = TRIAL_GOALS;
  protected readonly words = GOAL_WORDS;
  protected readonly shares = SHARES;
  protected readonly sizes = SMALLEST;
  protected readonly form = inject(NonNullableFormBuilder).group({
    name: ['', [Validators.required, Validators.maxLength(80)]],
    goal: ['clicks' as TrialGoal],
    share: [50 as number],
    smallest: [10 as number],
    start: [true],
  });
  private readonly value = toSignal(this.form.valueChanges);
  private readonly filled = computed(() => {
    this.value();
    return this.form.getRawValue();
  });
  private readonly asked = computed(
    (): TrialOutlookQuery => {
      const { goal, share, smallest } = this.filled();
      return { plan: this.plan(), goal, smallest, shares: `${100 - share},${share}` };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly outlook = rxResource({
    params: () => this.asked(),
    stream: ({ params }) => this.api.outlook(params),
  });
  protected readonly told = signal('');

  constructor() {
    effect(() => {
      const { name, ...rest } = this.filled();
      this.wishChange.emit(this.form.valid && name.trim() ? { name: name.trim(), ...rest } : null);
    });
    effect(() => this.told.set(this.say()));
  }

  private say(): string {
    const failure = failureOf(this.outlook.error());
    if (failure) return `${failure.title}. ${failure.detail}`;
    if (!this.outlook.hasValue()) return 'Working out how long it takes …';
    const { visits, days } = this.outlook.value();
    const seen = `Its pages had ${whole.format(visits)} ${visits === 1 ? 'visit' : 'visits'} in the last four weeks`;
    if (days === null) return `${seen}: too few to say how long it takes.`;
    return `${seen}: it takes about ${counted(days, 'day', 'days')}.`;
  }
}
