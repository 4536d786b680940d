import { DatePipe } from '@angular/common';
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
import type { Subscription } from 'rxjs';
import {
  mayAs,
  REVIEW_STATES,
  REVIEWS_A_PAGE,
  type Problem,
  type ReviewFilter,
  type ReviewLine,
  type ReviewPage,
  type ReviewState,
} from '@fond/contract';
import { ReviewApi } from '../api/reviewApi';
import { languageName } from '../records/languageName';
import { sessionFeature } from '../session/session.feature';
import { CatalogueWords } from '../wording/catalogueWords';

const STATE_WORDS: Readonly<Record<ReviewState, string>> = {
  waiting: 'waiting',
  standing: 'in the shop',
  down: 'taken down',
};

/** What is done to a review in each state, in the words of the button. */
const DEEDS: Readonly<Record<ReviewState, readonly { to: ReviewState; words: string; done: string }[]>> = {
  waiting: [
    { to: 'standing', words: 'Let it stand', done: 'in the shop now' },
    { to: 'down', words: 'Don’t show it', done: 'not shown' },
  ],
  standing: [{ to: 'down', words: 'Take it down', done: 'taken down' }],
  down: [{ to: 'standing', words: 'Let it stand', done: 'in the shop now' }],
};

/** What is asked for, as the address says it. */
interface Asked {
  state?: string | null;
  stars?: string | null;
  lang?: string | null;
  q?: string | null;
  page?: string | null;
}

/** What shoppers say of products, to be let stand, answered or taken down. */
@Component({
  selector: 'desk-reviews',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule, MatProgressBarModule, RouterLink],
  templateUrl: './reviewsPage.html',
  styleUrls: ['../shell/sheet.scss', './reviewsPage.scss'],
})
export class ReviewsPage {
  private readonly api = inject(ReviewApi);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);
  private readonly shop = inject(CatalogueWords).vocabulary;
  /** Of the address. */
  readonly state = input<string>();
  readonly stars = input<string>();
  readonly lang = input<string>();
  readonly q = input<string>();
  readonly page = input<string>();

  protected readonly stateWords = STATE_WORDS;
  protected readonly deeds = DEEDS;
  protected readonly states = REVIEW_STATES;
  protected readonly language = languageName;
  protected readonly languages = computed(() => this.shop()?.languages ?? []);
  protected readonly merchandiser = computed(() => mayAs(this.user()?.role ?? 'viewer', 'merchandiser'));
  protected readonly found = signal<ReviewPage | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(false);
  /** Those that are chosen to be decided on together. */
  protected readonly chosen = signal<ReadonlySet<number>>(new Set());
  /** The review that is being answered, and what is written so far. */
  protected readonly answering = signal<{ id: number; text: string } | null>(null);
  private reading: Subscription | null = null;

  /** What waits is what somebody comes for. */
  protected readonly shownState = computed((): ReviewState | 'all' => {
    const asked = this.state();
    return asked === 'all' ? 'all' : (REVIEW_STATES.find((one) => one === asked) ?? 'waiting');
  });
  private readonly filter = computed((): ReviewFilter => {
    const [state, stars, lang, q, page] = [
      this.shownState(),
      Number(this.stars()),
      this.lang(),
      this.q()?.trim(),
      Number(this.page()),
    ];
    return {
      ...(state !== 'all' && { state }),
      ...(stars >= 1 && stars <= 5 && { stars }),
      ...(lang && /^[a-z]{2}$/.test(lang) && { lang }),
      ...(q && { q }),
      ...(page > 1 && { page }),
    };
  });
  protected readonly current = computed(() => this.filter().page ?? 1);
  protected readonly pages = computed(() =>
    Math.max(1, Math.ceil((this.found()?.total ?? 0) / REVIEWS_A_PAGE)),
  );
  protected readonly narrowed = computed(() => Boolean(this.stars() || this.lang() || this.q()));

  constructor() {
    effect(() => {
      const filter = this.filter();
      untracked(() => this.read(filter));
    });
  }

  protected again(): void {
    this.read(this.filter());
  }

  private read(filter: ReviewFilter): void {
    this.reading?.unsubscribe();
    this.reading = this.api.list(filter).subscribe({
      next: (found) => {
        this.found.set(found);
        this.problem.set(null);
        const there = new Set(found.lines.map(({ id }) => id));
        this.chosen.update((chosen) => new Set([...chosen].filter((id) => there.has(id))));
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected ask(change: Asked): void {
    void this.router.navigate([], {
      queryParams: { page: null, ...change },
      queryParamsHandling: 'merge',
      replaceUrl: 'q' in change,
    });
  }

  protected choose({ id }: ReviewLine): void {
    this.chosen.update((before) => {
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  protected chooseAll(): void {
    const lines = this.found()?.lines ?? [];
    this.chosen.update((before) =>
      before.size === lines.length ? new Set() : new Set(lines.map(({ id }) => id)),
    );
  }

  protected decideChosen(to: ReviewState): void {
    const lines = (this.found()?.lines ?? []).filter(({ id }) => this.chosen().has(id));
    this.decide(
      lines,
      to,
      `${lines.length} ${lines.length === 1 ? 'review' : 'reviews'}: ${STATE_WORDS[to]}.`,
    );
  }

  protected decideOne(line: ReviewLine, to: ReviewState, done: string): void {
    this.decide([line], to, `The review by ${line.by} is ${done}.`);
  }

  private decide(lines: readonly ReviewLine[], to: ReviewState, said: string): void {
    this.working.set(true);
    this.api.decide(idsOf(lines), to).subscribe({
      next: () => {
        this.working.set(false);
        this.again();
        this.messages
          .open(said, 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() => this.giveBack(lines));
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  /** Each back to where it was. */
  private giveBack(lines: readonly ReviewLine[]): void {
    for (const state of REVIEW_STATES) {
      const ids = idsOf(lines.filter((line) => line.state === state));
      if (ids.length)
        this.api.decide(ids, state).subscribe({
          next: () => this.again(),
          error: (problem: Problem) => this.fail(problem),
        });
    }
  }

  protected write({ id, answer }: ReviewLine): void {
    this.answering.set({ id, text: answer });
  }

  protected answer(line: ReviewLine, text: string): void {
    this.working.set(true);
    this.api.answer(line.id, text.trim()).subscribe({
      next: (stored) => {
        this.working.set(false);
        this.answering.set(null);
        this.found.update(
          (found) =>
            found && { ...found, lines: found.lines.map((one) => (one.id === stored.id ? stored : one)) },
        );
        const said = text.trim() ? 'Your answer is stored.' : 'The answer is taken away.';
        this.messages
          .open(said, 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() => this.answer(line, line.answer));
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private fail(problem: Problem): void {
    this.working.set(false);
    this.problem.set(problem);
  }

  protected starsOf(stars: number): string {
    return '★'.repeat(stars) + '☆'.repeat(5 - stars);
  }
}

const idsOf = (lines: readonly ReviewLine[]): number[] => lines.map(({ id }) => id);
