import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type {
  NamedPlan,
  Problem,
  StoredPlan,
  TogetherInput,
  TogetherOutcome,
  TogetherUndo,
} from '@fond/contract';
import {
  HOUSE_PLAN_ID,
  own,
  SAID_SETTINGS,
  SHARED_SETTINGS,
  type SaidSetting,
  type SaidValue,
  type SharedSetting,
  type SharedStep,
  type Texts,
} from '@fond/core';
import { Api } from '../api/api';
import { asking } from '../api/asking';
import { AisleMoves } from '../publishing/aisleMoves';
import { PlanDifference } from '../publishing/planDifference';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { CatalogueWords } from '../wording/catalogueWords';
import { FIXTURE_WORDS, shortList } from '../wording/words';
import { SaidField, usualValue } from './saidField';
import { servingSteps, SETTING_NAMES, stepWords } from './togetherSteps';

type Doing = 'put' | 'set' | 'handBack' | 'badge' | 'hideBadge' | 'showBadge' | 'fixture' | 'when';

const DOINGS: readonly { doing: Doing; name: string; what: string }[] = [
  { doing: 'put', name: 'Set something', what: 'Setting' },
  { doing: 'set', name: 'Set something as another plan has it', what: 'Setting' },
  { doing: 'handBack', name: 'Use what the plan beneath says', what: 'Setting' },
  { doing: 'badge', name: 'Add a badge', what: 'Badge' },
  { doing: 'hideBadge', name: 'Pause a badge', what: 'Badge' },
  { doing: 'showBadge', name: 'Show a badge again', what: 'Badge' },
  { doing: 'fixture', name: 'Add a fixture or a part', what: 'Fixture' },
  { doing: 'when', name: 'Show a fixture when another plan does', what: 'Fixture' },
];

