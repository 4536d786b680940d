import { EN } from './english';
import type { ShopWords } from './shopWords';

/** Other languages come in scripts of their own. */
const SCRIPTS: ReadonlyMap<string, () => Promise<ShopWords>> = new Map([
  ['fr', () => import('./french').then(({ FR }) => FR)],
]);
/** The same for every page, so that a server keeps them. */
const fetched = new Map<string, ShopWords>([['en', EN]]);

/** English where the shop doesn't speak the language. */
export const shopWordsIn = (lang: string): ShopWords => fetched.get(lang) ?? EN;

export const hasWordsOf = (lang: string): boolean => fetched.has(lang) || !SCRIPTS.has(lang);

/** Fails where the script can't be fetched. */
export async function fetchWordsOf(lang: string): Promise<void> {
  const script = SCRIPTS.get(lang);
  if (script && !fetched.has(lang)) fetched.set(lang, await script());
}
