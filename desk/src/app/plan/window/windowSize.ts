/** What a page is seen at, in CSS pixels; as tall as there is room where it has no height. */
export interface WindowSize {
  width: number;
  height: number | null;
}

export const NARROWEST = 280;
export const WIDEST = 2560;

/** What shoppers hold, or sit before, besides the three widths that plans are made for. */
export const DEVICES: readonly (WindowSize & { name: string })[] = [
  { name: 'small phone', width: 320, height: 568 },
  { name: 'phone held sideways', width: 844, height: 390 },
  { name: 'tablet held sideways', width: 1180, height: 820 },
  { name: 'large screen', width: 1920, height: null },
  { name: 'screen of 1280 px at 200 %', width: 640, height: 400 },
];

/** A width that a window can have, whatever was typed or dragged. */
export const soundWidth = (width: number): number =>
  Math.min(WIDEST, Math.max(NARROWEST, Math.round(width) || NARROWEST));

/** A height; none where nothing sensible is asked for. */
export const soundHeight = (height: number): number | null =>
  height >= 200 ? Math.min(WIDEST, Math.round(height)) : null;

export const sizeWords = ({ width, height }: WindowSize): string =>
  height === null ? `${width} px` : `${width} × ${height}`;
