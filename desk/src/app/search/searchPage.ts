import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Problem, SearchPreview, SearchTrial, StoredSearchRules, TriedProduct } from '@fond/contract';
import {
  sameValue,
  type FoundBy,
  type Ladder,
  type QueryAnswer,
  type SearchRules,
  type Synonyms,
  type WidthName,
  WIDTH_NAMES,
} from '@fond/core';
import { SearchApi } from '../api/searchApi';
import { asking } from '../api/asking';
import { CatalogueWords } from '../wording/catalogueWords';
import { floorFeature } from '../store/floor.feature';
import { AnswerList } from './answerList';
import { isWhole } from './answerWords';
import { ShopFrame } from '../product/shopFrame';
import { LadderFields } from './ladderFields';
import { SynonymList } from './synonymList';
import { TypedQueries } from './typedQueries';

const HOW: Readonly<Record<NonNullable<FoundBy['by']>, string>> = {
  itself: 'as it is typed',
  ending: 'with another ending',
  synonym: 'by a synonym',
  compound: 'written together or apart',
  spelling: 'spelt nearly so',
};

/** What the shop makes of what shoppers type, tried on a text before it is saved. */
@Component({
  selector: 'desk-search',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AnswerList,
    LadderFields,
    MatButtonModule,
    MatProgressBarModule,
    RouterLink,
    ShopFrame,
    SynonymList,
    TypedQueries,
  ],
  templateUrl: './searchPage.html',
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss', './searchPage.scss'],
})
export class SearchPage {
  private readonly api = inject(SearchApi);
  private readonly messages = inject(MatSnackBar);
  private readonly vocabulary = inject(CatalogueWords).vocabulary;
  private readonly router = inject(Router);
  private readonly floor = inject(Store).selectSignal(floorFeature.selectFloor);
  /** Which of its parts is open: `answers`, `nothing`, or what means the same. */
  readonly part = input<string>();
  /** `page` shows what is tried as shoppers will see it; else it is told product by product. */
  readonly seen = input<string>();
  /** What is tried; from the address, and told to it, as typing is quicker than that. */
  protected readonly q = signal(inject(ActivatedRoute).snapshot.queryParamMap.get('q') ?? '');

  protected readonly kept = signal<StoredSearchRules | null>(null);
  protected readonly rules = signal<SearchRules | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly writing = signal(false);
  protected readonly languages = computed(() => this.vocabulary()?.languages ?? ['en']);
  private readonly chosen = signal<string | null>(null);
  protected readonly lang = computed(() => this.chosen() ?? this.languages()[0]);
  protected readonly trial = signal<SearchTrial | null>(null);
  protected readonly preview = signal<SearchPreview | null>(null);
  protected readonly width = signal<WidthName>('wide');
  protected readonly widths = WIDTH_NAMES;
  protected readonly changed = computed(() => {
    const [kept, rules] = [this.kept(), this.rules()];
    return kept !== null && rules !== null && !sameValue(kept.rules, rules);
  });

  protected readonly synonyms = computed(() =>
    (this.rules()?.synonyms ?? []).filter(({ lang }) => lang === this.lang()),
  );
  protected readonly answers = computed(() =>
    (this.rules()?.answers ?? []).filter(({ lang }) => lang === this.lang()),
  );
  /** Where what is tried leads to at once; null where it finds products. */
  protected readonly leadsTo = computed(() => {
    const holding = this.trial()?.answer ?? null;
    return this.rules()?.answers.find(({ id }) => id === holding)?.leadsTo ?? null;
  });
  /** The window of the plan that pages of results are built from, on this search. */
  protected readonly window = computed(() => {
    const plan = this.floor()?.aisles.find(({ key }) => key === 'search')?.plan?.id;
    const query = new URLSearchParams({ q: this.q().trim() });
    if (this.lang() !== this.languages()[0]) query.set('lang', this.lang());
    return plan ? { plan, aisle: `/search?${query}` } : null;
  });
  protected readonly tried = computed(() => {
    const [q, lang, rules] = [this.q().trim(), this.lang(), this.rules()];
    return q && rules ? { q, lang, rules: withoutHalf(rules) } : null;
  });
  protected readonly leftOut = computed(() =>
    (this.rules()?.leftOut ?? []).flatMap(({ lang, word }) => (lang === this.lang() ? [word] : [])),
  );

