/** Blocks of letters by script (Unicode 15), as first and last code point; the Latin ones serve every shop. */
const BLOCKS: Readonly<Record<string, readonly (readonly [number, number])[]>> = {
  Latn: [
    [0x20, 0x7e],
    [0xa0, 0x17f],
    [0x192, 0x192],
    [0x218, 0x21b],
    [0x2bb, 0x2bc],
    [0x2c6, 0x2dd],
    [0x300, 0x304],
    [0x308, 0x308],
    [0x1e80, 0x1e85],
    [0x1e9e, 0x1e9e],
    [0x1ef2, 0x1ef3],
    [0x2010, 0x2027],
    [0x2030, 0x203a],
    [0x2044, 0x2044],
    [0x20ac, 0x20ac],
    [0x2116, 0x2122],
    [0x2190, 0x2193],
    [0x2212, 0x2212],
    [0x2713, 0x2713],
  ],
  Grek: [
    [0x370, 0x3ff],
    [0x1f00, 0x1fff],
  ],
  Cyrl: [[0x400, 0x52f]],
  Hebr: [[0x590, 0x5ff]],
  Arab: [
    [0x600, 0x6ff],
    [0x750, 0x77f],
  ],
  Thai: [[0xe00, 0xe7f]],
  Geor: [[0x10a0, 0x10ff]],
  Armn: [[0x530, 0x58f]],
  Deva: [[0x900, 0x97f]],
  Viet: [[0x1ea0, 0x1ef9]],
};

/** What is asked of a font in a language beyond plain letters, where it is written in Latin ones. */
const EXTRA: Readonly<Record<string, string>> = {
  fr: 'àâæçéèêëîïôœùûüÿ«»€',
  de: 'äöüßÄÖÜ„“€',
  es: 'áéíóúüñ¿¡€',
  it: 'àèéìòù€',
  nl: 'ëïéèöü€',
  pl: 'ąćęłńóśźż',
  cs: 'áčďéěíňóřšťúůýž',
  sv: 'åäö',
  da: 'æøå',
  pt: 'ãõáéíóúâêôç€',
  tr: 'çğıöşüİ',
  en: '’“”–£€',
};

/** The scripts of languages, Latin always among them, in the order of their names. */
export function scriptsOf(languages: readonly string[]): string[] {
  const scripts = languages.map((lang) =>
    lang === 'vi' ? 'Viet' : (new Intl.Locale(lang).maximize().script ?? 'Latn'),
  );
  return [...new Set(['Latn', ...scripts.filter((script) => Object.hasOwn(BLOCKS, script))])].sort();
}

/** Every letter of the scripts. */
export const lettersOf = (scripts: readonly string[]): string =>
  scripts
    .flatMap((script) => BLOCKS[script])
    .map(([from, to]) => String.fromCodePoint(...Array.from({ length: to - from + 1 }, (_, at) => from + at)))
    .join('');

/** Of the letters that the languages are known to need, those that `has` doesn't know. */
export const lackingIn = (languages: readonly string[], has: (codePoint: number) => boolean): string =>
  [...new Set(languages.flatMap((lang) => Array.from(EXTRA[lang] ?? '')))]
    .filter((letter) => !has(letter.codePointAt(0)!))
    .join(' ');
