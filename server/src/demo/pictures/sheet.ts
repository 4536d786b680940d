import { mix, type Skin } from './palette';

/** The coordinates of drawings, and the pixels of the original they make: as wide as the widest rendition. */
export const SHEET_WIDTH = 800;
export const SHEET_HEIGHT = 900;
export const ORIGINAL_WIDTH = 960;

/** What of the sheet a picture shows; all are as wide in pixels. */
export type Cut = 'whole' | 'wide' | 'tall';
const CUTS: Readonly<Record<Cut, { x: number; y: number; w: number; h: number }>> = {
  whole: { x: 0, y: 0, w: SHEET_WIDTH, h: SHEET_HEIGHT },
  wide: { x: 0, y: 190, w: SHEET_WIDTH, h: 520 },
  tall: { x: 150, y: 0, w: 500, h: SHEET_HEIGHT },
};

/** Height of the original, in pixels. */
export const heightOf = (cut: Cut = 'whole'): number =>
  Math.round((ORIGINAL_WIDTH * CUTS[cut].h) / CUTS[cut].w);

/** One drawing: definitions and shapes, written as SVG. */
export class Sheet {
  private readonly defs: string[] = [];
  private readonly shapes: string[] = [];

  add(shape: string): void {
    this.shapes.push(shape);
  }

  /** A linear gradient as a fill; stops are [offset, colour, opacity]. */
  gradient(stops: readonly [number, string, number?][], direction: 'across' | 'down' = 'across'): string {
    const id = `g${this.defs.length}`;
    const end = direction === 'across' ? 'x2="1" y2="0"' : 'x2="0" y2="1"';
    const list = stops.map(
      ([offset, colour, opacity = 1]) =>
        `<stop offset="${offset}" stop-color="${colour}"${opacity < 1 ? ` stop-opacity="${opacity}"` : ''}/>`,
    );
    this.defs.push(`<linearGradient id="${id}" x1="0" y1="0" ${end}>${list.join('')}</linearGradient>`);
    return `url(#${id})`;
  }

  glow(stops: readonly [number, string, number][]): string {
    const id = `g${this.defs.length}`;
    const list = stops.map(
      ([offset, colour, opacity]) =>
        `<stop offset="${offset}" stop-color="${colour}" stop-opacity="${opacity}"/>`,
    );
    this.defs.push(`<radialGradient id="${id}">${list.join('')}</radialGradient>`);
    return `url(#${id})`;
  }

  /** The light on something round that stands upright: a bright band left of the middle, dark edges. */
  roundLight(skin: Skin): string {
    const bright = mix(skin.light, '#ffffff', skin.shine * 0.7);
    return this.gradient([
      [0, skin.dark],
      [0.1, mix(skin.dark, skin.mid, 0.7)],
      [0.26, bright],
      [0.36, skin.light],
      [0.62, skin.mid],
      [0.9, skin.dark],
      [1, mix(skin.dark, skin.mid, 0.45)],
    ]);
  }

  /** The light on something flat. */
  flatLight(skin: Skin): string {
    return this.gradient(
      [
        [0, skin.light],
        [0.55, skin.mid],
        [1, mix(skin.mid, skin.dark, 0.45)],
      ],
      'down',
    );
  }

  /** What a thing throws on the table. */
  shadow(cx: number, cy: number, rx: number, ry: number, strength = 0.34): void {
    const fill = this.glow([
      [0, '#2a1c10', strength],
      [0.62, '#2a1c10', strength * 0.55],
      [1, '#2a1c10', 0],
    ]);
    this.add(`<ellipse cx="${cx}" cy="${cy}" rx="${rx}" ry="${ry}" fill="${fill}"/>`);
  }

  /** Draws into a group that is turned, moved and scaled around the middle of the sheet. */
  group(transform: string, draw: () => void): void {
    this.add(`<g transform="${transform}">`);
    draw();
    this.add('</g>');
  }

  svg(cut: Cut = 'whole'): string {
    const { x, y, w, h } = CUTS[cut];
    return (
      `<svg xmlns="http://www.w3.org/2000/svg" width="${ORIGINAL_WIDTH}" height="${heightOf(cut)}" ` +
      `viewBox="${x} ${y} ${w} ${h}"><defs>${this.defs.join('')}</defs>${this.shapes.join('')}</svg>`
    );
  }
}

