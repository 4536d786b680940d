import { atEachWidth, followed, type Stepped, WIDTH_NAMES } from '../width/widths';
import { fontCssOf, FONTS, isOwnFont, type FontName } from './fonts';

export type LetterCase = 'usual' | 'upper' | 'lower' | 'title';
export const LETTER_CASES: readonly LetterCase[] = ['usual', 'upper', 'lower', 'title'];

/** Values of CSS; nothing for letters as they are written. */
export const CASES: Readonly<Record<LetterCase, string>> = {
  usual: '',
  upper: 'uppercase',
  lower: 'lowercase',
  title: 'capitalize',
};

/** What is written on a page: each is set by itself. */
export type TypeRole = 'headings' | 'words' | 'names' | 'prices' | 'labels' | 'buttons';
export const TYPE_ROLES: readonly TypeRole[] = ['headings', 'words', 'names', 'prices', 'labels', 'buttons'];

/** How something that is written is set. */
export interface TypeSetting {
  /** Null as words are. */
  font: FontName | null;
  /** Percent of the usual. */
  size: Stepped<number>;
  /** 300 to 800, in hundreds; null as usual. */
  weight: number | null;
  italic: boolean;
  /** From line to line, in percent of the letters' height; null as usual. */
  leading: number | null;
  /** Between letters, in thousandths of their height; null as usual. */
  tracking: number | null;
  case: LetterCase;
}

export const LEADING_BOUNDS = { least: 90, most: 220 };
export const TRACKING_BOUNDS = { least: -60, most: 300 };
export const SIZE_BOUNDS = { least: 60, most: 180 };
export const WEIGHTS: readonly number[] = [300, 400, 500, 600, 700, 800];

/** Headings and words have a family of their own; what else is written is in that of words unless it says another. */
export type TypeSettings = Readonly<
  Record<'headings' | 'words', TypeSetting & { font: FontName }> &
    Record<Exclude<TypeRole, 'headings' | 'words'>, TypeSetting>
>;

export const USUAL_SETTING: TypeSetting = {
  font: null,
  size: followed(100),
  weight: null,
  italic: false,
  leading: null,
  tracking: null,
  case: 'usual',
};

/** Type as a look begins with: two families, and all else as the style sheet has it. */
export const typeIn = (headings: FontName, words: FontName, size = 100): TypeSettings => ({
  headings: { ...USUAL_SETTING, font: headings, size: followed(size) },
  words: { ...USUAL_SETTING, font: words },
  names: USUAL_SETTING,
  prices: USUAL_SETTING,
  labels: USUAL_SETTING,
  buttons: USUAL_SETTING,
});

/** One role as custom properties of CSS, without their hyphens; those that are as usual are left out. */
function variablesOf(role: TypeRole, one: TypeSetting): Record<string, string> {
  const { font, weight, italic, leading, tracking } = one;
  const variables: Record<string, string> = {};
  const size = atEachWidth(one.size);
  // All three or none: what isn't there would be taken from the root of another page.
  if (WIDTH_NAMES.some((width) => size[width] !== 100))
    for (const width of WIDTH_NAMES) variables[`${role}-${width}`] = String(size[width] / 100);
  if (font !== null && role !== 'headings' && role !== 'words') variables[`${role}-font`] = fontCssOf(font);
  if (weight !== null) variables[`${role}-weight`] = String(weight);
  if (italic) variables[`${role}-style`] = 'italic';
  if (leading !== null) variables[`${role}-leading`] = String(leading / 100);
  if (tracking !== null) variables[`${role}-tracking`] = `${tracking / 1000}em`;
  if (one.case !== 'usual') variables[`${role}-case`] = CASES[one.case];
  return variables;
}

/** How all of a look is set, as custom properties of CSS without their hyphens. */
export const typeVariables = (type: TypeSettings): Record<string, string> =>
  Object.assign(
    { display: fontCssOf(type.headings.font), text: fontCssOf(type.words.font) },
    ...TYPE_ROLES.map((role) => variablesOf(role, type[role])),
  ) as Record<string, string>;

/** Files of the families that a look is written in, and that ship with the shop. */
export const fontFilesOf = (type: TypeSettings): string[] => [
  ...new Set(
    TYPE_ROLES.flatMap((role) => type[role].font ?? []).flatMap((name) =>
      isOwnFont(name) ? [] : FONTS[name].file,
    ),
  ),
];
