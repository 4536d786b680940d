import { latest } from '../text/latest';
import { groundOf, type Aisle } from '../catalogue/aisles';
import type { ValueColumn } from '../catalogue/columns';
import { lowestOf } from '../catalogue/lowest';
import { isOrdered, swatchPaint, valueComparer, type ValueShow } from '../catalogue/valueShow';
import type { Snapshot } from '../catalogue/snapshot';
import { valueLabel } from '../card/card';
import { encodedPick } from '../address/address';
import type { FacetChoice } from '../plan/plan';
import { showFor } from '../plan/planValues';
import { fold } from '../text/fold';
import type { FacetContext, FacetControl, FacetValueModel } from './models';
import type { FacetPick } from '../address/selection';

/** So many values of a facet stand on a page, beside those that are chosen. */
export const MAX_VALUES = 100;

/** The values that stand on the page: the first of them in their order, and those that are chosen. */
export function valueModels(
  context: FacetContext,
  column: ValueColumn,
  picks: readonly FacetPick[],
  control: FacetControl,
  choice: Pick<FacetChoice, 'key' | 'sort' | 'values'>,
): { values: FacetValueModel[]; more: number } {
  const { snapshot, state, addresses } = context;
  const counts = context.filtered.valueCounts(column);
  const possible = context.whole?.valueCounts(column);
  const chosen = picks.map(encodedPick);
  const encoded = encodedValues(column);
  const isChosen = new Set(chosen);
  const sought = context.find?.key === column.key ? fold(context.find.text.trim()) : '';
  const labels = sought ? foldedLabels(snapshot, column, state.lang) : null;
  const { sort } = choice;
  const show = showFor(snapshot, choice);
  const hidden = new Set(show.hidden);
  const tree = column.key === 'category' ? treeOf(context, column, picks) : null;
  const offered = (tree ? [...tree.keys()] : flatCodes(context, column, picks, control)).filter(
    (code) =>
      (isChosen.has(encoded[code]) ||
        (!hidden.has(column.values[code].value) && (counts[code] > 0 || Boolean(possible?.[code])))) &&
      (!labels || labels[code].includes(sought)),
  );
  const sequence = tree
    ? inTurn([...tree.keys()])
    : sequenceOf(snapshot, column, counts, { sort, show }, state.lang);
  const others = control === 'single' ? [] : chosen;
  const values = pickCodes(offered, sequence, (code) => isChosen.has(encoded[code])).map(
    (code): FacetValueModel => {
      const text = encoded[code];
      const selected = isChosen.has(text);
      const dead = counts[code] === 0 && !selected;
      return {
        value: column.values[code].value,
        label: valueLabel(snapshot, column, code, state.lang),
        count: counts[code],
        selected,
        href: dead
          ? null
          : addresses.with(
              column.key,
              selected ? chosen.filter((other) => other !== text) : [...others, text],
            ),
        swatch: swatchPaint(column.values[code].swatch),
        depth: tree?.get(code) ?? 0,
      };
    },
  );
  return { values, more: offered.length - values.length };
}

/**
 * An order of values in which each has a number: tens of thousands of numbers are sorted in a tenth of the time that a
 * function which compares them would take.
 */
interface Sequence {
  numberOf(code: number): number;
  codeAt(number: number): number;
}

/** The first values of a sequence, and those that are chosen wherever they stand. */
function pickCodes(
  offered: readonly number[],
  { numberOf, codeAt }: Sequence,
  isChosen: (code: number) => boolean,
): number[] {
  const chosen = offered.filter(isChosen).map(numberOf);
  const first = lowestOf(Float64Array.from(offered, numberOf), MAX_VALUES);
  const told = new Set([...first, ...chosen]);
  return Array.from(Float64Array.from(told).sort(), codeAt);
}

/** Values in the order of a list of codes. */
function inTurn(codes: ArrayLike<number>): Sequence {
  const ranks = new Map(Array.from(codes, (code, rank) => [code, rank]));
  return { numberOf: (code) => ranks.get(code)!, codeAt: (rank) => codes[rank] };
}

const asTheyStand: Sequence = { numberOf: (code) => code, codeAt: (code) => code };

/** Stock runs from plenty to none; numbers by value; words in the order of choice, or by what they leave, then by name. */
function sequenceOf(
  snapshot: Snapshot,
  column: ValueColumn,
  counts: Uint32Array,
  { sort, show }: { sort: FacetChoice['sort']; show: ValueShow },
  lang: string,
): Sequence {
  if (column.key === 'stock' && sort === 'auto') return asTheyStand;
  const usual = isOrdered(show) ? 'chosen' : column.numeric ? 'value' : 'count';
  const wish = sort === 'auto' ? usual : sort;
  const { ranks, codes } =
    wish === 'chosen'
      ? chosenOrder(snapshot, column, show, lang)
      : labelOrder(snapshot, column, lang, wish === 'value');
  if (wish !== 'count') return { numberOf: (code) => ranks[code], codeAt: (rank) => codes[rank] };
  return {
    numberOf: (code) => (snapshot.size - counts[code]) * codes.length + ranks[code],
    codeAt: (number) => codes[number % codes.length],
  };
}

