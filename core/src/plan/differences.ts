import { sameValue } from './sameValue';

/**
 * What one document says otherwise than another, down to the single setting: values that are set, and list items that
 * are added, moved and removed. Lists whose items are known by a name of their own are compared item by item; all
 * others are one value each.
 */
export type Difference = ValueDifference | ObjectDifference | ListDifference;

export interface ValueDifference {
  set: unknown;
}

export interface ObjectDifference {
  at: Readonly<Record<string, Difference>>;
}

export interface ListDifference {
  items: Readonly<Record<string, Difference>>;
  /** Items that the base doesn't have, each with the item it stands behind; null for the front of the list. */
  added: readonly { item: unknown; after: string | null }[];
  moved: readonly { id: string; after: string | null }[];
  removed: readonly string[];
}

type Fields = Readonly<Record<string, unknown>>;

/** Lists whose items have a name that stays, by the property that holds them. */
const NAMED_LISTS: Readonly<Record<string, (item: Fields) => string>> = {
  fixtures: ({ id }) => String(id),
  facets: ({ key }) => String(key),
  choices: ({ key }) => String(key),
  columns: ({ id }) => String(id),
  tabs: ({ id }) => String(id),
  slides: ({ id }) => String(id),
  inserts: ({ id }) => String(id),
  spots: ({ id }) => String(id),
  links: ({ id }) => String(id),
  rules: ({ id }) => String(id),
  groups: ({ id }) => String(id),
  shelves: ({ id }) => String(id),
  card: ({ element, attribute }) =>
    typeof attribute === 'string' ? `${String(element)}:${attribute}` : String(element),
};

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const namesOf = (property: string, list: readonly unknown[]): string[] =>
  list.map((item) => NAMED_LISTS[property](item as Fields));

/** Whether two objects can be compared key by key: same keys, and not two cases of a choice. */
function comparable(base: Fields, own: Fields): boolean {
  const isCase = typeof base['type'] === 'string' && base['type'] !== own['type'];
  if ('kind' in base || 'by' in base || isCase) return false;
  const keys = Object.keys(base);
  return keys.length === Object.keys(own).length && keys.every((key) => key in own);
}

/**
 * The difference that makes `own` of `base`; null where they say the same.
 *
 * @param before What was own until now. A value that was set and still stands stays own, even when the base has come to
 *   say the same: what the base says next must not take it along.
 * @param property The name of the property that holds both.
 */
export function differ(
  base: unknown,
  own: unknown,
  before: Difference | null = null,
  property = '',
): Difference | null {
  if (Array.isArray(base) && Array.isArray(own) && property in NAMED_LISTS)
    return differLists(property, base, own, before);
  if (isFields(base) && isFields(own) && comparable(base, own)) {
    const at: Record<string, Difference> = {};
    for (const key of Object.keys(base)) {
      const found = differ(base[key], own[key], before && 'at' in before ? before.at[key] : null, key);
      if (found) at[key] = found;
    }
    return Object.keys(at).length ? { at } : null;
  }
  if (!sameValue(base, own)) return { set: own };
  return before && 'set' in before && sameValue(before.set, own) ? before : null;
}

function differLists(
  property: string,
  base: readonly unknown[],
  own: readonly unknown[],
  before: Difference | null,
): ListDifference | null {
  const known = before && 'items' in before ? before.items : {};
  const baseNames = namesOf(property, base);
  const ownNames = namesOf(property, own);
  const baseAt = new Map(baseNames.map((name, at) => [name, at]));
  const held = new Set(ownNames);
  const staying = longestCommon(
    baseNames.filter((name) => held.has(name)),
    ownNames.filter((name) => baseAt.has(name)),
  );
  const items: Record<string, Difference> = {};
  const added: { item: unknown; after: string | null }[] = [];
  const moved: { id: string; after: string | null }[] = [];
  ownNames.forEach((name, at) => {
    const after = at ? ownNames[at - 1] : null;
    const origin = baseAt.get(name);
    if (origin === undefined) {
      added.push({ item: own[at], after });
      return;
    }
    if (!staying.has(name)) moved.push({ id: name, after });
    const found = differ(base[origin], own[at], known[name] ?? null);
    if (found) items[name] = found;
  });
  const removed = baseNames.filter((name) => !held.has(name));
  const any = added.length || moved.length || removed.length || Object.keys(items).length;
  return any ? { items, added, moved, removed } : null;
}

/** The names of a longest common subsequence of two lists of the same names: what need not be moved. */
function longestCommon(from: readonly string[], to: readonly string[]): Set<string> {
  // As both hold the same names once each, it is a longest rising run of places (Knuth, TAOCP 3, 5.1.4).
  const placeOf = new Map(from.map((name, at) => [name, at]));
  const lengths: number[] = [];
  const previous: number[] = [];
  let best = -1;
  for (let at = 0; at < to.length; at++) {
    lengths[at] = 1;
    previous[at] = -1;
    for (let earlier = 0; earlier < at; earlier++)
      if (placeOf.get(to[earlier])! < placeOf.get(to[at])! && lengths[earlier] + 1 > lengths[at]) {
        lengths[at] = lengths[earlier] + 1;
        previous[at] = earlier;
      }
    if (best < 0 || lengths[at] > lengths[best]) best = at;
  }
  const kept = new Set<string>();
  for (let at = best; at >= 0; at = previous[at]) kept.add(to[at]);
  return kept;
}

/**
 * `base` with a difference laid over it. What the difference says of things that the base no longer has is passed over;
 * `idleOf` lists it.
 */
