import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  sayClause,
  saySource,
  WIDTH_NAMES,
  type FixtureFigures,
  type FixtureFinding,
  type WidthName,
} from '@fond/core';
import { RangeVocabulary } from '../../wording/rangeNames';
import { FIXTURE_WORDS } from '../../wording/words';
import { PlanView } from '../../wording/planView';
import { PlanActions } from '../../draft/plan.actions';
import { planFeature } from '../../draft/plan.feature';
import { findingWords } from './findingWords';
import { PlanEditor } from '../../draft/planEditor';
import { WhatIfPanel } from '../../figure/whatIfPanel';

type Evidence = 'whatIf' | 'products' | 'rows' | 'pictures' | 'facets' | 'fixtures' | 'findings';

/** One line of figures for the page in the window; each opens what it was counted from. */
@Component({
  selector: 'desk-tally',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [WhatIfPanel],
  template: `
    @if (line().length) {
      @let figures = tally();
      @if (open(); as what) {
        <div class="evidence" role="region" aria-label="Evidence">
          @switch (what) {
            @case ('products') {
              <table>
                <caption>
                  How the range narrows
                </caption>
                <tbody>
                  @for (step of sieve(); track $index) {
                    <tr>
                      <th scope="row">{{ step.said }}</th>
                      <td>{{ step.left }}</td>
                    </tr>
                  }
                  <tr>
                    <th scope="row">After what shoppers chose</th>
                    <td>{{ figures?.products }}</td>
                  </tr>
                </tbody>
              </table>
            }
            @case ('rows') {
              <table>
                <caption>
                  Rows of
                  {{
                    figures?.pageSize
                  }}
                  products a page
                </caption>
                <thead>
                  <tr>
                    <th scope="col">Width</th>
                    <th scope="col">Columns</th>
                    <th scope="col">Full page</th>
                    <th scope="col">Last page</th>
                    <th scope="col">Last row</th>
                  </tr>
                </thead>
                <tbody>
                  @for (name of figures ? widths : []; track name) {
                    @let at = figures!.widths[name];
                    <tr>
                      <th scope="row">{{ name }} {{ at.viewport }}</th>
                      <td>{{ at.full.columns }}</td>
                      <td>{{ at.full.rows }} rows</td>
                      <td>{{ at.last.rows }} rows</td>
                      <td>{{ at.last.lastRow }} of {{ at.last.columns }}</td>
                    </tr>
                  }
                </tbody>
              </table>
            }
            @case ('pictures') {
              <table>
                <caption>
                  Pictures in pixels
                </caption>
                <thead>
                  <tr>
                    <th scope="col">Width</th>
                    <th scope="col">Card</th>
                    <th scope="col">Needed at 1×</th>
                    <th scope="col">Needed at 2×</th>
                  </tr>
                </thead>
                <tbody>
                  @for (name of figures ? widths : []; track name) {
                    @let at = figures!.widths[name];
                    <tr>
                      <th scope="row">{{ name }} {{ at.viewport }}</th>
                      <td>{{ at.card }}</td>
                      <td>{{ at.picture.single }}</td>
                      <td>{{ at.picture.double }}</td>
                    </tr>
                  }
                </tbody>
              </table>
            }
            @case ('fixtures') {
              <table>
                <caption>
                  What stands on this page
                </caption>
                <thead>
                  <tr>
                    <th scope="col">Fixture</th>
                    <th scope="col">Holds</th>
                    <th scope="col">Rows</th>
                    @for (name of widths; track name) {
                      <th scope="col">{{ name }}</th>
                    }
                  </tr>
                </thead>
                <tbody>
                  @for (one of fixtures(); track one.id) {
                    <tr>
                      <th scope="row">{{ words[one.type] }}</th>
                      <td>{{ one.items ?? '' }}</td>
                      <td>{{ rows(one) }}</td>
                      @for (name of widths; track name) {
                        <td>
                          {{
                            one.hiddenAt.includes(name)
                              ? 'hidden'
                              : one.widths
                                ? one.widths[name] + ' px'
                                : ''
                          }}
                        </td>
                      }
                    </tr>
                  }
                </tbody>
              </table>
            }
            @case ('findings') {
              <ul class="findings">
                @for (finding of findings(); track $index) {
                  <li>
                    <button type="button" class="word" (click)="show(finding)">
                      {{ words[finding.type] }}
                    </button>
                    {{ said(finding) }}.
                  </li>
                }
              </ul>
            }
            @case ('whatIf') {
              @if (editor.plan(); as plan) {
                <desk-what-if [plan]="plan" [address]="address()" />
              }
            }
            @case ('facets') {
              <table>
                <caption>
                  Filters on this page
                </caption>
                <tbody>
                  @for (facet of figures?.facets ?? []; track facet.key) {
                    <tr>
                      <th scope="row">{{ facet.label }}</th>
                      <td>{{ facet.values }} {{ facet.values === 1 ? 'value' : 'values' }}</td>
                    </tr>
                  }
                </tbody>
              </table>
            }
          }
        </div>
      }
      <ul>
        @for (figure of line(); track figure.name) {
          <li>
            <button
              type="button"
              [attr.aria-expanded]="open() === figure.evidence"
              (click)="toggle(figure.evidence)"
            >
              <b class="figures" [class.ragged]="figure.ragged">{{ figure.value }}</b> {{ figure.name }}
            </button>
          </li>
        }
      </ul>
    } @else {
      <p>
        {{
          preview()?.page?.kind === 'product'
            ? 'The tally counts listing pages; a product’s page has no rows and pages to count.'
            : 'The tally counts the page in the window once this plan serves it.'
        }}
      </p>
    }
  `,
  styleUrl: './tallyStrip.scss',
  host: { '(keydown.escape)': 'open.set(null)' },
})
export class TallyStrip {
  private readonly store = inject(Store);
  protected readonly preview = this.store.selectSignal(planFeature.selectPreview);
  private readonly names = inject(RangeVocabulary).names;
  protected readonly editor = inject(PlanEditor);
  /** Of the aisle, whatever is chosen in it. */
  protected readonly address = computed(() => this.editor.address().split('?')[0]);
  /** The range in words, with what is left after each. */
  protected readonly sieve = computed(() => {
    const sieve = this.preview()?.report?.sieve;
    const range = this.editor.shelf()?.range;
    if (!sieve || !range) return [];
    const steps = sieve.steps.flatMap(({ left }, at) => {
      const clause = range.clauses.at(at);
      return clause ? [{ said: `that ${sayClause(clause, this.names())}`, left }] : [];
    });
    return [{ said: saySource(range.source, this.names()), left: sieve.source }, ...steps];
  });

