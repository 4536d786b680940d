/** A category, a tag or a collection. */
export interface Group {
  kind: 'category' | 'tag' | 'collection';
  id: number;
}

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
    ([name, value]) => (name === kind && value === id) || (name === 'aisle' && value === `${kind}:${id}`),
  );
  return named || fields.some(([, inner]) => mentions(inner, { kind, id }));
}
