import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import {
  nameOfLevel,
  productsAPage,
  shelfOf,
  type OrderLevel,
  type Plan,
  type ShelfSettings,
} from '@fond/core';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { LevelOffers } from '../wording/levelOffers';
import { WhatIfPanel } from './whatIfPanel';

/** What is tried: the first key of the order (null for the order as it is), columns of wide pages, and products a page. */
interface Choice {
  level: OrderLevel | null;
  columns: number;
  size: number;
}

const COLUMNS = [1, 2, 3, 4, 5, 6, 8];
const SIZES = [6, 8, 9, 12, 16, 18, 24, 36, 48, 60];

/** What another order, other columns or another page size would bring in an aisle, without anybody drafting it. */
@Component({
  selector: 'desk-what-if-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatProgressBarModule, RouterLink, WhatIfPanel],
  template: `
    @if (stored.isLoading()) {
      <mat-progress-bar mode="indeterminate" aria-label="Fetching the plan" />
    } @else if (problem(); as told) {
      <p class="trouble" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.detail }}
      </p>
    } @else if (choice(); as now) {
      <div class="slip">
        <label
          >sorted by
          <select class="field" (change)="sortBy($any($event.target).value)">
            <option value="" [selected]="!now.level">what it is sorted by now</option>
            @for (group of groups(); track group.title) {
              <optgroup [label]="group.title || 'Figures of the product'">
                @for (offer of group.offers; track offer.name) {
                  <option [value]="offer.name" [selected]="offer.name === levelName()">
                    {{ offer.directions[0] }}
                  </option>
                }
              </optgroup>
            }
          </select></label
        >
        <label
          >in
          <select
            class="field"
            aria-label="Columns of wide pages"
            (change)="change({ columns: +$any($event.target).value })"
          >
            @for (count of columns(); track count) {
              <option [value]="count" [selected]="count === now.columns">{{ count }}</option>
            }
          </select>
          columns</label
        >
        <label
          ><select
            class="field"
            aria-label="Products a page"
            (change)="change({ size: +$any($event.target).value })"
          >
            @for (size of sizes(); track size) {
              <option [value]="size" [selected]="size === now.size">{{ size }}</option>
            }
          </select>
          a page</label
        >
      </div>
      @if (tried(); as plan) {
        <desk-what-if [plan]="plan" [address]="path()" called="So changed" />
        <p class="none">
          Blends are tried by choosing one; pins and groups in a draft, whose tally tells the same. What other
          filters would bring nobody can tell from what was counted: who would have chosen them isn’t known.
          <a class="word" [routerLink]="['/plans', plan.id]" [queryParams]="{ aisle: path() }"
            >Open the plan</a
          >
        </p>
      } @else {
        <p class="none">Choose another order, other columns or another page size.</p>
      }
    }
  `,
  styles: `
    .slip {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 18px;
      margin-block-end: 8px;
    }
    label {
      display: inline-flex;
      align-items: center;
      gap: 6px;
    }
    .none {
      margin: 6px 0 0;
      color: var(--quiet);
    }
  `,
})
export class WhatIfChoice {
  private readonly api = inject(Api);
  private readonly levels = inject(LevelOffers);
  /** Id of the plan that serves the aisle. */
  readonly plan = input.required<string>();
  /** Of the aisle. */
  readonly path = input.required<string>();

  protected readonly stored = rxResource({
    params: () => this.plan(),
    stream: ({ params }) => this.api.readPlan(params),
  });
  protected readonly problem = computed(() => failureOf(this.stored.error()));
  private readonly live = computed(() =>
    this.stored.hasValue() ? (this.stored.value()?.live ?? null) : null,
  );
  private readonly shelf = computed(() => {
    const live = this.live();
    return live ? (shelfOf(live) ?? null) : null;
  });
  /** It begins with what is live. */
  protected readonly choice = linkedSignal((): Choice | null => {
    const shelf = this.shelf();
    return shelf && { level: null, columns: shelf.columns.wide, size: sizeOf(shelf) };
  });
  protected readonly groups = this.levels.groups;
  protected readonly levelName = computed(() => {
    const level = this.choice()?.level;
    return level ? nameOfLevel(level) : '';
  });
  protected readonly columns = computed(() => withOwn(COLUMNS, this.shelf()?.columns.wide));
  protected readonly sizes = computed(() => withOwn(SIZES, this.shelf() ? sizeOf(this.shelf()!) : undefined));
  /** The live plan so changed; null while nothing is chosen otherwise. */
  protected readonly tried = computed((): Plan | null => {
    const [live, shelf, choice] = [this.live(), this.shelf(), this.choice()];
    if (!live || !shelf || !choice) return null;
    const { level, columns, size } = choice;
    if (!level && columns === shelf.columns.wide && size === sizeOf(shelf)) return null;
    const changed: Partial<ShelfSettings> = {
      ...(level && { order: { ...shelf.order, levels: [level] } }),
      columns: { ...shelf.columns, wide: columns },
      pageSize: size === sizeOf(shelf) ? shelf.pageSize : { by: 'products', count: size },
    };
    return {
      ...live,
      fixtures: live.fixtures.map((one) =>
        one.id === shelf.id && one.type === 'shelf' ? { ...one, ...changed } : one,
      ),
    };
  });

  protected sortBy(name: string): void {
    this.change({ level: this.levels.find(name)?.level ?? null });
  }

  protected change(change: Partial<Choice>): void {
    this.choice.update((now) => now && { ...now, ...change });
  }
}

const sizeOf = ({ pageSize, columns }: Pick<ShelfSettings, 'pageSize' | 'columns'>): number =>
  productsAPage(pageSize, columns);

const withOwn = (offered: readonly number[], own: number | undefined): number[] =>
  [...new Set([...offered, ...(own === undefined ? [] : [own])])].sort((a, b) => a - b);
