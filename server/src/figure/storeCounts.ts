import { LRUCache } from 'lru-cache';
import type { Sequelize, Transaction } from 'sequelize';
import { COUNTED, type Gathering } from '@fond/core';
import { addToRows, insertRows, select } from '../database/rows';

const NAMES_AT_ONCE = 500;
/** Names as they are kept; what is longer is cut. */
const MOST_LETTERS = 190;

/** Numbers of names by database, where they never change. */
const numbersKept = new WeakMap<Sequelize, LRUCache<string, number>>();

function keptIn(sequelize: Sequelize): LRUCache<string, number> {
  let kept = numbersKept.get(sequelize);
  if (!kept) numbersKept.set(sequelize, (kept = new LRUCache({ max: 20_000 })));
  return kept;
}

/** The number of each name, given out where it has none yet. */
async function numbersOf(
  sequelize: Sequelize,
  names: Iterable<string>,
  transaction: Transaction,
): Promise<(name: string) => number> {
  const known = keptIn(sequelize);
  const numbers = new Map<string, number>();
  const missing: string[] = [];
  for (const name of new Set(names)) {
    const number = known.get(name);
    if (number === undefined) missing.push(name);
    else numbers.set(name, number);
  }
  for (let from = 0; from < missing.length; from += NAMES_AT_ONCE) {
    const some = missing.slice(from, from + NAMES_AT_ONCE);
    const find = (): Promise<{ id: number; name: string }[]> =>
      select(sequelize, 'SELECT id, name FROM figure_names WHERE name IN (?)', [some], transaction);
    const there = new Set((await find()).map(({ name }) => name));
    const fresh = some.filter((name) => !there.has(name)).sort();
    // Another server may give one out at the same moment; then both use that number.
    await insertRows(
      sequelize,
      'figure_names',
      ['name'],
      fresh.map((name) => [name]),
      transaction,
      ['name'],
    );
    for (const { id, name } of await find()) numbers.set(name, id);
  }
  return (name) => numbers.get(name)!;
}

/** Adds counters to what is stored of their days. Answers with the names it used, for when all is committed. */
export async function storeCounts(
  sequelize: Sequelize,
  gathering: Pick<Gathering, 'cards' | 'marks' | 'trials'>,
  transaction: Transaction,
): Promise<() => void> {
  const [cards, marks] = [gathering.cards(), gathering.marks()];
  const cut = (name: string): string => name.slice(0, MOST_LETTERS);
  const names = new Set<string>();
  for (const { aisle, shelf } of cards) names.add(cut(aisle)).add(cut(shelf));
  for (const { aisle, name } of marks) names.add(cut(aisle)).add(cut(name));
  const numberOf = await numbersOf(sequelize, names, transaction);
  // In one order everywhere, so that two servers don't wait for each other crosswise.
  const inOrder = <T extends { day: string; aisle: string }>(
    list: readonly T[],
    rest: (one: T) => string,
  ): T[] =>
    list
      .map((one) => ({ one, key: `${one.aisle} ${one.day} ${rest(one)}` }))
      .sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0))
      .map(({ one }) => one);
  await addToRows(
    sequelize,
    'figure_cards',
    ['day', 'aisle', 'shelf', 'place', 'width', 'product'],
    COUNTED,
    inOrder(cards, ({ shelf, place, width, product }) => `${shelf} ${place} ${width} ${product}`).map(
      (one) => [
        ...[one.day, numberOf(cut(one.aisle)), numberOf(cut(one.shelf)), one.place, one.width, one.product],
        ...COUNTED.map((name) => one[name]),
      ],
    ),
    transaction,
  );
  await addToRows(
    sequelize,
    'figure_marks',
    ['day', 'aisle', 'kind', 'name', 'found'],
    ['visits', ...COUNTED],
    inOrder(marks, ({ kind, name }) => `${kind} ${name}`).map((one) => [
      ...[one.day, numberOf(cut(one.aisle)), one.kind, numberOf(cut(one.name)), one.found, one.visits],
      ...COUNTED.map((name) => one[name]),
    ]),
    transaction,
    ['found'],
  );
  await addToRows(
    sequelize,
    'figure_trials',
    ['day', 'trial', 'version', 'part'],
    ['visits', 'purchases', ...COUNTED],
    gathering
      .trials()
      .map((one) => ({ one, key: `${one.trial} ${one.day} ${one.part}` }))
      .sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0))
      .map(({ one }) => [
        ...[one.day, one.trial, one.version, one.part, one.visits, one.purchases],
        ...COUNTED.map((name) => one[name]),
      ]),
    transaction,
  );
  return () => {
    for (const name of names) keptIn(sequelize).set(name, numberOf(name));
  };
}
