import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { MatIconModule } from '@angular/material/icon';
import { catchError, combineLatest, debounceTime, of, startWith, Subject, switchMap } from 'rxjs';
import type { Problem, ProductLine } from '@fond/contract';
import { Api } from '../api/api';

/** Finds products by name or article number. Each can be picked, or marked as featured on the spot. */
@Component({
  selector: 'desk-product-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule],
  template: `
    <input
      type="search"
      class="field"
      [placeholder]="prompt()"
      [attr.aria-label]="prompt()"
      [value]="text()"
      (input)="text.set($any($event.target).value)"
    />
    @if (problem(); as told) {
      <p class="bad" role="alert">{{ told.title }}. {{ told.detail }}</p>
    }
    @if (text() || eager()) {
      <ul>
        @for (line of found(); track line.sku) {
          <li>
            @if (line.image; as image) {
              <img [src]="image" alt="" width="28" height="28" loading="lazy" />
            } @else {
              <span class="no-image"></span>
            }
            <span class="title"
              >{{ line.title }} <small class="figures">{{ line.sku }}</small></span
            >
            <small class="figures facts">{{ facts(line) }}</small>
            @if (stars()) {
              <button
                type="button"
                class="star"
                [attr.aria-pressed]="line.featured"
                [attr.aria-label]="
                  (line.featured ? 'No longer featured: ' : 'Mark as featured: ') + line.title
                "
                (click)="star(line)"
              >
                {{ line.featured ? '★ featured' : '☆ feature it' }}
              </button>
            } @else {
              <button
                type="button"
                class="choice"
                [disabled]="taken().includes(line.sku)"
                (click)="picked.emit(line)"
                [attr.aria-label]="verb() + ': ' + line.title"
              >
                {{ taken().includes(line.sku) ? 'in' : verb() }}
              </button>
            }
          </li>
        } @empty {
          <li class="none">{{ waiting() ? 'Looking …' : 'No product has this name or number.' }}</li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    input {
      width: 100%;
    }
    ul {
      list-style: none;
      margin: 4px 0;
      padding: 0;
      max-height: 240px;
      overflow: auto;
    }
    li {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 36px;
      border-bottom: 1px solid var(--hairline);
    }
    img,
    .no-image {
      flex: none;
      width: 28px;
      height: 28px;
      background: #fff;
      object-fit: contain;
    }
    .title {
      flex: 1;
      min-width: 0;
      overflow: hidden;
      white-space: nowrap;
      text-overflow: ellipsis;
    }
    small {
      color: var(--quiet);
    }
    .facts {
      flex: none;
    }
    .star {
      border: 0;
      background: none;
      color: var(--petrol);
      font: inherit;
      cursor: pointer;
      white-space: nowrap;
    }
    .none {
      color: var(--quiet);
    }
    .bad {
      margin: 4px 0;
      color: var(--vermilion);
    }
  `,
})
export class ProductPicker {
  private readonly api = inject(Api);
  /** Path of the only aisle whose products are offered; null for the whole shop. */
  readonly aisle = input<string | null>(null);
  readonly prompt = input('Find a product by name or number');
  readonly verb = input('Add');
  /** Article numbers that are in already. */
  readonly taken = input<readonly string[]>([]);
  /** Shows products before anything is typed. */
  readonly eager = input(false);
  /** Offers to mark products as featured instead of picking them. */
  readonly stars = input(false);
  readonly picked = output<ProductLine>();
  readonly starred = output<ProductLine>();

  protected readonly text = signal('');
  protected readonly found = signal<readonly ProductLine[]>([]);
  protected readonly waiting = signal(false);
  protected readonly problem = signal<Problem | null>(null);
  private readonly again = new Subject<void>();

  constructor() {
    effect(() => {
      this.text();
      this.waiting.set(true);
    });
    combineLatest([
      toObservable(this.text).pipe(debounceTime(150)),
      toObservable(this.aisle),
      this.again.pipe(startWith(undefined)),
    ])
      .pipe(
        switchMap(([text, aisle]) =>
          text || this.eager()
            ? this.api.products(text, aisle).pipe(
                catchError((problem: Problem) => {
                  this.problem.set(problem);
                  return of([]);
                }),
              )
            : of([]),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((found) => {
        this.waiting.set(false);
        this.found.set(found);
      });
  }

  protected star(line: ProductLine): void {
    this.problem.set(null);
    this.api.setFeatured(line.sku, !line.featured).subscribe({
      next: () => {
        this.starred.emit(line);
        this.again.next();
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  /** What it costs, and how many there are. */
  protected facts({ price, stock }: ProductLine): string {
    const cost = price === null ? 'no price' : price.toFixed(2);
    return stock === null ? cost : `${cost} · ${stock} in stock`;
  }
}
