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
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { CollectionSummary, CollectionWish, Problem, StoredCollection } from '@fond/contract';
import { sayRange, type Clause, type Sieve } from '@fond/core';
import { Api } from '../api/api';
import { isKind } from '../api/problem';
import { FloorActions } from '../floor/floor.actions';
import { NamedProducts } from '../products/namedProducts';
import { ClauseList } from '../ranges/clauseList';
import { RangeVocabulary } from '../ranges/rangeNames';

/** A collection that another person saved in the meantime. */
type Newer = Problem & { theirs: StoredCollection };

/** Collections: each an aisle of its own, filled by hand in an order, or by a rule. */
@Component({
  selector: 'desk-collections',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseList, MatButtonModule, MatProgressBarModule, NamedProducts, RouterLink],
  templateUrl: './collectionsPage.html',
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss', './collectionsPage.scss'],
})
export class CollectionsPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly words = inject(RangeVocabulary);
  /** Of the address. */
  readonly id = input(null, { transform: (id: unknown) => (id === undefined ? null : numberAttribute(id)) });

  protected readonly collections = signal<readonly CollectionSummary[] | null>(null);
  protected readonly stored = signal<StoredCollection | null>(null);
  protected readonly draft = signal<CollectionWish | null>(null);
  protected readonly missing = signal(false);
  protected readonly working = signal(false);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly newer = computed(() => {
    const problem = this.problem();
    return problem && isKind(problem, 'newer-draft') ? (problem as Newer) : null;
  });
  protected readonly sieve = signal<Sieve | null>(null);
  protected readonly languages = computed(() => this.words.words()?.languages ?? ['en']);
  protected readonly changed = computed(() => {
    const [draft, stored] = [this.draft(), this.stored()];
    return draft !== null && stored !== null && JSON.stringify(draft) !== JSON.stringify(wishOf(stored));
  });

  constructor() {
    this.load();
    effect(() => {
      const id = this.id();
      untracked(() => this.open(id));
    });
    effect(() => {
      const clauses = this.draft()?.clauses;
      if (clauses) untracked(() => this.count(clauses));
    });
  }

  private load(): void {
    this.api.collections().subscribe({
      next: (collections) => this.collections.set(collections),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  private open(id: number | null): void {
    this.missing.set(false);
    this.problem.set(null);
    if (id === null || id !== this.stored()?.id) this.show(null);
    if (id === null || id === this.stored()?.id) return;
    this.working.set(true);
    this.api.readCollection(id).subscribe({
      next: (stored) => this.show(stored),
      error: (problem: Problem) => {
        this.working.set(false);
        if (isKind(problem, 'not-found')) this.missing.set(true);
        else this.problem.set(problem);
      },
    });
  }

  private show(stored: StoredCollection | null): void {
    this.working.set(false);
    this.stored.set(stored);
    this.draft.set(stored && wishOf(stored));
  }

  private count(clauses: readonly Clause[]): void {
    this.api.explainRange({ source: { kind: 'catalogue' }, clauses }, '/').subscribe({
      next: (sieve) => this.sieve.set(sieve),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected said(clauses: readonly Clause[]): string {
    return sayRange({ source: { kind: 'catalogue' }, clauses }, this.words.names());
  }

  protected title({ titles }: Pick<CollectionWish, 'titles'>): string {
    return titles[this.languages()[0]] || 'without a title';
  }

  protected text(kind: 'titles' | 'descriptions', lang: string): string {
    const texts = this.draft()?.[kind] ?? {};
    return lang in texts ? texts[lang] : '';
  }

  protected write(kind: 'titles' | 'descriptions', lang: string, text: string): void {
    const { [lang]: _, ...others } = this.draft()?.[kind] ?? {};
    this.change({ [kind]: text ? { ...others, [lang]: text } : others });
  }

  protected change(change: Partial<CollectionWish>): void {
    this.draft.update((draft) => draft && { ...draft, ...change });
  }

  /** The fault of a field, told beside it. */
  protected fault(path: string): string {
    return this.problem()?.errors?.find((error) => error.path.startsWith(path))?.message ?? '';
  }

  protected create(): void {
    const titles = { [this.languages()[0]]: 'New collection' };
    this.make({ slug: '', titles, descriptions: {}, clauses: null, skus: [] });
  }

  private make(wish: CollectionWish): void {
    this.working.set(true);
    this.api.createCollection(wish).subscribe({
      next: (stored) => {
        this.written(stored);
        void this.router.navigate(['/collections', stored.id]);
      },
      error: (problem: Problem) => this.refused(problem),
    });
  }

  /** Saves over the version that was read, or over a newer one that the merchandiser has been told of. */
  protected save(over = this.stored()?.version): void {
    const [draft, stored] = [this.draft(), this.stored()];
    if (!draft || !stored || over === undefined) return;
    this.working.set(true);
    this.api.saveCollection(stored.id, draft, over).subscribe({
      next: (saved) => this.written(saved),
      error: (problem: Problem) => this.refused(problem),
    });
  }

  protected takeTheirs(stored: StoredCollection): void {
    this.problem.set(null);
    this.show(stored);
  }

  private written(stored: StoredCollection): void {
    this.problem.set(null);
    this.show(stored);
    this.load();
    // The floor lists its aisle, and sentences call it by its name.
    this.store.dispatch(FloorActions.shopChanged());
  }

  private refused(problem: Problem): void {
    this.working.set(false);
    this.problem.set(problem);
  }

  protected leave(): void {
    this.show(this.stored());
    this.problem.set(null);
  }

  protected remove(stored: StoredCollection): void {
    this.working.set(true);
    this.api.deleteCollection(stored.id).subscribe({
      next: () => {
        this.show(null);
        this.load();
        this.store.dispatch(FloorActions.shopChanged());
        void this.router.navigate(['/collections']);
        this.messages
          .open(`“${this.title(stored)}” is deleted; its aisle is gone.`, 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() => this.make(wishOf(stored)));
      },
      error: (problem: Problem) => this.refused(problem),
    });
  }
}

const wishOf = ({ slug, titles, descriptions, clauses, skus }: StoredCollection): CollectionWish => ({
  slug,
  titles,
  descriptions,
  clauses,
  skus,
});
