import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIconModule } from '@angular/material/icon';
import { MatInputModule } from '@angular/material/input';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSelectModule } from '@angular/material/select';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { mayAs, type AisleVisits, type FloorAisle, type PlanSummary, type Problem } from '@fond/contract';
import { HOUSE_PLAN_ID } from '@fond/core';
import { Api } from '../api/api';
import { FigureApi } from '../api/figureApi';
import { FindingApi } from '../api/findingApi';
import {
  AISLE_MEASURES,
  AISLE_MEASURE_WORDS,
  aisleMeasure,
  type AisleMeasure,
} from '../figure/aisleMeasures';
import { sessionFeature } from '../session/session.feature';
import { whyWords } from '../wording/reachWords';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { FirstSteps } from './firstSteps';
import { FloorMap } from './floorMap';
import { floorLines, reachFor } from './floorTree';
import { planColours } from './planColours';
import { WaitingStrip } from './waitingStrip';
import { WhyAisle } from './whyAisle';

const KIND_WORDS = {
  front: 'Front',
  category: 'Category',
  collection: 'Collection',
  tag: 'Tag',
  value: 'Value',
  page: 'Page',
  search: 'Search',
};

@Component({
  selector: 'desk-floor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    DatePipe,
    RouterLink,
    MatButtonModule,
    MatFormFieldModule,
    MatIconModule,
    MatInputModule,
    MatProgressBarModule,
    MatSelectModule,
    FirstSteps,
    FloorMap,
    WaitingStrip,
    WhyAisle,
  ],
  templateUrl: './floorPage.html',
  styleUrl: './floorPage.scss',
})
export class FloorPage {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly api = inject(Api);
  private readonly messages = inject(MatSnackBar);
  /** Filters stand in the address, so that a view of the floor can be shared. */
  readonly q = input<string>();
  readonly plan = input<string>();
  readonly view = input<string>();
  /** Only aisles that checks found something in. */
  readonly found = input<string>();
  readonly figure = input<string>();
  /** The aisle whose reasons are open. */
  readonly why = input<string>();
  /** Whether the texts of that aisle are open too. */
  readonly words = input<string>();

  private readonly user = this.store.selectSignal(sessionFeature.selectUser);
  protected readonly mayWrite = computed(() => mayAs(this.user()?.role ?? 'viewer', 'merchandiser'));
  protected readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  protected readonly loading = this.store.selectSignal(floorFeature.selectLoading);
  protected readonly problem = this.store.selectSignal(floorFeature.selectProblem);
  protected readonly folded = signal<ReadonlySet<string>>(new Set());
  protected readonly kindWords = KIND_WORDS;
  protected readonly lines = computed(() =>
    floorLines(
      this.floor()?.aisles ?? [],
      {
        text: this.q() ?? '',
        plan: this.plan() ?? null,
        found: this.found() ? new Set(this.findings().keys()) : null,
      },
      this.folded(),
    ),
  );
  /** How many findings each aisle has that has any; empty until they are known. */
  protected readonly findings = signal<ReadonlyMap<string, number>>(new Map());
  /** What each aisle was visited in the last four weeks; empty until it is known. */
  protected readonly visits = signal<ReadonlyMap<string, AisleVisits>>(new Map());
  /** Which figure of the aisles is shown; it stands in the address. */
  protected readonly measure = computed(
    (): AisleMeasure => AISLE_MEASURES.find((one) => one === this.figure()) ?? 'visits',
  );
  protected readonly measures = AISLE_MEASURES;
  protected readonly measureWords = AISLE_MEASURE_WORDS;
  protected readonly currency = signal('EUR');
  protected readonly measured = aisleMeasure;
  protected readonly choosing = signal(false);
  protected readonly picked = signal<ReadonlySet<string>>(new Set());
  protected readonly pickedKeys = computed(() => [...this.picked()].join(','));
  /** Ids of the plans that serve what is chosen. */
  protected readonly pickedPlans = computed(() => [
    ...new Set(
      (this.floor()?.aisles ?? []).flatMap(({ key, plan }) =>
        plan && this.picked().has(key) ? [plan.id] : [],
      ),
    ),
  ]);
  protected readonly opened = computed(() => this.why() ?? null);
  protected readonly openPlans = computed(() =>
    (this.floor()?.plans ?? []).filter(({ standing }) => standing === 'open'),
  );
  protected readonly away = computed(() =>
    (this.floor()?.plans ?? []).filter(({ standing }) => standing !== 'open'),
  );
  /** Ids of the live plans whose drafts differ, where several could be published together. */
  protected readonly differing = computed(() => {
    const changed = this.openPlans().filter(({ changed: differs }) => differs);
    return changed.length > 1 ? changed.map(({ id }) => id).join(',') : null;
  });
  private readonly colours = computed(() => planColours(this.openPlans()));
  protected readonly counts = computed(() => {
    const aisles = this.floor()?.aisles ?? [];
    return {
      aisles: aisles.length,
      empty: aisles.filter((aisle) => aisle.products === 0 && aisle.kind !== 'search').length,
      disputed: aisles.filter((aisle) => aisle.disputed).length,
    };
  });