/** The codes of a column in order, and the place of each. */
interface CodeOrder {
  codes: Uint32Array;
  ranks: Uint32Array;
}

const ordersKept = new WeakMap<ValueColumn, Map<string, CodeOrder>>();

/** The order of choice; those that are in none stand behind, numbers by value, words by name. */
function chosenOrder(snapshot: Snapshot, column: ValueColumn, show: ValueShow, lang: string): CodeOrder {
  return keepBy(ordersKept, column, `${lang} ${JSON.stringify([show.order, show.scale])}`, () => {
    const { compare } = collatorFor(lang);
    const labels = column.values.map((_, code) => valueLabel(snapshot, column, code, lang));
    const numbered = column.numeric ? { ...show, scale: 'numbers' as const } : show;
    return orderOf(labels.length, valueComparer(numbered, column.values, labels, compare));
  });
}

function orderOf(count: number, compare: (a: number, b: number) => number): CodeOrder {
  const codes = Uint32Array.from({ length: count }, (_, code) => code).sort(compare);
  const ranks = new Uint32Array(count);
  codes.forEach((code, rank) => (ranks[code] = rank));
  return { codes, ranks };
}

/** By label, or by number and then by label. Comparing words takes long, so it is done once a column. */
function labelOrder(snapshot: Snapshot, column: ValueColumn, lang: string, byNumber: boolean): CodeOrder {
  return keepBy(ordersKept, column, `${lang}${byNumber ? ' by number' : ''}`, () => {
    const { compare } = collatorFor(lang);
    const labels = column.values.map((_, code) => valueLabel(snapshot, column, code, lang));
    const numberOf = (code: number): number => (byNumber ? (column.values[code].number ?? 0) : 0);
    return orderOf(
      labels.length,
      (a, b) => numberOf(a) - numberOf(b) || compare(labels[a], labels[b]) || a - b,
    );
  });
}

const foldedKept = new WeakMap<ValueColumn, Map<string, readonly string[]>>();

/** The labels as people type them. */
const foldedLabels = (snapshot: Snapshot, column: ValueColumn, lang: string): readonly string[] =>
  keepBy(foldedKept, column, lang, () =>
    column.values.map((_, code) => fold(valueLabel(snapshot, column, code, lang))),
  );

function keepBy<T>(
  kept: WeakMap<ValueColumn, Map<string, T>>,
  column: ValueColumn,
  question: string,
  make: () => T,
): T {
  let known = kept.get(column);
  if (!known) kept.set(column, (known = new Map()));
  let value = known.get(question);
  if (value === undefined) known.set(question, (value = make()));
  return value;
}

const encodedByColumn = new WeakMap<ValueColumn, readonly string[]>();

/** Every value of a column as it stands in addresses, written once. */
function encodedValues(column: ValueColumn): readonly string[] {
  let encoded = encodedByColumn.get(column);
  if (!encoded)
    encodedByColumn.set(
      column,
      (encoded = column.values.map(({ value }) => encodedPick({ kind: 'value', value }))),
    );
  return encoded;
}

const MAX_LANGUAGES = 32;
const collatorFor = latest(MAX_LANGUAGES, (lang: string) => new Intl.Collator(lang));

/** The values that lead anywhere or are chosen, or the switch's one. */
function flatCodes(
  context: FacetContext,
  column: ValueColumn,
  picks: readonly FacetPick[],
  control: FacetControl,
): number[] {
  if (control === 'toggle') {
    const code = column.codeOf.get('yes');
    return code === undefined ? [] : [code];
  }
  const codes = Array.from((context.whole ?? context.filtered).codesLeft(column));
  const counts = (context.whole ?? context.filtered).valueCounts(column);
  for (const pick of picks) {
    const code = pick.kind === 'value' ? column.codeOf.get(pick.value) : undefined;
    if (code !== undefined && counts[code] === 0) codes.push(code);
  }
  return codes;
}

/** Code → depth of the next level below the aisle, and that of each chosen category, in the order of the tree. */
function treeOf(
  { aisle, snapshot }: FacetContext,
  column: ValueColumn,
  picks: readonly FacetPick[],
): ReadonlyMap<number, number> {
  // Below a category only what leads to a chosen one is opened.
  const opened = new Set<Aisle>();
  for (const pick of picks) {
    const chosen = pick.kind === 'value' ? snapshot.aisles.byPath.get(`/${pick.value}`) : undefined;
    for (let at = chosen && groundOf(chosen); at; at = at.parent ?? undefined) opened.add(at);
  }
  const depths = new Map<number, number>();
  const ground = groundOf(aisle);
  const top = ground.kind === 'category' ? ground : snapshot.aisles.byKey.get('front')!;
  const waiting = top.children.map((child) => ({ child, depth: 0 })).reverse();
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { child, depth } = next;
    const code = column.codeOf.get(child.path.slice(1));
    if (code === undefined) continue;
    depths.set(code, depth);
    if (!opened.has(child)) continue;
    for (let k = child.children.length - 1; k >= 0; k--)
      waiting.push({ child: child.children[k], depth: depth + 1 });
  }
  return depths;
}
