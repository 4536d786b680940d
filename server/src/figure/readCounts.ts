import type { Sequelize } from 'sequelize';
import { COUNTED, type Counts, type MarkKind, type WidthName } from '@fond/core';
import { select } from '../database/rows';

/** Days, both included, and what is asked of: aisles by key (null for all), or one product. */
export interface CountScope {
  from: string;
  to: string;
  aisles: readonly string[] | null;
  product: number | null;
}

const SUMS = COUNTED.map((name) => `CAST(SUM(c.${name}) AS DOUBLE) AS ${name}`).join(', ');
const DAY = `DATE_FORMAT(c.day, '%Y-%m-%d') AS day`;

interface Where {
  sql: string;
  values: unknown[];
}

function whereOf({ from, to, aisles, product }: CountScope): Where {
  const sql = ['c.day BETWEEN ? AND ?'];
  const values: unknown[] = [from, to];
  if (aisles) {
    sql.push('c.aisle IN (SELECT id FROM figure_names WHERE name IN (?))');
    values.push(aisles.length ? aisles : ['']);
  }
  if (product !== null) {
    sql.push('c.product = ?');
    values.push(product);
  }
  return { sql: sql.join(' AND '), values };
}

/** The first day on which anything was counted; null where nothing was. */
export async function firstCounted(sequelize: Sequelize): Promise<string | null> {
  const [row] = await select<{ day: string | null }>(
    sequelize,
    `SELECT DATE_FORMAT(MIN(day), '%Y-%m-%d') AS day FROM figure_marks WHERE kind = 'all'`,
  );
  return row.day;
}

export interface PlaceCount extends Counts {
  /** 0 for what has no place of the plan's own. */
  spot: number;
  product: number;
}

/**
 * Cards by place and product: at their place on shelves of these names as the plan's own order has them, and at place 0
 * wherever else. Read in the order of the table, as it is all of the days in most cases.
 */
export function cardsByPlace(
  sequelize: Sequelize,
  scope: CountScope,
  shelves: readonly string[],
): Promise<PlaceCount[]> {
  const { sql, values } = whereOf(scope);
  return select(
    sequelize,
    `SELECT CAST(IF(c.shelf IN (SELECT id FROM figure_names WHERE name IN (?)), c.place, 0) AS DOUBLE) AS spot, c.product, ${SUMS}
      FROM figure_cards c ${scope.product === null ? 'IGNORE INDEX (by_product)' : ''} WHERE ${sql} GROUP BY spot, c.product`,
    [shelves.length ? shelves : [''], ...values],
  );
}

/** Cards by the name of their shelf. */
export function cardsByShelf(
  sequelize: Sequelize,
  scope: CountScope,
): Promise<(Counts & { shelf: string })[]> {
  const { sql, values } = whereOf(scope);
  return select(
    sequelize,
    `SELECT n.name AS shelf, ${SUMS} FROM figure_cards c JOIN figure_names n ON n.id = c.shelf
      WHERE ${sql} GROUP BY c.shelf`,
    values,
  );
}

export function cardsByDay(sequelize: Sequelize, scope: CountScope): Promise<(Counts & { day: string })[]> {
  const { sql, values } = whereOf(scope);
  return select(
    sequelize,
    `SELECT ${DAY}, ${SUMS} FROM figure_cards c WHERE ${sql} GROUP BY c.day ORDER BY c.day`,
    values,
  );
}

export function cardsByAisle(
  sequelize: Sequelize,
  scope: CountScope,
): Promise<(Counts & { aisle: string })[]> {
  const { sql, values } = whereOf(scope);
  return select(
    sequelize,
    `SELECT n.name AS aisle, ${SUMS} FROM figure_cards c JOIN figure_names n ON n.id = c.aisle
      WHERE ${sql} GROUP BY c.aisle`,
    values,
  );
}

export function cardsByWidth(
  sequelize: Sequelize,
  scope: CountScope,
): Promise<(Counts & { width: WidthName })[]> {
  const { sql, values } = whereOf(scope);
  return select(
    sequelize,
    `SELECT c.width, ${SUMS} FROM figure_cards c WHERE ${sql} GROUP BY c.width`,
    values,
  );
}

/** How often each place was seen at each width, on shelves of these names as the plan's own order has them. */
export function seenByWidth(
  sequelize: Sequelize,
  scope: CountScope,
  shelves: readonly string[],
): Promise<{ width: WidthName; place: number; seen: number }[]> {
  const { sql, values } = whereOf(scope);
  return select(
    sequelize,
    `SELECT c.width, c.place, CAST(SUM(c.seen) AS DOUBLE) AS seen FROM figure_cards c
      WHERE ${sql} AND c.place > 0 AND c.shelf IN (SELECT id FROM figure_names WHERE name IN (?))
      GROUP BY c.width, c.place`,
    [...values, shelves.length ? shelves : ['']],
  );
}

export interface CountedMark extends Counts {
  kind: MarkKind;
  name: string;
  visits: number;
  found: number;
}

const VISITS = 'CAST(SUM(c.visits) AS DOUBLE) AS visits';

/** All that is counted of aisles besides their cards, added up over days and aisles. */
export function marksOf(sequelize: Sequelize, scope: CountScope): Promise<CountedMark[]> {
  const { sql, values } = whereOf({ ...scope, product: null });
  return select(
    sequelize,
    `SELECT c.kind, n.name, ${VISITS}, COALESCE(CAST(SUBSTRING_INDEX(GROUP_CONCAT(c.found ORDER BY c.day DESC), ',', 1) AS DOUBLE), 0) AS found, ${SUMS}
      FROM figure_marks c JOIN figure_names n ON n.id = c.name WHERE ${sql} AND c.kind <> 'all' GROUP BY c.kind, c.name`,
    values,
  );
}

export function visitsByDay(
  sequelize: Sequelize,
  scope: CountScope,
): Promise<(Counts & { day: string; visits: number })[]> {
  const { sql, values } = whereOf({ ...scope, product: null });
  return select(
    sequelize,
    `SELECT ${DAY}, ${VISITS}, ${SUMS} FROM figure_marks c WHERE ${sql} AND c.kind = 'all' GROUP BY c.day ORDER BY c.day`,
    values,
  );
}

export function visitsByAisle(
  sequelize: Sequelize,
  scope: CountScope,
): Promise<(Counts & { aisle: string; visits: number })[]> {
  const { sql, values } = whereOf({ ...scope, product: null });
  return select(
    sequelize,
    `SELECT n.name AS aisle, ${VISITS}, ${SUMS} FROM figure_marks c JOIN figure_names n ON n.id = c.aisle
      WHERE ${sql} AND c.kind = 'all' GROUP BY c.aisle`,
    values,
  );
}
