import type { CardLane, ShelfModel } from '@fond/core';

/** Columns and gap as the style sheet of cards reads them. */
export const gridStyle = ({ columns, gap }: Pick<ShelfModel, 'columns' | 'gap'>): string =>
  `--wide:${columns.wide};--medium:${columns.medium};--narrow:${columns.narrow};--gap:${gap}px`;

/** Lane and distance from the top at each width; percent are of the lane's own width. */
export const laneStyle = (card: CardLane): string =>
  `--shape:1 / ${card.shape.toFixed(4)};` +
  (['wide', 'medium', 'narrow'] as const)
    .map((name) => {
      const { lane, widths, pixels } = card[name];
      return `--lane-${name}:${lane};--top-${name}:calc(${+(widths * 100).toFixed(3)}% + ${+pixels.toFixed(2)}px)`;
    })
    .join(';');
