import type { TicketChange, TicketTool } from '@fond/contract';
import { steppedAt, WHOLE_SPAN, type Fixture, type Plan, type PerWidth } from '@fond/core';

const MOST_COLUMNS = 6;

/** Columns per width, of what has any; `columns` of a container are something else. */
const columnsOf = (fixture: Fixture): PerWidth<number> | null =>
  fixture.type !== 'columns' && 'columns' in fixture ? fixture.columns : null;

/** What can be done with a fixture in a frame. Where a part's own fixture stands is said by the plans that show it. */
export function toolsOf(fixture: Fixture, rootOfPart: boolean): TicketTool[] {
  const columns: TicketTool[] = columnsOf(fixture) ? ['columns'] : [];
  if (rootOfPart) return columns;
  return fixture.type === 'facets' ? ['hide', 'add'] : [...columns, 'span', 'hide', 'add'];
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
      switch (tool) {
        case 'columns':
          if (!columns) return fixture;
          return {
            ...fixture,
            columns: { ...columns, [width]: within(1, columns[width] + by, MOST_COLUMNS) },
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
