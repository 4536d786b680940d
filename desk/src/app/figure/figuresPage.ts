import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Router, RouterLink, type Params } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Figures, FiguresQuery, FigureTable, Problem, ShelfFigure } from '@fond/contract';
import { dayLater, shareOf } from '@fond/core';
import { AislePick } from '../aisle/aislePick';
import { asking } from '../api/asking';
import { FigureApi } from '../api/figureApi';
import { PlotChart } from '../charts/plotChart';
import { DayField } from '../field/dayField';
import { daysDrawing, placesDrawing, type PlaceView } from './figureCharts';
import {
  againstText,
  amountText,
  boundsText,
  changeText,
  MEASURE_WORDS,
  MEASURES,
  manyText,
  moneyText,
  percentText,
  WIDTH_WORDS,
  type Measure,
} from './figureWords';
import { Question } from './question';
import { DrawnPage } from './drawnPage';
import { EarningTable, type EarningRow } from './earningTable';
import { floorFeature } from '../store/floor.feature';
import { WhatIfChoice } from './whatIfChoice';
import { ShoppersStrip } from './shoppersStrip';

const SPANS = [7, 28, 90] as const;
/** Lines of a table before the rest is asked for. */
const FEW = 12;

const PLACE_VIEWS: readonly { view: PlaceView; name: string; told: string }[] = [
  {
    view: 'visits',
    name: 'Of 1,000 visits',
    told: 'Clicks of 1,000 visits, by place: what it brings as things stand.',
  },
  {
    view: 'seen',
    name: 'Of 1,000 times seen',
    told: 'Clicks of 1,000 cards that were seen at the place: corrected for how often it is seen.',
  },
  {
    view: 'place',
    name: 'The place itself',
    told: 'The same product here against at place 1, found from products that stood at several places: what the place does, whatever stands there.',
  },
];

/** What places, products and filters earn: of the shop, an aisle, a plan or a product, against the days before. */
@Component({
  selector: 'desk-figures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AislePick,
    DayField,
    DrawnPage,
    EarningTable,
    MatButtonModule,
    MatProgressBarModule,
    PlotChart,
    Question,
    RouterLink,
    ShoppersStrip,
    WhatIfChoice,
  ],
  templateUrl: './figuresPage.html',
  styleUrls: ['../shell/sheet.scss', './figureTable.scss', './figuresPage.scss'],
})
export class FiguresPage {
  private readonly api = inject(FigureApi);
  private readonly router = inject(Router);
  /** What is asked stands in the address. */
  readonly aisle = input<string>();
  readonly plan = input<string>();
  readonly product = input<string>();
  readonly campaign = input<string>();
  readonly from = input<string>();
  readonly to = input<string>();
  readonly measure = input<string>();
  readonly places = input<string>();

  protected readonly found = signal<Figures | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(true);
  private readonly again = signal(0);
  protected readonly open = signal<ReadonlySet<FigureTable>>(new Set());
  protected readonly spans = SPANS;
  protected readonly placeViews = PLACE_VIEWS;
  protected readonly percent = percentText;
  protected readonly bounds = boundsText;
  protected readonly widthWords = WIDTH_WORDS;
  protected readonly many = manyText;

