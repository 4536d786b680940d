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
import type { BulkEdit, BulkTrial, Job, Problem, ProductColumn, ProductFilter } from '@fond/contract';
import { listEntries, type CellChange } from '@fond/core';
import { CatalogueApi } from '../../api/catalogueApi';
import { hasEnded, JobFollower } from '../../job/jobFollower';
import { cellFace } from './cellFace';

interface Way {
  kind: CellChange['kind'];
  name: string;
}

const SET: Way = { kind: 'set', name: 'becomes' };
const CLEAR: Way = { kind: 'clear', name: 'is emptied' };
const REPLACE: Way = { kind: 'replace', name: 'has words replaced' };
const ENTRIES: Way = { kind: 'entries', name: 'gets and loses entries' };
const RECKONED: readonly Way[] = [
  { kind: 'scale', name: 'becomes so many percent' },
  { kind: 'shift', name: 'goes up or down by' },
];

/** What can be done to a column of each kind. */
const WAYS: Readonly<Record<ProductColumn['kind'], readonly Way[]>> = {
  text: [SET, REPLACE, CLEAR],
  html: [REPLACE, CLEAR],
  money: [...RECKONED, { kind: 'round', name: 'is rounded' }, SET, CLEAR],
  number: [SET, ...RECKONED, CLEAR],
  boolean: [SET, CLEAR],
  time: [SET, CLEAR],
  list: [ENTRIES, REPLACE, SET, CLEAR],
  paths: [ENTRIES, SET],
  pictures: [CLEAR],
  standing: [SET],
};

const ENDINGS: readonly { name: string; to: number; of: number }[] = [
  { name: '.99', to: 99, of: 100 },
  { name: '.95', to: 95, of: 100 },
  { name: '.90', to: 90, of: 100 },
  { name: '.50', to: 50, of: 100 },
  { name: 'whole', to: 0, of: 100 },
  { name: 'the next 5', to: 0, of: 500 },
];

/** One change for many products: told in figures and examples first, done as told, stopped and taken back in one step. */
@Component({
  selector: 'desk-bulk-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule],
  templateUrl: './bulkFields.html',
  styleUrl: './bulkFields.scss',
})
export class BulkFields {
  private readonly api = inject(CatalogueApi);
  private readonly follower = inject(JobFollower);
  private readonly gone = inject(DestroyRef);
  readonly columns = input.required<readonly ProductColumn[]>();
  readonly filter = input.required<ProductFilter>();
  /** Products of the filter, and those of the stretch that is marked. */
  readonly total = input.required<number>();
  readonly marked = input.required<readonly string[]>();
  /** The edit that was made, by which it is taken back. */
  readonly done = output<string>();

  protected readonly endings = ENDINGS;
  protected readonly which = linkedSignal<'marked' | 'all'>(() =>
    this.marked().length > 1 ? 'marked' : 'all',
  );
  protected readonly name = signal('tags');
  protected readonly offered = computed(() =>
    this.columns().filter(({ fixed, name, kind }) => !fixed && name !== 'slug' && WAYS[kind].length > 0),
  );
  protected readonly column = computed(
    () => this.offered().find(({ name }) => name === this.name()) ?? this.offered()[0],
  );
  protected readonly ways = computed(() => WAYS[this.column().kind]);
  protected readonly kind = linkedSignal<CellChange['kind']>(() => this.ways()[0].kind);
  protected readonly text = linkedSignal({ source: this.column, computation: () => '' });
  protected readonly out = linkedSignal({ source: this.column, computation: () => '' });
  protected readonly ending = signal(0);
  protected readonly trial = signal<BulkTrial | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly looking = signal(false);
  protected readonly job = signal<Job | null>(null);

  /** The change as it stands; null while something is missing of it. */
  private change(): CellChange | null {
    const [text, out] = [this.text().trim(), this.out().trim()];
    const number = Number(text.replace(',', '.'));
    switch (this.kind()) {
      case 'set':
        return text ? { kind: 'set', text } : null;
      case 'clear':
        return { kind: 'clear' };
      case 'entries': {
        const [add, remove] = [listEntries(text), listEntries(out)];
        return add.length || remove.length ? { kind: 'entries', add, remove } : null;
      }
      case 'replace':
        return out ? { kind: 'replace', find: out, put: text } : null;
      case 'scale':
        return text && number >= 0 ? { kind: 'scale', percent: number } : null;
      case 'shift':
        return text && Number.isFinite(number) ? { kind: 'shift', by: number } : null;
      case 'round': {
        const { to, of } = ENDINGS[this.ending()];
        return { kind: 'round', to, of };
      }
    }
  }

  private bulk(): BulkEdit | null {
    const change = this.change();
    if (!change) return null;
    const skus = this.which() === 'marked' ? this.marked() : null;
    return { skus, filter: this.filter(), column: this.column().name, change };
  }

  protected ready(): boolean {
    return this.change() !== null;
  }

  protected face(text: string): string {
    return cellFace(this.column(), text) || '—';
  }

  /** What was told does not hold any more. */
  protected changed(): void {
    this.trial.set(null);
    this.problem.set(null);
    this.job.set(null);
  }

  protected look(): void {
    const bulk = this.bulk();
    if (!bulk) return;
    this.changed();
    this.looking.set(true);
    this.api.tryBulk(bulk).subscribe({
      next: (trial) => {
        this.looking.set(false);
        this.trial.set(trial);
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected start(): void {
    const bulk = this.bulk();
    if (!bulk) return;
    this.looking.set(true);
    this.problem.set(null);
    this.api.bulk(bulk).subscribe({
      next: (job) => {
        this.looking.set(false);
        this.follow(job);
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private follow(started: Job): void {
    this.job.set(started);
    this.follower
      .follow(started.id)
      .pipe(takeUntilDestroyed(this.gone))
      .subscribe((job) => {
        this.job.set(job);
        if (!hasEnded(job)) return;
        this.trial.set(null);
        if (job.state === 'done' && job.report?.changed) this.done.emit(job.id);
      });
  }

  protected stop(): void {
    const job = this.job();
    if (job) this.api.stopJob(job.id).subscribe({ error: (problem: Problem) => this.problem.set(problem) });
  }

  protected isRunning(job: Job): boolean {
    return !hasEnded(job);
  }

  private fail(problem: Problem): void {
    this.looking.set(false);
    this.problem.set(problem);
  }
}
