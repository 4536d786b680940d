import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type { EditionSummary, PlanChanges, RangeUse, StoredRange, RangeInput } from '@fond/contract';
import { rangesOfPlan, sameValue, withRange, type Plan, type SavedRange, type Snapshot } from '@fond/core';
import { refuseTaken } from '../database/unique';
import { inUnit } from '../database/unit';
import { PlanModel, SavedRangeModel, UserModel } from '../database/models';
import { publishBeneath, readLiveEdition } from '../edition/editions';
import { problem } from '../problem/problem';
import { aisleChanges, changedProductPages } from '../finding/aisleChanges';
import { fillDrafts } from '../document/filledDrafts';
import { publicationFindings } from '../finding/publicationFindings';
import { pageTime } from '../page/compose';
import { recordActivity } from '../activity/activity';

/** All saved ranges as the core reads them. */
export async function savedRanges(transaction?: Transaction): Promise<SavedRange[]> {
  const rows = await SavedRangeModel.findAll({ order: [['name', 'ASC']], transaction });
  return rows.map(({ id, name, rule }) => ({ id, name, rule }));
}

/** A draft that can be worked on, filled in. */
interface OpenDraft {
  plan: Plan;
  aside: boolean;
}

async function drafts(): Promise<OpenDraft[]> {
  const [rows, live] = await Promise.all([PlanModel.findAll(), readLiveEdition()]);
  const aside = new Set(rows.flatMap(({ id, standing }) => (standing === 'aside' ? [id] : [])));
  return fillDrafts(rows, live.documents).map((plan) => ({ plan, aside: aside.has(plan.id) }));
}

/** The shelves, in drafts, that show a saved range. */
function usesOf(plans: readonly OpenDraft[], id: string): RangeUse[] {
  return plans
    .filter(({ plan }) => rangesOfPlan(plan).includes(id))
    .map(({ plan, aside }) => ({ plan: { id: plan.id, name: plan.name }, aside }));
}

async function describeRange(row: SavedRangeModel, plans: readonly OpenDraft[]): Promise<StoredRange> {
  const author = row.updatedBy === null ? null : await UserModel.findByPk(row.updatedBy);
  return {
    id: row.id,
    name: row.name,
    rule: row.rule,
    version: row.version,
    updatedAt: row.updatedAt.toISOString(),
    updatedBy: author?.name ?? 'Fond Aisle',
    usedIn: usesOf(plans, row.id),
  };
}

async function rowOf(id: string, transaction?: Transaction): Promise<SavedRangeModel> {
  const row = await SavedRangeModel.findByPk(
    id,
    transaction && { transaction, lock: transaction.LOCK.UPDATE },
  );
  if (!row) throw problem('not-found', 'There is no such range. It may have been deleted.');
  return row;
}

export async function listRanges(): Promise<StoredRange[]> {
  const [rows, plans] = await Promise.all([SavedRangeModel.findAll({ order: [['name', 'ASC']] }), drafts()]);
  return Promise.all(rows.map((row) => describeRange(row, plans)));
}

export async function readRange(id: string): Promise<StoredRange> {
  return describeRange(await rowOf(id), await drafts());
}

/** Two ranges of one name could not be told apart where they are chosen. */
const withUniqueName = <T>(name: string, write: Promise<T>): Promise<T> =>
  refuseTaken(write, { path: 'name', message: `“${name}” is the name of another range already` });

export async function createRange(
  sequelize: Sequelize,
  { name, rule }: RangeInput,
  userId: number,
): Promise<StoredRange> {
  const id = randomUUID();
  await withUniqueName(
    name,
    inUnit(sequelize, async (transaction) => {
      await SavedRangeModel.create(
        { id, name, rule, version: 1, updatedAt: new Date(), updatedBy: userId },
        { transaction },
      );
      await recordActivity(
        { userId, action: 'create', subject: `range:${id}`, detail: { name } },
        transaction,
      );
    }),
  );
  return readRange(id);
}

async function refuseNewer(row: SavedRangeModel, version: number): Promise<void> {
  if (row.version !== version)
    throw problem(
      'newer-draft',
      `Somebody saved version ${row.version} while you edited version ${version}. Load it, or save yours over it.`,
      undefined,
      { theirs: await describeRange(row, []) },
    );
}

const publicForm = ({ id, name, rule }: SavedRangeModel): SavedRange => ({ id, name, rule });

/** The aisles that would look different if a range were published by itself. */
export async function rangeChanges(snapshot: Snapshot, id: string): Promise<PlanChanges> {
  const [row, live] = await Promise.all([rowOf(id), readLiveEdition()]);
  const after = withRange(live, publicForm(row));
  const changes = aisleChanges(snapshot, live, after);
  return {
    changes,
    productPages: changedProductPages(snapshot, live, after),
    disputes: [],
    heirs: [],
    faults: [],
    covered: [],
    findings: publicationFindings(snapshot, after, changes, pageTime()),
  };
}

/** Publishes a range, at the version the caller has seen, under all plans as they are live. */
export function publishRange(
  sequelize: Sequelize,
  id: string,
  version: number,
  wish: string,
  userId: number,
): Promise<EditionSummary> {
  return publishBeneath(
    sequelize,
    async (live, transaction) => {
      const row = await rowOf(id, transaction);
      await refuseNewer(row, version);
      if (!live.ranges.some((range) => range.id === id))
        throw problem('nothing-to-publish', 'No published plan shows this range yet; publish one that does.');
      const { documents, ranges } = withRange(live, publicForm(row));
      return { documents, ranges, note: wish || `Range “${row.name}”` };
    },
    userId,
  );
}

/** Saves over the version the caller has seen. Shelves show it when a plan that uses it is published. */
export async function saveRange(
  sequelize: Sequelize,
  id: string,
  { name, rule, version }: RangeInput & { version: number },
  userId: number,
): Promise<StoredRange> {
  await withUniqueName(
    name,
    inUnit(sequelize, async (transaction) => {
      const row = await rowOf(id, transaction);
      if (row.name === name && sameValue(row.rule, rule)) return;
      await refuseNewer(row, version);
      await row.update(
        { name, rule, version: version + 1, updatedAt: new Date(), updatedBy: userId },
        { transaction },
      );
      await recordActivity(
        { userId, action: 'save', subject: `range:${id}`, detail: { name, version: version + 1 } },
        transaction,
      );
    }),
  );
  return readRange(id);
}

export async function deleteRange(sequelize: Sequelize, id: string, userId: number): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const row = await rowOf(id, transaction);
    const uses = usesOf(await drafts(), id);
    if (uses.length)
      throw problem(
        'range-in-use',
        `${uses.map(({ plan }) => `“${plan.name}”`).join(', ')} ${uses.length === 1 ? 'shows' : 'show'} it. Give ${uses.length === 1 ? 'that shelf' : 'those shelves'} another range first.`,
      );
    await row.destroy({ transaction });
    await recordActivity(
      { userId, action: 'delete', subject: `range:${id}`, detail: { name: row.name, rule: row.rule } },
      transaction,
    );
  });
}
