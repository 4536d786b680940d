import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { FloorAisle, PlanSummary } from '@fond/contract';
import { MapLegend } from '../charts/mapLegend';
import { TreemapChart } from '../charts/treemapChart';
import { byPlan, floorTreemap } from '../charts/floorTreemap';
import { planColours } from './planColours';

/** The category tree as areas: as large as its products, in the colour of the plan that serves it. */
@Component({
  selector: 'desk-floor-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MapLegend, TreemapChart],
  template: `
    <desk-map-legend [entries]="legend()" />
    <desk-treemap [trace]="trace()" [told]="told()" (chosen)="chosen.emit($event)" />
  `,
})
export class FloorMap {
  readonly aisles = input.required<readonly FloorAisle[]>();
  readonly plans = input.required<readonly PlanSummary[]>();
  /** Only aisles of this plan stand out. */
  readonly only = input<string | null>(null);
  /** Keys of the aisles that something is to be done to. */
  readonly picked = input<ReadonlySet<string>>(new Set());
  /** Key of the aisle that was chosen. */
  readonly chosen = output<string>();

  private readonly colours = computed(() =>
    planColours(this.plans().filter(({ standing }) => standing === 'open')),
  );
  protected readonly legend = computed(() => {
    const serving = new Set(this.aisles().map(({ plan }) => plan?.id));
    return this.plans()
      .filter(({ id }) => serving.has(id))
      .map(({ id, name }) => ({ id, name, colour: this.colours().get(id) ?? '' }));
  });
  protected readonly trace = computed(() =>
    floorTreemap(this.aisles(), byPlan(this.colours(), this.only(), this.picked())),
  );
  protected readonly told = computed(
    () =>
      `Products by category, by plan: ${this.legend()
        .map(({ id, name }) => `${name} ${this.aisles().filter(({ plan }) => plan?.id === id).length} aisles`)
        .join(', ')}`,
  );
}
