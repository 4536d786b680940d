import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { Store } from '@ngrx/store';
import type { HeirsFate, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { floorFeature } from '../store/floor.feature';
import { PlanActions } from '../draft/plan.actions';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { PlanOrigin, type OwnSetting } from '../draft/planOrigin';
import { settingWords } from '../wording/settingWords';

/** What the plan builds on, all that is its own, and what builds on it. */
@Component({
  selector: 'desk-base-slip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconModule],
  template: `
    @if (problem(); as told) {
      <p class="refused" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.detail }}
      </p>
    }
    <label class="line">
      <span>Builds on</span>
      <select [disabled]="busy()" (change)="choose($any($event.target).value)">
        <option value="" [selected]="wanted() === null || !base()">no other plan</option>
        @for (plan of choices(); track plan.id) {
          <option [value]="plan.id" [selected]="plan.id === (wanted() ?? base()?.id)">{{ plan.name }}</option>
        }
      </select>
    </label>
    @if (wanted() !== undefined) {
      <fieldset>
        <legend>{{ wantedName() ? 'On ' + wantedName() : 'On no other plan' }}</legend>
        <p class="hint first">
          @if (wantedName()) {
            Its page stays as it looks and the differences become its own; or it keeps only what is its own
            now, and takes the rest from {{ wantedName() }}.
          } @else {
            It looks as it does now, and follows no other plan from here on.
          }
        </p>
        <button type="button" class="choice" [disabled]="busy()" (click)="rebase('look')">
          {{ wantedName() ? 'Keep the look' : 'Stand alone' }}
        </button>
        @if (wantedName()) {
          <button type="button" class="choice" [disabled]="busy()" (click)="rebase('base')">
            Take the rest from there
          </button>
        }
        <button type="button" class="choice" (click)="wanted.set(undefined)">Leave it</button>
      </fieldset>
    }
    @if (base(); as under) {
      <fieldset>
        <legend>
          Own here: <b class="figures">{{ own().length }}</b> of its settings
        </legend>
        <ul class="entries">
          @for (setting of own(); track setting.key) {
            <li>
              <span class="grow">{{ words(setting) }}</span>
              <button type="button" class="word" (click)="reset(setting)">
                {{ setting.what === 'added' ? 'remove' : 'use ' + under.name + '’s' }}
              </button>
            </li>
          } @empty {
            <li class="none">Nothing: it looks just like {{ under.name }}</li>
          }
        </ul>
      </fieldset>
    }
    @if (heirs().length) {
      <p class="hint">
        {{ heirs().length === 1 ? 'One plan builds' : heirs().length + ' plans build' }} on it and
        {{ heirs().length === 1 ? 'changes' : 'change' }} with it: {{ heirNames() }}.
      </p>
    }
  `,
  styles: `
    .refused {
      margin: 0 0 8px;
      color: var(--vermilion);
    }
    .first {
      margin: 0 0 8px;
    }
  `,
})
export class BaseSlip {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly origin = inject(PlanOrigin);
  private readonly editor = inject(PlanEditor);
  private readonly plan = this.store.selectSignal(planFeature.selectPlan);
  private readonly version = this.store.selectSignal(planFeature.selectVersion);
  private readonly saving = this.store.selectSignal(planFeature.selectSaving);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  protected readonly heirs = this.store.selectSignal(planFeature.selectHeirs);
  protected readonly base = this.origin.base;
  protected readonly own = this.origin.own;
  protected readonly words = (setting: OwnSetting): string =>
    settingWords(setting, this.editor.settingNames());
  protected readonly problem = signal<Problem | null>(null);
  private readonly running = signal(false);
  /** The base that was asked for; undefined while nobody asks, null for none. */
  protected readonly wanted = signal<string | null | undefined>(undefined);
  protected readonly busy = computed(() => this.running() || this.saving() !== 'saved');

  /** Plans that it can build on: not itself, and none that builds on it. */
  protected readonly choices = computed(() => {
    const heirs = new Set(this.heirs().map(({ id }) => id));
    return (this.floor()?.plans ?? []).filter(
      ({ id, standing }) => standing === 'open' && id !== this.plan()?.id && !heirs.has(id),
    );
  });
  protected readonly wantedName = computed(
    () => this.choices().find(({ id }) => id === this.wanted())?.name ?? null,
  );
  protected readonly heirNames = computed(() =>
    this.heirs()
      .map(({ name }) => name)
      .join(', '),
  );

  protected choose(id: string): void {
    this.problem.set(null);
    this.wanted.set(id === (this.base()?.id ?? '') ? undefined : id || null);
  }

  protected rebase(keep: HeirsFate): void {
    const plan = this.plan();
    const base = this.wanted();
    if (!plan || base === undefined) return;
    this.running.set(true);
    this.api.rebasePlan(plan.id, base, keep, this.version()).subscribe({
      next: (stored) => {
        this.running.set(false);
        this.wanted.set(undefined);
        this.store.dispatch(PlanActions.storedAnew({ stored }));
      },
      error: (problem: Problem) => {
        this.running.set(false);
        this.problem.set(problem);
      },
    });
  }

  protected reset(setting: OwnSetting): void {
    this.store.dispatch(
      PlanActions.resetToBase({
        paths: [setting.path],
        what: `back to the base: ${this.words(setting)}`,
        at: Date.now(),
      }),
    );
  }
}
