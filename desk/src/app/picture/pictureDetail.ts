import {
  ChangeDetectionStrategy,
  Component,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { switchMap } from 'rxjs';
import type { LibraryPicture, PictureUses, Problem } from '@fond/contract';
import { PictureApi } from '../api/pictureApi';
import { PictureWordsFields } from './pictureWords';
import { FilePick } from '../shell/filePick';

/** One picture of the library: where it is shown, another file in its place, and the way out. */
@Component({
  selector: 'desk-picture-detail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick, MatButtonModule, MatProgressBarModule, PictureWordsFields, RouterLink],
  template: `
    <section [attr.aria-label]="picture().source">
      <img [src]="'/pictures/' + picture().hash + '-480'" alt="" width="304" height="304" />
      <h2>{{ picture().source }}</h2>
      <p class="figures">{{ picture().width }} × {{ picture().height }} px</p>
      <desk-picture-words
        [source]="picture().source"
        [hash]="picture().hash"
        [words]="picture()"
        [languages]="languages()"
        (changed)="changed.emit({ ...picture(), alts: $event.alts, focus: $event.focus })"
      />
      @if (uses(); as shown) {
        @if (shown.products.length || shown.categories.length) {
          <p class="quiet">Shown by</p>
          <ul>
            @for (one of shown.categories; track one.id) {
              <li>
                <a [routerLink]="['/categories', one.id]">{{ one.title }}</a> <small>category</small>
              </li>
            }
            @for (one of shown.products; track one.sku) {
              <li>
                <a [routerLink]="['/products', one.sku]">{{ one.title }}</a> <small>{{ one.sku }}</small>
              </li>
            }
          </ul>
          @if (picture().products > shown.products.length) {
            <p class="quiet">and {{ picture().products - shown.products.length }} more products</p>
          }
        } @else {
          <p class="quiet">Nothing shows it.</p>
        }
      }
      @if (working()) {
        <mat-progress-bar mode="indeterminate" aria-label="Working" />
      }
      @if (problem(); as told) {
        <p class="bad" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
      }
      <p class="doors">
        <desk-file-pick
          words="Another file in its place …"
          accept="image/jpeg,image/png,image/webp,image/avif,image/gif"
          [disabled]="working()"
          (picked)="replace($event)"
        />
        @if (!picture().products && !picture().categories) {
          <button mat-button type="button" [disabled]="working()" (click)="forget()">Take it out</button>
        }
        <button mat-button type="button" (click)="closed.emit()">Close</button>
      </p>
    </section>
  `,
  styles: `
    section {
      position: sticky;
      top: 12px;
      padding: 16px 18px;
      background: var(--sheet);
    }
    img {
      width: 100%;
      height: auto;
      max-height: 304px;
      background: #fff;
      object-fit: contain;
    }
    h2 {
      margin: 8px 0 0;
      overflow-wrap: anywhere;
      font: 600 20px/1.2 var(--condensed);
    }
    p {
      margin: 2px 0 8px;
    }
    ul {
      max-height: 220px;
      margin: 0 0 8px;
      padding: 0;
      overflow-y: auto;
      list-style: none;
    }
    small,
    .quiet {
      color: var(--quiet);
    }
    li small {
      margin-inline-start: 6px;
    }
    .doors {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
    .bad {
      color: var(--vermilion);
    }
  `,
})
export class PictureDetail {
  private readonly api = inject(PictureApi);
  private readonly messages = inject(MatSnackBar);
  readonly picture = input.required<LibraryPicture>();
  readonly languages = input.required<readonly string[]>();
  /** Another one stands under the name; null where none does any more. */
  readonly changed = output<LibraryPicture | null>();
  readonly closed = output<void>();

  protected readonly uses = signal<PictureUses | null>(null);
  protected readonly working = signal(false);
  protected readonly problem = signal<Problem | null>(null);

  constructor() {
    effect((onCleanup) => {
      const { source } = this.picture();
      untracked(() => this.problem.set(null));
      const reading = this.api.uses(source).subscribe({
        next: (uses) => this.uses.set(uses),
        error: (problem: Problem) => this.problem.set(problem),
      });
      onCleanup(() => reading.unsubscribe());
    });
  }

  protected replace(file: File): void {
    const { source } = this.picture();
    this.working.set(true);
    this.problem.set(null);
    this.api
      .upload(file)
      .pipe(switchMap(({ hash }) => this.api.name(source, hash)))
      .subscribe({
        next: ({ picture, before }) => {
          this.working.set(false);
          this.changed.emit(picture);
          this.messages
            .open(`Shown everywhere as “${source}”.`, 'Undo', { duration: 10_000 })
            .onAction()
            .subscribe(() => this.put(source, before.hash));
        },
        error: (problem: Problem) => this.fail(problem),
      });
  }

  private put(source: string, hash: string): void {
    this.api.name(source, hash).subscribe({
      next: ({ picture }) => this.changed.emit(picture),
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected forget(): void {
    const { source } = this.picture();
    this.working.set(true);
    this.api.forget(source).subscribe({
      next: () => {
        this.working.set(false);
        this.messages.open(`“${source}” is taken out.`, undefined, { duration: 6_000 });
        this.changed.emit(null);
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private fail(problem: Problem): void {
    this.working.set(false);
    this.problem.set(problem);
  }
}