export interface VesselShape {
  cx: number;
  top: number;
  height: number;
  rTop: number;
  rBottom: number;
  /** How far one looks in from above: 0 from the side, 1 straight down. */
  tilt: number;
  /** Bulge of the sides in pixels. */
  belly?: number;
  /** Thickness of the wall. */
  wall?: number;
}

/** An open round vessel standing on the table: pots, bowls, mugs, tins. */
export function vessel(sheet: Sheet, shape: VesselShape, skin: Skin, inside: Skin = skin): void {
  const { cx, top, height, rTop, rBottom, tilt, belly = 0, wall = 8 } = shape;
  const bottom = top + height;
  const yTop = rTop * tilt;
  const yBottom = rBottom * tilt;
  const low = bottom - height * 0.18;
  sheet.shadow(cx + rBottom * 0.08, bottom + yBottom * 0.55, rBottom * 1.28, yBottom * 0.9 + 26);
  sheet.add(
    `<path d="M${cx - rTop} ${top} C${cx - rTop - belly} ${top + height * 0.45} ${cx - rBottom - belly} ${low} ${cx - rBottom} ${bottom}` +
      ` A${rBottom} ${yBottom} 0 0 0 ${cx + rBottom} ${bottom}` +
      ` C${cx + rBottom + belly} ${low} ${cx + rTop + belly} ${top + height * 0.45} ${cx + rTop} ${top} Z" fill="${sheet.roundLight(skin)}"/>`,
  );
  const rim = sheet.gradient([
    [0, skin.mid],
    [0.3, mix(skin.light, '#ffffff', 0.5)],
    [0.7, skin.light],
    [1, skin.mid],
  ]);
  sheet.add(`<ellipse cx="${cx}" cy="${top}" rx="${rTop}" ry="${yTop}" fill="${rim}"/>`);
  const hollow = sheet.gradient(
    [
      [0, mix(inside.dark, '#000000', 0.12)],
      [0.55, mix(inside.dark, inside.mid, 0.65)],
      [1, inside.light],
    ],
    'down',
  );
  sheet.add(
    `<ellipse cx="${cx}" cy="${top + wall * 0.25}" rx="${rTop - wall}" ry="${Math.max(1, yTop - wall * Math.max(tilt, 0.3))}" fill="${hollow}"/>`,
  );
  // Looking in far enough, the floor shows.
  const floor = yTop - wall - height * (1 - tilt) * 0.9;
  if (tilt > 0.45 && floor > 8) {
    const rx = rBottom - wall * 1.6;
    sheet.add(
      `<ellipse cx="${cx}" cy="${top + (rTop * tilt - floor) * 0.55 + 4}" rx="${rx}" ry="${Math.min(floor, rx * tilt)}" fill="${mix(inside.mid, inside.light, 0.4)}" opacity="0.55"/>`,
    );
  }
}

/** A round bar between two points with light along it: handles, spouts, stems. */
export function bar(
  sheet: Sheet,
  from: readonly [number, number],
  to: readonly [number, number],
  width: number,
  skin: Skin,
): void {
  const line = `x1="${from[0]}" y1="${from[1]}" x2="${to[0]}" y2="${to[1]}" stroke-linecap="round"`;
  sheet.add(`<line ${line} stroke="${skin.dark}" stroke-width="${width}"/>`);
  sheet.add(`<line ${line} stroke="${skin.mid}" stroke-width="${width * 0.74}"/>`);
  const [dx, dy] = [-width * 0.1, -width * 0.12];
  sheet.add(
    `<line x1="${from[0] + dx}" y1="${from[1] + dy}" x2="${to[0] + dx}" y2="${to[1] + dy}" stroke-linecap="round" stroke="${skin.light}" stroke-width="${width * 0.3}" opacity="0.8"/>`,
  );
}

/** The same along a curve. */
export function tube(sheet: Sheet, path: string, width: number, skin: Skin): void {
  const stroke = (colour: string, share: number, opacity = 1): string =>
    `<path d="${path}" fill="none" stroke="${colour}" stroke-width="${width * share}" stroke-linecap="round" opacity="${opacity}"/>`;
  sheet.add(stroke(skin.dark, 1) + stroke(skin.mid, 0.72) + stroke(skin.light, 0.26, 0.75));
}
