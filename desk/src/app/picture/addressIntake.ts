import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  output,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import { mayAs, type Job, type Problem, type WaitingHost } from '@fond/contract';
import { addressOf } from '@fond/contract';
import { CatalogueApi } from '../api/catalogueApi';
import { PictureApi } from '../api/pictureApi';
import { hasEnded, JobFollower } from '../job/jobFollower';
import { sessionFeature } from '../session/session.feature';

/** Pictures that products name by address: fetched from the hosts that an owner allows. */
@Component({
  selector: 'desk-address-intake',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule],
  template: `
    @if (hosts().length) {
      <section aria-labelledby="by-address">
        <h2 id="by-address">Pictures on the web</h2>
        <p class="quiet">
          Products name these by their addresses. The shop fetches them only from hosts that an owner has
          allowed, and never from private networks.
        </p>
        <table>
          <tbody>
            @for (one of hosts(); track one.host) {
              <tr>
                <th scope="row">{{ one.host }}</th>
                <td class="figures">{{ one.waiting }} {{ one.waiting === 1 ? 'waits' : 'wait' }}</td>
                <td>{{ one.allowed ? 'allowed' : 'not allowed' }}</td>
                <td class="action">
                  @if (owner()) {
                    <button mat-button type="button" (click)="allow(one, !one.allowed)">
                      {{ one.allowed ? 'No longer allow' : 'Allow' }}
                    </button>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
        @if (job(); as current) {
          @if (running()) {
            <p role="status">
              {{ current.progress.done }} of {{ current.progress.total ?? '…' }} are fetched.
              <button mat-button type="button" (click)="stop(current)">Stop</button>
            </p>
            <mat-progress-bar
              [mode]="current.progress.total ? 'determinate' : 'indeterminate'"
              [value]="(100 * current.progress.done) / (current.progress.total ?? 1)"
              aria-label="Fetching pictures"
            />
          } @else if (current.report; as report) {
            <p role="status">
              {{ report.created }} {{ report.created === 1 ? 'picture is' : 'pictures are' }} here now.
              @if (report.errorCount) {
                {{ report.errorCount }} could not be fetched, such as {{ report.errors[0].column }}:
                {{ report.errors[0].message }}
                <a [href]="faults(current)" download>All of them as a file</a>
              }
            </p>
          } @else if (current.failure) {
            <p class="bad" role="alert">{{ current.failure }}</p>
          }
        }
        @if (ready() && !running()) {
          <button mat-flat-button type="button" (click)="fetchAll()">
            Fetch {{ ready() }} {{ ready() === 1 ? 'picture' : 'pictures' }}
          </button>
        }
        @if (problem(); as told) {
          <p class="bad" role="alert">{{ told.title }}. {{ told.detail }}</p>
        }
      </section>
    }
  `,
  styleUrl: './intake.scss',
})
export class AddressIntake {
  private readonly api = inject(PictureApi);
  private readonly catalogue = inject(CatalogueApi);
  private readonly follower = inject(JobFollower);
  private readonly gone = inject(DestroyRef);
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);
  readonly done = output<void>();

  protected readonly faults = ({ id }: Job): string => addressOf('jobFaults', { id });
  protected readonly hosts = signal<readonly WaitingHost[]>([]);
  protected readonly job = signal<Job | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly owner = computed(() => mayAs(this.user()?.role ?? 'viewer', 'owner'));
  protected readonly ready = computed(() =>
    this.hosts().reduce((sum, { waiting, allowed }) => sum + (allowed ? waiting : 0), 0),
  );
  protected readonly running = computed(() => {
    const job = this.job();
    return job !== null && !hasEnded(job);
  });

  constructor() {
    this.read();
  }

  private read(): void {
    this.api.hosts().subscribe({
      next: (hosts) => this.hosts.set(hosts),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected allow({ host }: WaitingHost, allowed: boolean): void {
    const others = this.hosts().flatMap((one) => (one.allowed && one.host !== host ? [one.host] : []));
    this.api.allow(allowed ? [...others, host] : others).subscribe({
      next: () => this.read(),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected fetchAll(): void {
    this.problem.set(null);
    this.api.fetchAll().subscribe({
      next: (job) => {
        this.job.set(job);
        this.follower
          .follow(job.id)
          .pipe(takeUntilDestroyed(this.gone))
          .subscribe({
            next: (step) => this.job.set(step),
            complete: () => {
              this.read();
              this.done.emit();
            },
          });
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected stop({ id }: Job): void {
    this.catalogue.stopJob(id).subscribe({ error: (problem: Problem) => this.problem.set(problem) });
  }
}
