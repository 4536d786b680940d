import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { mayAs, type Floor, type Job, type Problem } from '@fond/contract';
import { Api } from '../api/api';
import { hasEnded, JobFollower } from '../job/jobFollower';
import { sessionFeature } from '../session/session.feature';
import { FloorActions } from '../store/floor.actions';

const HOUSE = 'house';
const NAMED = 4;

/** Leads from an empty shop to its first published aisle; goes once something was published. */
@Component({
  selector: 'desk-first-steps',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatButtonModule, MatProgressBarModule],
  templateUrl: './firstSteps.html',
  styleUrl: './firstSteps.scss',
})
export class FirstSteps {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly follower = inject(JobFollower);
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);
  readonly floor = input.required<Floor>();

  protected readonly problem = signal<Problem | null>(null);
  protected readonly job = signal<Job | null>(null);
  protected readonly filling = computed(() => {
    const job = this.job();
    return job !== null && !hasEnded(job);
  });
  protected readonly owner = computed(() => mayAs(this.user()?.role ?? 'viewer', 'owner'));
  /** The categories found, as a sentence names them. */
  protected readonly found = computed(() => {
    const all = this.floor().aisles.filter(({ kind, products }) => kind === 'category' && products > 0);
    const keys = new Set(all.map(({ key }) => key));
    const tops = all.filter(({ parent }) => parent === null || !keys.has(parent));
    const named = tops
      .slice(0, NAMED)
      .map(({ title, products }) => `${title} (${products})`)
      .join(', ');
    return { count: all.length, named, more: tops.length > NAMED };
  });
  protected readonly changed = computed(
    () => this.floor().plans.find(({ id }) => id === HOUSE)?.changed ?? false,
  );
  /** Which of the steps before publishing are done. */
  protected readonly steps = computed(() => [
    this.floor().products > 0,
    this.found().count > 0,
    this.changed(),
  ]);
  /** The first that is not done. */
  protected readonly current = computed(() => {
    const open = this.steps().indexOf(false);
    return open < 0 ? this.steps().length : open;
  });

  protected fill(): void {
    this.problem.set(null);
    this.api.fillWithDemo().subscribe({
      next: (job) => this.follow(job),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  private follow(job: Job): void {
    this.job.set(job);
    this.follower.follow(job.id).subscribe({
      next: (step) => this.job.set(step),
      complete: () => this.store.dispatch(FloorActions.shopChanged()),
    });
  }

  protected drawUp(): void {
    this.problem.set(null);
    this.api.renewHousePlan().subscribe({
      next: () => void this.router.navigate(['/plans', HOUSE]),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
