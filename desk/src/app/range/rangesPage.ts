import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Subscription } from 'rxjs';
import type { CollectionInput, Problem, StoredRange } from '@fond/contract';
import { sameValue, sayRange, type RangeRule, type RangeSource, type Sieve } from '@fond/core';
import { Api } from '../api/api';
import { ExplainApi } from '../api/explainApi';
import { asking } from '../api/asking';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { NamedProducts } from '../product/namedProducts';
import { ClauseList } from './clauseList';
import { opened, readAnew, type OpenRange, type RangeDraft } from './openRange';
import { RangeProducts } from './rangeProducts';
import { RuleActions } from './ruleActions';
import { RangeVocabulary } from '../wording/rangeNames';
import { RangesActions } from '../store/ranges.actions';
import { rangesFeature } from '../store/ranges.feature';

/** Saved ranges: what each holds, where it is used, and its rule with the sieve of a chosen aisle. */
@Component({
  selector: 'desk-ranges',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ClauseList,
    MatButtonModule,
    MatProgressBarModule,
    NamedProducts,
    RuleActions,
    RangeProducts,
    RouterLink,
  ],
  templateUrl: './rangesPage.html',
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss'],
})
export class RangesPage {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly explainApi = inject(ExplainApi);
  private readonly router = inject(Router);
  private readonly words = inject(RangeVocabulary);
  /** Of the address. */
  readonly id = input<string>();

  protected readonly ranges = this.store.selectSignal(rangesFeature.selectRanges);
  protected readonly writing = this.store.selectSignal(rangesFeature.selectWriting);
  protected readonly problem = this.store.selectSignal(rangesFeature.selectProblem);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  protected readonly aisles = computed(() => this.floor()?.aisles ?? []);
  protected readonly current = computed(() => this.ranges()?.find(({ id }) => id === this.id()) ?? null);
  private readonly open = signal<OpenRange | null>(null);
  protected readonly draft = computed(() => this.open()?.draft ?? null);
  protected readonly changed = computed(() => {
    const [draft, current] = [this.draft(), this.current()];
    return draft !== null && current !== null && !sameValue(draft, opened(current).stored);
  });
  protected readonly aisle = signal('/');
  protected readonly sieve = signal<Sieve | null>(null);
  protected readonly sieveProblem = signal<Problem | null>(null);

  /** Name of the range that was asked for and is opened once it is there. */
  private making: string | null = null;

  constructor() {
    effect(() => {
      const made = this.ranges()?.find(({ name }) => name === this.making);
      if (!made) return;
      this.making = null;
      void this.router.navigate(['/ranges', made.id]);
    });
    this.store.dispatch(RangesActions.needed());
    effect(() => {
      const current = this.current();
      this.open.update((open) => readAnew(open, current));
    });
    asking(
      () => {
        const [rule, aisle] = [this.draft()?.rule, this.aisle()];
        return rule ? { rule, aisle } : null;
      },
      ({ rule, aisle }) => this.count(rule, aisle),
    );
  }

  private count(rule: RangeRule, aisle: string): Subscription {
    return this.explainApi.range(rule, aisle).subscribe({
      next: (sieve) => {
        this.sieve.set(sieve);
        this.sieveProblem.set(null);
      },
      error: (problem: Problem) => this.sieveProblem.set(problem),
    });
  }

  protected sentenceOf(rule: RangeRule): string {
    return sayRange(rule, this.words.names());
  }

  protected used({ usedIn }: StoredRange): string {
    if (!usedIn.length) return 'not used yet';
    return usedIn.map(({ plan, aside }) => plan.name + (aside ? ' (put aside)' : '')).join(', ');
  }

  protected change(change: Partial<RangeDraft>): void {
    this.open.update((open) => open && { ...open, draft: { ...open.draft, ...change } });
  }

  protected rule(change: Partial<RangeRule>): void {
    const rule = this.draft()?.rule;
    if (rule) this.change({ rule: { ...rule, ...change } });
  }

  protected source(kind: RangeSource['kind']): void {
    if (kind === 'aisle') this.rule({ source: { kind, below: true, main: false } });
    else if (kind === 'named') this.rule({ source: { kind, skus: [] } });
    else if (kind === 'catalogue') this.rule({ source: { kind } });
  }

  protected save(): void {
    const open = this.open();
    const name = open?.draft.name.trim();
    if (!open || !name) return;
    const { id, version } = open;
    const sent = { ...open.draft, name };
    this.open.set({ ...open, draft: sent, sent });
    this.store.dispatch(RangesActions.savingAsked({ id, version, ...sent }));
  }

  /** A collection holds what it holds wherever it is shown, so a range that follows its aisle can't become one. */
  protected collectable({ rule }: StoredRange): boolean {
    return rule.source.kind === 'catalogue' || (rule.source.kind === 'named' && !rule.clauses.length);
  }

  protected makeCollection({ name, rule }: StoredRange): void {
    const byHand = rule.source.kind === 'named';
    const wish: CollectionInput = {
      slug: '',
      titles: { [this.words.words()?.languages[0] ?? 'en']: name },
      descriptions: {},
      clauses: byHand ? null : rule.clauses,
      skus: rule.source.kind === 'named' ? rule.source.skus : [],
    };
    this.api.createCollection(wish).subscribe({
      next: ({ id }) => {
        this.store.dispatch(FloorActions.shopChanged());
        void this.router.navigate(['/collections', id]);
      },
      error: (problem: Problem) => this.sieveProblem.set(problem),
    });
  }

  protected leave(): void {
    const current = this.current();
    this.open.set(current && opened(current));
  }

  protected create(): void {
    const names = new Set(this.ranges()?.map(({ name }) => name));
    let name = 'New range';
    for (let n = 2; names.has(name); n++) name = `New range ${n}`;
    this.making = name;
    this.store.dispatch(
      RangesActions.creationAsked({
        name,
        rule: { source: { kind: 'aisle', below: true, main: false }, clauses: [] },
      }),
    );
  }

  protected remove({ id }: StoredRange): void {
    this.store.dispatch(RangesActions.deletionAsked({ id }));
    void this.router.navigate(['/ranges']);
  }
}
