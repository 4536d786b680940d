import type { AttributeValueLine } from '@fond/contract';
import { fold, type ValueFamily, type ValueShow } from '@fond/core';

/** What shoppers choose between, values and groups, in the order that nobody has chosen: most products first. */
export function facetValues(
  values: readonly AttributeValueLine[],
  { families }: Pick<ValueShow, 'families'>,
): string[] {
  const familyOf = new Map(families.flatMap(({ id, members }) => members.map((one) => [one, id])));
  const products = new Map<string, number>();
  for (const { value, products: count } of values) {
    const name = familyOf.get(value) ?? value;
    products.set(name, (products.get(name) ?? 0) + count);
  }
  return [...products].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([name]) => name);
}

/** What stands in addresses for a group that is called so: as no value that it doesn't hold, and no other group. */
export function familyId(
  label: string,
  values: ReadonlySet<string>,
  families: readonly ValueFamily[],
  member: string,
): string {
  const plain =
    fold(label)
      .replace(/[\s,%]+/g, '-')
      .slice(0, 50) || 'group';
  const taken = (id: string): boolean =>
    families.some((one) => one.id === id) || (values.has(id) && id !== member);
  if (!taken(plain)) return plain;
  let n = 2;
  while (taken(`${plain}-${n}`)) n++;
  return `${plain}-${n}`;
}
