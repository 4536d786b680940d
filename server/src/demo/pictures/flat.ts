import { mix, SKINS, type Skin } from './palette';
import { bar, type Sheet } from './sheet';
import type { Drawing, Subject } from './drawing';

const STEEL = SKINS['stainless steel'];

/** Lays a long thing across the sheet; looked at from further above it lies the other way. */
function laid(draw: (sheet: Sheet, subject: Subject) => void): Drawing {
  return (sheet, subject) => {
    const angle = subject.tilt > 0.5 ? 38 : -34;
    sheet.group(`translate(400 460) rotate(${angle}) scale(${subject.scale}) translate(-400 -460)`, () =>
      draw(sheet, subject),
    );
  };
}

function softShadow(sheet: Sheet, d: string): void {
  sheet.add(`<path d="${d}" transform="translate(10 16)" fill="#2a1c10" opacity="0.1"/>`);
  sheet.add(`<path d="${d}" transform="translate(5 8)" fill="#2a1c10" opacity="0.16"/>`);
}

function handle(sheet: Sheet, x: number, y: number, length: number, skin: Skin): void {
  const d = `M${x} ${y - 25} h${length * 0.86} q${length * 0.16} 4 ${length * 0.14} 30 q-4 30 -${length * 0.2} 26 h-${length * 0.8} z`;
  softShadow(sheet, d);
  sheet.add(`<path d="${d}" fill="${sheet.flatLight(skin)}"/>`);
  for (const at of [0.2, 0.45, 0.7])
    sheet.add(
      `<circle cx="${x + length * at}" cy="${y + 2}" r="6.5" fill="${STEEL.light}" stroke="${STEEL.dark}" stroke-width="2"/>`,
    );
}

function blade(sheet: Sheet, d: string): void {
  softShadow(sheet, d);
  const light = sheet.gradient(
    [
      [0, '#8b959b'],
      [0.42, '#d4dadd'],
      [0.58, '#f7f8f8'],
      [0.64, '#c0c8cc'],
      [1, '#eef1f2'],
    ],
    'down',
  );
  sheet.add(`<path d="${d}" fill="${light}"/>`);
}

export const chefsKnife: Drawing = laid((sheet, { trim }) => {
  blade(sheet, 'M470 428 L120 428 Q70 432 44 468 Q150 512 300 516 L470 508 Z');
  sheet.add(`<rect x="462" y="424" width="26" height="86" rx="6" fill="${sheet.flatLight(STEEL)}"/>`);
  handle(sheet, 486, 456, 262, trim);
});

export const breadKnife: Drawing = laid((sheet, { trim }) => {
  const teeth = ' q13 15 26 0'.repeat(16);
  blade(sheet, `M476 436 L64 436 Q44 452 60 488${teeth} L476 436 Z`);
  handle(sheet, 474, 460, 258, trim);
});

export const paringKnife: Drawing = laid((sheet, { trim }) => {
  blade(sheet, 'M430 440 L240 440 Q190 444 170 470 Q260 496 340 494 L430 490 Z');
  handle(sheet, 428, 464, 214, trim);
});

export const cuttingBoard: Drawing = (sheet, { skin, scale, tilt }) => {
  const angle = tilt > 0.5 ? 12 : -8;
  sheet.group(`translate(400 460) rotate(${angle}) scale(${scale}) translate(-400 -460)`, () => {
    const d =
      'M190 300 q0 -34 34 -34 h104 q20 0 26 -22 q6 -74 46 -74 q40 0 46 74 q6 22 26 22 h104 q34 0 34 34 v400 q0 34 -34 34 h-352 q-34 0 -34 -34 z';
    softShadow(sheet, d);
    sheet.add(`<path d="${d}" transform="translate(0 12)" fill="${skin.dark}"/>`);
    sheet.add(
      `<path d="${d}" fill="${sheet.gradient([
        [0, skin.light],
        [0.4, skin.mid],
        [0.7, mix(skin.mid, skin.light, 0.5)],
        [1, skin.mid],
      ])}"/>`,
    );
    for (let k = 0; k < 9; k++) {
      const x = 218 + k * 42;
      sheet.add(
        `<path d="M${x} 292 q${k % 2 ? 16 : -12} 130 ${k % 3 ? 4 : -6} 220 q${k % 2 ? -14 : 12} 90 2 196" fill="none" stroke="${skin.dark}" stroke-width="2.4" opacity="0.28"/>`,
      );
    }
    sheet.add(
      `<ellipse cx="400" cy="212" rx="17" ry="21" fill="#e9e2d5" stroke="${skin.dark}" stroke-width="5"/>`,
    );
  });
};

