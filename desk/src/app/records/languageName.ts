const LANGUAGES = new Intl.DisplayNames('en', { type: 'language' });

/** A language by its name; its code where nobody has named it. */
export const languageName = (lang: string): string => LANGUAGES.of(lang) ?? lang;
