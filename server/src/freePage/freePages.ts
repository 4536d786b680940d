import type { Sequelize, Transaction } from 'sequelize';
import type { AisleTexts, FreePageInput, StoredFreePage } from '@fond/contract';
import { aisleProducts, choosePlan, RESERVED_SLUGS, type Snapshot } from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { readAllTexts, readTexts, writeTexts } from '../catalogue/texts';
import { inUnit } from '../database/unit';
import { insertRows, runSql, select } from '../database/rows';
import { problem } from '../problem/problem';
import { saysAlready } from '../http/saysAlready';
import { recordActivity } from '../activity/activity';
import { followSlug } from '../redirect/redirects';

interface Row {
  id: number;
  path: string;
  standsFor: string | null;
  open: number;
  from: string | null;
  to: string | null;
  version: number;
  updatedAt: Date;
  updatedBy: string | null;
}

const COLUMNS = `SELECT p.id, p.path, p.stands_for AS standsFor, p.open,
  DATE_FORMAT(p.from_day, '%Y-%m-%d') AS \`from\`, DATE_FORMAT(p.until_day, '%Y-%m-%d') AS \`to\`, p.version, p.updated_at AS updatedAt,
  u.name AS updatedBy FROM free_pages p LEFT JOIN users u ON u.id = p.updated_by`;

function describeFreePage({ snapshot, edition }: ServingState, row: Row, texts: AisleTexts): StoredFreePage {
  // One that was saved just now is not in this process's snapshot yet.
  const aisle = snapshot.aisles.byKey.get(`page:${row.id}`);
  const plan = aisle && choosePlan(edition.plans, aisle).winner?.plan;
  return {
    ...row,
    ...texts,
    open: Boolean(row.open),
    updatedAt: row.updatedAt.toISOString(),
    updatedBy: row.updatedBy ?? 'Fond Aisle',
    plan: plan ? { id: plan.id, name: plan.name } : null,
    products: aisle ? aisleProducts(snapshot, aisle).count : 0,
  };
}

export async function listFreePages(sequelize: Sequelize, serving: ServingState): Promise<StoredFreePage[]> {
  const rows = await select<Row>(sequelize, `${COLUMNS} ORDER BY p.path`);
  const texts = await readAllTexts(sequelize, 'free_page');
  return rows.map((row) =>
    describeFreePage(serving, row, texts.get(row.id) ?? { titles: {}, descriptions: {} }),
  );
}

async function rowOf(sequelize: Sequelize, id: number, transaction?: Transaction): Promise<Row> {
  const lock = transaction ? ' FOR UPDATE' : '';
  const [row] = await select<Row>(sequelize, `${COLUMNS} WHERE p.id = ?${lock}`, [id], transaction);
  if (!row) throw problem('not-found', 'There is no such page. It may have been deleted.');
  return row;
}

export const readFreePage = async (
  sequelize: Sequelize,
  serving: ServingState,
  id: number,
): Promise<StoredFreePage> =>
  describeFreePage(serving, await rowOf(sequelize, id), await readTexts(sequelize, 'free_page', id));

const refuse = (path: string, message: string): Error =>
  problem('bad-input', 'Nothing was saved.', [{ path, message }]);

/** An address of its own, and an aisle that is there and that no other page stands in for. */
async function refuseTaken(
  sequelize: Sequelize,
  { aisles }: Snapshot,
  { path, standsFor, from, to }: FreePageInput,
  own: number,
  transaction: Transaction,
): Promise<void> {
  if (from && to && from > to) throw refuse('to', 'is before the first day');
  const [, first] = path.split('/');
  if (RESERVED_SLUGS.includes(first))
    throw refuse('path', `begins with “/${first}”, where other pages of the shop stand`);
  const there = aisles.all.find((aisle) => aisle.path === path && aisle.key !== `page:${own}`);
  if (there) throw refuse('path', `“${path}” is the address of another aisle already`);
  const other = standsFor === null ? null : aisles.byKey.get(standsFor);
  if (other === undefined) throw refuse('standsFor', 'names an aisle that is not there any more');
  if (other && (other.kind === 'page' || other.kind === 'search'))
    throw refuse('standsFor', 'may be any aisle of the catalogue, but neither a free page nor the search');
  const rows = await select<{ id: number; path: string; standsFor: string | null }>(
    sequelize,
    'SELECT id, path, stands_for AS standsFor FROM free_pages WHERE id <> ? FOR UPDATE',
    [own],
    transaction,
  );
  if (rows.some((row) => row.path === path)) throw refuse('path', `“${path}” is the address of another page`);
  const rival = rows.find((row) => standsFor !== null && row.standsFor === standsFor);
  if (rival) throw refuse('standsFor', `is an aisle that the page at “${rival.path}” stands in for already`);
}

