import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Reach } from '@fond/core';
import { MapLegend } from '../charts/mapLegend';
import { TreemapChart } from '../charts/treemapChart';
import { floorFeature } from '../store/floor.feature';
import { floorTreemap, PALE } from '../charts/floorTreemap';
import { planFeature } from '../draft/plan.feature';
import { PlanEditor } from '../draft/planEditor';
import { REACH_STATE_WORDS, reachStates, reachWays, type ReachState } from './reachStates';

/** Light enough for dark words on them, and told apart in lightness. */
const COLOURS: Readonly<Record<ReachState, string>> = {
  kept: '#8fbcc4',
  gained: '#a9cf8f',
  lost: '#d8b9a0',
  disputed: '#e58c7a',
  outdone: '#c9d2de',
  out: '#f1e2a4',
  apart: PALE,
};
const STATES = Object.keys(REACH_STATE_WORDS) as ReachState[];

/** The reach as a map: the categories by their products, and what the draft changes of who serves them. */
@Component({
  selector: 'desk-reach-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MapLegend, TreemapChart],
  template: `
    <desk-map-legend [entries]="legend()" />
    <desk-treemap [trace]="trace()" [told]="told()" [height]="420" (chosen)="choose($event)" />
    @if (chosen(); as aisle) {
      <p class="line" role="status">
        <strong>{{ aisle.title }}</strong> <span class="unit">{{ stateWords(aisle.key) }}</span>
        @for (way of ways(); track way.words) {
          <button type="button" class="choice" (click)="take(way.reach)">{{ way.words }}</button>
        }
      </p>
    } @else {
      <p class="hint">Choose a category on the map to serve it or to leave it out.</p>
    }
  `,
})
export class ReachMap {
  private readonly store = inject(Store);
  private readonly editor = inject(PlanEditor);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly preview = this.store.selectSignal(planFeature.selectPreview);
  private readonly key = signal<string | null>(null);

  private readonly states = computed(() => {
    const [plan, preview] = [this.editor.plan(), this.preview()];
    return plan && preview
      ? reachStates(plan.id, plan.reach, this.floor()?.aisles ?? [], preview)
      : new Map<string, ReachState>();
  });
  protected readonly legend = computed(() => {
    const shown = new Set(this.states().values());
    return STATES.filter((state) => shown.has(state)).map((state) => ({
      name: REACH_STATE_WORDS[state],
      colour: COLOURS[state],
    }));
  });
  protected readonly trace = computed(() =>
    floorTreemap(this.floor()?.aisles ?? [], ({ key, plan }) => {
      const state = this.states().get(key) ?? 'apart';
      const words = state === 'outdone' && plan ? `served by ${plan.name}` : REACH_STATE_WORDS[state];
      // Most areas are pale and say nothing, so that the others stand out.
      return { colour: COLOURS[state], below: '', told: state === 'apart' ? '' : words };
    }),
  );
  protected readonly told = computed(() => {
    const states = [...this.states().values()];
    return `Categories by what the draft does: ${STATES.map((state) => ({
      words: REACH_STATE_WORDS[state],
      count: states.filter((one) => one === state).length,
    }))
      .filter(({ count }) => count > 0)
      .map(({ words, count }) => `${count} ${words}`)
      .join(', ')}`;
  });
  protected readonly chosen = computed(
    () => this.floor()?.aisles.find(({ key }) => key === this.key()) ?? null,
  );
  protected readonly ways = computed(() => {
    const [aisle, plan] = [this.chosen(), this.editor.plan()];
    return aisle && plan ? reachWays(plan.reach, Number(aisle.key.split(':')[1])) : [];
  });

  protected choose(key: string): void {
    this.key.set(key);
  }

  protected stateWords(key: string): string {
    return REACH_STATE_WORDS[this.states().get(key) ?? 'apart'];
  }

  protected take(reach: Reach): void {
    this.editor.edit('reach', (plan) => ({ ...plan, reach }));
  }
}