  protected readonly tally = this.editor.tally;
  private readonly view = inject(PlanView);
  protected readonly fixtures = this.store.selectSignal(planFeature.selectFixtureFigures);
  protected readonly findings = this.store.selectSignal(planFeature.selectFixtureFindings);
  protected readonly words = FIXTURE_WORDS;
  protected readonly said = findingWords;
  protected readonly open = signal<Evidence | null>(null);
  protected readonly widths = WIDTH_NAMES;

  protected readonly line = computed(
    (): { name: string; value: string; evidence: Evidence; ragged?: boolean }[] => {
      const tally = this.tally();
      const page = this.pageFigures();
      if (!tally) return page;
      const { widths } = tally;
      const each = (text: (name: WidthName) => string): string => WIDTH_NAMES.map(text).join(' · ');
      const ragged = widths.wide.last.lastRow !== widths.wide.last.columns;
      return [
        {
          name: tally.products === 1 ? 'product' : 'products',
          value: String(tally.products),
          evidence: 'products',
        },
        { name: tally.pages === 1 ? 'page' : 'pages', value: String(tally.pages), evidence: 'rows' },
        { name: 'rows', value: each((name) => String(widths[name].full.rows)), evidence: 'rows' },
        {
          name: 'last row',
          value: each((name) => `${widths[name].last.lastRow}/${widths[name].last.columns}`),
          evidence: 'rows',
          ragged,
        },
        { name: 'px card', value: each((name) => String(widths[name].card)), evidence: 'pictures' },
        {
          name: tally.facets.length === 1 ? 'filter' : 'filters',
          value: String(tally.facets.length),
          evidence: 'facets',
        },
        ...page,
        { name: 'if', value: 'What', evidence: 'whatIf' },
      ];
    },
  );

  /** Of what stands on the page besides the shelf. */
  private readonly pageFigures = computed(
    (): { name: string; value: string; evidence: Evidence; ragged?: boolean }[] => {
      const fixtures = this.fixtures().length;
      const findings = this.findings().length;
      if (!fixtures) return [];
      return [
        { name: fixtures === 1 ? 'fixture' : 'fixtures', value: String(fixtures), evidence: 'fixtures' },
        ...(findings
          ? [
              {
                name: findings === 1 ? 'finding' : 'findings',
                value: String(findings),
                evidence: 'findings' as const,
                ragged: true,
              },
            ]
          : []),
      ];
    },
  );

  /** One number, or one a width. */
  protected rows({ rows }: FixtureFigures): string {
    if (!rows) return '';
    const { wide, medium, narrow } = rows;
    return wide === medium && medium === narrow ? String(wide) : `${wide} · ${medium} · ${narrow}`;
  }

  /** The slip where it can be mended. */
  protected show({ fixture }: FixtureFinding): void {
    this.view.show(`fixture:${fixture}`);
    this.store.dispatch(PlanActions.fixtureMarked({ id: fixture }));
  }

  protected toggle(evidence: Evidence): void {
    this.open.update((open) => (open === evidence ? null : evidence));
  }
}
