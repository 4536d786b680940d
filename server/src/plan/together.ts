import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type {
  AisleChangeSummary,
  TogetherInput,
  TogetherOutcome,
  TogetherPlan,
  TogetherUndo,
} from '@fond/contract';
import {
  afterStep,
  documentOf,
  handedBack,
  isHeir,
  resolvePlan,
  sameValue,
  type Documents,
  type Plan,
  type PlanDocument,
  type SharedStep,
} from '@fond/core';
import { recordActivity } from '../activity/activity';
import { documentIn, PlanModel } from '../database/models';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { aisleChanges } from '../finding/aisleChanges';
import { draftedEdition } from './draftedEdition';
import type { ServingState } from '../serving/servingHost';
import { chainProblem } from '../document/chainProblem';
import { safeDocument } from '../document/safePlan';
import { problem } from '../problem/problem';
import { documentsFor, planRow, readBeneath, refuseNewer, sameDocument, writeDraft } from './drafts';

/** A draft as it was, and the version that it had once it was changed. */
interface KeptDraft {
  id: string;
  name: string;
  before: PlanDocument;
  version: number;
}

/** Plans that steps take something of. */
const modelsOf = (steps: readonly SharedStep[]): string[] =>
  steps.flatMap((step) => ('from' in step ? [step.from] : []));

/**
 * Changes drafts in one unit, or tells what that would change. Each is judged as if it had been saved by itself; where one
 * can't be, none is.
 */
export function changeTogether(
  sequelize: Sequelize,
  serving: Pick<ServingState, 'snapshot' | 'beneath'>,
  { plans, said, dryRun }: TogetherInput,
  userId: number,
): Promise<TogetherOutcome> {
  return inUnit(sequelize, async (transaction) => {
    const rows = await rowsOf(
      plans.map(({ id }) => id),
      dryRun ? undefined : transaction,
    );
    const live = (await readBeneath()).documents;
    const models = await modelPlans(
      plans.flatMap(({ steps }) => modelsOf(steps)),
      live,
    );
    const told: TogetherPlan[] = [];
    const drafts: ChangedDraft[] = [];
    const kept: KeptDraft[] = [];
    for (const { id, version, steps } of plans) {
      const row = rows.get(id)!;
      if (!dryRun) await refuseNewer(row, version);
      const before = documentIn(row);
      const documents = await documentsFor([before], live);
      const plan = chainProblem(documents, () => resolvePlan(documents, id));
      const document = await changedDocument(documents, before, plan, steps, models, live);
      const changed = !sameDocument(before, document);
      if (plan.kind === 'page') drafts.push({ before, after: document });
      const filled = await documentsFor([document], live);
      if (changed && !dryRun) {
        await writeDraft(row, document, userId, transaction);
        kept.push({ id, name: plan.name, before, version: row.version });
      }
      const after = chainProblem(filled, () => resolvePlan(filled, id));
      told.push({ id, name: plan.name, version: row.version, before: plan, after, changed });
    }
    return {
      id: kept.length ? await keepChange(sequelize, said, kept, userId, transaction) : null,
      plans: told,
      moves: await movesOf(serving, drafts),
    };
  });
}

/** A draft of a page before and after it is changed. */
interface ChangedDraft {
  before: PlanDocument;
  after: PlanDocument;
}

/** The aisles that would go to another plan where drafts came instead of what they were. */
async function movesOf(
  { snapshot, beneath }: Pick<ServingState, 'snapshot' | 'beneath'>,
  drafts: readonly ChangedDraft[],
): Promise<AisleChangeSummary[]> {
  if (!drafts.some(({ before, after }) => !sameValue(before.reach, after.reach))) return [];
  const [before, after] = await Promise.all(
    (['before', 'after'] as const).map((when) =>
      draftedEdition(
        beneath,
        drafts.map((one) => one[when]),
      ),
    ),
  );
  return aisleChanges(snapshot, before.edition, after.edition).filter(({ from, to }) => from?.id !== to?.id);
}

