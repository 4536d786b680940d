/**
 * A text as an address writes it: small letters and digits of any script, and hyphens. Accents on Latin letters are
 * folded; in other scripts marks make other letters, so they stay.
 */
export function slugOf(text: string): string {
  return (
    text
      .toLowerCase()
      .normalize('NFD')
      .replace(/(?<=\p{Script=Latin}\p{M}*)\p{M}/gu, '')
      .normalize('NFC')
      .replace(/[’']/g, '')
      .replaceAll('œ', 'oe')
      .replaceAll('æ', 'ae')
      .replaceAll('ø', 'o')
      .replaceAll('ß', 'ss')
      .replace(/[^\p{L}\p{M}\p{N}]+/gu, '-')
      .replace(/^[-\p{M}]+|-+$/gu, '')
      .slice(0, 100)
      // Neither half a sign nor a hyphen at the end.
      .replace(/[\ud800-\udbff]$|-+$/, '')
      .replace(/-+$/, '')
  );
}

/** The first of `wish`, `wish-2`, `wish-3` … that is not taken; it is taken from then on. */
export function takeSlug(wish: string, taken: Set<string>): string {
  const base = wish || 'item';
  let slug = base;
  for (let n = 2; taken.has(slug); n++) slug = `${base}-${n}`;
  taken.add(slug);
  return slug;
}
