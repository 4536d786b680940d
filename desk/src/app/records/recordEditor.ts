import { computed, inject, signal } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Observable } from 'rxjs';
import type { Problem } from '@fond/contract';
import { sameValue } from '@fond/core';
import { isKind } from '../api/problem';
import { FloorActions } from '../store/floor.actions';

/** What the editor needs to know of a kind of record. */
export interface RecordKind<Line, Stored, Wish> {
  /** Where the screen stands, such as `/collections`. */
  path: string;
  list: () => Observable<readonly Line[]>;
  read: (id: number) => Observable<Stored>;
  create: (wish: Wish) => Observable<Stored>;
  save: (id: number, wish: Wish, version: number) => Observable<Stored>;
  remove: (id: number) => Observable<void>;
  /** What a merchandiser says of it, of all that is stored. */
  wishOf: (stored: Stored) => Wish;
  /** What is told once it is deleted. */
  gone: (stored: Stored) => string;
}

/** A record that another person saved in the meantime. */
type Newer<Stored> = Problem & { theirs: Stored };

/**
 * A list of records, one of them open: edited as a draft, saved over the version that was read, told when somebody
 * saved a newer one, deleted with a way back. Made while a component is, as it asks for what it needs.
 */
export class RecordEditor<Line, Stored extends { id: number; version: number }, Wish extends object> {
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);

  readonly lines = signal<readonly Line[] | null>(null);
  readonly stored = signal<Stored | null>(null);
  readonly draft = signal<Wish | null>(null);
  /** The record of the address is gone. */
  readonly missing = signal(false);
  readonly working = signal(false);
  readonly problem = signal<Problem | null>(null);
  /** Which one the address names. */
  private at: number | null = null;
  readonly newer = computed(() => {
    const problem = this.problem();
    return problem && isKind(problem, 'newer-draft') ? (problem as Newer<Stored>) : null;
  });
  readonly changed = computed(() => {
    const [draft, stored] = [this.draft(), this.stored()];
    return draft !== null && stored !== null && !sameValue(draft, this.kind.wishOf(stored));
  });
  readonly loading = computed(() => this.working() || (this.lines() === null && !this.problem()));

  constructor(private readonly kind: RecordKind<Line, Stored, Wish>) {
    this.load();
  }

  private load(): void {
    this.kind.list().subscribe({
      next: (lines) => this.lines.set(lines),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  /** Shows the record of the address; null shows none. */
  open(id: number | null): void {
    this.at = id;
    this.missing.set(false);
    this.problem.set(null);
    if (id === null || id !== this.stored()?.id) this.show(null);
    if (id === null || id === this.stored()?.id) return;
    this.working.set(true);
    this.kind.read(id).subscribe({
      next: (stored) => {
        if (this.at === id) this.show(stored);
      },
      error: (problem: Problem) => {
        if (this.at !== id) return;
        this.working.set(false);
        if (isKind(problem, 'not-found')) this.missing.set(true);
        else this.problem.set(problem);
      },
    });
  }

  private show(stored: Stored | null): void {
    this.working.set(false);
    this.stored.set(stored);
    this.draft.set(stored && this.kind.wishOf(stored));
  }

  change(change: Partial<Wish>): void {
    this.draft.update((draft) => draft && { ...draft, ...change });
  }

  /** The fault of a field, told beside it. */
  fault(path: string): string {
    return this.problem()?.errors?.find((error) => error.path.startsWith(path))?.message ?? '';
  }

  create(wish: Wish): void {
    this.working.set(true);
    this.kind.create(wish).subscribe({
      next: (stored) => {
        this.show(stored);
        this.afterWriting();
        void this.router.navigate([this.kind.path, stored.id]);
      },
      error: (problem: Problem) => this.refused(problem),
    });
  }

  /** Saves over the version that was read, or over a newer one that the merchandiser has been told of. */
  save(over = this.stored()?.version): void {
    const [draft, stored] = [this.draft(), this.stored()];
    if (!draft || !stored || over === undefined) return;
    this.working.set(true);
    this.kind.save(stored.id, draft, over).subscribe({
      next: (saved) => {
        this.afterWriting();
        // Another one may be open by now.
        if (this.at !== saved.id) return;
        this.working.set(false);
        this.stored.set(saved);
        // What was typed while it was saved stays, to be saved next.
        if (this.draft() === draft) this.draft.set(this.kind.wishOf(saved));
      },
      error: (problem: Problem) => {
        if (this.at === stored.id) this.refused(problem);
        else this.messages.open(`${problem.title}. ${problem.detail}`, 'Close');
      },
    });
  }

  takeTheirs(stored: Stored): void {
    this.problem.set(null);
    this.show(stored);
  }

  private afterWriting(): void {
    this.problem.set(null);
    this.load();
    // The floor lists its aisle, and sentences call it by its name.
    this.store.dispatch(FloorActions.shopChanged());
  }

  private refused(problem: Problem): void {
    this.working.set(false);
    this.problem.set(problem);
  }

  /** Gives up what was changed since it was read. */
  leave(): void {
    this.show(this.stored());
    this.problem.set(null);
  }

  remove(stored: Stored): void {
    this.working.set(true);
    this.kind.remove(stored.id).subscribe({
      next: () => {
        this.show(null);
        this.load();
        this.store.dispatch(FloorActions.shopChanged());
        void this.router.navigate([this.kind.path]);
        this.messages
          .open(this.kind.gone(stored), 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() => this.create(this.kind.wishOf(stored)));
      },
      error: (problem: Problem) => this.refused(problem),
    });
  }
}
