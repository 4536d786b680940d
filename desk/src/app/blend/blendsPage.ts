import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Observable } from 'rxjs';
import type { BlendTrial, Problem, StoredBlend } from '@fond/contract';
import { sameValue, type BlendFactor } from '@fond/core';
import { Api } from '../api/api';
import { asking } from '../api/asking';
import { RuleActions } from '../range/ruleActions';
import { BlendsActions } from '../store/blends.actions';
import { blendsFeature } from '../store/blends.feature';
import { floorFeature } from '../store/floor.feature';
import { RangeVocabulary } from '../wording/rangeNames';
import { BlendBoard } from './blendBoard';
import { blendWords } from '../wording/blendWords';
import { FactorList } from './factorList';

/** A blend that is being edited, over the version that saving goes over. */
interface OpenBlend {
  id: string;
  version: number;
  name: string;
  factors: readonly BlendFactor[];
}

/** Products that the board shows. */
const SHOWN = 60;

/** A new blend weighs what sells with what is new. */
const FRESH: readonly BlendFactor[] = [
  {
    id: 'factor-1',
    basis: { kind: 'figure', figure: 'sold-lately' },
    weight: 60,
    reversed: false,
    missing: 50,
  },
  { id: 'factor-2', basis: { kind: 'newness', halfLife: 60 }, weight: 40, reversed: false, missing: 0 },
];

/** Blends: the weights of each on sliders, beside the products of an aisle as they stand by it. */
@Component({
  selector: 'desk-blends',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BlendBoard, FactorList, MatButtonModule, MatProgressBarModule, RouterLink, RuleActions],
  templateUrl: './blendsPage.html',
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss', './blendsPage.scss'],
})
export class BlendsPage {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly words = inject(RangeVocabulary);
  /** Of the address. */
  readonly id = input<string>();
  /** Path of the aisle whose products are shown. */
  readonly aisle = input<string>();

  protected readonly blends = this.store.selectSignal(blendsFeature.selectBlends);
  private readonly loading = this.store.selectSignal(blendsFeature.selectProblem);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  protected readonly aisles = computed(() => this.floor()?.aisles ?? []);
  protected readonly path = computed(() => this.aisle() ?? '/');
  protected readonly current = computed(() => this.blends()?.find(({ id }) => id === this.id()) ?? null);
  protected readonly draft = signal<OpenBlend | null>(null);
  protected readonly changed = computed(() => {
    const [draft, current] = [this.draft(), this.current()];
    return (
      draft !== null &&
      current !== null &&
      (draft.name !== current.name || !sameValue(draft.factors, current.factors))
    );
  });
  protected readonly writing = signal(false);
  private readonly failed = signal<Problem | null>(null);
  protected readonly problem = computed(() => this.failed() ?? this.loading());
  protected readonly trial = signal<BlendTrial | null>(null);

  constructor() {
    this.store.dispatch(BlendsActions.needed());
    effect(() => {
      const current = this.current();
      const open = untracked(this.draft);
      // What was typed stays while others save; the server refuses to cover what they did.
      if (!current || (open?.id === current.id && untracked(this.changed))) return;
      const { id, version, name, factors } = current;
      this.draft.set({ id, version, name, factors });
    });
    effect(() => {
      this.id();
      untracked(() => {
        this.failed.set(null);
        if (this.draft()?.id !== this.id()) this.draft.set(null);
      });
    });
    asking(
      () => {
        const [draft, current, address] = [this.draft(), this.current(), this.path()];
        return draft?.factors.length && current
          ? { factors: draft.factors, before: current.factors, address }
          : null;
      },
      (question) =>
        this.api.tryBlend({ ...question, most: SHOWN }).subscribe({
          next: (trial) => {
            this.trial.set(trial);
            this.failed.set(null);
          },
          error: (problem: Problem) => this.failed.set(problem),
        }),
    );
  }

  protected sentenceOf(factors: readonly BlendFactor[]): string {
    return blendWords(factors, this.words.names());
  }

  protected used({ usedIn }: StoredBlend): string {
    if (!usedIn.length) return 'not used yet';
    return usedIn.map(({ plan, aside }) => plan.name + (aside ? ' (put aside)' : '')).join(', ');
  }

  protected put(change: Partial<Pick<OpenBlend, 'name' | 'factors'>>): void {
    this.draft.update((draft) => draft && { ...draft, ...change });
  }

  protected leave(): void {
    const current = this.current();
    if (current) this.draft.set({ ...current });
  }

  protected show(path: string): void {
    void this.router.navigate([], { queryParams: { aisle: path === '/' ? null : path } });
  }

  protected create(): void {
    const names = new Set(this.blends()?.map(({ name }) => name));
    let name = 'New blend';
    for (let n = 2; names.has(name); n++) name = `New blend ${n}`;
    this.write(this.api.createBlend({ name, factors: FRESH }), ({ id }) => {
      void this.router.navigate(['/blends', id]);
    });
  }

  protected save(): void {
    const draft = this.draft();
    const name = draft?.name.trim();
    if (!draft || !name) return;
    this.write(
      this.api.saveBlend(draft.id, { name, factors: draft.factors }, draft.version),
      ({ id, version }) => {
        this.draft.update((open) => (open?.id === id ? { ...open, name, version } : open));
      },
    );
  }

  private write(call: Observable<StoredBlend>, then: (blend: StoredBlend) => void): void {
    this.writing.set(true);
    this.failed.set(null);
    call.subscribe({
      next: (blend) => {
        this.writing.set(false);
        then(blend);
        this.store.dispatch(BlendsActions.written({ blend }));
      },
      error: (problem: Problem) => {
        this.writing.set(false);
        this.failed.set(problem);
      },
    });
  }

  protected remove({ id, name, factors }: StoredBlend): void {
    this.api.deleteBlend(id).subscribe({
      next: () => {
        this.store.dispatch(BlendsActions.deleted({ id }));
        void this.router.navigate(['/blends']);
        this.messages
          .open(`“${name}” is deleted.`, 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() =>
            this.write(this.api.createBlend({ name, factors }), (made) => {
              void this.router.navigate(['/blends', made.id]);
            }),
          );
      },
      error: (problem: Problem) => this.failed.set(problem),
    });
  }
}
