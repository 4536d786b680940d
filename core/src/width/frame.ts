import type { PerWidth, WidthName } from './widths';

/** Device widths that the desk shows and counts with, in CSS pixels. */
export const DEVICE_WIDTHS: PerWidth<number> = { wide: 1280, medium: 820, narrow: 390 };

export interface Breakpoints {
  medium: number;
  wide: number;
}

/** From these viewport widths up the medium and the wide columns hold; the shop's style sheet uses the same, unless a look has its own. */
export const BREAKPOINTS: Breakpoints = { medium: 640, wide: 1024 };

/** The devices that the desk shows keep their names, so a breakpoint lies between two of them. */
export const BREAKPOINT_BOUNDS = { medium: { least: 480, most: 820 }, wide: { least: 821, most: 1280 } };

/** What decides how wide a page is at a viewport. */
export interface PageFrame {
  breakpoints: Breakpoints;
  /** The widest that its content gets, in CSS pixels. */
  content: number;
}

export const PAGE_FRAME: PageFrame = { breakpoints: BREAKPOINTS, content: 1360 };

/** Pages grow over the whole of a narrow screen, however few pixels a look leaves them. */
export const CONTENT_BOUNDS = { least: 800, most: 1920 };

/** Within the shop's page: padding at each side, and the gaps. */
export const FRAME = {
  padding: { wide: 40, medium: 28, narrow: 16 } as PerWidth<number>,
  panelGap: 40,
  /** Between the twelve columns that fixtures span. */
  columnGap: 24,
};

/** Between the picture and the words of a spotlight. */
export const SPOTLIGHT_GAP = 40;

export const widthNameOf = (viewport: number, breakpoints: Breakpoints = BREAKPOINTS): WidthName =>
  viewport >= breakpoints.wide ? 'wide' : viewport >= breakpoints.medium ? 'medium' : 'narrow';
