import { lid, mixSkin } from './cookware';
import type { Drawing } from './drawing';
import { mix, SKINS } from './palette';
import { bar, tube, vessel } from './sheet';

export const kettle: Drawing = (sheet, { skin, trim, scale, tilt }) => {
  const r = 190 * scale;
  const flat = Math.min(tilt, 0.3);
  tube(
    sheet,
    `M${400 - r * 0.72} 430 C${400 - r * 1.05} 180 ${400 + r * 1.05} 180 ${400 + r * 0.72} 430`,
    30,
    trim,
  );
  tube(sheet, `M${400 + r * 0.7} 560 q92 -34 96 -130 q10 -14 30 -16`, 46, skin);
  vessel(
    sheet,
    { cx: 400, top: 430, height: 250 * scale, rTop: r * 0.7, rBottom: r, tilt: flat, belly: 44 },
    skin,
  );
  lid(sheet, 400, 432, r * 0.64, flat, skin, trim);
};

export const gooseneck: Drawing = (sheet, { skin, trim, scale, tilt }) => {
  const flat = Math.min(tilt, 0.3);
  const r = 168 * scale;
  tube(sheet, `M${400 - r * 0.8} 452 q-120 -20 -132 70 q-4 92 74 130`, 28, trim);
  tube(sheet, `M${400 + r * 0.9} 640 q116 -20 92 -150 q-14 -86 70 -96`, 24, skin);
  vessel(
    sheet,
    { cx: 400, top: 450, height: 240 * scale, rTop: r * 0.72, rBottom: r * 1.02, tilt: flat, belly: 8 },
    skin,
  );
  lid(sheet, 400, 450, r * 0.68, flat, skin, trim);
};

export const teapot: Drawing = (sheet, { skin, trim, scale, tilt }) => {
  const flat = Math.min(tilt, 0.28);
  const r = 178 * scale;
  tube(sheet, `M${400 - r * 0.9} 470 q-130 -10 -118 92 q10 80 110 84`, 30, trim);
  tube(sheet, `M${400 + r * 0.86} 600 q80 -16 94 -92 q8 -40 46 -52`, 44, skin);
  vessel(
    sheet,
    { cx: 400, top: 440, height: 236 * scale, rTop: r * 0.56, rBottom: r * 0.72, tilt: flat, belly: 92 },
    skin,
  );
  lid(sheet, 400, 440, r * 0.54, flat, skin, trim);
};

export const frenchPress: Drawing = (sheet, { trim, skin, scale }) => {
  const r = 118 * scale;
  const h = 380 * scale;
  const top = 680 - h;
  sheet.shadow(410, 706, 190, 34);
  tube(sheet, `M${400 + r - 2} ${top + 40} q104 6 100 120 q-4 110 -100 118`, 28, trim);
  const coffee = sheet.gradient([
    [0, '#20120a'],
    [0.28, '#5a3720'],
    [0.6, '#34200f'],
    [1, '#170c06'],
  ]);
  const glass = sheet.gradient([
    [0, '#a9c2c0', 0.75],
    [0.24, '#ffffff', 0.75],
    [0.5, '#d9e8e6', 0.4],
    [1, '#8fb0ad', 0.8],
  ]);
  sheet.add(`<rect x="${400 - r}" y="${top}" width="${2 * r}" height="${h}" rx="14" fill="${glass}"/>`);
  sheet.add(
    `<rect x="${400 - r + 9}" y="${top + h * 0.36}" width="${2 * r - 18}" height="${h * 0.6}" rx="8" fill="${coffee}"/>`,
  );
  for (const y of [top + 6, top + h * 0.3, top + h - 30])
    sheet.add(
      `<rect x="${400 - r - 7}" y="${y}" width="${2 * r + 14}" height="20" rx="6" fill="${sheet.roundLight(skin)}"/>`,
    );
  bar(sheet, [400, top - 92], [400, top - 10], 12, skin);
  sheet.add(
    `<path d="M${400 - r - 8} ${top} q${r + 8} -62 ${2 * r + 16} 0 z" fill="${sheet.roundLight(skin)}"/>`,
  );
  sheet.add(`<circle cx="400" cy="${top - 98}" r="27" fill="${sheet.roundLight(trim)}"/>`);
};

