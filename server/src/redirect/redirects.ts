import { parse } from 'csv-parse/sync';
import type { Sequelize, Transaction } from 'sequelize';
import { redirectWishSchema } from '@fond/contract/operations';
import type { RedirectImport, StoredRedirect } from '@fond/contract';
import {
  redirectFault,
  followRedirects,
  redirectsBy,
  pageStands,
  type Redirect,
  type RedirectCode,
  type Snapshot,
  type Way,
} from '@fond/core';
import { refuseTaken } from '../database/unique';
import { inUnit } from '../database/unit';
import { RedirectModel, UserModel } from '../database/models';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';

const redirectOf = ({ fromPath, toPath, code }: RedirectModel): Redirect => ({
  from: fromPath,
  to: toPath,
  code,
});

const describeRedirect = (
  row: RedirectModel,
  author: string | undefined,
  fault: StoredRedirect['fault'],
): StoredRedirect => ({
  id: row.id,
  ...redirectOf(row),
  automatic: row.automatic,
  createdAt: row.createdAt.toISOString(),
  createdBy: author ?? 'Fond Aisle',
  fault,
});

export async function listRedirects(snapshot: Snapshot): Promise<StoredRedirect[]> {
  const [rows, users] = await Promise.all([
    RedirectModel.findAll({ order: [['fromPath', 'ASC']] }),
    UserModel.findAll({ attributes: ['id', 'name'] }),
  ]);
  const names = new Map(users.map(({ id, name }) => [id, name]));
  const all = redirectsBy(rows.map(redirectOf));
  const stands = pageStands(snapshot);
  return rows.map((row) =>
    describeRedirect(row, names.get(row.createdBy ?? 0), redirectFault(all, redirectOf(row), stands)),
  );
}

/** One redirect, with those alone that it leads on to. */
async function readRedirect(snapshot: Snapshot, id: number): Promise<StoredRedirect> {
  const row = (await RedirectModel.findByPk(id))!;
  const author = row.createdBy === null ? null : await UserModel.findByPk(row.createdBy);
  const way = new Map<string, Redirect>();
  for (let one: RedirectModel | null = row; one && !way.has(one.fromPath);) {
    way.set(one.fromPath, redirectOf(one));
    one = one.toPath === null ? null : await RedirectModel.findOne({ where: { fromPath: one.toPath } });
  }
  return describeRedirect(row, author?.name, redirectFault(way, redirectOf(row), pageStands(snapshot)));
}

/** Refuses a ring, whatever pages stand on it now: one day they may be gone. */
async function refuseLoop(wish: Redirect, except: number | null, transaction: Transaction): Promise<void> {
  const rows = await RedirectModel.findAll({ transaction, lock: transaction.LOCK.UPDATE });
  const others = rows.filter(({ id }) => id !== except).map(redirectOf);
  const { steps, end } = followRedirects(redirectsBy([...others, wish]), wish.from, () => false);
  if (end === 'loop')
    throw problem(
      'redirect-loop',
      `${steps.join(' → ')}: that leads round in a ring. Swap the two addresses, or lead to another one.`,
    );
}

const withUniqueAddress = <T>(from: string, write: Promise<T>): Promise<T> =>
  refuseTaken(write, { path: 'from', message: `“${from}” leads somewhere already` });

export async function createRedirect(
  sequelize: Sequelize,
  snapshot: Snapshot,
  wish: Redirect,
  userId: number,
): Promise<StoredRedirect> {
  const id = await withUniqueAddress(
    wish.from,
    inUnit(sequelize, async (transaction) => {
      await refuseLoop(wish, null, transaction);
      const row = await RedirectModel.create(
        { fromPath: wish.from, toPath: wish.to, code: wish.code, createdAt: new Date(), createdBy: userId },
        { transaction },
      );
      await note('create', row.id, wish, userId, transaction);
      return row.id;
    }),
  );
  return readRedirect(snapshot, id);
}

export async function saveRedirect(
  sequelize: Sequelize,
  snapshot: Snapshot,
  id: number,
  wish: Redirect,
  userId: number,
): Promise<StoredRedirect> {
  await withUniqueAddress(
    wish.from,
    inUnit(sequelize, async (transaction) => {
      const row = await rowOf(id, transaction);
      await refuseLoop(wish, id, transaction);
      await row.update(
        { fromPath: wish.from, toPath: wish.to, code: wish.code, automatic: false },
        { transaction },
      );
      await note('save', id, wish, userId, transaction);
    }),
  );
  return readRedirect(snapshot, id);
}

async function rowOf(id: number, transaction: Transaction): Promise<RedirectModel> {
  const row = await RedirectModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
  if (!row) throw problem('not-found', 'There is no such redirect. Somebody may have taken it away.');
  return row;
}

