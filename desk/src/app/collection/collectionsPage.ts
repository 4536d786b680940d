import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  numberAttribute,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import type { Subscription } from 'rxjs';
import type { CollectionSummary, CollectionInput, Problem, StoredCollection } from '@fond/contract';
import { sayRange, type Clause, type Sieve } from '@fond/core';
import { Api } from '../api/api';
import { ExplainApi } from '../api/explainApi';
import { asking } from '../api/asking';
import { NamedProducts } from '../product/namedProducts';
import { ClauseList } from '../range/clauseList';
import { RangeVocabulary } from '../wording/rangeNames';
import { LocalTexts } from '../records/localTexts';
import { RecordEditor } from '../records/recordEditor';
import { RecordTrouble } from '../records/recordTrouble';

/** Collections: each an aisle of its own, filled by hand in an order, or by a rule. */
@Component({
  selector: 'desk-collections',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ClauseList,
    LocalTexts,
    MatButtonModule,
    MatProgressBarModule,
    NamedProducts,
    RecordTrouble,
    RouterLink,
  ],
  templateUrl: './collectionsPage.html',
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss', '../records/recordPage.scss'],
})
export class CollectionsPage {
  private readonly api = inject(Api);
  private readonly explainApi = inject(ExplainApi);
  private readonly words = inject(RangeVocabulary);
  /** Of the address. */
  readonly id = input(null, { transform: (id: unknown) => (id === undefined ? null : numberAttribute(id)) });

  protected readonly editor = new RecordEditor<CollectionSummary, StoredCollection, CollectionInput>({
    path: '/collections',
    list: () => this.api.collections(),
    read: (id) => this.api.readCollection(id),
    create: (wish) => this.api.createCollection(wish),
    save: (id, wish, version) => this.api.saveCollection(id, wish, version),
    remove: (id) => this.api.deleteCollection(id),
    wishOf,
    gone: (stored) => `“${this.title(stored)}” is deleted; its aisle is gone.`,
  });
  protected readonly sieve = signal<Sieve | null>(null);
  protected readonly languages = computed(() => this.words.words()?.languages ?? ['en']);

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.editor.open(id));
    });
    asking(
      () => this.editor.draft()?.clauses ?? null,
      (clauses) => this.count(clauses),
    );
  }

  private count(clauses: readonly Clause[]): Subscription {
    return this.explainApi.range({ source: { kind: 'catalogue' }, clauses }, '/').subscribe({
      next: (sieve) => this.sieve.set(sieve),
      error: (problem: Problem) => this.editor.problem.set(problem),
    });
  }

  protected sentenceOf(clauses: readonly Clause[]): string {
    return sayRange({ source: { kind: 'catalogue' }, clauses }, this.words.names());
  }

  protected title({ titles }: Pick<CollectionInput, 'titles'>): string {
    return titles[this.languages()[0]] || 'without a title';
  }

  protected create(): void {
    const titles = { [this.languages()[0]]: 'New collection' };
    this.editor.create({ slug: '', titles, descriptions: {}, clauses: null, skus: [] });
  }
}

const wishOf = ({ slug, titles, descriptions, clauses, skus }: StoredCollection): CollectionInput => ({
  slug,
  titles,
  descriptions,
  clauses,
  skus,
});
