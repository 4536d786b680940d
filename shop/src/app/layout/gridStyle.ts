import type { ShelfModel } from '@fond/core';

/** Columns and gap as the style sheet of cards reads them. */
export const gridStyle = ({ columns, gap }: Pick<ShelfModel, 'columns' | 'gap'>): string =>
  `--wide:${columns.wide};--medium:${columns.medium};--narrow:${columns.narrow};--gap:${gap}px`;