/** One change for several plans, or for the plans of several aisles: told before, made in drafts, taken back as one. */
@Component({
  selector: 'desk-together',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AisleMoves, MatButtonModule, MatProgressBarModule, PlanDifference, RouterLink, SaidField],
  templateUrl: './togetherPage.html',
  styleUrls: ['../shell/sheet.scss', '../shell/listPage.scss', './togetherPage.scss'],
})
export class TogetherPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly words = inject(CatalogueWords).vocabulary;
  /** Ids of the chosen plans, or keys of the chosen aisles, with commas between. */
  readonly plans = input<string>();
  readonly aisles = input<string>();
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);

  protected readonly doings = DOINGS;
  protected readonly doing = signal<Doing>('put');
  protected readonly from = signal('');
  protected readonly what = signal('');
  /** The setting that is set, and what to; null where the change is none of a setting. */
  protected readonly put = computed((): { setting: SaidSetting; value: SaidValue } | null => {
    const setting = SAID_SETTINGS.find((one) => one === this.what());
    if (this.doing() !== 'put' || !setting) return null;
    return { setting, value: this.value() ?? usualValue(setting) };
  });
  protected readonly value = linkedSignal<string, SaidValue | null>({
    source: () => this.what(),
    computation: () => null,
  });
  protected readonly to = signal('');
  private readonly model = signal<StoredPlan | null>(null);
  private readonly anew = signal(0);
  protected readonly busy = signal(false);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly trial = signal<TogetherOutcome | null>(null);
  protected readonly done = signal<TogetherOutcome | null>(null);
  protected readonly undone = signal<TogetherUndo | null>(null);

  protected readonly openPlans = computed(() =>
    (this.floor()?.plans ?? []).filter(({ standing }) => standing === 'open'),
  );
  protected readonly all = computed(() => this.openPlans().map(({ id }) => id));
  protected readonly chosen = computed(() => listIn(this.plans()).filter((id) => this.all().includes(id)));
  protected readonly aisleKeys = computed(() => listIn(this.aisles()));
  protected readonly aisleTitles = computed(() => {
    const titles = new Map((this.floor()?.aisles ?? []).map(({ key, title }) => [key, title]));
    return shortList(
      this.aisleKeys().map((key) => titles.get(key) ?? key),
      8,
    );
  });
  protected readonly needsModel = computed(() => this.doing() !== 'handBack' && this.doing() !== 'put');
  protected readonly whatName = computed(() => DOINGS.find(({ doing }) => doing === this.doing())!.what);

  /** What can be chosen of the plan that it is taken from. */
  protected readonly offers = computed((): { value: string; name: string }[] => {
    const plan = this.model()?.plan;
    switch (this.doing()) {
      case 'put':
        return SAID_SETTINGS.map((value) => ({ value, name: SETTING_NAMES[value] }));
      case 'set':
      case 'handBack':
        return SHARED_SETTINGS.map((value) => ({ value, name: SETTING_NAMES[value] }));
      case 'badge':
      case 'hideBadge':
      case 'showBadge':
        return (plan?.badges.rules ?? []).map(({ id, text }) => ({
          value: id,
          name: this.textOf(text) || id,
        }));
      case 'fixture':
        return (plan?.fixtures ?? [])
          .filter(({ type, inside }) => type !== 'shelf' && type !== 'facets' && inside === null)
          .map((one) => ({ value: one.id, name: this.fixtureName(one) }));
      case 'when':
        return (plan?.fixtures ?? [])
          .filter(({ when }) => when !== null)
          .map((one) => ({ value: one.id, name: this.fixtureName(one) }));
    }
  });

  private readonly step = computed((): SharedStep | null => {
    const [doing, from, what] = [this.doing(), this.from(), this.what()];
    if (!what || (this.needsModel() && !from)) return null;
    switch (doing) {
      case 'put': {
        const put = this.put();
        return put && { kind: 'put', ...put };
      }
      case 'set':
        return { kind: 'set', from, setting: what as SharedSetting };
      case 'handBack':
        return { kind: 'handBack', setting: what as SharedSetting };
      case 'badge':
        return { kind: 'badge', from, badge: what };
      case 'hideBadge':
      case 'showBadge':
        return { kind: 'showBadge', badge: what, on: doing === 'showBadge' };
      case 'fixture':
      case 'when':
        return { kind: doing, from, fixture: what };
    }
  });

  /** What is done to each plan. */
  private readonly steps = computed((): ReadonlyMap<string, SharedStep> => {
    const aisles = this.floor()?.aisles ?? [];
    if (this.aisleKeys().length)
      return this.to() ? servingSteps(aisles, this.aisleKeys(), this.to(), HOUSE_PLAN_ID) : new Map();
    const step = this.step();
    return new Map(step ? this.chosen().map((id) => [id, step]) : []);
  });

  protected readonly said = computed(() => {
    const step = this.step();
    const offer = this.offers().find(({ value }) => value === this.what());
    if (!this.aisleKeys().length)
      return step ? capital(stepWords(step, this.model()?.plan ?? null, offer?.name ?? '')) : '';
    const plan = this.openPlans().find(({ id }) => id === this.to());
    return `${this.aisleTitles()} served by “${plan?.name ?? 'House plan'}”`;
  });

  constructor() {
    // Versions are those of now, whatever was changed while another screen was open.
    this.store.dispatch(FloorActions.shopChanged());
    effect((onCleanup) => {
      const from = this.from();
      this.model.set(null);
      if (!from) return;
      const asked = this.api.readPlan(from).subscribe({
        next: (stored) => this.model.set(stored),
        error: (problem: Problem) => this.problem.set(problem),
      });
      onCleanup(() => asked.unsubscribe());
    });
    asking(
      () => {
        this.anew();
        return this.toInput(true);
      },
      (asked) => {
        this.trial.set(null);
        return this.api.changeTogether(asked).subscribe({
          next: (trial) => {
            this.trial.set(trial);
            this.problem.set(null);
          },
          error: (problem: Problem) => this.problem.set(problem),
        });
      },
    );
  }

  private toInput(dryRun: boolean): TogetherInput | null {
    const versions = new Map(this.openPlans().map(({ id, version }) => [id, version]));
    const plans = [...this.steps()].flatMap(([id, step]) => {
      const version = versions.get(id);
      return version === undefined ? [] : [{ id, version, steps: [step] }];
    });
    return plans.length ? { plans, said: this.said().slice(0, 300), dryRun } : null;
  }

  protected load(): void {
    this.problem.set(null);
    this.store.dispatch(FloorActions.shopChanged());
    this.anew.update((turn) => turn + 1);
  }

  protected apply(): void {
    const asked = this.toInput(false);
    if (!asked) return;
    this.busy.set(true);
    this.problem.set(null);
    this.undone.set(null);
    this.api.changeTogether(asked).subscribe({
      next: (outcome) => {
        this.busy.set(false);
        this.done.set(outcome);
        this.load();
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected undo(id: string): void {
    this.busy.set(true);
    this.api.undoTogether(id).subscribe({
      next: (undone) => {
        this.busy.set(false);
        this.done.set(null);
        this.undone.set(undone);
        this.load();
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private fail(problem: Problem): void {
    this.busy.set(false);
    this.problem.set(problem);
  }

  protected pick(ids: readonly string[]): void {
    void this.router.navigate([], {
      queryParams: { plans: ids.join(',') || null },
      queryParamsHandling: 'merge',
      replaceUrl: true,
    });
  }

  protected toggle(id: string): void {
    const chosen = this.chosen();
    this.pick(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]);
  }

  protected choose(id: string): void {
    this.from.set(id);
    if (this.doing() !== 'set') this.what.set('');
  }

  protected changedIds({ plans }: TogetherOutcome): string {
    return plans.flatMap(({ id, changed }) => (changed ? [id] : [])).join(',');
  }

  protected changedCount({ plans }: TogetherOutcome): number {
    return plans.filter(({ changed }) => changed).length;
  }

  protected names(plans: readonly NamedPlan[]): string {
    return plans.map(({ name }) => name).join(', ');
  }

  private textOf(texts: Texts): string {
    return own(texts, this.words()?.languages[0] ?? 'en') ?? Object.values(texts)[0] ?? '';
  }

  private fixtureName(fixture: StoredPlan['plan']['fixtures'][number]): string {
    const heading = 'heading' in fixture ? this.textOf(fixture.heading) : '';
    return FIXTURE_WORDS[fixture.type] + (heading ? ` “${heading}”` : '');
  }
}

const listIn = (text: string | undefined): string[] => (text ?? '').split(',').filter(Boolean);
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
