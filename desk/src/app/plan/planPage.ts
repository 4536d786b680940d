import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatTooltipModule } from '@angular/material/tooltip';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, take } from 'rxjs';
import { addressOf, type PlanBeginning, type Problem } from '@fond/contract';
import { HOUSE_PLAN_ID, isHeir } from '@fond/core';
import { Api } from '../api/api';
import { PartsActions } from '../store/parts.actions';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { Brief } from './brief';
import { BadgesSheet } from '../badge/badgesSheet';
import { ArrangeSheet } from '../order/board/arrangeSheet';
import { FacetsSheet } from './facetsSheet';
import { DesignSheet } from '../design/designSheet';
import { CardSheet } from '../card/cardSheet';
import { firstAisle } from '../draft/firstAisle';
import { MergeDrafts } from '../draft/mergeDrafts';
import { PlanView } from '../wording/planView';
import { Presence } from '../draft/presence';
import { PlanActions } from '../draft/plan.actions';
import { planFeature, type Saving } from '../draft/plan.feature';
import { Afterwards } from '../draft/afterwards';
import { PlanEditor } from '../draft/planEditor';
import { PageWindow } from './window/pageWindow';
import { TallyStrip } from './window/tallyStrip';

const SAVING_WORDS: Readonly<Record<Saving, string>> = {
  saved: 'Draft saved',
  edited: 'Edited …',
  saving: 'Saving …',
  waiting: 'Saving waits for the server',
  conflict: 'A newer draft is there',
  refused: 'Not saved',
};

/** Brief, window and tally: a plan is read, changed and seen on one screen. */
@Component({
  selector: 'desk-plan',
  providers: [PlanView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButtonModule,
    MatIconModule,
    MatMenuModule,
    MatProgressBarModule,
    MatTooltipModule,
    ArrangeSheet,
    BadgesSheet,
    FacetsSheet,
    DesignSheet,
    Brief,
    CardSheet,
    MergeDrafts,
    PageWindow,
    Presence,
    RouterLink,
    TallyStrip,
  ],
  templateUrl: './planPage.html',
  styleUrl: './planPage.scss',
  host: { '(document:keydown)': 'onKey($event)' },
})
export class PlanPage {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly stored$ = this.store
    .select(planFeature.selectSaving)
    .pipe(filter((saving) => saving === 'saved'));
  private readonly editor = inject(PlanEditor);
  protected readonly afterwards = inject(Afterwards);
  /** From the address: the plan, and the aisle in the window. */
  readonly id = input.required<string>();
  readonly aisle = input<string>();
  readonly sheet = input<'card' | 'badges' | 'filters' | 'arrange' | 'designs'>();

  protected readonly asFile = computed(
    () => `${addressOf('exportPlans')}?${new URLSearchParams({ plans: this.id() })}`,
  );

  /** Where there is room for one of them: the page, until something of the brief is opened. */
  protected readonly sides = ['brief', 'page'] as const;
  protected readonly side = linkedSignal<string | null, 'brief' | 'page'>({
    source: inject(PlanView).open,
    computation: (slip, before) => (slip ? 'brief' : (before?.value ?? 'page')),
  });

