/** A file of an archive that belongs to a product. */
export interface NamedFile {
  file: string;
  sku: string;
  /** Its place among the product's pictures, as its name says it; 1 where it doesn't. */
  place: number;
}

export const USUAL_PATTERN = '{sku}_{n}';

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/**
 * How names of files are read. `{sku}` stands for the article number, `{n}` for the place; what stands around `{n}` may
 * be left out with it, so that `{sku}_{n}` reads `PK-1017.jpg` as well as `PK-1017_2.jpg`.
 */
export function readerOf(pattern: string): (file: string) => readonly { sku: string; place: number }[] {
  const [before, after = ''] = pattern.split('{sku}', 2);
  const [between, rest] = after.includes('{n}') ? after.split('{n}', 2) : [after, null];
  const [head, tail] = [escaped(before), rest === null ? escaped(between) : escaped(rest)];
  const plain = new RegExp(`^${head}(.+)${rest === null ? tail : ''}$`, 'iu');
  const numbered =
    rest === null ? null : new RegExp(`^${head}(.+)${escaped(between)}(\\d{1,4})${tail}$`, 'iu');
  return (file) => {
    const name = file.replace(/^.*[/\\]/, '').replace(/\.[^.]+$/, '');
    const readings: { sku: string; place: number }[] = [];
    // The whole name first: article numbers may end with a number themselves.
    const whole = plain.exec(name);
    if (whole) readings.push({ sku: whole[1], place: 1 });
    const parts = numbered?.exec(name);
    if (parts) readings.push({ sku: parts[1], place: Number(parts[2]) });
    return readings;
  };
}

const PICTURE = /\.(jpe?g|png|webp|avif|gif)$/i;
/** What systems put beside files. */
const HIDDEN = /(^|\/)(\.|__MACOSX\/)/;

export const isPictureName = (file: string): boolean => PICTURE.test(file) && !HIDDEN.test(file);

/**
 * The files of an archive by product. Article numbers are told apart by every sign; where none is quite the same, one
 * that differs in the case of its letters alone is taken.
 *
 * @param skus All article numbers.
 * @returns files by article number, each product's in the order of their places and names.
 */
export function matchFiles(
  files: readonly string[],
  pattern: string,
  skus: Iterable<string>,
): { matches: NamedFile[]; unmatched: string[] } {
  const exact = new Set(skus);
  const folded = new Map<string, string>();
  for (const sku of exact) folded.set(sku.toLowerCase(), sku);
  const read = readerOf(pattern);
  const matches: NamedFile[] = [];
  const unmatched: string[] = [];
  for (const file of files) {
    const readings = read(file);
    const found =
      readings.find(({ sku }) => exact.has(sku)) ?? readings.find(({ sku }) => folded.has(sku.toLowerCase()));
    if (!found) unmatched.push(file);
    else {
      const sku = exact.has(found.sku) ? found.sku : folded.get(found.sku.toLowerCase())!;
      matches.push({ file, sku, place: found.place });
    }
  }
  matches.sort((a, b) => compare(a.sku, b.sku) || a.place - b.place || compare(a.file, b.file));
  return { matches, unmatched };
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
