import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { FacetModel, FixtureModel, PageModel } from '@fond/core';
import { Typed } from '../forms/typed';
import { shopHref, ShopState } from '../state/shopState';
import { Sort } from './sort';
import { NumberRange } from './numberRange';
import { StateFields } from './stateFields';
import type { Found, ValueSeeker } from './valueSeeker';

/** Named apart so that they come with the page's script: a part that can't be fetched later would take the page's away. */
const CONTROLS = [NgTemplateOutlet, NumberRange, Sort, StateFields, Typed];

@Component({
  selector: 'shop-facets',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: CONTROLS,
  template: `
    <input
      type="checkbox"
      id="filters-open"
      class="filters-switch unseen"
      [attr.aria-label]="words().filters"
    />
    <label class="filters-button" for="filters-open">{{ words().showFilters(page().applied.length) }}</label>
    @if (shelf(); as sorted) {
      <shop-sort class="filters-sort" [shelf]="sorted" />
    }
    <div class="filters">
      @if (panel().header) {
        <h2 class="filters-head">{{ words().filters }}</h2>
      }
      @for (facet of panel().facets; track facet.key) {
        <details class="facet" [open]="facet.open">
          <summary>
            <h2>{{ facet.label }}</h2>
            @if (facet.unit; as unit) {
              &ngsp;<span class="unit">{{ unit }}</span>
            }
          </summary>
          @defer (on immediate; hydrate on viewport; hydrate when awake()) {
            @if (facet.range) {
              <shop-number-range [facet]="facet" [page]="page()" />
            } @else if (facet.control === 'query') {
              <form class="query" role="search" method="get" [action]="formAction()">
                <shop-state-fields [page]="page()" leave="q" />
                <input
                  type="search"
                  name="q"
                  maxlength="200"
                  [shopValue]="page().q"
                  [attr.aria-label]="facet.label"
                />
                <button type="submit">{{ words().find }}</button>
              </form>
            } @else {
              @if (facet.control === 'search' || facet.more) {
                <input
                  type="search"
                  class="facet-search"
                  [attr.aria-label]="words().searchValues(facet.label)"
                  [placeholder]="words().searchValues(facet.label)"
                  (input)="seek(facet, $any($event.target).value)"
                />
              }
              <ng-container
                *ngTemplateOutlet="list; context: { values: first(facet), control: look(facet) }"
              />
              @if (unsaid(facet); as unsaid) {
                <p class="unsaid" role="status">{{ words().moreToFind(unsaid) }}</p>
              }
              @if (rest(facet); as more) {
                @if (more.length) {
                  <details class="more">
                    <summary>{{ words().more(more.length) }}</summary>
                    <ng-container *ngTemplateOutlet="list; context: { values: more, control: look(facet) }" />
                  </details>
                }
              }
            }
            @if (facet.clearHref; as clear) {
              <a class="facet-clear" [href]="href(clear)">{{ words().clear }}</a>
            }
          }
        </details>
      }
      <label class="filters-done button" for="filters-open">{{ words().showProducts(total()) }}</label>
    </div>
    <ng-template #list let-values="values" let-control="control">
      <ul [class]="'values ' + control">
        @for (value of values; track value.value) {
          <li [class]="value.depth ? 'depth-' + value.depth : ''">
            <a
              [attr.href]="value.href && href(value.href)"
              [attr.rel]="value.href && 'nofollow'"
              [class.dead]="!value.href"
              [class.bare]="!value.swatch"
              [attr.aria-current]="value.selected ? 'true' : null"
              [style.--swatch]="value.swatch"
            >
              <span class="label">{{ value.label }}</span>
              <span class="count">{{ panel().counts ? value.count : '' }}</span>
            </a>
          </li>
        }
      </ul>
    </ng-template>
  `,
})
export class FacetPanel {
  readonly panel = input.required<Extract<FixtureModel, { type: 'facets' }>>();
  readonly page = input.required<PageModel>();
  readonly total = input.required<number>();
  private readonly state = inject(ShopState);
  protected readonly words = this.state.words;
  protected readonly awake = this.state.awake;
  /** Its orders stand beside the filters where those stay in reach. */
  protected readonly shelf = this.state.shelf;
  protected readonly href = shopHref;
  protected readonly formAction = computed(() => shopHref(this.page().href.split('?')[0]));

  /** What a search in a filter found; its script comes with the first letter. */
  private readonly found = signal<Found>({});
  private seeker: Promise<ValueSeeker> | null = null;

  protected seek(facet: FacetModel, text: string): void {
    this.seeker ??= import('./valueSeeker').then(({ ValueSeeker: Seeker }) => new Seeker(this.found));
    void this.seeker.then(
      (seeker) => seeker.seek(facet, text, this.page().href),
      // Without it all values stand there, as before; the next letter asks for it again.
      () => (this.seeker = null),
    );
  }

  /** How many values neither the page nor the last search tells. */
  protected unsaid({ key, more }: FacetModel): number {
    const found = this.found() as Partial<Found>;
    return found[key]?.more ?? more;
  }

  /** Chosen values always stand among the first. */
  private readonly split = computed(
    () =>
      new Map(
        this.panel().facets.map((facet) => {
          const found = (this.found() as Partial<Found>)[facet.key];
          if (found) return [facet.key, { first: found.values, rest: [] }];
          const chosen = facet.values.filter((value, at) => at >= facet.shown && value.selected);
          const first = [...facet.values.slice(0, facet.shown), ...chosen];
          const rest = facet.values.slice(facet.shown).filter((value) => !value.selected);
          // One hidden value takes as much room as the word that hides it.
          return [facet.key, rest.length === 1 ? { first: facet.values, rest: [] } : { first, rest }];
        }),
      ),
  );

  /** Of ratings one step is chosen at a time, of other steps several. */
  protected look(facet: FacetModel): FacetModel['control'] {
    return facet.key === 'rating' && facet.control === 'steps' ? 'single' : facet.control;
  }

  protected first(facet: FacetModel): FacetModel['values'] {
    return this.split().get(facet.key)!.first;
  }

  protected rest(facet: FacetModel): FacetModel['values'] {
    return this.split().get(facet.key)!.rest;
  }
}
