import type { Drawing } from './drawing';
import { mix, type Skin } from './palette';
import { bar, tube, vessel, type Sheet } from './sheet';

const DARK_COAT: Skin = { light: '#55585a', mid: '#303335', dark: '#141617', shine: 0.3 };

/** Pans stand left of the middle, so that their handles end on the sheet. */
const PAN_X = 300;
const HANDLE_END = 752;

/** Small and large pans differ less than their diameters, or the small ones look lost. */
const panRadius = (radius: number, scale: number): number => radius * (0.4 + 0.6 * scale);

function pan(depth: number, radius: number, coat: boolean): Drawing {
  return (sheet, { skin, trim, scale, tilt }) => {
    const r = panRadius(radius, scale);
    const [cx, top, height] = [PAN_X, 500 - depth * 0.3, depth * scale];
    sheet.shadow(600, top + height + 40, 160, 26, 0.2);
    bar(sheet, [cx + r * 0.93, top + r * tilt * 0.05], [HANDLE_END, top - 92], 34, trim);
    sheet.add(
      `<circle cx="${HANDLE_END - 12}" cy="${top - 88}" r="7" fill="${mix(trim.dark, '#000000', 0.3)}"/>`,
    );
    vessel(
      sheet,
      { cx, top, height, rTop: r, rBottom: r * 0.8, tilt, belly: 6 },
      skin,
      coat ? DARK_COAT : skin,
    );
    bar(sheet, [cx + r * 0.9, top + 8], [cx + r + 34, top - 10], 22, skin);
  };
}

export const fryingPan = pan(74, 246, true);
export const crepePan = pan(26, 258, true);

export const sautePan: Drawing = (sheet, subject) => {
  pan(128, 236, false)(sheet, subject);
  const { trim, scale } = subject;
  const r = panRadius(236, scale);
  tube(sheet, `M${PAN_X - r + 6} 500 q-54 6 -50 44 q4 26 50 22`, 20, trim);
};

export const grillPan: Drawing = (sheet, subject) => {
  pan(70, 245, true)(sheet, subject);
  const { scale, tilt } = subject;
  const r = panRadius(245, scale);
  const cy = 479;
  for (let k = -3; k <= 3; k++) {
    const x = PAN_X + k * r * 0.23;
    const half = Math.sqrt(Math.max(0, (r - 26) ** 2 - (x - PAN_X) ** 2)) * tilt;
    sheet.add(
      `<line x1="${x}" y1="${cy - half}" x2="${x}" y2="${cy + half}" stroke="#5d6163" stroke-width="9" stroke-linecap="round"/>` +
        `<line x1="${x + 6}" y1="${cy - half}" x2="${x + 6}" y2="${cy + half}" stroke="#0e1011" stroke-width="4" opacity="0.6"/>`,
    );
  }
};

export const wok: Drawing = (sheet, { skin, trim, scale, tilt }) => {
  const r = panRadius(252, scale);
  bar(sheet, [PAN_X + r * 0.94, 440], [HANDLE_END, 372], 36, trim);
  vessel(
    sheet,
    { cx: PAN_X, top: 440, height: 160 * scale, rTop: r, rBottom: r * 0.38, tilt, belly: 34 },
    skin,
    DARK_COAT,
  );
};

export function lid(
  sheet: Sheet,
  cx: number,
  top: number,
  r: number,
  tilt: number,
  skin: Skin,
  knob: Skin,
): void {
  const y = r * tilt;
  sheet.add(
    `<ellipse cx="${cx}" cy="${top + 9}" rx="${r + 5}" ry="${y + 5}" fill="${skin.dark}" opacity="0.55"/>`,
  );
  sheet.add(
    `<path d="M${cx - r - 4} ${top} A${r + 4} ${y} 0 0 0 ${cx + r + 4} ${top} C${cx + r * 0.8} ${top - y * 0.72 - 34} ${cx - r * 0.8} ${top - y * 0.72 - 34} ${cx - r - 4} ${top} Z" fill="${sheet.roundLight(skin)}"/>`,
  );
  const peak = top - y * 0.5 - 26;
  sheet.add(`<ellipse cx="${cx}" cy="${peak + 8}" rx="26" ry="9" fill="${knob.dark}"/>`);
  sheet.add(`<ellipse cx="${cx}" cy="${peak - 8}" rx="36" ry="19" fill="${sheet.roundLight(knob)}"/>`);
}

function ears(sheet: Sheet, cx: number, y: number, r: number, trim: Skin): void {
  tube(sheet, `M${cx - r + 4} ${y - 22} q-62 4 -60 34 q2 26 58 22`, 24, trim);
  tube(sheet, `M${cx + r - 4} ${y - 22} q62 4 60 34 q-2 26 -58 22`, 24, trim);
}

function pot(height: number, radius: number, closed: boolean): Drawing {
  return (sheet, { skin, trim, scale, tilt }) => {
    const r = radius * scale;
    const h = height * scale;
    const top = 560 - h * 0.62;
    ears(sheet, 400, top + h * 0.2, r, trim);
    const flat = closed ? Math.min(tilt, 0.4) : tilt;
    vessel(
      sheet,
      { cx: 400, top, height: h, rTop: r, rBottom: r * 0.97, tilt: flat, belly: 5 },
      skin,
      mixSkin(skin),
    );
    if (closed) lid(sheet, 400, top, r, flat, skin, trim);
  };
}

/** Inside, enamel and copper are pale: cream or tin. */
export const mixSkin = (skin: Skin): Skin => ({
  light: mix(skin.light, '#f6f1e6', 0.6),
  mid: mix(skin.mid, '#e6dfd0', 0.55),
  dark: mix(skin.dark, '#8c8577', 0.5),
  shine: 0.4,
});

export const stockpot = pot(310, 196, false);
export const casserole = pot(190, 232, true);

export const saucepan: Drawing = (sheet, { skin, trim, scale, tilt }) => {
  const r = 172 * scale;
  const h = 190 * scale;
  bar(sheet, [310 + r - 4, 452], [HANDLE_END, 420], 34, trim);
  vessel(
    sheet,
    { cx: 310, top: 440, height: h, rTop: r, rBottom: r * 0.96, tilt, belly: 4 },
    skin,
    mixSkin(skin),
  );
  sheet.add(`<path d="M${310 - r} 440 q-22 -2 -26 -16 q20 2 40 2" fill="${skin.light}"/>`);
};
