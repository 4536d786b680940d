import { DatePipe, DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import type { ImportColumn, ImportMapping, Job, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { toProblem } from '../api/problem';
import { FloorActions } from '../floor/floor.actions';
import { ended, JobFollower } from './jobFollower';

const MOST_NAMED = 12;

const TYPES: readonly { type: NonNullable<ImportColumn['type']>; name: string }[] = [
  { type: 'text', name: 'text' },
  { type: 'many', name: 'several values' },
  { type: 'number', name: 'number' },
  { type: 'boolean', name: 'yes or no' },
  { type: 'colour', name: 'colour' },
];

/** Reads a product file: tried first, then read in earnest, with a report line by line. */
@Component({
  selector: 'desk-import',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, DecimalPipe, MatButtonModule, MatIconModule, MatProgressBarModule],
  templateUrl: './importPage.html',
  styleUrl: './importPage.scss',
})
export class ImportPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly follower = inject(JobFollower);

  protected readonly file = signal<File | null>(null);
  protected readonly over = signal(false);
  protected readonly job = signal<Job | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly mapping = signal<ImportMapping>({});
  protected readonly latest = signal<readonly Job[]>([]);
  protected readonly types = TYPES;

  protected readonly running = computed(() => {
    const job = this.job();
    return job !== null && !ended(job);
  });
  protected readonly report = computed(() => this.job()?.report ?? null);
  protected readonly share = computed(() => {
    const progress = this.job()?.progress;
    return progress?.total ? (progress.done / progress.total) * 100 : null;
  });
  /** A faultless try can be read in earnest, as long as the columns are read as they were tried. */
  protected readonly tried = computed(() => {
    const report = this.report();
    return report !== null && report.dryRun && report.errorCount === 0;
  });
  protected readonly attributes = computed(
    () => this.report()?.columns.filter(({ use }) => use === 'attribute' || use === 'skip') ?? [],
  );
  protected readonly fields = computed(
    () => this.report()?.columns.filter(({ use }) => use === 'field' || use === 'text') ?? [],
  );

  /** What the file brings that the shop has not had: one sentence each. */
  protected readonly news = computed(() => {
    const report = this.report();
    if (!report) return [];
    const sentence = (titles: readonly string[], one: string, several: string): string[] => {
      if (!titles.length) return [];
      const named = titles.slice(0, MOST_NAMED).join(', ');
      const more = titles.length > MOST_NAMED ? ` and ${titles.length - MOST_NAMED} more` : '';
      return [`${titles.length} new ${titles.length === 1 ? one : several}: ${named}${more}.`];
    };
    return [
      ...sentence(report.newCategories, 'category', 'categories'),
      ...sentence(report.newTags, 'tag', 'tags'),
      ...sentence(report.newCollections, 'collection', 'collections'),
      ...sentence(report.newLanguages, 'language', 'languages'),
    ];
  });
  protected readonly fieldNames = computed(() =>
    this.fields()
      .map(({ name }) => name)
      .join(', '),
  );

  constructor() {
    this.loadLatest();
  }

  protected choose(files: FileList | null): void {
    const [file] = files ?? [];
    if (!file) return;
    this.file.set(file);
    this.mapping.set({});
    this.send(true);
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.choose(event.dataTransfer?.files ?? null);
  }

  protected drag(event: DragEvent, over: boolean): void {
    event.preventDefault();
    this.over.set(over);
  }

  protected useAs(column: ImportColumn, value: string): void {
    const use = TYPES.find(({ type }) => type === value);
    this.mapping.update((mapping) => ({
      ...mapping,
      [column.name]: use ? { use: 'attribute', type: use.type } : { use: 'skip' },
    }));
    this.send(true);
  }

  protected send(dryRun: boolean): void {
    const file = this.file();
    if (!file) return;
    this.problem.set(null);
    this.job.set(null);
    this.api.importCatalogue(file, dryRun, this.mapping()).subscribe({
      next: (job) => this.follow(job),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected show(job: Job): void {
    this.file.set(null);
    this.follow(job);
  }

  private follow(job: Job): void {
    this.job.set(job);
    if (ended(job)) return;
    this.follower.follow(job.id).subscribe({
      next: (step) => this.job.set(step),
      error: (error: unknown) => this.problem.set(toProblem(error)),
      complete: () => {
        this.loadLatest();
        if (this.report()?.dryRun === false) this.store.dispatch(FloorActions.shopChanged());
      },
    });
  }

  private loadLatest(): void {
    this.api.jobs().subscribe({
      next: (jobs) => this.latest.set(jobs),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
