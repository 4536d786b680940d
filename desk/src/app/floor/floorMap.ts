import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { FloorAisle, PlanSummary } from '@fond/contract';
import { Appearance } from '../shell/appearance';
import { loadPlotly, type Plotly } from '../charts/loadPlotly';
import { floorTreemap } from './floorTreemap';
import { planColours } from './planColours';

/** The category tree as areas: as large as its products, in the colour of the plan that serves it. */
@Component({
  selector: 'desk-floor-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="legend">
      @for (plan of legend(); track plan.id) {
        <span><i [style.background]="plan.colour" aria-hidden="true"></i>{{ plan.name }}</span>
      }
    </p>
    <div #place class="map" role="img" [attr.aria-label]="told()"></div>
  `,
  styles: `
    .legend {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      margin: 10px 0;
    }
    i {
      display: inline-block;
      width: 14px;
      height: 10px;
      margin-inline-end: 6px;
    }
    .map {
      height: 560px;
      background: var(--sheet);
    }
  `,
})
export class FloorMap {
  readonly aisles = input.required<readonly FloorAisle[]>();
  readonly plans = input.required<readonly PlanSummary[]>();
  /** Only aisles of this plan stand out. */
  readonly only = input<string | null>(null);
  /** Key of the aisle that was chosen. */
  readonly chosen = output<string>();
  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  private readonly plotly = signal<Plotly | null>(null);
  private readonly appearance = inject(Appearance);

  private readonly colours = computed(() =>
    planColours(this.plans().filter(({ standing }) => standing === 'open')),
  );
  protected readonly legend = computed(() => {
    const serving = new Set(this.aisles().map(({ plan }) => plan?.id));
    return this.plans()
      .filter(({ id }) => serving.has(id))
      .map(({ id, name }) => ({ id, name, colour: this.colours().get(id) ?? '' }));
  });
  protected readonly told = computed(
    () =>
      `Products by category, by plan: ${this.legend()
        .map(({ id, name }) => `${name} ${this.aisles().filter(({ plan }) => plan?.id === id).length} aisles`)
        .join(', ')}`,
  );

  constructor() {
    afterNextRender(async () => this.plotly.set(await loadPlotly()));
    effect(() => {
      const plotly = this.plotly();
      if (!plotly) return;
      this.appearance.choice();
      void this.draw(plotly);
    });
  }

  private async draw(plotly: Plotly): Promise<void> {
    const place = this.place().nativeElement;
    const ink = getComputedStyle(place).color;
    const trace = floorTreemap(this.aisles(), this.colours(), this.only());
    const chart = await plotly.react(
      place,
      [trace],
      {
        margin: { t: 0, l: 0, r: 0, b: 0 },
        paper_bgcolor: 'transparent',
        font: { family: 'Barlow, sans-serif', size: 14, color: ink },
      },
      { displayModeBar: false, responsive: true },
    );
    chart.removeAllListeners('plotly_treemapclick');
    chart.on('plotly_treemapclick', ({ points }) => {
      const key = points[0]?.id;
      if (key) this.chosen.emit(key);
      // The chart stays where it is; the list tells about the aisle.
      return false;
    });
  }
}
