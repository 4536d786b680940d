/** What a plan's own CSS does to those who have no mouse, or no steady hand. */
export interface CssFacts {
  /** Selectors that show something to a pointer, which is hidden otherwise, and which neither focus nor a tap shows. */
  pointerOnly: readonly string[];
  /** What can be pressed and is made smaller than a finger needs: its selector, and the CSS pixels that it is given. */
  smallTargets: readonly { selector: string; pixels: number }[];
}

/** CSS pixels that whatever can be pressed is to have each way; WCAG 2.2, success criterion 2.5.8. */
export const MIN_TARGET = 24;

/** Reads a plan's own CSS; a parser is not the core's to have. */
export type ReadCss = (css: string) => CssFacts;
