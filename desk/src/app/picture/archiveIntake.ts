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
import { addressOf, type ArchiveMatch, type Job, type Problem } from '@fond/contract';
import { CatalogueApi } from '../api/catalogueApi';
import { PictureApi } from '../api/pictureApi';
import { hasEnded, JobFollower } from '../job/jobFollower';

const SHOWN = 12;

/** Pictures of many products in one archive: matched by their names, shown, and then brought in. */
@Component({
  selector: 'desk-archive-intake',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule],
  template: `
    @if (sending()) {
      <mat-progress-bar mode="indeterminate" aria-label="Sending the archive" />
    }
    @if (problem(); as told) {
      <p class="bad" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
    }
    @if (match(); as found) {
      <section aria-labelledby="archive">
        <h2 id="archive">{{ name() }}</h2>
        <p>
          <b class="figures">{{ found.matched }}</b> of <b class="figures">{{ found.pictures }}</b> pictures
          belong to <b class="figures">{{ found.products }}</b>
          {{ found.products === 1 ? 'product' : 'products' }}.
          @if (found.others) {
            {{ found.others }} other files are left alone.
          }
        </p>
        <label class="pattern"
          ><span>Names are read as</span>
          <input class="field" [value]="pattern()" (change)="reread($any($event.target).value)" />
          <small>{{ '{sku}' }} is the article number, {{ '{n}' }} the place</small>
        </label>
        @if (found.matches.length) {
          <table>
            <tbody>
              @for (one of found.matches.slice(0, shown); track one.file) {
                <tr>
                  <td>{{ one.file }}</td>
                  <th scope="row">{{ one.title }}</th>
                  <td>{{ one.sku }}</td>
                  <td class="figures">place {{ one.place }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
        @if (found.unmatched.length) {
          <p class="quiet">
            No product has: {{ found.unmatched.slice(0, 6).join(', ')
            }}{{
              found.pictures - found.matched > 6
                ? ' and ' + (found.pictures - found.matched - 6) + ' more'
                : ''
            }}
          </p>
        }
        @if (job(); as current) {
          @if (running()) {
            <p role="status">
              {{ current.progress.done }} of {{ current.progress.total ?? found.matched }} are in.
              <button mat-button type="button" (click)="stop(current)">Stop</button>
            </p>
            <mat-progress-bar
              mode="determinate"
              [value]="(100 * current.progress.done) / (current.progress.total ?? found.matched)"
              aria-label="Bringing pictures in"
            />
          } @else if (current.report; as report) {
            <p role="status">
              {{ report.created }} {{ report.created === 1 ? 'picture' : 'pictures' }} of {{ report.changed }}
              {{ report.changed === 1 ? 'product' : 'products' }} came in. The products table can take that
              back.
              @if (report.errorCount) {
                {{ report.errorCount }} could not be taken: {{ report.errors[0].message }}
                <a [href]="faults(current)" download>All of them as a file</a>
              }
            </p>
          } @else if (current.failure) {
            <p class="bad" role="alert">{{ current.failure }}</p>
          }
        } @else if (found.matched) {
          <p class="doors">
            <button mat-flat-button type="button" (click)="bring('behind')">
              Put them behind those there are
            </button>
            <button mat-stroked-button type="button" (click)="bring('instead')">
              Put them in place of those there are
            </button>
          </p>
        }
        <button mat-button type="button" [disabled]="running()" (click)="close()">Close</button>
      </section>
    }
  `,
  styleUrl: './intake.scss',
})
export class ArchiveIntake {
  private readonly api = inject(PictureApi);
  private readonly catalogue = inject(CatalogueApi);
  private readonly follower = inject(JobFollower);
  private readonly gone = inject(DestroyRef);
  readonly done = output<void>();

  protected readonly shown = SHOWN;
  protected readonly faults = ({ id }: Job): string => addressOf('jobFaults', { id });
  protected readonly name = signal('');
  protected readonly match = signal<ArchiveMatch | null>(null);
  protected readonly sending = signal(false);
  protected readonly job = signal<Job | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly pattern = computed(() => this.match()?.pattern ?? '');
  protected readonly running = computed(() => {
    const job = this.job();
    return job !== null && !hasEnded(job);
  });

  take(file: File): void {
    this.close();
    this.name.set(file.name);
    this.sending.set(true);
    this.api.keepArchive(file).subscribe({
      next: (match) => {
        this.sending.set(false);
        this.match.set(match);
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected reread(pattern: string): void {
    const id = this.match()?.id;
    if (!id || !pattern.trim()) return;
    this.problem.set(null);
    this.api.archive(id, pattern.trim()).subscribe({
      next: (match) => this.match.set(match),
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected bring(add: 'behind' | 'instead'): void {
    const { id, pattern } = this.match()!;
    this.problem.set(null);
    this.api.takeArchive(id, pattern, add).subscribe({
      next: (job) => {
        this.job.set(job);
        this.follower
          .follow(job.id)
          .pipe(takeUntilDestroyed(this.gone))
          .subscribe({ next: (step) => this.job.set(step), complete: () => this.done.emit() });
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected stop({ id }: Job): void {
    this.catalogue.stopJob(id).subscribe({ error: (problem: Problem) => this.problem.set(problem) });
  }

  protected close(): void {
    this.match.set(null);
    this.job.set(null);
    this.problem.set(null);
  }

  private fail(problem: Problem): void {
    this.sending.set(false);
    this.problem.set(problem);
  }
}
