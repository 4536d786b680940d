import type { TrialDay } from '@fond/contract';
import type { Drawing } from '../charts/plotChart';
import { versionName } from '../wording/trialWords';

/** How far each version was known to differ from the first one, evening by evening: the bounds as a band that narrows. */
export const differencesDrawing =
  (days: readonly TrialDay[], smallest: number): Drawing =>
  ({ main, other, quiet, line }) => {
    const versions = days[0]?.differences.length ?? 0;
    const inks = [main, other, quiet];
    const traces = Array.from({ length: versions }, (_, at) => {
      const known = days.flatMap(({ day, differences }) => {
        const difference = differences[at];
        return difference ? [{ day, ...difference }] : [];
      });
      const x = known.map(({ day }) => day);
      const name = versionName(at + 1);
      const bound = (y: number[], fill: object): object => ({
        ...{ type: 'scatter', mode: 'lines', x, y, hoverinfo: 'skip' },
        line: { color: inks[at], width: 1, dash: 'dot' },
        ...fill,
      });
      return [
        bound(
          known.map(({ low }) => low * 100),
          {},
        ),
        bound(
          known.map(({ high }) => high * 100),
          // One band alone is filled: several would cover each other.
          versions === 1 ? { fill: 'tonexty', fillcolor: 'rgba(11, 79, 92, 0.1)' } : {},
        ),
        {
          ...{ type: 'scatter', mode: 'lines+markers', x, y: known.map(({ value }) => value * 100) },
          ...{ line: { color: inks[at], width: 2 }, marker: { color: inks[at], size: 5 } },
          hovertemplate: `${name} on %{x|%e %b}: %{y:+.1f} %<extra></extra>`,
        },
      ];
    });
    const level = (at: number, dash: string): object => ({
      ...{ type: 'line', xref: 'paper', x0: 0, x1: 1, y0: at, y1: at },
      line: { color: dash === 'solid' ? quiet : line, width: 1, dash },
    });
    return {
      traces: traces.flat(),
      layout: {
        xaxis: { type: 'date', tickformat: '%e %b' },
        yaxis: { rangemode: 'normal', ticksuffix: ' %' },
        shapes: [level(0, 'solid'), level(smallest, 'dash'), level(-smallest, 'dash')],
      },
    };
  };
