import type { FontName } from '../look/fonts';
import { USUAL_LOOK, type Look } from '../look/look';
import { typeIn } from '../look/typeRole';
import type { Difference } from './differences';

/** A look as it was while only headings and words were set, by three values of their own. */
interface FirstType {
  display?: FontName;
  text?: FontName;
  scale?: number;
}

/** A look in today's form; before plans had one, it is the usual one. */
export function upgradeLook(stored: (Partial<Look> & FirstType) | undefined): Look {
  const { display, text, scale, ...look } = stored ?? {};
  const { headings, words } = USUAL_LOOK.type;
  const type =
    display || text || scale ? { type: typeIn(display ?? headings.font, text ?? words.font, scale) } : {};
  return { ...USUAL_LOOK, ...type, ...look };
}

/** What was set whole says each of its values by itself, and nothing of those it didn't know. */
export const differencesOf = (values: object): Record<string, Difference> =>
  Object.fromEntries(Object.entries(values).map(([key, set]) => [key, { set }]));

/** What an heir says of its base's look; the same where it is in today's form. */
export function upgradeOwnLook(look: Difference): Difference {
  if ('set' in look) return upgradeOwnLook({ at: differencesOf(look.set as Partial<Look>) });
  if (!('at' in look)) return look;
  const { display, text, scale, ...at } = look.at;
  if (!display && !text && !scale) return look;
  const headings: Record<string, Difference> = {};
  if (display) headings['font'] = display;
  if (scale) headings['size'] = { at: { wide: scale } };
  const type = {
    ...(display || scale ? { headings: { at: headings } } : {}),
    ...(text ? { words: { at: { font: text } } } : {}),
  };
  return { at: { ...at, type: { at: type } } };
}
