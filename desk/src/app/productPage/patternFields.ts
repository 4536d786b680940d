import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { Problem } from '@fond/contract';
import { listWords, PATTERN_FIELDS, SEARCH_LENGTHS, type PatternCheck, type PatternField } from '@fond/core';
import { ExplainApi } from '../api/explainApi';
import { asking } from '../api/asking';
import { TextLine } from '../brief/textLine';
import { PlanEditor } from '../draft/planEditor';

const FIELD_WORDS: Readonly<Record<PatternField, string>> = {
  title: 'the product’s name',
  category: 'its main category',
  price: 'its price',
  sku: 'its article number',
  shop: 'the shop’s name',
};

const FAULTS: Readonly<Record<PatternCheck['examples'][number]['fault'], string>> = {
  'long-title': 'title too long',
  'long-description': 'description too long',
  twin: 'title of another one too',
};

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

/** What search engines are told of products that say nothing themselves, with what comes of it over all of them. */
@Component({
  selector: 'desk-pattern-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextLine],
  template: `
    @if (search(); as said) {
      @for (part of parts; track part.name) {
        <desk-text-line
          [name]="part.label"
          [called]="part.label + ' for search engines'"
          [texts]="said[part.name]"
          [most]="part.most"
          [otherwise]="part.otherwise"
          (changed)="put(part.name, $event)"
        />
      }
      <p class="line fields">
        <span>Put in</span>
        @for (field of fields(); track field.key) {
          <button type="button" class="choice" (click)="add(field.key)" [attr.title]="field.label">
            {{ braced(field.key) }}
          </button>
        }
      </p>
      @if (problem(); as told) {
        <p class="turned" role="alert">{{ told.errors?.[0]?.message ?? told.detail }}</p>
      } @else if (check(); as found) {
        <p class="hint" role="status">
          {{ found.products }} {{ found.products === 1 ? 'product' : 'products' }}, of which
          {{ found.own.title }} say a title of their own.
          @for (fault of faultsOf(found); track fault) {
            <b class="turned">{{ fault }} </b>
          } @empty {
            None is too long, and no two titles are the same.
          }
        </p>
        @if (found.examples.length) {
          <ul class="entries">
            @for (example of found.examples; track $index) {
              <li>
                <span class="grow"
                  >{{ example.fault === 'long-description' ? example.description : example.title }}
                  <small class="figures">{{ example.sku }}</small></span
                >
                <small>{{ faults[example.fault] }}</small>
              </li>
            }
          </ul>
        }
      }
    }
  `,
  styles: `
    .fields {
      flex-wrap: wrap;
    }
    small {
      color: var(--quiet);
    }
    b.turned {
      font-weight: 500;
    }
  `,
})
export class PatternFields {
  private readonly api = inject(ExplainApi);
  private readonly editor = inject(PlanEditor);
  protected readonly faults = FAULTS;
  protected readonly parts = [
    { name: 'title', label: 'Title', most: 200, otherwise: 'the product’s name' },
    {
      name: 'description',
      label: 'Description',
      most: 500,
      otherwise: 'the beginning of the product’s description',
    },
  ] as const;
  protected readonly search = computed(() => this.editor.plan()?.productPage.search ?? null);
  protected readonly fields = computed(() => [
    ...PATTERN_FIELDS.map((key) => ({ key, label: FIELD_WORDS[key] as string })),
    ...(this.editor.vocabulary()?.attributes ?? [])
      .slice(0, 12)
      .map(({ key, labels }) => ({ key, label: labels[this.editor.lang()] || key })),
  ]);
  protected readonly check = signal<PatternCheck | null>(null);
  protected readonly problem = signal<Problem | null>(null);

  constructor() {
    asking(
      () => {
        const plan = this.editor.plan();
        return plan ? { plan, lang: this.editor.lang() } : null;
      },
      ({ plan, lang }) =>
        this.api.patterns(plan, lang).subscribe({
          next: (check) => {
            this.check.set(check);
            this.problem.set(null);
          },
          error: (problem: Problem) => this.problem.set(problem),
        }),
    );
  }

  protected faultsOf({ unknown, long, twins }: PatternCheck): string[] {
    const { title, description } = SEARCH_LENGTHS;
    return [
      unknown.length ? `No product has ${listWords(unknown, 'or')}.` : '',
      long.title ? `${counted(long.title, 'title is', 'titles are')} longer than ${title} letters.` : '',
      long.description
        ? `${counted(long.description, 'description is', 'descriptions are')} longer than ${description}.`
        : '',
      twins ? `${twins} have a title that another one has too.` : '',
    ].filter(Boolean);
  }

  protected braced(key: string): string {
    return `{${key}}`;
  }

  /** The title is what is written most; what is put in stands behind what is there. */
  protected add(key: string): void {
    const said = this.search()?.title ?? {};
    const before = Object.hasOwn(said, this.editor.lang()) ? said[this.editor.lang()].trimEnd() : '';
    this.put('title', { ...said, [this.editor.lang()]: before ? `${before} · {${key}}` : `{${key}}` });
  }

  protected put(name: 'title' | 'description', texts: Readonly<Record<string, string>>): void {
    this.editor.edit(`${name} for search engines`, (plan) => ({
      ...plan,
      productPage: { ...plan.productPage, search: { ...plan.productPage.search, [name]: texts } },
    }));
  }
}