export const mokaPot: Drawing = (sheet, { skin, trim, scale }) => {
  const s = scale;
  const y = (value: number): number => 690 - (690 - value) * s;
  sheet.shadow(405, 704, 180 * s, 34);
  tube(
    sheet,
    `M${400 + 92 * s} ${y(330)} q${118 * s} 4 ${112 * s} ${118 * s} l${-6 * s} ${70 * s}`,
    32 * s,
    trim,
  );
  const light = sheet.roundLight(skin);
  sheet.add(
    `<path d="M${400 - 92 * s} ${y(296)} L${400 - 66 * s} ${y(474)} L${400 + 66 * s} ${y(474)} L${400 + 92 * s} ${y(296)} Z" fill="${light}"/>`,
  );
  sheet.add(
    `<path d="M${400 - 92 * s} ${y(296)} l${-40 * s} ${-14 * s} l${30 * s} ${60 * s} z" fill="${skin.mid}"/>`,
  );
  sheet.add(
    `<path d="M${400 - 74 * s} ${y(500)} L${400 - 112 * s} 690 Q400 ${712} ${400 + 112 * s} 690 L${400 + 74 * s} ${y(500)} Z" fill="${light}"/>`,
  );
  for (const x of [-36, 34])
    sheet.add(
      `<path d="M${400 + x * 1.5 * s} ${y(298)} L${400 + x * s} ${y(474)} M${400 + x * s} ${y(500)} L${400 + x * 1.55 * s} 694" stroke="${skin.dark}" stroke-width="2.5" opacity="0.5" fill="none"/>`,
    );
  sheet.add(
    `<rect x="${400 - 80 * s}" y="${y(472)}" width="${160 * s}" height="${30 * s}" rx="5" fill="${sheet.roundLight(skin)}"/>`,
  );
  sheet.add(
    `<path d="M${400 - 94 * s} ${y(296)} Q400 ${y(214)} ${400 + 94 * s} ${y(296)} Z" fill="${light}"/>`,
  );
  sheet.add(`<circle cx="400" cy="${y(240)}" r="${20 * s}" fill="${sheet.roundLight(trim)}"/>`);
};

export const mixingBowl: Drawing = (sheet, { skin, scale, tilt }) =>
  vessel(
    sheet,
    { cx: 400, top: 430, height: 220 * scale, rTop: 262 * scale, rBottom: 118 * scale, tilt, belly: 62 },
    skin,
    mixSkin(skin),
  );

export const bowl: Drawing = (sheet, { skin, scale, tilt }) =>
  vessel(
    sheet,
    { cx: 400, top: 470, height: 150 * scale, rTop: 214 * scale, rBottom: 98 * scale, tilt, belly: 52 },
    skin,
    mixSkin(skin),
  );

export const mug: Drawing = (sheet, { skin, scale, tilt }) => {
  const r = 138 * scale;
  tube(sheet, `M${390 + r - 6} 480 q116 -6 112 82 q-4 86 -116 78`, 34, skin);
  vessel(
    sheet,
    {
      cx: 390,
      top: 430,
      height: 250 * scale,
      rTop: r,
      rBottom: r * 0.9,
      tilt: Math.min(tilt, 0.42),
      belly: 6,
      wall: 12,
    },
    skin,
    mixSkin(skin),
  );
};

export const plate: Drawing = (sheet, { skin, scale, tilt }) => {
  const steep = Math.max(tilt, 0.42);
  const r = 296 * scale;
  sheet.shadow(410, 560 + r * steep * 0.32, r * 1.08, r * steep * 1.02);
  for (const [share, lift, fill] of [
    [1, 14, skin.dark],
    [
      1,
      0,
      sheet.gradient(
        [
          [0, skin.light],
          [0.5, mix(skin.mid, skin.light, 0.4)],
          [1, skin.mid],
        ],
        'down',
      ),
    ],
    [0.7, 2, mix(skin.mid, skin.dark, 0.22)],
    [
      0.67,
      5,
      sheet.gradient(
        [
          [0, skin.mid],
          [1, mix(skin.light, '#ffffff', 0.35)],
        ],
        'down',
      ),
    ],
  ] as const)
    sheet.add(
      `<ellipse cx="400" cy="${530 + lift}" rx="${r * share}" ry="${r * share * steep}" fill="${fill}"/>`,
    );
  sheet.add(
    `<ellipse cx="400" cy="530" rx="${r - 5}" ry="${(r - 5) * steep}" fill="none" stroke="${mix(skin.dark, '#3a2718', 0.4)}" stroke-width="4" opacity="0.55"/>`,
  );
};

export const glassTumbler: Drawing = (sheet, { skin, scale, tilt }) => {
  const r = 118 * scale;
  const h = 330 * scale;
  const top = 690 - h;
  const flat = Math.min(tilt, 0.34);
  sheet.shadow(408, 700, r * 1.4, 32, 0.22);
  const wall = sheet.gradient([
    [0, skin.dark, 0.7],
    [0.16, '#ffffff', 0.85],
    [0.3, skin.light, 0.35],
    [0.72, skin.mid, 0.35],
    [1, skin.dark, 0.75],
  ]);
  sheet.add(
    `<path d="M${400 - r} ${top} L${400 - r * 0.82} 690 A${r * 0.82} ${r * flat * 0.8} 0 0 0 ${400 + r * 0.82} 690 L${400 + r} ${top} A${r} ${r * flat} 0 0 1 ${400 - r} ${top}" fill="${wall}"/>`,
  );
  sheet.add(
    `<ellipse cx="400" cy="672" rx="${r * 0.76}" ry="${r * flat * 0.66}" fill="#ffffff" opacity="0.5"/>`,
  );
  sheet.add(
    `<ellipse cx="400" cy="${top}" rx="${r}" ry="${r * flat}" fill="#ffffff" fill-opacity="0.35" stroke="${skin.mid}" stroke-width="5"/>`,
  );
};

