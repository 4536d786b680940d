import { DatePipe, DecimalPipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import {
  addressOf,
  type AbsentProducts,
  type FileForm,
  type ImportMapping,
  type Job,
  type Problem,
  type Vocabulary,
} from '@fond/contract';
import { Api } from '../../api/api';
import { CatalogueApi } from '../../api/catalogueApi';
import { ImportApi } from '../../api/importApi';
import { toProblem } from '../../api/problem';
import { FloorActions } from '../../store/floor.actions';
import { ColumnTable } from './columnTable';
import { mappingOf, type Mapped } from './columnUses';
import { ExportFields } from './exportFields';
import { FormSentence } from './formSentence';
import { GroupFileFields } from './groupFileFields';
import { MappingStrip } from './mappingStrip';
import { hasEnded, JobFollower } from '../../job/jobFollower';

const MAX_NAMED = 12;

/** Reads a product file: tried first, then read in earnest, with a report line by line. */
@Component({
  selector: 'desk-import',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ColumnTable,
    DatePipe,
    DecimalPipe,
    ExportFields,
    FormSentence,
    GroupFileFields,
    MappingStrip,
    MatButtonModule,
    MatIconModule,
    MatProgressBarModule,
  ],
  templateUrl: './importPage.html',
  styleUrl: './importPage.scss',
})
export class ImportPage {
  private readonly api = inject(Api);
  private readonly catalogue = inject(CatalogueApi);
  private readonly imports = inject(ImportApi);
  private readonly store = inject(Store);
  private readonly follower = inject(JobFollower);

  protected readonly faults = ({ id }: Job): string => addressOf('jobFaults', { id });
  protected readonly file = signal<File | null>(null);
  protected readonly over = signal(false);
  protected readonly job = signal<Job | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly mapping = signal<ImportMapping>({});
  /** How the file is written, where that was set by hand. */
  protected readonly form = signal<Partial<FileForm>>({});
  protected readonly absent = signal<AbsentProducts>('leave');
  protected readonly vocabulary = signal<Vocabulary | null>(null);
  protected readonly stopping = signal(false);
  /** When the running job was begun here, for its rate. */
  private readonly begun = signal(0);
  protected readonly rates = signal<Readonly<Record<string, number>>>({});
  protected readonly leaveOut = signal(false);
  /** The job whose file the server still has. */
  private readonly kept = signal<string | null>(null);
  protected readonly latest = signal<readonly Job[]>([]);

  protected readonly running = computed(() => {
    const job = this.job();
    return job !== null && !hasEnded(job);
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
  /** Lines a second, once there is something to go by. */
  protected readonly rate = computed(() => {
    const job = this.job();
    const seconds = (Date.now() - this.begun()) / 1_000;
    return job && job.progress.done > 0 && seconds > 1 ? Math.round(job.progress.done / seconds) : null;
  });
  /** What reading the file in earnest does to the catalogue, as a button says it. */
  protected readonly deed = computed(() => {
    const { created = 0, changed = 0, aside = 0 } = this.report() ?? {};
    const products = (count: number): string => (count === 1 ? '1 product' : `${count} products`);
    const read = created + changed ? `Read ${products(created + changed)} into the catalogue` : '';
    const put = aside ? `put ${products(aside)} aside` : '';
    const whole = read && put ? `${read}, ${put}` : read || put;
    return whole && whole[0].toUpperCase() + whole.slice(1);
  });

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
  constructor() {
    this.loadLatest();
    this.loadVocabulary();
  }

  protected choose(files: FileList | null): void {
    const [file] = files ?? [];
    if (!file) return;
    this.file.set(file);
    this.kept.set(null);
    this.forgetWishes();
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

  private forgetWishes(): void {
    this.mapping.set({});
    this.form.set({});
    this.rates.set({});
    this.leaveOut.set(false);
    this.absent.set('leave');
  }

  protected take({ mapping, form }: { mapping: ImportMapping; form?: Partial<FileForm> }): void {
    this.mapping.update((before) => ({ ...before, ...mapping }));
    if (form) this.form.set(form);
    this.send(true);
  }

  protected write(form: Partial<FileForm>): void {
    this.form.update((before) => ({ ...before, ...form }));
    this.send(true);
  }

  protected putAside(aside: boolean): void {
    this.absent.set(aside ? 'aside' : 'leave');
    this.send(true);
  }

  protected stop({ id }: Job): void {
    this.stopping.set(true);
    this.catalogue.stopJob(id).subscribe({ error: (problem: Problem) => this.problem.set(problem) });
  }

  /** Spellings of one word are read as one, or as they are. */
  protected gather(name: string, gather: boolean): void {
    const known = this.mapping()[name];
    if (known?.use === 'attribute' || known?.use === 'field')
      this.map({ name, mapped: { ...known, gather } });
    else if (gather) this.map({ name, mapped: { use: 'gather' } });
    else {
      const { [name]: _, ...others } = this.mapping();
      this.mapping.set(others);
      this.send(true);
    }
  }

  protected map({ name, mapped }: { name: string; mapped: Mapped }): void {
    this.mapping.update((mapping) => ({ ...mapping, [name]: mapped }));
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
    this.stopping.set(false);
    const wish = {
      dryRun,
      mapping: this.mapping(),
      form: this.form(),
      rates: this.rates(),
      leaveOut: this.leaveOut(),
      absent: this.absent(),
    };
    this.imports.read(file, wish).subscribe({
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
    this.forgetWishes();
    this.leaveOut.set(job.report?.leftOut ?? false);
    // It is read again as it was then, whatever would be found now.
    if (job.report?.form) {
      const { sheet, separator, ...form } = job.report.form;
      this.form.set({ ...form, ...(sheet !== null && { sheet }), ...(separator !== null && { separator }) });
      this.mapping.set(mappingOf(job.report.columns));
    }
    this.follow(job);
  }

  private follow(job: Job): void {
    this.job.set(job);
    if (hasEnded(job)) return;
    this.begun.set(Date.now());
    this.follower.follow(job.id).subscribe({
      next: (step) => this.job.set(step),
      error: (error: unknown) => this.problem.set(toProblem(error)),
      complete: () => {
        this.loadLatest();
        if (this.report()?.dryRun !== false) return;
        this.store.dispatch(FloorActions.shopChanged());
        this.loadVocabulary();
      },
    });
  }

  private loadLatest(): void {
    this.api.jobs().subscribe({
      next: (jobs) => this.latest.set(jobs),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  /** What columns can become: languages and attributes of the shop. */
  private loadVocabulary(): void {
    this.api.vocabulary().subscribe({
      next: (vocabulary) => this.vocabulary.set(vocabulary),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
