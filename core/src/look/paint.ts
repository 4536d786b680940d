import type { ColourName, Colours } from './colours';

/** One of the look's colours by its name, or one of its own, `#rrggbb`. */
export type Paint = ColourName | `#${string}`;

/** What a paint is in CSS. */
export const paintCss = (paint: Paint): string => (paint.startsWith('#') ? paint : `var(--${paint})`);

/** What a paint is on a page of these colours, `#rrggbb`. */
export const colourOf = (paint: Paint, colours: Colours): string =>
  paint.startsWith('#') ? paint : colours[paint as ColourName];