export const jar: Drawing = (sheet, { trim, scale }) => {
  const r = 142 * scale;
  const h = 360 * scale;
  const top = 690 - h;
  sheet.shadow(410, 704, r * 1.4, 34, 0.28);
  const wall = sheet.gradient([
    [0, '#8fb0ad', 0.8],
    [0.16, '#ffffff', 0.9],
    [0.34, '#e3efed', 0.55],
    [0.75, '#c4dad7', 0.55],
    [1, '#7f9f9c', 0.85],
  ]);
  const filling = sheet.gradient([
    [0, '#a8763c'],
    [0.3, '#e2b877'],
    [1, '#96662f'],
  ]);
  sheet.add(
    `<rect x="${400 - r + 12}" y="${top + h * 0.38}" width="${2 * r - 24}" height="${h * 0.58}" rx="22" fill="${filling}"/>`,
  );
  sheet.add(
    `<rect x="${400 - r}" y="${top + 14}" width="${2 * r}" height="${h - 14}" rx="34" fill="${wall}"/>`,
  );
  sheet.add(
    `<rect x="${400 - r * 0.94}" y="${top - 44}" width="${r * 1.88}" height="66" rx="12" fill="${sheet.roundLight(trim)}"/>`,
  );
  sheet.add(
    `<rect x="${400 - r * 0.94}" y="${top + 10}" width="${r * 1.88}" height="7" fill="${trim.dark}" opacity="0.5"/>`,
  );
};

export const canister: Drawing = (sheet, { skin, trim, scale, tilt }) => {
  const r = 148 * scale;
  const flat = Math.min(tilt, 0.26);
  const h = 330 * scale;
  const top = 680 - h;
  vessel(sheet, { cx: 400, top, height: h, rTop: r, rBottom: r, tilt: flat }, skin);
  sheet.add(
    `<path d="M${400 - r - 4} ${top - 44} L${400 - r - 4} ${top + 6} A${r + 4} ${r * flat} 0 0 0 ${400 + r + 4} ${top + 6} L${400 + r + 4} ${top - 44} Z" fill="${sheet.roundLight(trim)}"/>`,
  );
  sheet.add(
    `<ellipse cx="400" cy="${top - 44}" rx="${r + 4}" ry="${r * flat}" fill="${mix(trim.mid, trim.light, 0.6)}"/>`,
  );
  sheet.add(
    `<rect x="${400 - 62}" y="${top + h * 0.42}" width="124" height="76" rx="4" fill="#fbf6ea" opacity="0.92"/>`,
  );
  sheet.add(
    `<path d="M${400 - 38} ${top + h * 0.42 + 30} h76 M${400 - 24} ${top + h * 0.42 + 48} h48" stroke="#8d7f68" stroke-width="5" stroke-linecap="round"/>`,
  );
};

function tin(radius: number, height: number, fluted: boolean): Drawing {
  return (sheet, { skin, scale, tilt }) => {
    const r = radius * scale;
    const h = height * scale;
    vessel(
      sheet,
      { cx: 400, top: 500, height: h, rTop: r, rBottom: r * 0.9, tilt: Math.max(tilt, 0.32), wall: 7 },
      skin,
      SKINS['tinplate'],
    );
    if (!fluted) return;
    for (let k = 0; k <= 22; k++) {
      const angle = Math.PI * (k / 22);
      const x = 400 - Math.cos(angle) * r;
      const y = 500 + Math.sin(angle) * r * Math.max(tilt, 0.32);
      const x2 = 400 - Math.cos(angle) * r * 0.9;
      const y2 = 500 + h + Math.sin(angle) * r * 0.9 * Math.max(tilt, 0.32);
      sheet.add(
        `<line x1="${x}" y1="${y}" x2="${x2}" y2="${y2}" stroke="${skin.dark}" stroke-width="4" opacity="0.4"/>`,
      );
    }
  };
}

export const cakeTin = tin(236, 120, false);
export const tartTin = tin(262, 56, true);

export const loafTin: Drawing = (sheet, { skin, scale }) => {
  const w = 300 * scale;
  sheet.shadow(410, 650, w * 1.02, 46);
  const light = sheet.gradient([
    [0, skin.dark],
    [0.2, skin.light],
    [0.7, skin.mid],
    [1, skin.dark],
  ]);
  sheet.add(
    `<path d="M${400 - w} 460 L${400 - w * 0.86} 648 H${400 + w * 0.8} L${400 + w * 0.94} 460 Z" fill="${light}"/>`,
  );
  sheet.add(
    `<path d="M${400 - w} 460 L${400 - w * 0.8} 384 H${400 + w} L${400 + w * 0.94} 460 Z" fill="${sheet.gradient(
      [
        [0, mix(skin.dark, '#000000', 0.25)],
        [1, skin.mid],
      ],
      'down',
    )}" stroke="${mix(skin.light, '#ffffff', 0.4)}" stroke-width="9" stroke-linejoin="round"/>`,
  );
  sheet.add(
    `<path d="M${400 - w * 0.88} 446 L${400 - w * 0.74} 398 H${400 + w * 0.9}" fill="none" stroke="${skin.light}" stroke-width="4" opacity="0.35"/>`,
  );
};