export const rollingPin: Drawing = laid((sheet, { skin, trim }) => {
  const d = 'M170 404 h460 q22 0 22 56 q0 56 -22 56 h-460 q-22 0 -22 -56 q0 -56 22 -56 z';
  bar(sheet, [66, 460], [150, 460], 44, trim);
  bar(sheet, [650, 460], [734, 460], 44, trim);
  softShadow(sheet, d);
  sheet.add(
    `<path d="${d}" fill="${sheet.gradient(
      [
        [0, skin.mid],
        [0.28, skin.light],
        [0.62, skin.mid],
        [1, skin.dark],
      ],
      'down',
    )}"/>`,
  );
});

export const spoon: Drawing = laid((sheet, { skin }) => {
  const d =
    'M250 460 q-14 -74 -96 -74 q-98 0 -98 74 q0 74 98 74 q82 0 96 -74 z M226 446 h420 q40 -6 92 14 q-52 20 -92 14 h-420 z';
  softShadow(sheet, d);
  sheet.add(`<path d="${d}" fill="${sheet.flatLight(skin)}"/>`);
  sheet.add(`<ellipse cx="152" cy="462" rx="70" ry="50" fill="${mix(skin.mid, skin.dark, 0.35)}"/>`);
  sheet.add(`<ellipse cx="150" cy="470" rx="58" ry="36" fill="${skin.mid}"/>`);
});

export const spatula: Drawing = laid((sheet, { skin, trim }) => {
  bar(sheet, [290, 460], [726, 460], 32, trim);
  const d =
    'M70 392 q120 -20 220 22 q26 12 26 46 q0 34 -26 46 q-100 42 -220 22 q-22 -4 -22 -68 q0 -64 22 -68 z';
  softShadow(sheet, d);
  sheet.add(`<path d="${d}" fill="${sheet.flatLight(skin)}"/>`);
  sheet.add(
    `<path d="M84 412 q110 -14 196 18" fill="none" stroke="#ffffff" stroke-width="6" opacity="0.35" stroke-linecap="round"/>`,
  );
});

export const whisk: Drawing = laid((sheet, { skin, trim }) => {
  for (const bulge of [96, 66, 34, 0])
    sheet.add(
      `<path d="M430 460 C330 ${460 - bulge * 1.7} 120 ${460 - bulge * 1.5} 66 460 C120 ${460 + bulge * 1.5} 330 ${460 + bulge * 1.7} 430 460" fill="none" stroke="${skin.mid}" stroke-width="8"/>` +
        `<path d="M430 458 C330 ${458 - bulge * 1.7} 120 ${458 - bulge * 1.5} 66 458" fill="none" stroke="${skin.light}" stroke-width="3"/>`,
    );
  bar(sheet, [430, 460], [720, 460], 46, trim);
  sheet.add(`<rect x="418" y="432" width="30" height="56" rx="9" fill="${sheet.flatLight(skin)}"/>`);
});

export const grater: Drawing = (sheet, { skin, trim, scale }) => {
  sheet.group(`translate(400 480) scale(${scale}) translate(-400 -480)`, () => {
    sheet.shadow(410, 736, 210, 34);
    sheet.add(
      `<path d="M322 230 q0 -74 78 -74 q78 0 78 74" fill="none" stroke="${trim.dark}" stroke-width="34"/>`,
    );
    sheet.add(
      `<path d="M322 230 q0 -74 78 -74 q78 0 78 74" fill="none" stroke="${trim.mid}" stroke-width="24"/>`,
    );
    sheet.add(`<path d="M296 226 H504 L560 730 H240 Z" fill="${sheet.roundLight(skin)}"/>`);
    for (let row = 0; row < 10; row++)
      for (let k = 0; k < 6; k++) {
        const y = 290 + row * 40;
        const span = 78 + row * 7;
        const x = 400 - span + ((k + (row % 2) * 0.5) * span * 2) / 5.6;
        if (x > 400 + span) continue;
        sheet.add(
          `<ellipse cx="${x}" cy="${y}" rx="8" ry="10" fill="#3d454a" opacity="0.75"/><path d="M${x - 8} ${y + 4} q8 9 16 0" fill="none" stroke="#ffffff" stroke-width="3" opacity="0.8"/>`,
        );
      }
    sheet.add(`<rect x="232" y="716" width="336" height="22" rx="8" fill="${trim.mid}"/>`);
  });
};

