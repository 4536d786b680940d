/** A category, a tag or a collection. */
export interface Group {
  kind: 'category' | 'tag' | 'collection';
  id: number;
}

/** Names of fields that hold ids of categories. */
const CATEGORIES: readonly string[] = ['categories', 'except'];

/**
 * Whether anything in a document names a group: a clause, a rule of a reach, a condition, or a fixture.
 *
 * @param document A plan's document, a range, or a list of clauses; read whatever its form.
 */
export function mentions(document: unknown, { kind, id }: Group): boolean {
  if (Array.isArray(document)) return document.some((inner) => mentions(inner, { kind, id }));
  if (typeof document !== 'object' || document === null) return false;
  const fields = Object.entries(document);
  const named = fields.some(
    ([name, value]) =>
      (name === kind && value === id) ||
      (name === 'aisle' && value === `${kind}:${id}`) ||
      (kind === 'category' && CATEGORIES.includes(name) && Array.isArray(value) && value.includes(id)),
  );
  return named || fields.some(([, inner]) => mentions(inner, { kind, id }));
}

/** Names of fields that hold article numbers. */
const NUMBERED: readonly string[] = ['sku', 'skus', 'product', 'products', 'lifted', 'leftOut'];

/**
 * Whether anything in a document names a product by its article number: a pin, a list of products, a fixture, or an answer
 * to a search.
 */
export function mentionsProduct(document: unknown, sku: string): boolean {
  if (Array.isArray(document)) return document.some((inner) => mentionsProduct(inner, sku));
  if (typeof document !== 'object' || document === null) return false;
  return Object.entries(document).some(([name, value]) => {
    const own = NUMBERED.includes(name) && (value === sku || (Array.isArray(value) && value.includes(sku)));
    return own || mentionsProduct(value, sku);
  });
}