  protected readonly plan = this.editor.plan;
  protected readonly loading = this.store.selectSignal(planFeature.selectLoading);
  protected readonly problem = this.store.selectSignal(planFeature.selectProblem);
  protected readonly history = this.store.selectSignal(planFeature.selectHistory);
  protected readonly saving = this.store.selectSignal(planFeature.selectSaving);
  protected readonly savingProblem = this.store.selectSignal(planFeature.selectSavingProblem);
  protected readonly theirs = this.store.selectSignal(planFeature.selectTheirs);
  protected readonly restored = this.store.selectSignal(planFeature.selectRestored);
  protected readonly version = this.store.selectSignal(planFeature.selectVersion);
  protected readonly standing = this.store.selectSignal(planFeature.selectStanding);
  private readonly usedIn = this.store.selectSignal(planFeature.selectHeirs);
  protected readonly live = this.store.selectSignal(planFeature.selectLive);
  private readonly document = this.store.selectSignal(planFeature.selectDocument);
  private readonly liveDocument = this.store.selectSignal(planFeature.selectLiveDocument);
  /** Whether draft and live build on the same plan; on what a plan builds is changed in a slip of its own. */
  protected readonly sameBase = computed(() => {
    const [base, liveBase] = [this.document(), this.liveDocument()].map((one) =>
      one && isHeir(one) ? one.base : null,
    );
    return base === liveBase;
  });
  protected readonly differs = this.store.selectSignal(planFeature.selectDiffersFromLive);
  protected readonly published = this.store.selectSignal(planFeature.selectPublished);
  private readonly address = this.editor.address;
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);

  protected readonly savingWords = computed(() => SAVING_WORDS[this.saving()]);
  protected readonly house = computed(() => this.id() === HOUSE_PLAN_ID);
  /** The ways to look at a plan, each with an address of its own. */
  protected readonly sheets = computed(() =>
    [
      { sheet: undefined, name: 'Brief', link: ['/plans', this.id()] },
      { sheet: 'card', name: 'Card', link: ['/plans', this.id(), 'card'] },
      { sheet: 'badges', name: 'Badges', link: ['/plans', this.id(), 'badges'] },
      { sheet: 'filters', name: 'Filters', link: ['/plans', this.id(), 'filters'] },
      { sheet: 'arrange', name: 'Arrange', link: ['/plans', this.id(), 'arrange'] },
      { sheet: 'designs', name: 'Starting points', link: ['/plans', this.id(), 'designs'] },
    ].filter(({ sheet }) => this.plan()?.kind !== 'part' || sheet === undefined),
  );
  protected readonly undoWord = computed(() => this.history()?.past.at(-1)?.what);
  protected readonly redoWord = computed(() => this.history()?.future[0]?.what);
  protected readonly livePath = computed(() => `/shop${this.address() === '/' ? '' : this.address()}`);

  constructor() {
    effect(() => {
      const id = this.id();
      const address = this.aisle() ?? this.begin(id);
      untracked(() => {
        if (id !== this.openId) {
          this.openId = id;
          this.store.dispatch(PartsActions.needed());
          this.store.dispatch(PlanActions.opened({ id, address }));
        } else if (address !== this.address()) this.store.dispatch(PlanActions.addressChosen({ address }));
      });
    });
  }
  private openId: string | null = null;

  /**
   * Without an aisle in the address the window begins with one of the plan's. Its reach is read once, as it was loaded:
   * an edit of it must not take the page away that is being looked at.
   */
  private begin(id: string): string {
    const known = this.beginnings.get(id);
    if (known !== undefined) return known;
    const plan = this.plan();
    const loaded = plan?.id === id ? plan : null;
    // A part is first seen where a plan shows it.
    const serving = loaded?.kind === 'part' ? (this.usedIn()[0]?.id ?? id) : id;
    const path = firstAisle(serving, loaded?.reach ?? null, this.floor()?.aisles ?? []);
    if (path !== null) this.beginnings.set(id, path);
    return path ?? '/';
  }
  private readonly beginnings = new Map<string, string>();

  protected onKey(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey)) return;
    const key = event.key.toLowerCase();
    // In a text field the browser's own undo works on what is being typed.
    const typing =
      event.target instanceof HTMLInputElement && ['text', 'search', 'number'].includes(event.target.type);
    if (typing) return;
    if (key === 'z' && !event.shiftKey) this.undo();
    else if (key === 'y' || (key === 'z' && event.shiftKey)) this.redo();
    else return;
    event.preventDefault();
  }

  protected rename(name: string): void {
    const text = name.trim();
    if (text && text !== this.plan()?.name) this.editor.edit('name', (plan) => ({ ...plan, name: text }));
  }

  /** As one edit, which can be undone like any other. */
  protected backToLive(): void {
    const live = this.live();
    if (live)
      this.afterwards.tell('Back to what is live', () =>
        this.editor.edit('back to what is live', () => live),
      );
  }

  protected undo(): void {
    const what = this.undoWord();
    if (what) this.afterwards.tell(`Undone: ${what}`, () => this.store.dispatch(PlanActions.undone()));
  }

  protected redo(): void {
    const what = this.redoWord();
    if (what) this.afterwards.tell(`Done again: ${what}`, () => this.store.dispatch(PlanActions.redone()));
  }

  /** Copies the plan as it is into one of its own, which nobody is served yet. */
  protected duplicate(as: PlanBeginning): void {
    const plan = this.plan();
    if (!plan) return;
    const name = as === 'copy' ? `Copy of ${plan.name}` : `On ${plan.name}`;
    this.api.createPlan(name.slice(0, 80), { include: [], exclude: [] }, plan.id, as).subscribe({
      next: ({ document }) => {
        this.store.dispatch(FloorActions.shopChanged());
        void this.router.navigate(['/plans', document.id], { queryParams: { open: 'reach' } });
      },
      error: (problem: Problem) => this.messages.open(`${problem.title}. ${problem.detail}`, 'OK'),
    });
  }

  protected again(): void {
    this.store.dispatch(PlanActions.opened({ id: this.id(), address: this.address() }));
  }

  /** Publishing is told on a page of its own, once the draft is stored. */
  protected publish(): void {
    this.store.dispatch(PlanActions.savingHurried());
    this.stored$.pipe(take(1)).subscribe(() => {
      const queryParams = { plans: this.id(), aisle: this.address().split('?')[0] };
      void this.router.navigate(['/publish'], { queryParams });
    });
  }

  protected haveBack(): void {
    this.api.restorePlan(this.id()).subscribe({
      next: (stored) => this.store.dispatch(PlanActions.storedAnew({ stored })),
      error: (problem: Problem) => this.messages.open(`${problem.title}. ${problem.detail}`, 'OK'),
    });
  }

  protected leave(): void {
    void this.router.navigate(['/plans', this.id(), 'leave']);
  }
}