/** Stripes along the edge of a cloth. */
function stripes(sheet: Sheet, skin: Skin, at: readonly number[], x: number, width: number): void {
  const contrast = mix(skin.mid, '#fbf7ee', 0.82);
  for (const y of at)
    sheet.add(`<rect x="${x}" y="${y}" width="${width}" height="11" fill="${contrast}" opacity="0.85"/>`);
}

export const teaTowel: Drawing = (sheet, { skin, tilt }) => {
  const angle = tilt > 0.5 ? -6 : 5;
  sheet.group(`translate(400 460) rotate(${angle}) translate(-400 -460)`, () => {
    const d = 'M216 214 h368 q10 0 10 10 v470 q0 10 -10 10 h-368 q-10 0 -10 -10 v-470 q0 -10 10 -10 z';
    softShadow(sheet, d);
    sheet.add(
      `<path d="M206 640 h388 v56 q0 10 -10 10 h-368 q-10 0 -10 -10 z" transform="translate(0 16)" fill="${skin.dark}"/>`,
    );
    sheet.add(
      `<path d="${d}" fill="${sheet.gradient([
        [0, skin.mid],
        [0.22, skin.light],
        [0.48, skin.mid],
        [0.56, mix(skin.mid, skin.dark, 0.35)],
        [0.62, skin.mid],
        [1, mix(skin.mid, skin.dark, 0.2)],
      ])}"/>`,
    );
    stripes(sheet, skin, [560, 586, 612], 206, 388);
    sheet.add(
      `<path d="M452 214 q-8 240 4 490" stroke="${skin.dark}" stroke-width="4" opacity="0.35" fill="none"/>`,
    );
    sheet.add(
      `<path d="M382 214 q0 -26 18 -26 q18 0 18 26" fill="none" stroke="${skin.dark}" stroke-width="7"/>`,
    );
  });
};

export const apron: Drawing = (sheet, { skin }) => {
  const d = 'M316 236 h168 q6 96 96 140 v336 q0 12 -12 12 h-336 q-12 0 -12 -12 v-336 q90 -44 96 -140 z';
  sheet.add(
    `<path d="M322 240 Q330 120 400 118 Q470 120 478 240" fill="none" stroke="${skin.dark}" stroke-width="15"/>`,
  );
  sheet.add(
    `<path d="M220 392 q-78 22 -92 96 M580 392 q78 22 92 96" fill="none" stroke="${skin.dark}" stroke-width="13" stroke-linecap="round"/>`,
  );
  softShadow(sheet, d);
  sheet.add(
    `<path d="${d}" fill="${sheet.gradient([
      [0, mix(skin.mid, skin.dark, 0.25)],
      [0.25, skin.light],
      [0.55, skin.mid],
      [1, mix(skin.mid, skin.dark, 0.35)],
    ])}"/>`,
  );
  sheet.add(
    `<path d="M290 470 h220 v120 q0 24 -24 24 h-172 q-24 0 -24 -24 z" fill="${skin.mid}" stroke="${skin.dark}" stroke-width="4"/>`,
  );
  sheet.add(`<path d="M400 470 v144" stroke="${skin.dark}" stroke-width="4" opacity="0.7"/>`);
  sheet.add(
    `<path d="M316 252 h168" stroke="${mix(skin.light, '#ffffff', 0.5)}" stroke-width="5" stroke-dasharray="9 7" opacity="0.8"/>`,
  );
};

export const ovenGlove: Drawing = (sheet, { skin, tilt }) => {
  const flip = tilt > 0.5 ? 'translate(800 0) scale(-1 1)' : '';
  sheet.group(`${flip} rotate(-8 400 460)`, () => {
    const d =
      'M292 706 v-250 q-10 -210 110 -212 q112 2 112 190 q56 -96 108 -60 q42 34 -20 130 q-40 64 -86 104 v98 q0 14 -14 14 h-196 q-14 0 -14 -14 z';
    softShadow(sheet, d);
    sheet.add(
      `<path d="${d}" fill="${sheet.gradient([
        [0, mix(skin.mid, skin.dark, 0.3)],
        [0.3, skin.light],
        [0.6, skin.mid],
        [1, skin.dark],
      ])}"/>`,
    );
    for (let k = 0; k < 5; k++)
      sheet.add(
        `<path d="M${310 + k * 42} 640 L${470 + k * 20} ${300 + k * 26}" stroke="${skin.dark}" stroke-width="3" stroke-dasharray="8 7" opacity="0.45"/>`,
      );
    sheet.add(
      `<rect x="282" y="650" width="244" height="64" rx="10" fill="${mix(skin.mid, '#fbf7ee', 0.75)}"/>`,
    );
  });
};