export async function deleteRedirect(sequelize: Sequelize, id: number, userId: number): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const row = await rowOf(id, transaction);
    await row.destroy({ transaction });
    await note('delete', id, redirectOf(row), userId, transaction);
  });
}

const note = (
  action: string,
  id: number,
  { from, to, code }: Redirect,
  userId: number | null,
  transaction: Transaction,
): Promise<void> =>
  recordActivity(
    { userId, action, subject: `redirect:${id}`, detail: { name: `${from} → ${to ?? 'gone'}`, code } },
    transaction,
  );

export async function testRedirect(snapshot: Snapshot, path: string): Promise<Way> {
  const rows = await RedirectModel.findAll();
  return followRedirects(redirectsBy(rows.map(redirectOf)), path, pageStands(snapshot));
}

/** The redirect from an address where nothing stands. */
export async function redirectFrom(path: string): Promise<Redirect | null> {
  const row = await RedirectModel.findOne({ where: { fromPath: path } });
  return row && redirectOf(row);
}

/** All redirects by where they lead from. */
export const redirectsAsStored = async (): Promise<ReadonlyMap<string, Redirect>> =>
  redirectsBy((await RedirectModel.findAll()).map(redirectOf));

/**
 * Leads the address that something had to the one it has now. What led to the old one leads straight to the new one, and
 * what led away from the new one is dropped, as a page stands there.
 */
export async function followSlug(
  from: string,
  to: string,
  userId: number | null,
  transaction: Transaction,
): Promise<void> {
  await RedirectModel.destroy({ where: { fromPath: [from, to] }, transaction });
  await RedirectModel.update({ toPath: to }, { where: { toPath: from }, transaction });
  const row = await RedirectModel.create(
    { fromPath: from, toPath: to, code: 301, automatic: true, createdAt: new Date(), createdBy: userId },
    { transaction },
  );
  await note('create', row.id, { from, to, code: 301 }, userId, transaction);
}

/** Reads redirects from CSV with the columns `from`, `to`, `code`; all or nothing, with a word on every broken line. */
export async function importRedirects(
  sequelize: Sequelize,
  csv: string,
  userId: number,
): Promise<RedirectImport> {
  const errors: { line: number; message: string }[] = [];
  const wishes = readLines(csv, errors);
  const seen = new Map<string, number>();
  for (const { line, wish } of wishes) {
    const before = seen.get(wish.from);
    if (before !== undefined)
      errors.push({ line, message: `“${wish.from}” leads somewhere in line ${before} already` });
    seen.set(wish.from, line);
  }
  const nothing = { created: 0, changed: 0, errors };
  if (errors.length) return nothing;
  return inUnit(sequelize, async (transaction) => {
    const rows = await RedirectModel.findAll({ transaction, lock: transaction.LOCK.UPDATE });
    const all = new Map(redirectsBy(rows.map(redirectOf)));
    for (const { wish } of wishes) all.set(wish.from, wish);
    for (const { line, wish } of wishes) {
      const { steps, end } = followRedirects(all, wish.from, () => false);
      if (end === 'loop') errors.push({ line, message: `leads round in a ring: ${steps.join(' → ')}` });
    }
    if (errors.length) return nothing;
    const known = new Map(rows.map((row) => [row.fromPath, row]));
    const counts = { created: 0, changed: 0 };
    for (const { wish } of wishes) {
      const row = known.get(wish.from);
      if (row?.toPath === wish.to && row.code === wish.code) continue;
      counts[row ? 'changed' : 'created']++;
      const values = { toPath: wish.to, code: wish.code, automatic: false };
      if (row) await row.update(values, { transaction });
      else
        await RedirectModel.create(
          { fromPath: wish.from, ...values, createdAt: new Date(), createdBy: userId },
          { transaction },
        );
    }
    if (counts.created + counts.changed)
      await recordActivity(
        { userId, action: 'import', subject: 'redirects', detail: { name: 'redirects', ...counts } },
        transaction,
      );
    return { ...counts, errors };
  });
}

interface ReadLine {
  line: number;
  wish: Redirect;
}

function readLines(csv: string, errors: { line: number; message: string }[]): ReadLine[] {
  let records: { record: Record<string, string>; info: { lines: number } }[];
  try {
    records = parse(csv, { columns: true, bom: true, trim: true, skip_empty_lines: true, info: true });
  } catch (error) {
    const { lines, message } = error as { lines?: number; message: string };
    errors.push({ line: lines ?? 1, message });
    return [];
  }
  return records.flatMap(({ record, info }) => {
    const code = Number(record['code'] || (record['to'] ? 301 : 410)) as RedirectCode;
    const wish: Redirect = { from: record['from'] ?? '', to: record['to'] || null, code };
    const { error } = redirectWishSchema.validate(wish, { errors: { wrap: { label: '“”' } } });
    if (error) errors.push({ line: info.lines, message: error.message });
    return error ? [] : [{ line: info.lines, wish }];
  });
}
