import { describe, expect, it } from 'vitest';
import type { DayFigure, PlaceFigure } from '@fond/contract';
import { daysDrawing, placesDrawing } from './figureCharts';

const inks = { ink: '#000', quiet: '#111', line: '#222', main: '#333', other: '#444' };
const counts = { seen: 0, clicks: 0, carts: 0, bought: 0, revenue: 0 };
const day = (name: string, revenue: number): DayFigure => ({ ...counts, day: name, visits: 3, revenue });
const place = (at: number, clicks: number, factor: number | null): PlaceFigure => ({
  ...counts,
  ...{ place: at, seen: 100, clicks },
  sight: { value: 1, low: 1, high: 1 },
  rate: { value: clicks / 100, low: clicks / 200, high: clicks / 50 },
  attention: factor === null ? null : { value: factor, low: factor / 2, high: factor * 2 },
});

interface Drawn {
  traces: { x: unknown[]; y: number[]; error_y?: { array: number[]; arrayminus: number[] } }[];
  layout: { annotations?: { x: string; text: string }[] };
}

describe('the chart of days', () => {
  it('draws money in whole units, and one mark for all that happened on a day', () => {
    const { traces, layout } = daysDrawing(
      [day('2026-11-01', 12_300), day('2026-11-02', 0)],
      [
        { day: '2026-11-02', kind: 'edition', name: '13', note: '' },
        { day: '2026-11-02', kind: 'campaign-start', name: 'Gifts', note: '' },
      ],
      'revenue',
    )(inks) as Drawn;
    expect(traces[0]).toMatchObject({ x: ['2026-11-01', '2026-11-02'], y: [123, 0] });
    expect(layout.annotations).toMatchObject([{ x: '2026-11-02', text: 'ed. 13 +1' }]);
  });
});

describe('the chart of places', () => {
  const places = [place(1, 10, 1), place(2, 5, null), place(3, 4, 0.5)];
  const drawn = (view: Parameters<typeof placesDrawing>[1], visits = 200): Drawn =>
    placesDrawing(places, view, visits)(inks) as Drawn;

  it('tells what a place brings of visits, and of the times that it is seen, with bounds', () => {
    expect(drawn('visits').traces[0].y).toEqual([50, 25, 20]);
    expect(drawn('visits', 0).traces[0].y).toEqual([0, 0, 0]);
    const [seen] = drawn('seen').traces;
    expect(seen.y).toEqual([100, 50, 40]);
    expect(seen.error_y).toMatchObject({ array: [100, 50, 40], arrayminus: [50, 25, 20] });
  });

  it('leaves out places of which nobody can tell what they do by themselves', () => {
    expect(drawn('place').traces[0]).toMatchObject({ x: [1, 3], y: [1, 0.5] });
  });
});
