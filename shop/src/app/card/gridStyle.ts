import type { CardLane, DrawnCard, ShelfModel } from '@fond/core';

/** Pixels as style sheets read them, one for each width. */
const pixels = (name: string, { wide, medium, narrow }: ShelfModel['gap']): string =>
  `--${name}-wide:${wide}px;--${name}-medium:${medium}px;--${name}-narrow:${narrow}px`;

export const gapStyle = (gap: ShelfModel['gap']): string => pixels('gap', gap);

/** Between the columns that fixtures span in a place, where that is not as on the page itself. */
export const betweenStyle = (gap: ShelfModel['gap'] | null): string | null => gap && pixels('between', gap);

/** Columns and gaps as the style sheet of cards reads them. */
export const gridStyle = ({ columns, gap, rowGap }: Pick<ShelfModel, 'columns' | 'gap' | 'rowGap'>): string =>
  `--wide:${columns.wide};--medium:${columns.medium};--narrow:${columns.narrow};${gapStyle(gap)}` +
  (rowGap ? `;${pixels('rows', rowGap)}` : '');

/** What cards are drawn with, where it is not as the style sheet has it. */
export const faceStyle = ({ variables }: DrawnCard): string =>
  Object.entries(variables)
    .map(([name, value]) => `;--${name}:${value}`)
    .join('');

/** What a card takes from its category: the colour, for all that is drawn in it; null where nothing is. */
export function ownStyle(
  { variables, elements, onOwn, onOwnButton }: DrawnCard,
  colour: string | null,
): string | null {
  if (!colour) return null;
  const own = 'var(--own';
  // A property that names another one is settled where it stands, which is above the cards.
  const words = onOwn[colour] ? `;--under:none;--on-over:${onOwn[colour]}` : '';
  const over = variables['over']?.includes(own) ? `;--over:${colour}${words}` : '';
  const button = onOwnButton[colour] ? `;--on-own:${onOwnButton[colour]}` : '';
  return over || elements.some(({ style }) => style?.includes(own))
    ? `--own:${colour}${over}${button}`
    : null;
}

/** How cards behave, as classes of the shelf. */
export function faceClasses({ whole, equal, second, overlay, zoom }: DrawnCard): string {
  const all = { whole, equal, second, overlay, zoom };
  return Object.entries(all)
    .map(([name, on]) => (on ? ` face-${name}` : ''))
    .join('');
}

/** Lane and distance from the top at each width; percent are of the lane's own width. */
export const laneStyle = (card: CardLane): string =>
  `--shape:1 / ${card.shape.toFixed(4)};` +
  (['wide', 'medium', 'narrow'] as const)
    .map((name) => {
      const { lane, widths, pixels } = card[name];
      return `--lane-${name}:${lane};--top-${name}:calc(${+(widths * 100).toFixed(3)}% + ${+pixels.toFixed(2)}px)`;
    })
    .join(';');

/** How the cards of a shelf stand. */
export interface CardsModel extends Pick<
  ShelfModel,
  'cards' | 'columns' | 'gap' | 'rowGap' | 'pictureSizes' | 'lanes' | 'drawn'
> {
  form: ShelfModel['form'];
  /** Of a row that is turned: it begins at the far side. */
  backwards?: boolean;
}

/** How a shelf's cards stand, as classes of what holds them. */
export const cardsClasses = ({
  form,
  backwards,
  drawn,
}: Pick<CardsModel, 'form' | 'backwards' | 'drawn'>): string =>
  `cards form-${form}${backwards ? ' backwards' : ''}${faceClasses(drawn)}`;

export const cardsStyle = (model: Pick<CardsModel, 'columns' | 'gap' | 'rowGap' | 'drawn'>): string =>
  gridStyle(model) + faceStyle(model.drawn);
