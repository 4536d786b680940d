import { DatePipe, DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import { addressOf, type ImportColumn, type ImportMapping, type Job, type Problem } from '@fond/contract';
import { Api } from '../api/api';
import { toProblem } from '../api/problem';
import { FloorActions } from '../store/floor.actions';
import { ExportFields } from './exportFields';
import { ended, JobFollower } from '../job/jobFollower';

const MAX_NAMED = 12;

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
  imports: [DatePipe, DecimalPipe, ExportFields, MatButtonModule, MatIconModule, MatProgressBarModule],
  templateUrl: './importPage.html',
  styleUrl: './importPage.scss',
})
export class ImportPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly follower = inject(JobFollower);

  protected readonly faults = ({ id }: Job): string => addressOf('jobFaults', { id });
  protected readonly file = signal<File | null>(null);
  protected readonly over = signal(false);
  protected readonly job = signal<Job | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly mapping = signal<ImportMapping>({});
  protected readonly rates = signal<Readonly<Record<string, number>>>({});
  protected readonly leaveOut = signal(false);
  /** The job whose file the server still has. */
  private readonly kept = signal<string | null>(null);
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
    return report !== null && report.dryRun && (report.errorCount === 0 || report.leftOut);
  });
  /** Some lines have faults, and others don't. */
  protected readonly mayLeaveOut = computed(() => {
    const report = this.report();
    return report !== null && report.dryRun && report.faultyLines > 0 && report.faultyLines < report.rows;
  });
  /** The file can be read once more: it was chosen here, or a job has just read it. */
  protected readonly again = computed(() => this.kept() ?? this.file());
  /** Currencies that the file has prices in and the shop has no rate for. */
  protected readonly foreign = computed(() => {
    const messages = this.report()?.errors.filter(({ message }) => message.includes('Give a rate for')) ?? [];
    return [...new Set(messages.map(({ message }) => /Give a rate for ([A-Z]{3})/.exec(message)![1]))];
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
      const named = titles.slice(0, MAX_NAMED).join(', ');
      const more = titles.length > MAX_NAMED ? ` and ${titles.length - MAX_NAMED} more` : '';
      return [`${titles.length} new ${titles.length === 1 ? one : several}: ${named}${more}.`];
    };
    return [
      ...sentence(report.newCategories, 'category', 'categories'),
      ...sentence(report.newTags, 'tag', 'tags'),
      ...sentence(report.newCollections, 'collection', 'collections'),
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
    this.kept.set(null);
    this.mapping.set({});
    this.rates.set({});
    this.leaveOut.set(false);
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
    this.map(column.name, use ? { use: 'attribute', type: use.type } : { use: 'skip' });
  }

  /** Spellings of one word are read as one, or as they are. */
  protected gather(name: string, gather: boolean): void {
    const known = this.mapping()[name];
    if (known?.use === 'attribute') this.map(name, { ...known, gather });
    else if (gather) this.map(name, { use: 'gather' });
    else {
      const { [name]: _, ...others } = this.mapping();
      this.mapping.set(others);
      this.send(true);
    }
  }

  private map(name: string, use: ImportMapping[string]): void {
    this.mapping.update((mapping) => ({ ...mapping, [name]: use }));
    this.send(true);
  }

  protected setRate(currency: string, text: string): void {
    const rate = Number(text.replace(',', '.'));
    if (!(rate > 0)) return;
    this.rates.update((rates) => ({ ...rates, [currency]: rate }));
    this.send(true);
  }

  protected leaveFaultyOut(leave: boolean): void {
    this.leaveOut.set(leave);
    this.send(true);
  }

  protected send(dryRun: boolean): void {
    const file = this.again();
    if (!file) return;
    this.problem.set(null);
    this.job.set(null);
    const wish = { dryRun, mapping: this.mapping(), rates: this.rates(), leaveOut: this.leaveOut() };
    this.api.importCatalogue(file, wish).subscribe({
      next: (job) => {
        this.kept.set(job.id);
        this.follow(job);
      },
      error: (problem: Problem) => {
        this.problem.set(problem);
        // The server has cleared it away meanwhile; it may still be here.
        if (this.kept() !== null && this.file()) {
          this.kept.set(null);
          this.send(dryRun);
        }
      },
    });
  }

  protected show(job: Job): void {
    this.file.set(null);
    this.kept.set(job.id);
    this.mapping.set({});
    this.rates.set({});
    this.leaveOut.set(job.report?.leftOut ?? false);
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
