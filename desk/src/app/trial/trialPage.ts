import { DatePipe, DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { switchMap, type Observable } from 'rxjs';
import {
  mayAs,
  type Problem,
  type TrialNote,
  type TrialSummary,
  type TrialVersionResult,
} from '@fond/contract';
import { MOST_VERSIONS } from '@fond/core';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { TrialApi } from '../api/trialApi';
import { PlotChart } from '../charts/plotChart';
import { moneyText } from '../figure/figureWords';
import { Question } from '../figure/question';
import { BeforeAfter } from '../publishing/beforeAfter';
import { PlanDifference } from '../publishing/planDifference';
import { sessionFeature } from '../session/session.feature';
import { FloorActions } from '../store/floor.actions';
import {
  advice,
  GOAL_WORDS,
  noteWords,
  rangeWords,
  RESTING_WORDS,
  shareWords,
  STATE_WORDS,
  verdictWords,
  versionName,
} from '../wording/trialWords';
import { differencesDrawing } from './trialChart';

const whole = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });
const SHARES = [50, 33, 25, 10] as const;

/** What a trial shows so far, and the step that ends it. */
@Component({
  selector: 'desk-trial',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BeforeAfter,
    DatePipe,
    DecimalPipe,
    MatButtonModule,
    MatProgressBarModule,
    PlanDifference,
    PlotChart,
    Question,
    RouterLink,
  ],
  templateUrl: './trialPage.html',
  styleUrls: ['../shell/sheet.scss', './trials.scss'],
})
export class TrialPage {
  private readonly api = inject(TrialApi);
  private readonly plans = inject(Api);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);
  /** From the address. */
  readonly id = input.required<string>();

  protected readonly read = rxResource({
    params: () => this.id(),
    stream: ({ params }) => this.api.read(params),
  });
  private readonly refused = signal<Problem | null>(null);
  protected readonly working = signal(false);
  protected readonly found = computed(() => (this.read.hasValue() ? this.read.value() : null));
  protected readonly problem = computed(() => this.refused() ?? failureOf(this.read.error()));
  protected readonly may = computed(() => mayAs(this.user()?.role ?? 'viewer', 'publisher'));
  protected readonly opened = signal<ReadonlySet<number>>(new Set());
  protected readonly wanted = signal<number>(SHARES[2]);

  protected readonly states = STATE_WORDS;
  protected readonly goals = GOAL_WORDS;
  protected readonly resting = RESTING_WORDS;
  protected readonly most = MOST_VERSIONS;
  protected readonly name = versionName;
  protected readonly range = rangeWords;

  protected readonly shares = computed(() => shareWords(this.found()?.trial.versions ?? []));
  protected readonly others = computed(() =>
    this.found()!.trial.versions.flatMap((_, at) => (at ? [at] : [])),
  );
  protected readonly verdicts = computed(() => {
    const { versions, goal } = this.found()!.trial;
    return versions.slice(1).map((version, at) => verdictWords(version, at + 1, goal));
  });
  protected readonly advice = computed(() => {
    const { trial, left } = this.found()!;
    return advice(trial, left);
  });
  protected readonly known = computed(() =>
    this.found()!.days.some(({ differences }) => differences.some(Boolean)),
  );
  protected readonly drawing = computed(() => {
    const { days, trial } = this.found()!;
    return differencesDrawing(days, trial.smallest);
  });
  protected readonly file = computed(() => this.api.file(this.id()));
  protected readonly cases = computed(() => {
    const visits = this.found()!.trial.versions.reduce((sum, version) => sum + version.visits, 0);
    return `${whole.format(visits)} visits`;
  });
  /** Shares that leave somebody to see what is live. */
  protected readonly freeShares = computed(() => {
    const [plain] = this.found()!.trial.versions;
    return SHARES.filter((share) => share < plain.share);
  });
  protected readonly newShare = computed(() => {
    const free = this.freeShares();
    return free.find((share) => share === this.wanted()) ?? free[0];
  });

  protected noted(note: TrialNote): string {
    return noteWords(note);
  }

  protected thousand(count: number, visits: number): string {
    return visits ? whole.format((count / visits) * 1_000) : '';
  }

  protected money({ revenue, visits }: TrialVersionResult): string {
    return visits ? moneyText((revenue / visits) * 1_000, this.found()!.currency) : '';
  }

  protected describeChart(): string {
    return `${this.verdicts().join(' ')} The table below has the figures of each day`;
  }

  protected again(): void {
    this.refused.set(null);
    this.read.reload();
  }

  protected begin(): void {
    this.run(this.api.start(this.id()), 'The trial has begun.');
  }

  protected end(keep: number): void {
    const ready = this.found()!.trial.state === 'ready';
    const words = keep
      ? `${versionName(keep)} is live for all shoppers.`
      : ready
        ? 'The trial is called off.'
        : 'The trial has ended; all shoppers see what is live.';
    this.run(this.api.end(this.id(), keep), words);
  }

  protected add(): void {
    const { plan } = this.found()!.trial;
    const adding = this.plans
      .readPlan(plan.id)
      .pipe(switchMap(({ version }) => this.api.add(this.id(), { id: plan.id, version }, this.newShare())));
    this.run(adding, 'The draft is a version of the trial.');
  }

  private run(step: Observable<TrialSummary>, words: string): void {
    this.working.set(true);
    this.refused.set(null);
    step.subscribe({
      next: () => {
        this.working.set(false);
        this.read.reload();
        this.store.dispatch(FloorActions.shopChanged());
        this.messages.open(words, 'OK', { duration: 8_000 });
      },
      error: (problem: Problem) => {
        this.working.set(false);
        this.refused.set(problem);
      },
    });
  }

  protected look(version: number): void {
    this.opened.update((opened) => new Set([...opened, version]));
  }
}
