import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Problem, TagLine } from '@fond/contract';
import type { Clause } from '@fond/core';
import { CatalogueApi } from '../../api/catalogueApi';
import { FloorActions } from '../../store/floor.actions';
import { CatalogueWords } from '../../wording/catalogueWords';
import { AisleWords } from './aisleWords';
import { GroupMove } from './groupMove';
import { UsesList } from './usesList';

/** Tags: made, renamed in every language, merged and deleted, with what has them. */
@Component({
  selector: 'desk-tags',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AisleWords, GroupMove, MatButtonModule, MatProgressBarModule, RouterLink, UsesList],
  template: `
    @if (working()) {
      <mat-progress-bar mode="indeterminate" aria-label="Storing" />
    }
    <div class="page">
      <header>
        <h1>Tags</h1>
        <p>
          Words that products share; each is an aisle. What changes here holds at once, and shoppers see it.
        </p>
      </header>
      @if (problem(); as told) {
        <p class="trouble" role="alert">
          <strong>{{ told.title }}.</strong> {{ told.errors?.[0]?.message ?? told.detail }}
        </p>
      }
      <div class="two">
        <div>
          <form class="make" (submit)="$event.preventDefault(); make(fresh)">
            <input #fresh class="field" placeholder="A new tag" aria-label="A new tag" maxlength="200" />
            <button mat-stroked-button type="submit">Make it</button>
          </form>
          @if (tags(); as lines) {
            <ul class="tree" aria-label="Tags">
              @for (line of sorted(); track line.id) {
                <li [class.current]="line.id === current()?.id">
                  <a [routerLink]="['/tags', line.id]">{{ title(line) }}</a>
                  @for (lang of missing(line); track lang) {
                    <small class="none">no {{ lang }}</small>
                  }
                  <span class="figures" [class.none]="!line.products">{{ line.products }}</span>
                </li>
              } @empty {
                <li class="quiet">Here the tags of products will stand. Make one, or read a product file.</li>
              }
            </ul>
          } @else if (!problem()) {
            <mat-progress-bar mode="indeterminate" aria-label="Reading the tags" />
          }
        </div>
        @if (current(); as line) {
          <section>
            <p class="way figures">{{ line.path }}</p>
            <desk-aisle-words [key]="'tag:' + line.id" />
            <p class="line">
              <strong class="figures">{{ line.products }}</strong>
              {{ line.products === 1 ? 'product has' : 'products have' }} it.
              <a routerLink="/products" [queryParams]="{ aisle: line.path }">See them</a>
              <a [href]="'/shop' + line.path" target="_blank" rel="noopener">In the shop</a>
            </p>
            <h2>Merge or delete</h2>
            <desk-group-uses of="tag" [id]="line.id" />
            <desk-group-move
              words="Its products get in its place"
              column="tags"
              [from]="line.written"
              [products]="line.products"
              [clause]="clause()"
              [choices]="written()"
              (moved)="changed()"
            />
            @if (line.products) {
              <p class="quiet">Once no product has it, it can be deleted.</p>
            } @else {
              <button mat-stroked-button type="button" (click)="remove(line)">Delete it</button>
            }
          </section>
        } @else {
          <section class="quiet">Choose a tag to see its words and its products.</section>
        }
      </div>
    </div>
  `,
  styleUrls: ['../../shell/sheet.scss', '../../shell/listPage.scss', './groupsPage.scss'],
})
export class TagsPage {
  private readonly api = inject(CatalogueApi);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly messages = inject(MatSnackBar);
  private readonly words = inject(CatalogueWords);
  /** Of the address. */
  readonly id = input<string>();
  protected readonly tags = signal<readonly TagLine[] | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(false);
  private readonly languages = computed(() => this.words.vocabulary()?.languages ?? ['en']);
  protected readonly sorted = computed(() =>
    [...(this.tags() ?? [])].sort((a, b) => this.title(a).localeCompare(this.title(b))),
  );
  protected readonly current = computed(
    () => this.tags()?.find(({ id }) => String(id) === this.id()) ?? null,
  );
  protected readonly written = computed(() => this.sorted().map((line) => line.written));
  protected readonly clause = computed((): Clause => ({ kind: 'tag', tag: this.current()?.id ?? 0 }));

  constructor() {
    this.read();
  }

  private read(): void {
    this.api.tags().subscribe({
      next: (tags) => this.tags.set(tags),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected title({ titles, slug }: TagLine): string {
    return titles[this.languages()[0]] || slug;
  }

  /** Languages in which it has no word. */
  protected missing({ titles }: TagLine): string[] {
    return this.languages().filter((lang) => !titles[lang]);
  }

  protected changed(): void {
    this.working.set(false);
    this.read();
    this.store.dispatch(FloorActions.shopChanged());
    this.words.load();
  }

  protected make(field: HTMLInputElement): void {
    const title = field.value.trim();
    if (!title) return;
    this.start();
    this.api.createTag(title).subscribe({
      next: ({ id }) => {
        field.value = '';
        this.changed();
        void this.router.navigate(['/tags', id]);
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected remove(line: TagLine): void {
    this.start();
    this.api.deleteTag(line.id).subscribe({
      next: () => {
        this.changed();
        this.messages.open(`${this.title(line)} is deleted.`, '', { duration: 6_000 });
        void this.router.navigate(['/tags']);
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private start(): void {
    this.working.set(true);
    this.problem.set(null);
  }

  private fail(problem: Problem): void {
    this.working.set(false);
    this.problem.set(problem);
  }
}
