import { standingIn, type Fixture, type Lang, type Shelf, type ShelfInsert, type Texts } from '@fond/core';
import { FIXTURE_WORDS } from './words';

const PAGES = { first: 'on the first page', all: 'on every page', last: 'on the last page' };

/** Where something stands among the products. */
export function insertPlaceWords({ at, pages }: Pick<ShelfInsert, 'at' | 'pages'>): string {
  const place =
    at.by === 'place'
      ? `at place ${at.place}`
      : at.by === 'every'
        ? `behind every ${at.every}`
        : 'at the end';
  return `${place} ${PAGES[pages]}`;
}

/** What stands among the products of a shelf, for its sentence. */
export function insertsWords({ inserts }: Pick<Shelf, 'inserts'>): string {
  if (!inserts.length) return 'nothing else';
  if (inserts.length > 1) return `${inserts.length} things`;
  return `one thing, ${insertPlaceWords(inserts[0])}`;
}

/**
 * What people call one of them: by what it says, else by what is put in it.
 *
 * @param fixtures Of its plan.
 */
export function insertName(
  shelf: Pick<Shelf, 'id'>,
  { id, heading, words, picture }: Pick<ShelfInsert, 'id' | 'heading' | 'words' | 'picture'>,
  fixtures: readonly Fixture[],
  lang: Lang,
): string {
  const own = (texts: Texts): string => (texts as Partial<Texts>)[lang] ?? '';
  const said = own(heading) || own(words);
  if (said) return `“${said.slice(0, 40)}${said.length > 40 ? ' …' : ''}”`;
  const held = standingIn(fixtures, { fixture: shelf.id, slot: id }).at(0);
  return held ? FIXTURE_WORDS[held.type] : picture ? 'a picture' : 'a place';
}
