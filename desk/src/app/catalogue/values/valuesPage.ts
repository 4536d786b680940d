import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  from,
  last,
  map,
  of,
  Subject,
  type Observable,
  type Subscription,
} from 'rxjs';
import type {
  AttributeLine,
  AttributeValueLine,
  AttributeValues,
  BulkEdit,
  Job,
  Problem,
} from '@fond/contract';
import { Api } from '../../api/api';
import type { ValueShow } from '@fond/core';
import { CatalogueApi } from '../../api/catalogueApi';
import { JobFollower } from '../../job/jobFollower';
import { TakeBack } from '../../job/takeBack';
import { FloorActions } from '../../store/floor.actions';
import { CatalogueWords } from '../../wording/catalogueWords';
import { SwatchField } from './swatchField';
import { ValueShowFields } from './valueShowFields';

/** The values of one attribute: renamed, merged, given words in every language and a colour; each change with undo. */
@Component({
  selector: 'desk-values',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatProgressBarModule, RouterLink, SwatchField, ValueShowFields],
  templateUrl: './valuesPage.html',
  styleUrls: ['../../shell/sheet.scss', './valuesPage.scss'],
})
export class ValuesPage {
  private readonly api = inject(CatalogueApi);
  private readonly others = inject(Api);
  private readonly takingBack = inject(TakeBack);
  private readonly follower = inject(JobFollower);
  private readonly messages = inject(MatSnackBar);
  private readonly store = inject(Store);
  private readonly words = inject(CatalogueWords);
  private readonly gone = inject(DestroyRef);
  /** Of the address. */
  readonly key = input.required<string>();
  protected readonly found = signal<AttributeValues | null>(null);
  protected readonly line = signal<AttributeLine | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(false);
  protected readonly languages = computed(() => this.words.vocabulary()?.languages ?? ['en']);
  protected readonly name = computed(() => this.line()?.labels[this.languages()[0]] ?? this.key());

  constructor() {
    this.sendInTurn();
    effect(() => {
      this.key();
      untracked(() => this.read());
    });
    this.others.attributes().subscribe({
      next: (lines) => this.line.set(lines.find(({ key }) => key === this.key()) ?? null),
      error: () => undefined,
    });
  }

  private reading: Subscription | null = null;

  /** What was asked for before says less than what is asked for now. */
  protected read(): void {
    if (this.waiting) return;
    this.reading?.unsubscribe();
    this.reading = this.api.attributeValues(this.key()).subscribe({
      next: (found) => this.found.set(found),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected isText(): boolean {
    const type = this.line()?.type;
    return type !== 'number' && type !== 'boolean';
  }

  /** Words and a colour are kept for a value, whatever products have it. */
  protected write(line: AttributeValueLine, change: Partial<AttributeValueLine>): void {
    const { value, labels, swatch } = line;
    this.working.set(true);
    this.problem.set(null);
    this.api.writeAttributeValue(this.key(), { value, labels, swatch, ...change }).subscribe({
      next: () => this.changed(),
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected hide(value: string, hidden: boolean): void {
    const shown = this.found()?.shown;
    if (!shown) return;
    const others = shown.hidden.filter((one) => one !== value);
    this.show({ ...shown, hidden: hidden ? [...others, value] : others });
  }

  /** What becomes of a value where shoppers filter. */
  protected fate(value: string): string {
    const { hidden = [], families = [] } = this.found()?.shown ?? {};
    const family = families.find(({ members }) => members.includes(value));
    if (family) return `in ${family.labels[this.languages()[0]] ?? family.id}`;
    return hidden.includes(value) ? 'hidden' : 'offered';
  }

  protected isGathered(value: string): boolean {
    return this.found()?.shown.families.some(({ members }) => members.includes(value)) ?? false;
  }

  /** Holds at once; what was shown before is one press away. */
  protected show(shown: ValueShow): void {
    const found = this.found();
    if (!found) return;
    const before = found.shown;
    // Seen as it will be while it is on its way.
    this.found.set({ ...found, shown });
    this.send(shown, () =>
      this.messages
        .open('Shoppers see the values like that now.', 'Undo', { duration: 10_000 })
        .onAction()
        .subscribe(() => this.send(before)),
    );
  }

  /** What is on its way, the latest last: each holds all that was said before it. */
  private readonly sending = new Subject<{ key: string; shown: ValueShow; then?: () => void }>();
  private waiting = 0;

  private send(shown: ValueShow, then?: () => void): void {
    this.waiting++;
    this.working.set(true);
    this.problem.set(null);
    // An answer to an earlier question would bring back what this changes.
    this.reading?.unsubscribe();
    this.sending.next({ key: this.key(), shown, then });
  }

  private sendInTurn(): void {
    this.sending
      .pipe(
        concatMap(({ key, shown, then }) =>
          this.api.showAttributeValues(key, shown).pipe(
            map(() => ({ problem: null, then })),
            catchError((problem: Problem) => of({ problem, then: undefined })),
          ),
        ),
      )
      .subscribe(({ problem, then }) => {
        this.waiting--;
        if (problem) this.problem.set(problem);
        if (this.waiting) return;
        this.changed();
        then?.();
      });
  }

  protected translate(line: AttributeValueLine, lang: string, text: string): void {
    const { [lang]: _, ...others } = line.labels;
    this.write(line, { labels: text.trim() ? { ...others, [lang]: text.trim() } : others });
  }

  protected rename(line: AttributeValueLine, text: string): void {
    const wanted = text.trim();
    if (!wanted || wanted === line.value) return;
    this.gather([line.value], wanted);
  }

  /** Several spellings become one; products that have it change, one job each, told and taken back together. */
  protected gather(values: readonly string[], into: string): void {
    const column = this.found()?.column;
    if (!column) return;
    this.working.set(true);
    this.problem.set(null);
    const jobs: Job[] = [];
    from(values.filter((value) => value !== into))
      .pipe(
        concatMap((value) => this.run(this.replacing(column, value, into))),
        map((job) => jobs.push(job)),
        takeUntilDestroyed(this.gone),
      )
      .subscribe({
        error: (problem: Problem) => this.fail(problem),
        complete: () => {
          this.changed();
          const products = jobs.reduce((sum, { report }) => sum + (report?.changed ?? 0), 0);
          this.messages
            .open(`${products} products say “${into}” now.`, 'Undo', { duration: 10_000 })
            .onAction()
            .subscribe(() => this.takeBack(jobs));
        },
      });
  }

  private replacing(column: string, value: string, into: string): BulkEdit {
    const change =
      this.line()?.type === 'many'
        ? { kind: 'replace' as const, find: value, put: into }
        : { kind: 'set' as const, text: into };
    const clauses = [{ kind: 'attribute' as const, attribute: this.key(), values: [value] }];
    return { skus: null, filter: { clauses }, column, change };
  }

  private run(bulk: BulkEdit): Observable<Job> {
    return this.api.bulk(bulk).pipe(concatMap(({ id }) => this.follower.follow(id).pipe(last())));
  }

  private takeBack(jobs: readonly Job[]): void {
    from([...jobs].reverse())
      .pipe(concatMap(({ id }) => this.takingBack.edit(id)))
      .subscribe({ error: (problem: Problem) => this.fail(problem), complete: () => this.changed() });
  }

  private changed(): void {
    this.working.set(false);
    this.read();
    this.store.dispatch(FloorActions.shopChanged());
    this.words.load();
  }

  private fail(problem: Problem): void {
    this.working.set(false);
    this.problem.set(problem);
    this.read();
  }
}
