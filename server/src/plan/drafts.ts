import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import type { PlanBeginning, PlanSummary, StoredPlan, NewPlan } from '@fond/contract';
import {
  aislesOfPlan,
  bodyOf,
  chainOf,
  documentsBy,
  editionFrom,
  entriesOf,
  heirsOf,
  HOUSE_PLAN_ID,
  isHeir,
  partsNamedIn,
  resolvePlan,
  type Documents,
  type Edition,
  type Plan,
  type PlanDocument,
  type PlanHead,
} from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import { inUnit } from '../database/unit';
import { documentIn, PlanModel, UserModel } from '../database/models';
import { readLiveLayers } from '../edition/editions';
import { canonicalJson } from '../text/canonicalJson';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';
import { chainProblem } from '../document/chainProblem';
import { plansShowing } from './plansShowing';
import { safeDocument } from '../document/safePlan';
import { namedPlan } from '../text/namedPlan';

export const sameDocument = (a: PlanDocument, b: PlanDocument): boolean =>
  canonicalJson(a) === canonicalJson(b);

async function namesOf(): Promise<Map<number, string>> {
  const users = await UserModel.findAll({ attributes: ['id', 'name'] });
  return new Map(users.map((user) => [user.id, user.name]));
}

export async function planRow(id: string, transaction?: Transaction): Promise<PlanModel> {
  const row = await PlanModel.findByPk(id, transaction && { transaction, lock: transaction.LOCK.UPDATE });
  if (!row) throw problem('not-found', 'There is no such plan. It may have been discarded.');
  return row;
}

/** What people have published, without the campaigns that run over it; nothing is locked. */
export const readBeneath = async (): Promise<Edition> => {
  const { beneath } = await readLiveLayers();
  return editionFrom(0, beneath);
};

/** Ids of the base and the parts of a document. */
const neededBy = (document: PlanDocument): string[] => [
  ...(isHeir(document) ? [document.base] : []),
  ...partsNamedIn(document),
];

/**
 * The documents that drafts are filled in from: those that are live and, where one builds on a plan or shows a part that
 * never was published, that one's draft.
 */
export async function documentsFor(
  drafts: readonly PlanDocument[],
  live: readonly PlanDocument[],
  transaction?: Transaction,
): Promise<Documents> {
  const documents = new Map(documentsBy(live));
  for (const draft of drafts) documents.set(draft.id, draft);
  const wanted = drafts.flatMap(neededBy);
  for (let id = wanted.pop(); id !== undefined; id = wanted.pop()) {
    if (documents.has(id)) continue;
    const row = await PlanModel.findByPk(id, { transaction });
    if (!row) continue;
    const document = documentIn(row);
    documents.set(id, document);
    wanted.push(...neededBy(document));
  }
  return documents;
}

/** A draft filled in; told in words where that can't be done. */
export async function fillDraft(draft: PlanDocument, live: readonly PlanDocument[]): Promise<Plan> {
  const documents = await documentsFor([draft], live);
  return chainProblem(documents, () => resolvePlan(documents, draft.id));
}

/**
 * Drafts that can be worked on and that build on a plan or show a part, near or far, with what lies between. Only these
 * are read, as every autosave asks for them.
 */
async function draftsUsing(document: PlanDocument): Promise<PlanDocument[]> {
  const found = new Map<string, PlanDocument>();
  // A part's id stands in the documents that show it, and nowhere else.
  let near: WhereOptions<PlanModel> =
    document.kind === 'part' ? { document: { [Op.substring]: document.id } } : { base: document.id };
  for (;;) {
    const rows: PlanModel[] = await PlanModel.findAll({ where: { ...near, standing: 'open' } });
    const fresh: PlanModel[] = rows.filter(({ id }) => id !== document.id && !found.has(id));
    if (!fresh.length) return [...found.values()];
    for (const row of fresh) found.set(row.id, documentIn(row));
    near = { base: fresh.map(({ id }) => id) };
  }
}

async function describePlan(row: PlanModel, beneath: Edition): Promise<StoredPlan> {
  const document = documentIn(row);
  const [author, using] = await Promise.all([
    row.updatedBy === null ? null : UserModel.findByPk(row.updatedBy),
    draftsUsing(document),
  ]);
  const documents = await documentsFor([document], beneath.documents);
  const live = documentsBy(beneath.documents);
  const known = await documentsFor([document, ...using], beneath.documents);
  return {
    document,
    plan: chainProblem(documents, () => resolvePlan(documents, row.id)),
    bases: chainOf(documents, row.id).slice(1),
    heirs:
      document.kind === 'part'
        ? plansShowing(known, row.id)
        : heirsOf([...known.values()], row.id).map(namedPlan),
    version: row.version,
    standing: row.standing,
    note: row.note,
    updatedAt: row.updatedAt.toISOString(),
    updatedBy: author?.name ?? 'Fond Aisle',
    live: live.has(row.id) ? resolvePlan(live, row.id) : null,
    liveDocument: live.get(row.id) ?? null,
  };
}

