import type { TicketChange, TicketTool } from '@fond/contract';
import { steppedAt, WHOLE_SPAN, type Fixture, type Plan, type Stepped } from '@fond/core';

const MAX_COLUMNS = 6;

const WIDEST_GAP = 80;

/** Columns per width, of what has any; `columns` of a container are something else. */
const columnsOf = (fixture: Fixture): Stepped<number> | null =>
  fixture.type !== 'columns' && 'columns' in fixture ? fixture.columns : null;

const gapOf = (fixture: Fixture): Stepped<number> | null => ('gap' in fixture ? fixture.gap : null);

/** What can be done with a fixture in a frame. Where a part's own fixture stands is said by the plans that show it. */
export function toolsOf(fixture: Fixture, rootOfPart: boolean): TicketTool[] {
  const own: TicketTool[] = [];
  if (columnsOf(fixture)) own.push('columns');
  if (gapOf(fixture)) own.push('gap');
  if (rootOfPart) return own;
  return fixture.type === 'facets' ? ['hide', 'add'] : [...own, 'span', 'hide', 'add'];
}

const within = (least: number, value: number, most: number): number => Math.min(most, Math.max(least, value));

/** The plan with a fixture changed at one width; narrower ones that have nothing of their own follow. */
export function changedAt(plan: Plan, { id, tool, width, by }: Omit<TicketChange, 'type'>): Plan {
  return {
    ...plan,
    fixtures: plan.fixtures.map((fixture): Fixture => {
      if (fixture.id !== id) return fixture;
      const { layout } = fixture;
      const columns = columnsOf(fixture);
      const gap = gapOf(fixture);
      switch (tool) {
        case 'columns':
          if (!columns) return fixture;
          return {
            ...fixture,
            columns: { ...columns, [width]: within(1, steppedAt(columns, width) + by, MAX_COLUMNS) },
          } as Fixture;
        case 'gap':
          if (!gap) return fixture;
          return {
            ...fixture,
            gap: { ...gap, [width]: within(0, steppedAt(gap, width) + by, WIDEST_GAP) },
          } as Fixture;
        case 'span': {
          const span = within(1, steppedAt(layout.span, width) + by, WHOLE_SPAN);
          return { ...fixture, layout: { ...layout, span: { ...layout.span, [width]: span } } };
        }
        case 'hide': {
          // Only this width: what would have followed it stays shown.
          const shown = { ...layout.hidden };
          if (width === 'wide') shown.medium ??= steppedAt(layout.hidden, 'medium');
          if (width !== 'narrow') shown.narrow ??= steppedAt(layout.hidden, 'narrow');
          return { ...fixture, layout: { ...layout, hidden: { ...shown, [width]: true } } };
        }
      }
    }),
  };
}