/** In one order, whatever order they are asked for in, so that two of such changes can't wait for one another. */
async function rowsOf(
  ids: readonly string[],
  transaction: Transaction | undefined,
): Promise<ReadonlyMap<string, PlanModel>> {
  const rows = new Map<string, PlanModel>();
  for (const id of [...ids].sort()) rows.set(id, await planRow(id, transaction));
  return rows;
}

async function modelPlans(
  ids: readonly string[],
  live: readonly PlanDocument[],
): Promise<ReadonlyMap<string, Plan>> {
  const models = new Map<string, Plan>();
  for (const id of new Set(ids)) {
    const document = documentIn(await planRow(id));
    const documents = await documentsFor([document], live);
    models.set(
      id,
      chainProblem(documents, () => resolvePlan(documents, id)),
    );
  }
  return models;
}

async function changedDocument(
  documents: Documents,
  before: PlanDocument,
  plan: Plan,
  steps: readonly SharedStep[],
  models: ReadonlyMap<string, Plan>,
  live: readonly PlanDocument[],
): Promise<PlanDocument> {
  let document = before;
  let filled = plan;
  for (const step of steps) {
    if (step.kind === 'handBack') document = handedBack(document, filled, step.setting);
    else {
      const after = afterStep(filled, step, 'from' in step ? models.get(step.from) : undefined);
      const base = isHeir(document) ? resolvePlan(documents, document.base) : null;
      document = documentOf(document, base, after);
    }
    const next = await documentsFor([document], live);
    filled = chainProblem(next, () => resolvePlan(next, document.id));
  }
  return safeDocument(await documentsFor([document], live), document.id);
}

/** Keeps drafts as they were, so that a change of them can be taken back by its id. */
export async function keepChange(
  sequelize: Sequelize,
  said: string,
  kept: readonly KeptDraft[],
  userId: number,
  transaction: Transaction,
): Promise<string> {
  const id = randomUUID();
  await runSql(
    sequelize,
    'INSERT INTO shared_changes (id, said, plans, created_at, created_by) VALUES (?, ?, ?, ?, ?)',
    [id, said, JSON.stringify(kept), new Date(), userId],
    transaction,
  );
  const name = kept.length === 1 ? kept[0].name : `${kept.length} plans`;
  const detail = { name, said: `${said}: ${kept.map((one) => one.name).join(', ')}`.slice(0, 1_000) };
  await recordActivity({ userId, action: 'together', subject: `together:${id}`, detail }, transaction);
  return id;
}

/** Takes back what was changed together, in every draft that is as it was left; twice is once. */
export function undoTogether(sequelize: Sequelize, id: string, userId: number): Promise<TogetherUndo> {
  return inUnit(sequelize, async (transaction) => {
    const [change] = await select<{ said: string; plans: KeptDraft[]; undone: number }>(
      sequelize,
      'SELECT said, plans, undone FROM shared_changes WHERE id = ? FOR UPDATE',
      [id],
      transaction,
    );
    if (!change) throw problem('not-found', 'Nothing of that name was changed together.');
    const rows = await rowsOf(
      change.plans.map((one) => one.id),
      transaction,
    );
    const outcome = {
      restored: [] as { id: string; name: string }[],
      left: [] as { id: string; name: string }[],
    };
    for (const { id: plan, name, before, version } of change.plans) {
      const row = rows.get(plan)!;
      const isSame = row.version === version && !change.undone;
      if (isSame) await writeDraft(row, before, userId, transaction);
      outcome[isSame ? 'restored' : 'left'].push({ id: plan, name });
    }
    if (!change.undone) {
      await runSql(sequelize, 'UPDATE shared_changes SET undone = TRUE WHERE id = ?', [id], transaction);
      const detail = { name: `${outcome.restored.length} plans`, said: change.said };
      await recordActivity(
        { userId, action: 'together-undone', subject: `together:${id}`, detail },
        transaction,
      );
    }
    return outcome;
  });
}
