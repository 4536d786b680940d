import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Appearance } from '../shell/appearance';
import { loadPlotly, type Plotly } from './loadPlotly';

/** What Plotly draws: one area an id. */
export interface TreemapTrace {
  type: 'treemap';
  ids: string[];
  labels: string[];
  parents: string[];
  values: number[];
  text: string[];
  customdata: string[];
  branchvalues: 'remainder';
  hovertemplate: string;
  texttemplate: string;
  tiling: { pad: number };
  pathbar: { visible: boolean };
  marker: { colors: string[]; line: { width: number; color: string } };
}

/** Height of letters in pixels that can still be read. */
const MIN_LETTERS = 11;

/** Areas within areas; what it says stands in its name too, as nobody reads a drawing aloud. */
@Component({
  selector: 'desk-treemap',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #place role="img" [attr.aria-label]="told()" [style.height.px]="height()"></div>`,
  styles: `
    div {
      background: var(--sheet);
    }
  `,
})
export class TreemapChart {
  readonly trace = input.required<TreemapTrace>();
  readonly told = input.required<string>();
  readonly height = input(560);
  /** Id of the area that was chosen. */
  readonly chosen = output<string>();
  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  private readonly plotly = signal<Plotly | null>(null);
  private readonly appearance = inject(Appearance);

  constructor() {
    afterNextRender(async () => this.plotly.set(await loadPlotly()));
    effect(() => {
      const plotly = this.plotly();
      if (!plotly) return;
      this.appearance.choice();
      void this.draw(plotly, this.trace());
    });
  }

  private async draw(plotly: Plotly, trace: TreemapTrace): Promise<void> {
    const place = this.place().nativeElement;
    const ink = getComputedStyle(place).color;
    const chart = await plotly.react(
      place,
      [trace],
      {
        margin: { t: 0, l: 0, r: 0, b: 0 },
        paper_bgcolor: 'transparent',
        // A name that would have to be smaller is left out; pointing at its area tells it.
        uniformtext: { minsize: MIN_LETTERS, mode: 'hide' },
        font: { family: 'Barlow, sans-serif', size: 14, color: ink },
      },
      { displayModeBar: false, responsive: true },
    );
    chart.removeAllListeners('plotly_treemapclick');
    chart.on('plotly_treemapclick', ({ points }) => {
      const key = points[0]?.id;
      if (key) this.chosen.emit(key);
      // The chart stays where it is.
      return false;
    });
  }
}