  constructor() {
    this.load();
    asking(this.tried, ({ q, lang, rules }) =>
      this.api.try(q, lang, rules).subscribe({
        next: (trial) => {
          this.trial.set(trial);
          this.problem.set(null);
        },
        error: (problem: Problem) => this.problem.set(problem),
      }),
    );
    asking(
      () => (this.seen() === 'page' ? this.tried() : null),
      ({ q, lang, rules }) =>
        this.api.preview(q, lang, rules).subscribe({
          next: (preview) => this.preview.set(preview),
          error: (problem: Problem) => this.problem.set(problem),
        }),
    );
  }

  protected load(): void {
    this.api.read().subscribe({
      next: (kept) => this.take(kept),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  private take(kept: StoredSearchRules): void {
    this.kept.set(kept);
    this.rules.set(kept.rules);
    this.problem.set(null);
  }

  protected show(part: string | null): void {
    void this.router.navigate([], { queryParams: { part }, queryParamsHandling: 'merge' });
  }

  protected type(text: string): void {
    this.q.set(text);
    this.look({ q: text || null });
  }

  /** What is tried, and how it is looked at, stands in the address. */
  protected look(queryParams: { q?: string | null; seen?: string | null }): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected choose(lang: string): void {
    this.chosen.set(lang);
  }

  protected putSynonyms(synonyms: readonly Synonyms[]): void {
    this.rules.update(
      (rules) =>
        rules && {
          ...rules,
          synonyms: [...rules.synonyms.filter(({ lang }) => lang !== this.lang()), ...synonyms],
        },
    );
  }

  protected putAnswers(answers: readonly QueryAnswer[]): void {
    this.rules.update(
      (rules) =>
        rules && {
          ...rules,
          answers: [...rules.answers.filter(({ lang }) => lang !== this.lang()), ...answers],
        },
    );
  }

  protected putLadder(nothing: Ladder): void {
    this.rules.update((rules) => rules && { ...rules, nothing });
  }

  /** One a line, or with commas between. */
  protected putLeftOut(text: string): void {
    const lang = this.lang();
    const words = [...new Set(text.split(/[,\n]/).map((word) => word.trim()))].filter(Boolean);
    this.rules.update(
      (rules) =>
        rules && {
          ...rules,
          leftOut: [
            ...rules.leftOut.filter((one) => one.lang !== lang),
            ...words.map((word) => ({ lang, word })),
          ],
        },
    );
  }

  protected undo(): void {
    const kept = this.kept();
    if (kept) this.rules.set(kept.rules);
  }

  protected save(): void {
    const [rules, kept] = [this.rules(), this.kept()];
    if (rules && kept) this.write(withoutHalf(rules), kept, kept.rules);
  }

  /** @param before What an undo brings back; null where there is none. */
  private write(rules: SearchRules, { version }: { version: number }, before: SearchRules | null): void {
    this.writing.set(true);
    this.api.save(rules, version).subscribe({
      next: (kept) => {
        this.writing.set(false);
        this.take(kept);
        const told = this.messages.open('Shoppers search by this now.', before ? 'Undo' : 'OK', {
          duration: 10_000,
        });
        if (before) told.onAction().subscribe(() => this.write(before, kept, null));
      },
      error: (problem: Problem) => {
        this.writing.set(false);
        this.problem.set(problem);
      },
    });
  }

  protected placed({ by, place }: TriedProduct): string {
    return by === 'pin' ? `held at place ${place}` : by === 'lift' ? 'stands first by the answer' : '';
  }

  protected how({ by, word, said }: FoundBy): string {
    if (by === null) return `“${said}”: not found`;
    return `“${said}”: ${HOW[by]}${by === 'itself' ? '' : ` (${word})`}`;
  }
}

/** Without what is still being typed. */
const withoutHalf = (rules: SearchRules): SearchRules => ({
  ...rules,
  synonyms: rules.synonyms.filter(({ words }) => words.length > 1),
  answers: rules.answers.filter(isWhole),
});