  private readonly query = computed((): FiguresQuery => {
    const asked = {
      aisle: this.aisle(),
      plan: this.plan(),
      product: this.product(),
      campaign: this.campaign(),
      from: this.from(),
      to: this.to(),
    };
    return Object.fromEntries(Object.entries(asked).filter(([, value]) => value));
  });
  private readonly floor = inject(Store).selectSignal(floorFeature.selectFloor);
  /** Id of the plan that serves the aisle which is looked at; null for all else. */
  protected readonly servedBy = computed(() => {
    const scope = this.found()?.scope;
    if (scope?.kind !== 'aisle') return null;
    return this.floor()?.aisles.find(({ key }) => key === scope.key)?.plan?.id ?? null;
  });
  protected readonly shownMeasure = computed((): Measure => {
    const wanted = MEASURES.find((one) => one === this.measure());
    return wanted ?? (this.found()?.scope.kind === 'product' ? 'seen' : 'visits');
  });
  protected readonly placeView = computed(
    () => PLACE_VIEWS.find(({ view }) => view === this.places()) ?? PLACE_VIEWS[0],
  );
  protected readonly measures = computed(() => {
    const all = this.found();
    if (!all) return [];
    return MEASURES.filter((one) => one !== 'visits' || all.scope.kind !== 'product').map((measure) => ({
      measure,
      ...MEASURE_WORDS[measure],
      amount: amountText(measure, all.now[measure], all.currency),
      change: changeText(all.now[measure], all.earlier[measure]),
    }));
  });
  protected readonly length = computed(() => this.found()?.days.length ?? 0);
  protected readonly days = computed(() => {
    const all = this.found();
    return all && daysDrawing(all.days, all.events, this.shownMeasure());
  });
  protected readonly placesDrawn = computed(() => {
    const all = this.found();
    return all && placesDrawing(all.places, this.placeView().view, all.now.visits);
  });
  /** How many places the drawing has. */
  protected readonly placesKnown = computed(() => {
    const places = this.found()?.places ?? [];
    const known = this.placeView().view === 'place' ? places.filter(({ attention }) => attention) : places;
    return known.length;
  });
  protected readonly usual = computed(() => {
    const { clicks = 0, seen = 0 } = this.found()?.now ?? {};
    return shareOf(clicks, seen);
  });
  protected readonly missed = computed(() => this.found()?.queries.filter(({ found }) => found === 0) ?? []);
  /** What finds nothing first. */
  protected readonly queries = computed(() => [
    ...this.missed(),
    ...(this.found()?.queries.filter(({ found }) => found > 0) ?? []),
  ]);

  constructor() {
    asking(
      () => {
        this.again();
        return this.query();
      },
      (query) => {
        this.working.set(true);
        return this.api.read(query).subscribe({
          next: (figures) => {
            this.found.set(figures);
            this.problem.set(null);
            this.working.set(false);
          },
          error: (problem: Problem) => {
            this.problem.set(problem);
            this.working.set(false);
          },
        });
      },
    );
  }

  protected read(): void {
    this.again.update((times) => times + 1);
  }

  protected see(queryParams: Record<string, string | null>): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge' });
  }

  /** The rows of what earns, each with the way to its own figures on the same days. */
  protected readonly productRows = computed(() =>
    (this.found()?.products ?? []).map((one): EarningRow => ({
      ...one,
      key: one.sku,
      query: this.sameDays({ product: one.sku }),
    })),
  );
  protected readonly shelfRows = computed(() =>
    (this.found()?.shelves ?? []).map((one): EarningRow => ({ ...one, title: shelfWords(one) })),
  );
  protected readonly aisleRows = computed(() => {
    const all = this.found();
    return (all?.aisles ?? []).map(({ visits, path, ...one }): EarningRow => ({
      ...one,
      detail: path,
      query: this.sameDays({ aisle: one.key }),
      ...(all?.scope.kind !== 'product' && { visits }),
    }));
  });

  private sameDays(of: Params): Params {
    return { ...of, from: this.from(), to: this.to() };
  }

  /** So many days up to today. */
  protected seeDays(days: number): void {
    const to = this.found()?.to ?? new Date().toISOString().slice(0, 10);
    const from = dayLater(to, 1 - days);
    this.see({ from: days === 28 && !this.to() ? null : from });
  }

  protected seeFrom(from: string): void {
    this.see({ from: from || null });
  }

  protected file(table: FigureTable): string {
    return this.api.file(this.query(), table);
  }

  protected money(cents: number): string {
    return moneyText(cents, this.found()!.currency);
  }

  protected few<T>(rows: readonly T[], table: FigureTable): readonly T[] {
    return this.open().has(table) ? rows : rows.slice(0, FEW);
  }

  protected more(rows: readonly unknown[], table: FigureTable): number {
    return this.open().has(table) ? 0 : Math.max(0, rows.length - FEW);
  }

  protected openAll(table: FigureTable): void {
    this.open.update((open) => new Set([...open, table]));
  }

  protected against({ clicks, seen }: { clicks: number; seen: number }): string {
    const { clicks: all, seen: cases } = this.found()!.now;
    return againstText(shareOf(clicks, seen), shareOf(all - clicks, cases - seen));
  }

  protected describeChart(): string {
    const all = this.found()!;
    const { name } = MEASURE_WORDS[this.shownMeasure()];
    return `${name} day by day from ${all.from} to ${all.to}; the table below has the figures`;
  }
}

/** What a shelf is called, with its heading where it has one. */
function shelfWords({ type, title }: ShelfFigure): string {
  if (type === 'shelf') return 'The aisle’s own shelf';
  return title ? `“${title}”` : 'A promoting shelf';
}
