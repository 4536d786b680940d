import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, map, of, switchMap, tap } from 'rxjs';
import type { LibraryPicture, Problem } from '@fond/contract';
import { PictureApi } from '../api/pictureApi';

const MOST_SHOWN = 18;
const PAUSE = 150;

/** Finds a picture that the shop has already, by its file's name or by what it shows. */
@Component({
  selector: 'desk-library-pick',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      type="search"
      class="field"
      aria-label="Find a picture of the shop’s"
      placeholder="a file’s name, or what it shows"
      [value]="sought()"
      (input)="sought.set($any($event.target).value)"
    />
    @if (problem(); as told) {
      <p class="turned" role="alert">{{ told.title }}. {{ told.detail }}</p>
    } @else if (found(); as pictures) {
      <ul [class.asking]="asking()">
        @for (one of pictures; track one.source) {
          <li>
            <button type="button" [title]="one.source" (click)="picked.emit(one)">
              <img [src]="'/pictures/' + one.hash + '-240'" alt="" loading="lazy" width="72" height="72" />
              <span>{{ one.source }}</span>
            </button>
          </li>
        } @empty {
          <li class="none">No picture of the shop’s is called so, or shows that.</li>
        }
      </ul>
      @if (more(); as rest) {
        <p class="hint">{{ rest }} more: type what you look for.</p>
      }
    } @else {
      <p class="hint" role="status">Looking …</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin: 6px 0 10px;
    }
    .field {
      width: 100%;
    }
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(84px, 1fr));
      gap: 6px;
      max-height: 280px;
      margin: 6px 0 0;
      padding: 0;
      overflow-y: auto;
      list-style: none;
    }
    .asking {
      opacity: 0.6;
    }
    .none {
      grid-column: 1 / -1;
      color: var(--quiet);
    }
    button {
      display: grid;
      gap: 2px;
      width: 100%;
      padding: 4px;
      border: 1px solid var(--hairline);
      background: var(--sheet);
      color: inherit;
      cursor: pointer;
    }
    button:hover,
    button:focus-visible {
      border-color: var(--petrol);
    }
    img {
      width: 100%;
      height: auto;
      aspect-ratio: 1;
      object-fit: contain;
    }
    span {
      overflow: hidden;
      font-size: 12px;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
  `,
})
export class LibraryPick {
  private readonly api = inject(PictureApi);
  readonly picked = output<LibraryPicture>();
  protected readonly sought = signal('');
  protected readonly asking = signal(true);
  protected readonly found = signal<readonly LibraryPicture[] | null>(null);
  protected readonly more = signal(0);
  protected readonly problem = signal<Problem | null>(null);

  constructor() {
    toObservable(this.sought)
      .pipe(
        debounceTime(PAUSE),
        tap(() => this.asking.set(true)),
        switchMap((sought) =>
          this.api.library(sought.trim(), false, null, 0).pipe(
            map((answer) => ({ answer, problem: null })),
            catchError((problem: Problem) => of({ answer: null, problem })),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ answer, problem }) => {
        this.asking.set(false);
        this.problem.set(problem);
        if (!answer) return;
        this.found.set(answer.pictures.slice(0, MOST_SHOWN));
        this.more.set(Math.max(0, answer.total - MOST_SHOWN));
      });
  }
}
