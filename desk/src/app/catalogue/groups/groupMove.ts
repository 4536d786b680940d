import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { BulkEdit, BulkTrial, Job, Problem } from '@fond/contract';
import type { Clause } from '@fond/core';
import { CatalogueApi } from '../../api/catalogueApi';
import { hasEnded, JobFollower } from '../../job/jobFollower';
import { TakeBack } from '../../job/takeBack';

/** Gives the products of a category or a tag another one in its place, told before, and taken back in one step. */
@Component({
  selector: 'desk-group-move',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule],
  template: `
    @if (products()) {
      <p class="line">
        <label
          >{{ words() }}
          <select class="field" (change)="into.set($any($event.target).value); look()">
            <option value="" [selected]="!into()">choose …</option>
            @for (choice of others(); track choice) {
              <option [value]="choice" [selected]="choice === into()">{{ choice }}</option>
            }
          </select></label
        >
        @if (trial(); as told) {
          <span role="status"
            ><strong class="figures">{{ told.changed }}</strong>
            {{ told.changed === 1 ? 'product changes' : 'products change' }}.</span
          >
          <button mat-stroked-button type="button" [disabled]="!told.changed || running()" (click)="start()">
            Do it
          </button>
        }
      </p>
    }
    @if (job(); as one) {
      @if (running()) {
        <p class="line" role="status">
          <mat-progress-bar mode="indeterminate" aria-label="Moving products" />
          {{ one.progress.step }}: {{ one.progress.done }}
          <button type="button" class="word" (click)="stop(one.id)">Stop</button>
        </p>
      } @else if (one.state === 'failed') {
        <p class="turned" role="alert">{{ one.failure }}</p>
      }
    }
    @if (problem(); as told) {
      <p class="turned" role="alert">{{ told.title }}. {{ told.errors?.[0]?.message ?? told.detail }}</p>
    }
  `,
  styles: `
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 10px;
      margin: 4px 0;
    }
    select {
      max-width: 340px;
    }
    mat-progress-bar {
      width: 160px;
    }
  `,
})
export class GroupMove {
  private readonly api = inject(CatalogueApi);
  private readonly takingBack = inject(TakeBack);
  private readonly follower = inject(JobFollower);
  private readonly messages = inject(MatSnackBar);
  private readonly gone = inject(DestroyRef);
  /** What is chosen, as the beginning of the sentence. */
  readonly words = input.required<string>();
  readonly column = input.required<'category' | 'tags'>();
  /** The group as product files write it, and its products. */
  readonly from = input.required<string>();
  readonly products = input.required<number>();
  readonly clause = input.required<Clause>();
  readonly choices = input.required<readonly string[]>();
  readonly moved = output<void>();
  protected readonly into = linkedSignal({ source: this.from, computation: () => '' });
  protected readonly trial = linkedSignal<string, BulkTrial | null>({
    source: this.from,
    computation: () => null,
  });
  protected readonly job = signal<Job | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly others = computed(() => this.choices().filter((choice) => choice !== this.from()));
  protected readonly running = computed(() => {
    const job = this.job();
    return job !== null && !hasEnded(job);
  });

  private bulk(): BulkEdit {
    const change = { kind: 'replace' as const, find: this.from(), put: this.into() };
    return { skus: null, filter: { clauses: [this.clause()] }, column: this.column(), change };
  }

  protected look(): void {
    this.trial.set(null);
    this.problem.set(null);
    this.job.set(null);
    if (!this.into()) return;
    this.api.tryBulk(this.bulk()).subscribe({
      next: (trial) => this.trial.set(trial),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected start(): void {
    this.api.bulk(this.bulk()).subscribe({
      next: (job) => this.follow(job),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  private follow(started: Job): void {
    this.job.set(started);
    this.follower
      .follow(started.id)
      .pipe(takeUntilDestroyed(this.gone))
      .subscribe((job) => {
        this.job.set(job);
        if (job.state !== 'done') return;
        this.trial.set(null);
        this.into.set('');
        this.moved.emit();
        this.messages
          .open(`${job.report?.changed ?? 0} products moved.`, 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() =>
            this.takingBack.edit(job.id).subscribe({
              next: () => this.moved.emit(),
              error: (problem: Problem) => this.problem.set(problem),
            }),
          );
      });
  }

  protected stop(id: string): void {
    this.api.stopJob(id).subscribe({ error: (problem: Problem) => this.problem.set(problem) });
  }
}
