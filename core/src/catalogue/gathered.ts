import { codesFor, valueColumn, type ColumnValue, type ValueColumn } from './columns';
import type { AttributeRow } from './rows';

/**
 * The column by which shoppers filter: members of a family are its one value, and everything else stays as it is. Who asks
 * for a member by an address of old finds its family. O(products + values).
 */
export function gathered({ shown }: Pick<AttributeRow, 'shown'>, column: ValueColumn): ValueColumn {
  if (!shown?.families.length || column.numeric) return column;
  const familyOf = new Map(shown.families.flatMap((family) => family.members.map((one) => [one, family])));
  // A family that is called as a value which it doesn't hold would take that one's products.
  const foreign = (id: string): boolean => column.codeOf.has(id) && familyOf.get(id)?.id !== id;
  const values: ColumnValue[] = [];
  const codeOf = new Map<string, number>();
  const into = Uint32Array.from(column.values, (value) => {
    const family = familyOf.get(value.value);
    const taken = family && !foreign(family.id) ? family : null;
    const name = taken?.id ?? value.value;
    let code = codeOf.get(name);
    if (code === undefined) {
      codeOf.set(name, (code = values.length));
      values.push(
        taken
          ? { value: taken.id, labels: taken.labels, number: null, swatch: taken.swatch ?? value.swatch }
          : value,
      );
    }
    return code;
  });
  const size = column.offsets.length - 1;
  const offsets = new Uint32Array(size + 1);
  const codes = codesFor(column.codes.length, values.length);
  let filled = 0;
  for (let p = 0; p < size; p++) {
    const first = filled;
    for (let k = column.offsets[p]; k < column.offsets[p + 1]; k++) {
      const code = into[column.codes[k]];
      // A product may have several members of one family.
      let known = false;
      for (let j = first; j < filled && !known; j++) known = codes[j] === code;
      if (!known) codes[filled++] = code;
    }
    offsets[p + 1] = filled;
  }
  const packed = valueColumn(column.key, values, codeOf, offsets, codes.slice(0, filled));
  // Members that no product has any more as well, as addresses may still name them.
  const aliases = [...familyOf].flatMap(([member, { id }]): [string, number][] => {
    const code = foreign(id) ? undefined : codeOf.get(id);
    return code === undefined ? [] : [[member, code]];
  });
  return { ...packed, codeOf: new Map([...aliases, ...codeOf]) };
}
