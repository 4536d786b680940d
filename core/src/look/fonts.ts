/** Families that ship with the shop. */
export type ShippedFontName =
  | 'bitter'
  | 'bricolage'
  | 'cabin'
  | 'figtree'
  | 'fraunces'
  | 'jetbrains-mono'
  | 'jost'
  | 'lora'
  | 'newsreader'
  | 'oswald'
  | 'roboto-slab'
  | 'sofia-condensed'
  | 'source-serif'
  | 'work-sans';

/** A family that a shop has brought itself: what it is called, and by which content. */
export type OwnFontName = `own-${string}`;
export const OWN_FONT = /^own-[a-z0-9-]{1,44}-[0-9a-f]{8}$/;

export type FontName = ShippedFontName | OwnFontName;

/** What a family is like, as printers sort them. */
export type FontKind = 'humanist' | 'geometric' | 'condensed' | 'serif' | 'slab' | 'monospaced';

export interface Font {
  name: string;
  kind: FontKind;
  css: string;
  /** Beginning of its file's name. */
  file: string;
}

const GENERIC: Readonly<Record<FontKind, string>> = {
  humanist: "'Helvetica Neue', Arial, sans-serif",
  geometric: "'Helvetica Neue', Arial, sans-serif",
  condensed: "'Arial Narrow', Arial, sans-serif",
  serif: 'Georgia, serif',
  slab: 'Rockwell, Georgia, serif',
  monospaced: "Consolas, 'Courier New', monospace",
};

const font = (name: string, kind: FontKind, file: string, family = name): Font => ({
  name,
  kind,
  css: `'${family} Variable', ${GENERIC[kind]}`,
  file,
});

export const FONTS: Readonly<Record<ShippedFontName, Font>> = {
  bricolage: font('Bricolage Grotesque', 'humanist', 'bricolage-grotesque'),
  figtree: font('Figtree', 'geometric', 'figtree'),
  fraunces: font('Fraunces', 'serif', 'fraunces'),
  'source-serif': font('Source Serif', 'serif', 'source-serif-4', 'Source Serif 4'),
  'work-sans': font('Work Sans', 'humanist', 'work-sans'),
  cabin: font('Cabin', 'humanist', 'cabin'),
  jost: font('Jost', 'geometric', 'jost'),
  'sofia-condensed': font('Sofia Sans Condensed', 'condensed', 'sofia-sans-condensed'),
  oswald: font('Oswald', 'condensed', 'oswald'),
  lora: font('Lora', 'serif', 'lora'),
  newsreader: font('Newsreader', 'serif', 'newsreader'),
  bitter: font('Bitter', 'slab', 'bitter'),
  'roboto-slab': font('Roboto Slab', 'slab', 'roboto-slab'),
  'jetbrains-mono': font('JetBrains Mono', 'monospaced', 'jetbrains-mono'),
};
export const FONT_NAMES = Object.keys(FONTS) as ShippedFontName[];

export const isOwnFont = (name: string): name is OwnFontName => OWN_FONT.test(name);

/** Of a font's own words, with capitals: `own-marlow-sans-1a2b3c4d` is “Marlow Sans”. */
export const fontNameOf = (name: FontName): string =>
  isOwnFont(name)
    ? name
        .split('-')
        .slice(1, -1)
        .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
        .join(' ')
    : FONTS[name].name;

/** Families in CSS, the wanted one first; a font of the shop's own comes with one that is as large. */
export const fontCssOf = (name: FontName): string =>
  isOwnFont(name) ? `'${name}', '${name}-near', sans-serif` : FONTS[name].css;
