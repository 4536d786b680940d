import type { ExportInput, ProductFilter } from '@fond/contract';
import { clausesSchema } from '@fond/contract/operations';
import { holds, runRange, type Clause } from '@fond/core';
import { aisleAt } from '../explain/explain';
import { pageTime } from '../page/compose';
import { rangeContext } from '../page/rangeContext';
import { problem } from '../problem/problem';
import { sharedRules } from '../range/sharedRules';
import type { ServingHost, ServingState } from '../serving/servingHost';
import { findProducts } from './findProducts';

/** Article numbers of what is to be taken out: of a saved range in an aisle, or of a filter; null for all. */
export async function chooseExport(
  host: Pick<ServingHost, 'search'>,
  serving: ServingState,
  { range, aisle, q, gap, clauses }: Omit<ExportInput, 'format'>,
): Promise<readonly string[] | null> {
  const { snapshot, zone } = serving;
  if (range !== undefined) {
    const shared = await sharedRules();
    const saved = shared.ranges.find(({ id }) => id === range);
    if (!saved) throw problem('not-found', 'There is no such range. It may have been deleted.');
    const context = rangeContext(shared, pageTime(), zone);
    const { bits } = runRange(snapshot, aisleAt(snapshot, aisle ?? '/'), saved.rule, context);
    return snapshot.skus.filter((_, p) => holds(bits, p));
  }
  const filter: ProductFilter = {
    ...(q && { q }),
    ...(aisle !== undefined && { aisle }),
    ...(gap !== undefined && { gap }),
    ...(clauses !== undefined && { clauses: clausesIn(clauses) }),
  };
  if (!Object.keys(filter).length) return null;
  const found = await findProducts(host, serving, filter, null);
  return Array.from(found, (p) => snapshot.skus[p]);
}

function clausesIn(text: string): readonly Clause[] {
  const refuse = (message: string): Error =>
    problem('bad-input', 'Nothing was taken out.', [{ path: 'clauses', message }]);
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    throw refuse('is no JSON');
  }
  const checked = clausesSchema.validate(read, { convert: false });
  if (checked.error) throw refuse(checked.error.message);
  return checked.value as readonly Clause[];
}
