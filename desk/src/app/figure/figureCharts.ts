import type { DayEvent, DayFigure, PlaceFigure } from '@fond/contract';
import type { Drawing } from '../charts/plotChart';
import type { Measure } from './figureWords';

const inUnits = (measure: Measure, amount: number): number => (measure === 'revenue' ? amount / 100 : amount);

/** What happened on one day, on one mark. */
function marksOf(events: readonly DayEvent[]): { day: string; label: string }[] {
  const byDay = new Map<string, string[]>();
  for (const { day, kind, name } of events) {
    const said =
      kind === 'edition' ? `ed. ${name}` : kind === 'campaign-start' ? `${name} begins` : `${name} ends`;
    byDay.set(day, [...(byDay.get(day) ?? []), said]);
  }
  return [...byDay].map(([day, said]) => ({
    day,
    label: said.length > 1 ? `${said[0]} +${said.length - 1}` : said[0],
  }));
}

/** One measure day by day, with the days on which something was published or began. */
export const daysDrawing =
  (days: readonly DayFigure[], events: readonly DayEvent[], measure: Measure): Drawing =>
  ({ main, quiet, line }) => {
    const marks = marksOf(events);
    return {
      traces: [
        {
          type: 'scatter',
          mode: days.length > 60 ? 'lines' : 'lines+markers',
          x: days.map(({ day }) => day),
          y: days.map((day) => inUnits(measure, day[measure])),
          line: { color: main, width: 2 },
          marker: { color: main, size: 5 },
          hovertemplate: '%{x|%a %e %b}: %{y:,.0f}<extra></extra>',
        },
      ],
      layout: {
        margin: { t: 26, l: 44, r: 8, b: 32 },
        xaxis: { type: 'date', tickformat: '%e %b' },
        shapes: marks.map(({ day }) => ({
          ...{ type: 'line', x0: day, x1: day, y0: 0, y1: 1, yref: 'paper' },
          line: { color: line, width: 1, dash: 'dot' },
        })),
        annotations: marks.map(({ day, label }, at) => ({
          ...{ x: day, y: 1, yref: 'paper', yanchor: 'bottom', showarrow: false, text: label },
          // Those of neighbouring days don't lie over one another.
          yshift: at % 2 ? 11 : 0,
          xanchor: 'center',
          font: { size: 11, color: quiet },
        })),
      },
    };
  };

export type PlaceView = 'visits' | 'seen' | 'place';

/** What each place brings: of visits, of times seen, or of itself whatever stands there. */
export const placesDrawing =
  (places: readonly PlaceFigure[], view: PlaceView, visits: number): Drawing =>
  ({ main, quiet }) => {
    const shown = view === 'place' ? places.filter(({ attention }) => attention) : places;
    const values = shown.map((place) => {
      if (view === 'visits') {
        const value = visits ? (place.clicks / visits) * 1_000 : 0;
        return { value, low: value, high: value };
      }
      if (view === 'place') return place.attention!;
      const { value, low, high } = place.rate;
      return { value: value * 1_000, low: low * 1_000, high: high * 1_000 };
    });
    return {
      traces: [
        {
          type: 'bar',
          x: shown.map(({ place }) => place),
          y: values.map(({ value }) => value),
          marker: { color: main },
          ...(view !== 'visits' && {
            error_y: {
              type: 'data',
              symmetric: false,
              array: values.map(({ value, high }) => high - value),
              arrayminus: values.map(({ value, low }) => value - low),
              color: quiet,
              thickness: 1,
              width: 3,
            },
          }),
          hovertemplate: `Place %{x}: %{y:.${view === 'place' ? 2 : 1}f}<extra></extra>`,
        },
      ],
      layout: { xaxis: { dtick: shown.length > 30 ? 5 : 1, tick0: shown.length > 30 ? 0 : 1 }, bargap: 0.25 },
    };
  };
