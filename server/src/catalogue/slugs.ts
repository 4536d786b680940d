/** A text as an address writes it: small letters, digits and hyphens, accents folded. */
export function slugOf(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[’']/g, '')
    .replaceAll('œ', 'oe')
    .replaceAll('ß', 'ss')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 100);
}

/** The first of `wish`, `wish-2`, `wish-3` … that is not taken; it is taken from then on. */
export function takeSlug(wish: string, taken: Set<string>): string {
  const base = wish || 'item';
  let slug = base;
  for (let n = 2; taken.has(slug); n++) slug = `${base}-${n}`;
  taken.add(slug);
  return slug;
}
