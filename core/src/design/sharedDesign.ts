import { isOwnFont, type OwnFontName, type ShippedFontName } from '../look/fonts';

/** What stands for a font that another shop doesn't have. */
const STAND_IN: ShippedFontName = 'work-sans';

/** What content names of a shop's own beside its aisles: pictures by their content, and fonts. */
export interface OwnThings {
  pictures: ReadonlySet<string>;
  fonts: ReadonlySet<OwnFontName>;
}

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A picture that was uploaded: of a fixture, a ground or a badge. */
const hashOf = (value: unknown): string | null =>
  isFields(value) && typeof value['hash'] === 'string' && 'width' in value ? value['hash'] : null;

/** The shop's own pictures and fonts in what is kept. */
export function ownThingsIn(content: unknown): OwnThings {
  const [pictures, fonts] = [new Set<string>(), new Set<OwnFontName>()];
  const walk = (value: unknown): void => {
    if (typeof value === 'string' && isOwnFont(value)) fonts.add(value);
    const hash = hashOf(value);
    if (hash !== null) pictures.add(hash);
    if (typeof value === 'object' && value !== null) Object.values(value).forEach(walk);
  };
  walk(content);
  return { pictures, fonts };
}

/** The same without what a shop lacks: no picture in its place, and a font that ships with every shop. */
export function withoutThings<T>(content: T, lacking: OwnThings): T {
  const walk = (value: unknown): unknown => {
    if (typeof value === 'string') return isOwnFont(value) && lacking.fonts.has(value) ? STAND_IN : value;
    if (Array.isArray(value)) return value.map(walk);
    if (!isFields(value)) return value;
    const hash = hashOf(value);
    if (hash !== null && lacking.pictures.has(hash)) return null;
    return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, walk(inner)]));
  };
  return walk(content) as T;
}
