import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked } from '@angular/core';
import type { Problem, ProductSearch } from '@fond/contract';
import { CatalogueApi } from '../../api/catalogueApi';

/** Signs that pages of results usually show before they cut a text off. */
const TITLE_FITS = 60;
const DESCRIPTION_FITS = 155;

/** What search engines are told of a product in each language, and how a page of results would show it. */
@Component({
  selector: 'desk-search-look',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (problem(); as told) {
      <p class="turned" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.errors?.[0]?.message ?? told.detail }}
      </p>
    }
    <div class="languages">
      @for (one of looks(); track one.lang) {
        <div>
          <h3>{{ language(one.lang) }}</h3>
          <div class="result">
            @if (one.shown; as shown) {
              <span class="address">{{ host }}/shop{{ shown.address }}</span>
              <b>{{ shorten(typed(one).title ? typed(one).title + rest(shown.title) : shown.title, 60) }}</b>
              <span>{{ shorten(typed(one).description || shown.description, 155) }}</span>
            } @else {
              <span class="address">Search engines find it once it is in the shop.</span>
            }
          </div>
          <label
            ><span
              >Page title
              <small [class.over]="typed(one).title.length > titleFits">
                {{
                  typed(one).title
                    ? typed(one).title.length + ' of about ' + titleFits
                    : one.from?.title === 'pattern'
                      ? 'as its plan says of all'
                      : 'as its name'
                }}
              </small></span
            >
            <input
              class="field"
              maxlength="200"
              [value]="one.title"
              (input)="type(one, 'title', $any($event.target).value)"
              (change)="save(one)"
            />
          </label>
          <label
            ><span
              >Description for results
              <small [class.over]="typed(one).description.length > descriptionFits">
                {{
                  typed(one).description
                    ? typed(one).description.length + ' of about ' + descriptionFits
                    : one.from?.description === 'pattern'
                      ? 'as its plan says of all'
                      : 'the beginning of its description'
                }}
              </small></span
            >
            <textarea
              class="field"
              rows="3"
              maxlength="500"
              [value]="one.description"
              (input)="type(one, 'description', $any($event.target).value)"
              (change)="save(one)"
            ></textarea>
          </label>
          @if (one.twin; as twin) {
            <p class="over">{{ twin.title }} ({{ twin.sku }}) has the same page title.</p>
          }
        </div>
      }
    </div>
    <span class="said" role="status">{{ said() }}</span>
  `,
  styles: `
    .languages {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
      gap: 16px 24px;
    }
    h3 {
      margin: 0 0 4px;
      font: 600 16px/1.3 var(--condensed);
    }
    .result {
      display: grid;
      gap: 2px;
      margin-bottom: 8px;
      padding: 10px 12px;
      border: 1px solid var(--hairline);
      overflow-wrap: anywhere;
    }
    .result b {
      color: var(--petrol);
      font-size: 16px;
    }
    .address,
    small,
    .said {
      color: var(--quiet);
    }
    label {
      display: grid;
      gap: 3px;
      margin-bottom: 8px;
    }
    .field {
      width: 100%;
    }
    textarea {
      resize: vertical;
    }
    .over {
      margin: 0;
      color: var(--vermilion);
    }
  `,
})
export class SearchLook {
  private readonly api = inject(CatalogueApi);
  readonly sku = input.required<string>();

  protected readonly titleFits = TITLE_FITS;
  protected readonly descriptionFits = DESCRIPTION_FITS;
  protected readonly host = location.host;
  protected readonly looks = signal<readonly ProductSearch[]>([]);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly said = signal('');
  /** What stands in the fields, by language, until it is stored. */
  private readonly open = signal<ReadonlyMap<string, { title: string; description: string }>>(new Map());
  private readonly names = new Intl.DisplayNames(['en'], { type: 'language' });

  constructor() {
    effect((onCleanup) => {
      const sku = this.sku();
      untracked(() => {
        this.open.set(new Map());
        this.said.set('');
      });
      const reading = this.api.search(sku).subscribe({
        next: (looks) => this.looks.set(looks),
        error: (problem: Problem) => this.problem.set(problem),
      });
      onCleanup(() => reading.unsubscribe());
    });
  }

  protected language(lang: string): string {
    return this.names.of(lang) ?? lang;
  }

  protected typed(one: ProductSearch): { title: string; description: string } {
    return this.open().get(one.lang) ?? one;
  }

  /** What the shop writes behind a page's title: its own name. */
  protected rest(shown: string): string {
    const at = shown.lastIndexOf(' · ');
    return at < 0 ? '' : shown.slice(at);
  }

  protected shorten(text: string, most: number): string {
    return text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text;
  }

  protected type(one: ProductSearch, field: 'title' | 'description', text: string): void {
    const { title, description } = this.typed(one);
    this.open.update((open) => new Map(open).set(one.lang, { title, description, [field]: text }));
  }

  protected save(one: ProductSearch): void {
    const { title, description } = this.typed(one);
    this.problem.set(null);
    this.api
      .saySearch(this.sku(), { lang: one.lang, title: title.trim(), description: description.trim() })
      .subscribe({
        next: (looks) => {
          this.looks.set(looks);
          this.open.update((open) => {
            const others = new Map(open);
            others.delete(one.lang);
            return others;
          });
          this.said.set('Stored. Search engines read it when they come next.');
        },
        error: (problem: Problem) => this.problem.set(problem),
      });
  }
}
