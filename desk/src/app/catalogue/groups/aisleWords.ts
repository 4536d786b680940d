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
import { MatSnackBar } from '@angular/material/snack-bar';
import { Store } from '@ngrx/store';
import type { AisleTexts, Problem, WordedAisle } from '@fond/contract';
import { sameValue } from '@fond/core';
import { Api } from '../../api/api';
import { isKind } from '../../api/problem';
import { RangeVocabulary } from '../../wording/rangeNames';
import { LocalTexts } from '../../records/localTexts';
import { FloorActions } from '../../store/floor.actions';

/** What a category or a tag is called and says of itself, written where the aisle is seen. */
@Component({
  selector: 'desk-aisle-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LocalTexts, MatButtonModule],
  template: `
    @if (draft(); as words) {
      <desk-texts
        name="Name"
        [texts]="words.titles"
        [languages]="languages()"
        [fault]="fault()"
        (changed)="draft.set({ titles: $event, descriptions: words.descriptions })"
      />
      <desk-texts
        name="Description"
        [texts]="words.descriptions"
        [languages]="languages()"
        [long]="true"
        (changed)="draft.set({ titles: words.titles, descriptions: $event })"
      />
      <p>
        <button
          mat-flat-button
          type="button"
          [disabled]="!changed() || working()"
          (click)="save(words, seen()!)"
        >
          Save its words
        </button>
        @if (changed()) {
          <button mat-button type="button" (click)="draft.set(seen())">Leave them as they were</button>
        }
        <small>Shoppers read them as soon as they are saved.</small>
      </p>
    } @else if (!problem()) {
      <p class="quiet">Reading its words …</p>
    }
    @if (problem(); as told) {
      <div class="trouble" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.errors?.length ? '' : told.detail }}
        @if (theirs(); as other) {
          <button mat-button type="button" (click)="take(other)">Load theirs</button>
          <button mat-button type="button" (click)="save(draft()!, other)">Write mine over them</button>
        } @else if (!draft()) {
          <button mat-button type="button" (click)="read()">Try again</button>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      max-width: 720px;
      margin: 8px 0;
    }
    p {
      display: flex;
      align-items: center;
      gap: 8px;
      margin: 4px 0;
    }
    small,
    .quiet {
      color: var(--quiet);
    }
    .trouble {
      color: var(--vermilion);
    }
  `,
})
export class AisleWords {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  private readonly vocabulary = inject(RangeVocabulary);
  /** Key of the aisle, such as `category:12`. */
  readonly key = input.required<string>();

  protected readonly languages = computed(() => this.vocabulary.words()?.languages ?? ['en']);
  protected readonly seen = signal<AisleTexts | null>(null);
  protected readonly draft = signal<AisleTexts | null>(null);
  protected readonly working = signal(false);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly changed = computed(() => !sameValue(this.draft(), this.seen()));
  protected readonly theirs = computed(() => {
    const problem = this.problem();
    return problem && isKind(problem, 'newer-draft')
      ? (problem as Problem & { theirs: AisleTexts }).theirs
      : null;
  });
  protected readonly fault = computed(
    () => this.problem()?.errors?.find(({ path }) => path.startsWith('titles'))?.message ?? '',
  );

  constructor() {
    effect(() => {
      this.key();
      untracked(() => this.read());
    });
  }

  private place(): [WordedAisle, number] {
    const [of, id] = this.key().split(':');
    return [of as WordedAisle, Number(id)];
  }

  protected read(): void {
    this.problem.set(null);
    this.api.aisleTexts(...this.place()).subscribe({
      next: (texts) => this.take(texts),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected take(texts: AisleTexts): void {
    this.problem.set(null);
    this.seen.set(texts);
    this.draft.set(texts);
  }

  protected save(words: AisleTexts, over: AisleTexts): void {
    this.write(words, over, () => {
      const ref = this.messages.open('Its words are saved.', 'Undo', { duration: 8_000 });
      ref.onAction().subscribe(() => this.write(over, this.seen()!));
    });
  }

  private write(words: AisleTexts, over: AisleTexts, then: () => void = () => undefined): void {
    this.working.set(true);
    this.problem.set(null);
    const place = this.place();
    this.api.saveAisleTexts(...place, words, over).subscribe({
      next: () => {
        this.working.set(false);
        // As they are kept, cleaned.
        this.read();
        this.store.dispatch(FloorActions.shopChanged());
        then();
      },
      error: (problem: Problem) => {
        this.working.set(false);
        this.problem.set(problem);
      },
    });
  }
}
