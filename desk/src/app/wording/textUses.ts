import type { TextUse } from '@fond/core';

/** One text of a plan and several, by what they are. */
export const TEXT_USES: Readonly<Record<TextUse, readonly [string, string]>> = {
  heading: ['a heading', 'headings'],
  words: ['words', 'fixtures’ words'],
  button: ['the words of a button', 'words of buttons'],
  caption: ['a caption', 'captions'],
  alternative: ['the description of a picture', 'descriptions of pictures'],
  tab: ['the name of a tab', 'names of tabs'],
  number: ['words around a number', 'words around numbers'],
  link: ['the words of a link', 'words of links'],
  card: ['words on cards', 'words on cards'],
  badge: ['a badge', 'badges'],
};