/** Drafts as they are stored. */
export const readDrafts = async (ids: readonly string[]): Promise<PlanDocument[]> =>
  (await Promise.all(ids.map((id) => planRow(id)))).map(documentIn);

export async function readPlan(id: string): Promise<StoredPlan> {
  const [row, beneath] = await Promise.all([planRow(id), readBeneath()]);
  return describePlan(row, beneath);
}

export async function listPlans({ snapshot }: ServingState): Promise<PlanSummary[]> {
  const [rows, names, beneath] = await Promise.all([
    PlanModel.findAll({ order: [['id', 'ASC']] }),
    namesOf(),
    readBeneath(),
  ]);
  const live = documentsBy(beneath.documents);
  const drafts = documentsBy(rows.map(documentIn));
  const summaries = rows.map((row): PlanSummary => {
    const document = drafts.get(row.id)!;
    const published = live.get(row.id);
    const base = isHeir(document) ? document.base : null;
    return {
      id: row.id,
      name: document.name,
      kind: document.kind,
      version: row.version,
      standing: row.standing,
      base: base === null ? null : { id: base, name: drafts.get(base)?.name ?? base },
      own: isHeir(document) ? entriesOf(document.own).length : 0,
      live: published !== undefined,
      changed: !published || !sameDocument(published, document),
      aisles: aislesOfPlan(beneath.plans, snapshot.aisles, row.id).length,
      note: row.note,
      updatedAt: row.updatedAt.toISOString(),
      updatedBy: names.get(row.updatedBy ?? 0) ?? 'Fond Aisle',
    };
  });
  return summaries.sort(
    (a, b) =>
      Number(b.id === HOUSE_PLAN_ID) - Number(a.id === HOUSE_PLAN_ID) || a.name.localeCompare(b.name, 'en'),
  );
}

/** A plan that begins on another one, or as a copy of what that one says. */
function beginOn(head: PlanHead, from: PlanDocument, as: PlanBeginning): PlanDocument {
  if (as === 'heir') return { ...head, base: from.id, own: null };
  if (isHeir(from)) return { ...head, base: from.base, own: from.own };
  return { ...head, kind: from.kind, ...bodyOf(from) };
}

export async function createPlan(sequelize: Sequelize, asked: NewPlan, userId: number): Promise<StoredPlan> {
  // What it begins with is only read: people who start plans at the same time don't wait for one another.
  const from = documentIn(await planRow(asked.from));
  const { name, reach } = asked;
  const head: PlanHead = { id: randomUUID(), kind: 'page', name, reach, rank: 0 };
  const { documents: live } = await readBeneath();
  const document = safeDocument(await documentsFor([beginOn(head, from, asked.as)], live), head.id);
  await inUnit(sequelize, async (transaction) => {
    await recordActivity(
      {
        userId,
        action: 'create',
        subject: `plan:${head.id}`,
        detail: { name, from: asked.from, as: asked.as },
      },
      transaction,
    );
    await PlanModel.create(
      { id: head.id, document, version: 1, updatedAt: new Date(), updatedBy: userId },
      { transaction },
    );
  });
  return readPlan(head.id);
}

/** Refuses to write over a version that the caller has not seen; the answer carries the newer draft. */
export async function refuseNewer(row: PlanModel, version: number): Promise<void> {
  if (row.version === version) return;
  const theirs = await describePlan(row, await readBeneath());
  throw problem(
    'newer-draft',
    `${theirs.updatedBy} saved version ${row.version} of “${theirs.plan.name}” while you edited version ${version}. Yours is kept in this window: take theirs, or save yours over it.`,
    undefined,
    { theirs },
  );
}

export async function savePlan(
  sequelize: Sequelize,
  id: string,
  asked: PlanDocument,
  version: number,
  userId: number,
): Promise<StoredPlan> {
  if (asked.id !== id)
    throw problem('bad-input', 'Nothing was saved.', [
      { path: 'plan.id', message: 'is another plan’s than the address’s' },
    ]);
  return inUnit(sequelize, async (transaction) => {
    const row = await planRow(id, transaction);
    const beneath = await readBeneath();
    const document = safeDocument(await documentsFor([asked], beneath.documents, transaction), id);
    // Where they are the same, the answer to an earlier sending was lost on the way: what is asked for stands already.
    if (!sameDocument(documentIn(row), document)) {
      await refuseNewer(row, version);
      await writeDraft(row, document, userId, transaction);
    }
    return describePlan(row, beneath);
  });
}

/** Stores a draft under the next version, with its entry in the record. */
export async function writeDraft(
  row: PlanModel,
  document: PlanDocument,
  userId: number,
  transaction: Transaction,
): Promise<void> {
  await row.update(
    { document, version: row.version + 1, updatedAt: new Date(), updatedBy: userId },
    { transaction },
  );
  await recordActivity(
    { userId, action: 'save', subject: `plan:${row.id}`, detail: { version: row.version } },
    transaction,
  );
}
