import * as cookware from './cookware';
import type { Drawing } from './drawing';
import * as flat from './flat';
import { mix, SKINS, skinOf, coloured } from './palette';
import { Sheet, SHEET_HEIGHT, SHEET_WIDTH, type Cut } from './sheet';
import * as vessels from './vessels';

/** Every thing that can be drawn, by the name of its kind. */
export const DRAWINGS = {
  'frying pan': cookware.fryingPan,
  'sauté pan': cookware.sautePan,
  'crêpe pan': cookware.crepePan,
  'grill pan': cookware.grillPan,
  wok: cookware.wok,
  saucepan: cookware.saucepan,
  stockpot: cookware.stockpot,
  casserole: cookware.casserole,
  kettle: vessels.kettle,
  'gooseneck kettle': vessels.gooseneck,
  teapot: vessels.teapot,
  'French press': vessels.frenchPress,
  'moka pot': vessels.mokaPot,
  'mixing bowl': vessels.mixingBowl,
  bowl: vessels.bowl,
  mug: vessels.mug,
  plate: vessels.plate,
  tumbler: vessels.glassTumbler,
  jar: vessels.jar,
  canister: vessels.canister,
  'cake tin': vessels.cakeTin,
  'tart tin': vessels.tartTin,
  'loaf tin': vessels.loafTin,
  'chef’s knife': flat.chefsKnife,
  'bread knife': flat.breadKnife,
  'paring knife': flat.paringKnife,
  'cutting board': flat.cuttingBoard,
  'rolling pin': flat.rollingPin,
  spoon: flat.spoon,
  spatula: flat.spatula,
  whisk: flat.whisk,
  grater: flat.grater,
  'tea towel': flat.teaTowel,
  apron: flat.apron,
  'oven glove': flat.ovenGlove,
} as const satisfies Record<string, Drawing>;

export type Kind = keyof typeof DRAWINGS;

export interface PictureSubject {
  kind: Kind;
  material: string;
  /** #rrggbb of the product. */
  colour: string;
  /** Material of handles and lids. */
  trim: string;
  /** 0.8 … 1.15. */
  scale: number;
  /** What of the drawing the picture shows; all of it unless something is said. */
  cut?: Cut;
}

/** Grounds of the two views: a plain wall, and a table in the product's own colour made pale. */
function ground(sheet: Sheet, colour: string, view: 1 | 2): void {
  const base = view === 1 ? '#efe9df' : mix('#efe7da', colour, 0.16);
  const wall = sheet.gradient(
    [
      [0, mix(base, '#ffffff', 0.35)],
      [1, base],
    ],
    'down',
  );
  sheet.add(`<rect width="${SHEET_WIDTH}" height="${SHEET_HEIGHT}" fill="${wall}"/>`);
  if (view === 2)
    sheet.add(`<rect y="300" width="${SHEET_WIDTH}" height="600" fill="${mix(base, '#ffffff', 0.22)}"/>`);
  const light = sheet.glow([
    [0, '#ffffff', 0.6],
    [1, '#ffffff', 0],
  ]);
  sheet.add(`<ellipse cx="360" cy="400" rx="420" ry="380" fill="${light}"/>`);
}

/** Draws a product: view 1 from the front, view 2 closer and from above. */
export function drawPicture(subject: PictureSubject, view: 1 | 2): string {
  const sheet = new Sheet();
  ground(sheet, subject.colour, view);
  const draw = DRAWINGS[subject.kind];
  const parts = {
    skin: skinOf(subject.material, subject.colour),
    trim: SKINS[subject.trim] ?? coloured(subject.trim),
    scale: subject.scale,
    tilt: view === 1 ? 0.3 : 0.56,
  };
  if (view === 1) draw(sheet, parts);
  else sheet.group('translate(400 460) scale(1.16) translate(-400 -480)', () => draw(sheet, parts));
  return sheet.svg(subject.cut);
}