export function applied(base: unknown, difference: Difference | null, property = ''): unknown {
  if (!difference) return base;
  if ('set' in difference) return difference.set;
  if ('at' in difference) {
    if (!isFields(base)) return base;
    const result: Record<string, unknown> = { ...base };
    for (const [key, inner] of Object.entries(difference.at))
      if (Object.hasOwn(base, key)) result[key] = applied(base[key], inner, key);
    return result;
  }
  return Array.isArray(base) && property in NAMED_LISTS ? appliedToList(property, base, difference) : base;
}

function appliedToList(property: string, base: readonly unknown[], difference: ListDifference): unknown[] {
  const nameOf = NAMED_LISTS[property];
  const { items, added, moved, removed } = difference;
  const gone = new Set([...removed, ...moved.map(({ id }) => id)]);
  const baseNames = namesOf(property, base);
  const itemOf = new Map(
    base.map((item, at): [string, unknown] => [baseNames[at], applied(item, items[baseNames[at]] ?? null)]),
  );
  const wanted: { name: string; item: unknown; after: string | null }[] = [];
  for (const { id, after } of moved)
    if (itemOf.has(id)) wanted.push({ name: id, item: itemOf.get(id), after });
  for (const { item, after } of added) {
    const name = nameOf(item as Fields);
    // The base has come to have one of the same name: ours takes its place.
    if (itemOf.has(name)) itemOf.set(name, item);
    else wanted.push({ name, item, after });
  }
  const names = baseNames.filter((name) => !gone.has(name));
  const byName = new Map([...itemOf, ...wanted.map(({ name, item }): [string, unknown] => [name, item])]);
  const chainOf = new Map(wanted.map(({ name, after }) => [name, after]));
  const placed = new Set(names);
  const place = (name: string, pending: Set<string>): void => {
    if (placed.has(name) || pending.has(name)) return;
    pending.add(name);
    const after = chainOf.get(name) ?? null;
    if (after !== null && chainOf.has(after)) place(after, pending);
    const at = after === null ? 0 : placed.has(after) ? names.indexOf(after) + 1 : names.length;
    names.splice(at, 0, name);
    placed.add(name);
  };
  for (const { name } of wanted) place(name, new Set());
  return names.map((name) => byName.get(name));
}

/** One thing that is own, at a path of property names and item names. */
export interface OwnEntry {
  path: readonly string[];
  what: 'set' | 'added' | 'moved' | 'removed';
}

/** Everything that a difference says, one entry a setting. */
export function entriesOf(difference: Difference | null, path: readonly string[] = []): OwnEntry[] {
  if (!difference) return [];
  if ('set' in difference) return [{ path, what: 'set' }];
  if ('at' in difference)
    return Object.entries(difference.at).flatMap(([key, inner]) => entriesOf(inner, [...path, key]));
  const property = path[path.length - 1];
  return [
    ...difference.added.map(({ item }): OwnEntry => ({
      path: [...path, NAMED_LISTS[property](item as Fields)],
      what: 'added',
    })),
    ...difference.moved.map(({ id }): OwnEntry => ({ path: [...path, id], what: 'moved' })),
    ...difference.removed.map((id): OwnEntry => ({ path: [...path, id], what: 'removed' })),
    ...Object.entries(difference.items).flatMap(([id, inner]) => entriesOf(inner, [...path, id])),
  ];
}

/** The entries that say something of what `base` doesn't have any more. */
export function idleOf(base: unknown, difference: Difference | null): OwnEntry[] {
  return entriesOf(difference).filter(({ path, what }) => {
    if (what === 'added') return false;
    return valueAt(base, path) === undefined;
  });
}

/** What stands at a path of property names and item names; undefined where nothing does. */
export function valueAt(document: unknown, path: readonly string[]): unknown {
  let value = document;
  let property = '';
  for (const step of path) {
    if (Array.isArray(value) && property in NAMED_LISTS)
      value = value[namesOf(property, value).indexOf(step)] as unknown;
    else if (isFields(value)) value = value[step];
    else return undefined;
    property = step;
  }
  return value;
}

const begins = (path: readonly string[], prefix: readonly string[]): boolean =>
  prefix.every((step, at) => path[at] === step);

/**
 * Without whatever it says at a path and below it: what was own there is handed back to the base. Null where nothing is
 * left.
 */
export function withReset(
  difference: Difference | null,
  path: readonly string[],
  property = '',
): Difference | null {
  if (!difference || path.length === 0) return null;
  if ('set' in difference) return difference;
  const [step, ...rest] = path;
  if ('at' in difference) {
    const at = without(difference.at, step, withReset(difference.at[step] ?? null, rest, step));
    return Object.keys(at).length ? { at } : null;
  }
  const { added, moved, removed } = difference;
  const items = without(difference.items, step, withReset(difference.items[step] ?? null, rest));
  const whole = rest.length === 0;
  const left: ListDifference = {
    items,
    added: whole ? added.filter(({ item }) => NAMED_LISTS[property](item as Fields) !== step) : added,
    moved: whole ? moved.filter(({ id }) => id !== step) : moved,
    removed: whole ? removed.filter((id) => id !== step) : removed,
  };
  const any = left.added.length || left.moved.length || left.removed.length || Object.keys(items).length;
  return any ? left : null;
}

function without(
  record: Readonly<Record<string, Difference>>,
  key: string,
  value: Difference | null,
): Record<string, Difference> {
  const others = Object.entries(record).filter(([name]) => name !== key);
  return Object.fromEntries(value ? [...others, [key, value]] : others);
}

/** Whether a difference says anything at a path, above it, or below it. */
export function touches(difference: Difference | null, path: readonly string[]): boolean {
  return entriesOf(difference).some((entry) => begins(entry.path, path) || begins(path, entry.path));
}
