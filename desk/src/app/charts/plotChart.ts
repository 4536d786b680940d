import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { Appearance } from '../shell/appearance';
import { loadPlotly, type Plotly } from './loadPlotly';

/** Colours that a chart is drawn with, as the page has them now. */
export interface ChartInks {
  ink: string;
  quiet: string;
  line: string;
  main: string;
  other: string;
}

/** What is drawn, in the colours of the page. */
export type Drawing = (inks: ChartInks) => { traces: object[]; layout: object };

/** Lines and bars. What it says stands in its name too, as nobody reads a drawing aloud; its table stands beside it. */
@Component({
  selector: 'desk-plot',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #place role="img" [attr.aria-label]="told()" [style.height.px]="height()"></div>`,
})
export class PlotChart {
  readonly drawing = input.required<Drawing>();
  readonly told = input.required<string>();
  readonly height = input(260);
  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  private readonly plotly = signal<Plotly | null>(null);
  private readonly appearance = inject(Appearance);

  constructor() {
    afterNextRender(async () => this.plotly.set(await loadPlotly()));
    effect(() => {
      const plotly = this.plotly();
      if (!plotly) return;
      this.appearance.choice();
      void this.draw(plotly, this.drawing());
    });
  }

  private async draw(plotly: Plotly, drawing: Drawing): Promise<void> {
    const place = this.place().nativeElement;
    // What a name stands for depends on light and dark, so it is read where it is used.
    const probe = place.appendChild(document.createElement('i'));
    const read = (name: string): string => {
      probe.style.color = `var(${name})`;
      return getComputedStyle(probe).color;
    };
    const inks: ChartInks = {
      ink: read('--ink'),
      quiet: read('--quiet'),
      line: read('--hairline'),
      main: read('--petrol'),
      other: read('--slate'),
    };
    probe.remove();
    const { traces, layout } = drawing(inks);
    const axis = { gridcolor: inks.line, zerolinecolor: inks.line, fixedrange: true, automargin: true };
    const { xaxis = {}, yaxis = {}, ...rest } = layout as { xaxis?: object; yaxis?: object };
    await plotly.react(
      place,
      traces,
      {
        margin: { t: 8, l: 44, r: 8, b: 32 },
        paper_bgcolor: 'transparent',
        plot_bgcolor: 'transparent',
        showlegend: false,
        dragmode: false,
        font: { family: 'Barlow, sans-serif', size: 13, color: inks.ink },
        ...rest,
        xaxis: { ...axis, showgrid: false, ...xaxis },
        yaxis: { ...axis, rangemode: 'tozero', ...yaxis },
      },
      { displayModeBar: false, responsive: true },
    );
  }
}
