import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { forkJoin, of } from 'rxjs';
import {
  mayAs,
  type CampaignTimes,
  type DraftVersion,
  type PlanChanges,
  type PlanSummary,
  type Problem,
  type PublicationFault,
  type PublicationRequest,
  type StoredPlan,
  type ToldGroup,
  type TrialWish,
} from '@fond/contract';
import { documentsBy, isHeir, resolvePlan, type Plan } from '@fond/core';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { TrialApi } from '../api/trialApi';
import { FloorActions } from '../store/floor.actions';
import { BriefVocabulary } from '../wording/briefVocabulary';
import { settingNames } from '../wording/sentences';
import { settingWords } from '../wording/settingWords';
import { PlanActions } from '../draft/plan.actions';
import { planFeature } from '../draft/plan.feature';
import { FindingList } from '../finding/findingList';
import { AisleMoves } from './aisleMoves';
import { BeforeAfter } from './beforeAfter';
import { CampaignFields } from './campaignFields';
import { PlanDifference } from './planDifference';
import { PublicationRequests } from './publicationRequests';
import { TrialFields } from './trialFields';
import { sessionFeature } from '../session/session.feature';

interface Asked {
  plans: readonly string[];
}

/** What publishing will do before it is done: drafts together, their sentences old and new, and the page side by side. */
@Component({
  selector: 'desk-publish',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    RouterLink,
    MatButtonModule,
    MatProgressBarModule,
    AisleMoves,
    BeforeAfter,
    CampaignFields,
    FindingList,
    PlanDifference,
    PublicationRequests,
    TrialFields,
  ],
  templateUrl: './publishPage.html',
  styleUrls: ['../shell/sheet.scss', './publishPage.scss'],
})
export class PublishPage {
  private readonly api = inject(Api);
  private readonly trials = inject(TrialApi);
  private readonly briefWords = inject(BriefVocabulary);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);

  /** From the address: ids of the plans, joined by commas, and the aisle that is looked at. */
  readonly plans = input<string>();
  readonly aisle = input<string>();

  private readonly openPlan = this.store.selectSignal(planFeature.selectId);
  protected readonly chosen = computed(() => (this.plans() ?? '').split(',').filter(Boolean));
  private readonly all = rxResource({ stream: () => this.api.plans(), defaultValue: [] });
  private readonly asked = computed((): Asked => ({ plans: this.chosen() }), {
    equal: (a, b) => a.plans.join() === b.plans.join(),
  });
  private readonly counted = rxResource<PlanChanges | null, Asked>({
    params: () => this.asked(),
    stream: ({ params }) => (params.plans.length ? this.api.publicationChanges(params.plans) : of(null)),
    defaultValue: null,
  });
  private readonly read = rxResource<StoredPlan[], Asked>({
    params: () => this.asked(),
    stream: ({ params }) =>
      params.plans.length ? forkJoin(params.plans.map((id) => this.api.readPlan(id))) : of([]),
    defaultValue: [],
  });

  protected readonly running = signal(false);
  protected readonly refused = signal<Problem | null>(null);
  protected readonly note = signal('');
  protected readonly way = signal<'now' | 'later' | 'tried'>('now');
  protected readonly later = computed(() => this.way() === 'later');
  protected readonly trial = signal<Omit<TrialWish, 'plan'> | null>(null);
  protected readonly times = signal<(CampaignTimes & { name: string }) | null>(null);

  protected readonly busy = computed(
    () => this.counted.isLoading() || this.read.isLoading() || this.all.isLoading() || this.running(),
  );
  protected readonly problem = computed(
    () => this.refused() ?? failureOf(this.counted.error() ?? this.read.error() ?? this.all.error()),
  );
  /** Whether the list of drafts is being read, and whether it has been. */
  protected readonly listing = computed(() => this.all.isLoading());
  protected readonly listed = computed(() => this.all.hasValue() && this.all.error() === undefined);
  protected readonly failed = computed(
    () => failureOf(this.counted.error() ?? this.read.error() ?? this.all.error()) !== null,
  );
  protected readonly changes = computed(() => (this.counted.hasValue() ? this.counted.value() : null));
  protected readonly stored = computed(() => (this.read.hasValue() ? this.read.value() : []));
  /** Drafts that say something else than what is live; those that were asked for stand there in any case. */
  protected readonly drafts = computed(() =>
    (this.all.hasValue() ? this.all.value() : []).filter(
      ({ id, changed, standing }) => (changed && standing === 'open') || this.chosen().includes(id),
    ),
  );
  protected readonly shown = computed(() => this.aisle() ?? this.changes()?.changes[0]?.path ?? null);
  private readonly settings = rxResource({ stream: () => this.api.settings() });
  protected readonly zone = computed(() => (this.settings.hasValue() ? this.settings.value().zone : 'UTC'));
  /** Who may not publish at once asks somebody who may. */
  protected readonly asks = computed(() => {
    const role = this.user()?.role ?? 'viewer';
    return !mayAs(role, 'publisher') || (this.settings.hasValue() && this.settings.value().approval);
  });
  private readonly requests = viewChild.required(PublicationRequests);

  /** One plan that is live already can be tried beside its draft. */
  protected readonly triable = computed(() => {
    const [plan, ...others] = this.stored();
    return plan && !others.length && plan.live && plan.plan.kind === 'page' ? plan.document.id : null;
  });
  /** Id of the plan that is to be tried; null while it is to be published. */
  protected readonly tried = computed(() => (this.way() === 'tried' && !this.asks() ? this.triable() : null));
  protected readonly action = computed(() => {
    if (this.asks()) return 'Ask to publish';
    if (this.tried()) return this.trial()?.start === false ? 'Prepare the trial' : 'Begin the trial';
    return this.later() ? 'Schedule' : 'Publish';
  });

  protected readonly ready = computed(() => {
    const changes = this.changes();
    if (!changes || changes.faults.length || this.busy()) return false;
    if (this.tried()) return this.trial() !== null;
    return this.asks() || !this.later() || this.times() !== null;
  });

  constructor() {
    effect(() => {
      // Another choice makes what was refused before a thing of the past.
      this.asked();
      this.refused.set(null);
    });
  }

  /** Asks anew for all that could not be read. */
  protected again(): void {
    for (const resource of [this.all, this.counted, this.read]) if (resource.error()) resource.reload();
  }

  /** What the publication would bring, and how much of what is found is live like that. */
  protected freshOf(groups: readonly ToldGroup[]): { fresh: ToldGroup[]; known: number } {
    const fresh = groups.flatMap((group): ToldGroup[] => {
      const found = group.found.filter((one) => one.fresh);
      return found.length ? [{ ...group, found, count: group.fresh ?? found.length }] : [];
    });
    const sum = (of: readonly ToldGroup[]): number => of.reduce((all, { count }) => all + count, 0);
    return { fresh, known: sum(groups) - sum(fresh) };
  }

  /** A draft was mended from here: what publishing would do is worked out anew. */
  protected mended(): void {
    for (const resource of [this.all, this.counted, this.read]) resource.reload();
  }

  protected include(plan: PlanSummary, on: boolean): void {
    const plans = on ? [...this.chosen(), plan.id] : this.chosen().filter((id) => id !== plan.id);
    this.look({ plans: plans.join(',') || null });
  }

  protected look(queryParams: { plans?: string | null; aisle?: string }): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected together(fault: PublicationFault): void {
    const needed =
      fault.kind === 'base-not-live' ? fault.base : fault.kind === 'part-not-live' ? fault.part : null;
    if (needed) this.look({ plans: [...this.chosen(), needed.id].join(',') });
  }

  /** A plan that never was live is told by what it says otherwise than its base. */
  protected baseOf({ document, bases }: StoredPlan): Plan | null {
    return isHeir(document) ? resolvePlan(documentsBy(bases), document.base) : null;
  }

  protected keptWords(kept: readonly (readonly string[])[]): string {
    const names = settingNames(
      this.briefWords.words(),
      this.stored().map(({ plan }) => plan),
    );
    return kept.map((path) => settingWords({ path, what: 'set' }, names)).join(', ');
  }

  protected back(): unknown[] {
    const [first] = this.chosen();
    return first ? ['/plans', first] : ['/floor'];
  }

  protected publish(): void {
    if (!this.ready()) return;
    const plans = this.stored().map(({ document, version }) => ({ id: document.id, version }));
    const times = this.later() ? this.times() : null;
    this.running.set(true);
    this.refused.set(null);
    const trial = this.tried() ? this.trial() : null;
    if (this.asks()) this.ask(plans);
    else if (trial)
      this.trials.create({ ...trial, plan: plans[0] }).subscribe({
        next: ({ id }) => {
          this.store.dispatch(FloorActions.shopChanged());
          void this.router.navigate(['/trials', id]);
        },
        error: (problem: Problem) => this.fail(problem),
      });
    else if (times)
      this.api.createCampaign({ ...times, plans }).subscribe({
        next: ({ name, clockNote }) => {
          this.messages.open(`“${name}” is scheduled. ${clockNote ?? ''}`, 'OK');
          void this.router.navigateByUrl('/editions?view=calendar');
        },
        error: (problem: Problem) => this.fail(problem),
      });
    else
      this.api.publishPlans(plans, this.note().trim()).subscribe({
        next: (edition) => {
          this.store.dispatch(PlanActions.published({ edition, plans: plans.map(({ id }) => id) }));
          this.store.dispatch(FloorActions.shopChanged());
          // A plan that is opened only now would not say it.
          if (!plans.some(({ id }) => id === this.openPlan()))
            this.messages.open(`Edition ${edition.number} is live.`, 'OK', { duration: 8_000 });
          void this.router.navigate(this.back(), { queryParams: { aisle: this.shown() } });
        },
        error: (problem: Problem) => this.fail(problem),
      });
  }

  /** Looks at a publication that waits, as its drafts are now. */
  protected lookAt({ plans }: PublicationRequest): void {
    this.look({ plans: plans.map(({ id }) => id).join(',') });
  }

  private ask(plans: readonly DraftVersion[]): void {
    this.api.askToPublish(plans, this.note().trim()).subscribe({
      next: () => {
        this.running.set(false);
        this.note.set('');
        this.requests().reload();
        this.messages.open('Asked for. A publisher finds it on this page.', 'OK');
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private fail(problem: Problem): void {
    this.refused.set(problem);
    this.running.set(false);
  }
}