export function createFreePage(
  sequelize: Sequelize,
  snapshot: Snapshot,
  wish: FreePageInput,
  userId: number,
): Promise<number> {
  return inUnit(sequelize, async (transaction) => {
    await refuseTaken(sequelize, snapshot, wish, 0, transaction);
    await insertRows(
      sequelize,
      'free_pages',
      ['path', 'stands_for', 'open', 'from_day', 'until_day', 'updated_at', 'updated_by'],
      [[wish.path, wish.standsFor, wish.open, wish.from ?? null, wish.to ?? null, new Date(), userId]],
      transaction,
    );
    const [{ id }] = await select<{ id: number }>(
      sequelize,
      'SELECT id FROM free_pages WHERE path = ?',
      [wish.path],
      transaction,
    );
    await writeTexts(sequelize, 'free_page', id, wish, transaction);
    await note(sequelize, 'create', id, wish, userId, transaction);
    return id;
  });
}

/** Saves over the version the caller has seen. An address that shoppers knew leads on to the new one. */
export async function saveFreePage(
  sequelize: Sequelize,
  serving: ServingState,
  id: number,
  { version, ...wish }: FreePageInput & { version: number },
  userId: number,
): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const row = await rowOf(sequelize, id, transaction);
    const theirs = describeFreePage(serving, row, await readTexts(sequelize, 'free_page', id, transaction));
    if (saysAlready(theirs, wish)) return;
    if (row.version !== version)
      throw problem(
        'newer-draft',
        `Somebody saved version ${row.version} while you edited version ${version}. Load it, or save yours over it.`,
        undefined,
        { theirs },
      );
    const { from = row.from, to = row.to } = wish;
    await refuseTaken(sequelize, serving.snapshot, { ...wish, from, to }, id, transaction);
    if (row.open && row.path !== wish.path) await followSlug(row.path, wish.path, userId, transaction);
    await runSql(
      sequelize,
      `UPDATE free_pages SET path = ?, stands_for = ?, open = ?, from_day = ?, until_day = ?, version = ?,
        updated_at = UTC_TIMESTAMP(3), updated_by = ? WHERE id = ?`,
      [wish.path, wish.standsFor, wish.open, from, to, version + 1, userId, id],
      transaction,
    );
    await writeTexts(sequelize, 'free_page', id, wish, transaction);
    await note(sequelize, 'save', id, wish, userId, transaction);
  });
}

export async function deleteFreePage(sequelize: Sequelize, id: number, userId: number): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const { path, standsFor } = await rowOf(sequelize, id, transaction);
    await runSql(sequelize, 'DELETE FROM free_pages WHERE id = ?', [id], transaction);
    await note(sequelize, 'delete', id, { path, standsFor }, userId, transaction);
  });
}

async function note(
  sequelize: Sequelize,
  action: 'create' | 'save' | 'delete',
  id: number,
  { path, standsFor }: Pick<FreePageInput, 'path' | 'standsFor'>,
  userId: number,
  transaction: Transaction,
): Promise<void> {
  await noteCatalogueChange(sequelize, 'pages', transaction);
  await recordActivity(
    { userId, action, subject: `page:${id}`, detail: { name: path, standsFor } },
    transaction,
  );
}
