/** Two-letter language code as in BCP 47, for instance `en`. */
export type Lang = string;

/** One text in several languages; a missing language falls back to the shop's first one. */
export type Texts = Readonly<Record<Lang, string>>;

/** The text in `lang`, else in the first language that has one, else the empty string. */
export function textIn(texts: Texts, lang: Lang, languages: readonly Lang[]): string {
  if (texts[lang]) return texts[lang];
  for (const other of languages) if (texts[other]) return texts[other];
  return '';
}