  constructor() {
    // The floor is there without them; what is wrong with them is told by their own screen.
    inject(FindingApi)
      .list(null, null)
      .subscribe({
        next: ({ byAisle }) => this.findings.set(new Map(byAisle.map(({ aisle, count }) => [aisle, count]))),
        error: () => undefined,
      });
    inject(FigureApi)
      .aisles()
      .subscribe({
        next: ({ aisles, currency }) => {
          this.currency.set(currency);
          this.visits.set(new Map(aisles.map((one) => [one.aisle, one])));
        },
        error: () => undefined,
      });
    // Coming back from a plan, the floor shows what was published meanwhile; at first the shell has asked already.
    if (this.floor()) this.store.dispatch(FloorActions.shopChanged());
  }

  /** A plan that nobody is served yet, on the house plan; then it is asked from what it shall begin. */
  protected startPlan(): void {
    const nothing = { include: [], exclude: [] };
    this.api.createPlan('New plan', nothing, HOUSE_PLAN_ID, 'heir').subscribe({
      next: ({ document }) => {
        this.store.dispatch(FloorActions.shopChanged());
        void this.router.navigate(['/plans', document.id, 'designs']);
      },
      error: ({ title, detail }: Problem) => this.messages.open(`${title}. ${detail}`, 'OK'),
    });
  }

  protected reason(aisle: FloorAisle): string {
    return aisle.why ? whyWords(aisle.why, aisle, this.floor()?.aisles ?? []) : 'no plan reaches it';
  }

  protected others(aisle: FloorAisle): string {
    return aisle.others.map((other) => other.name).join(', ');
  }

  protected leavers(aisle: FloorAisle): string {
    return aisle.leftOut.map(({ name }) => name).join(', ');
  }

  protected colour(id: string): string {
    return this.colours().get(id) ?? 'transparent';
  }

  protected filter(change: {
    q?: string;
    plan?: string | null;
    view?: string | null;
    why?: string | null;
    found?: string | null;
    figure?: string;
    words?: null;
  }): void {
    const { q, ...rest } = change;
    void this.router.navigate([], {
      queryParams: q === undefined ? rest : { ...rest, q: q || null },
      queryParamsHandling: 'merge',
      replaceUrl: true,
    });
  }

  protected open(aisle: FloorAisle): void {
    this.filter({ why: this.opened() === aisle.key ? null : aisle.key, words: null });
  }

  /** From the map to the aisle's reasons in the list. */
  protected reveal(key: string): void {
    this.filter({ view: null, why: key, plan: null, q: '' });
    requestAnimationFrame(() => document.querySelector('.reasons')?.scrollIntoView({ block: 'center' }));
  }

  protected turnChoosing(): void {
    this.choosing.update((on) => !on);
    this.picked.set(new Set());
  }

  protected pick(key: string): void {
    this.picked.update((picked) => {
      const next = new Set(picked);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  }

  protected pickShown(): void {
    this.picked.set(new Set(this.lines().map(({ aisle }) => aisle.key)));
  }

  protected restore(plan: PlanSummary): void {
    this.api.restorePlan(plan.id).subscribe({
      next: () => {
        this.store.dispatch(FloorActions.shopChanged());
        this.messages
          .open(`“${plan.name}” is back as a draft. It serves aisles once you publish it.`, 'Open it')
          .onAction()
          .subscribe(() => void this.router.navigate(['/plans', plan.id]));
      },
      error: (problem: Problem) => this.messages.open(`${problem.title}. ${problem.detail}`, 'OK'),
    });
  }

  protected fold(aisle: FloorAisle): void {
    this.folded.update((folded) => {
      const next = new Set(folded);
      if (!next.delete(aisle.key)) next.add(aisle.key);
      return next;
    });
  }

  /** Arrows walk the lines and fold them, as in any tree. */
  protected onKey(event: KeyboardEvent, aisle: FloorAisle, branch: boolean): void {
    const row = (event.currentTarget as HTMLElement).closest('tr');
    const sibling = event.key === 'ArrowDown' ? row?.nextElementSibling : row?.previousElementSibling;
    switch (event.key) {
      case 'ArrowDown':
      case 'ArrowUp':
        sibling?.querySelector<HTMLElement>('.aisle-link')?.focus();
        break;
      case 'ArrowLeft':
        if (branch && !this.folded().has(aisle.key)) this.fold(aisle);
        break;
      case 'ArrowRight':
        if (branch && this.folded().has(aisle.key)) this.fold(aisle);
        break;
      default:
        return;
    }
    event.preventDefault();
  }

  protected ownPlan(aisle: FloorAisle): void {
    this.store.dispatch(
      FloorActions.ownPlanAsked({
        name: aisle.title,
        reach: reachFor(aisle),
        from: aisle.plan?.id ?? 'house',
        aisle: aisle.path,
      }),
    );
  }

  protected again(): void {
    this.store.dispatch(FloorActions.entered());
  }
}
