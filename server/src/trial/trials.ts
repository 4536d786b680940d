import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type { DraftVersion, TrialSummary, TrialWish } from '@fond/contract';
import {
  blendsOfPlan,
  editionFrom,
  MOST_VERSIONS,
  rangesOfPlan,
  sameValue,
  shownTrials,
  withDrafts,
  withVersion,
  type Edition,
  type Layers,
  type Plan,
  type TrialLayer,
  type TrialVersion,
} from '@fond/core';
import { recordActivity } from '../activity/activity';
import { TrialModel, UserModel, versionsOf } from '../database/models';
import { inUnit } from '../database/unit';
import { chainProblem } from '../document/chainProblem';
import { sanitiseEdition } from '../document/safePlan';
import { beneath, publish, readLiveLayers } from '../edition/editions';
import { documentsFor, sameDocument } from '../plan/drafts';
import { problem } from '../problem/problem';
import { draftsAt, refuseMissingParts, refuseOverlaps } from '../publishing/publishing';
import { sharedRules } from '../range/sharedRules';
import type { ServingState } from '../serving/servingHost';
import { resultOf, versionResults } from './results';
import { rowsOfTrials } from './trialCounts';

export const layerOf = (row: TrialModel): TrialLayer => ({
  id: row.id,
  name: row.name,
  plan: row.planId,
  versions: versionsOf(row),
});

/** All trials with what is known of them, the newest first. */
export async function listTrials(sequelize: Sequelize): Promise<TrialSummary[]> {
  return summarise(sequelize, await TrialModel.findAll({ order: [['createdAt', 'DESC']] }));
}

export async function trialRow(id: string): Promise<TrialModel> {
  const row = await TrialModel.findByPk(id);
  if (!row) throw problem('not-found', 'There is no such trial.');
  return row;
}

export async function readTrialSummary(sequelize: Sequelize, id: string): Promise<TrialSummary> {
  return (await summarise(sequelize, [await trialRow(id)]))[0];
}

async function summarise(sequelize: Sequelize, rows: readonly TrialModel[]): Promise<TrialSummary[]> {
  const [layers, users, counted] = await Promise.all([
    readLiveLayers(),
    UserModel.findAll({ attributes: ['id', 'name'] }),
    rowsOfTrials(
      sequelize,
      rows.map(({ id }) => id),
    ),
  ]);
  const names = new Map(users.map(({ id, name }) => [id, name]));
  return rows.map((row): TrialSummary => {
    const versions = versionsOf(row);
    const own = counted.filter(({ trial }) => trial === row.id);
    const judged = { id: row.id, goal: row.goal, smallest: row.smallest, versions };
    return {
      id: row.id,
      name: row.name,
      plan: { id: row.planId, name: versions.findLast(({ document }) => document)?.document?.name ?? '' },
      goal: row.goal,
      smallest: row.smallest,
      state: row.state,
      resting: row.state === 'running' ? restingFor(layers, layerOf(row)) : null,
      createdBy: names.get(row.createdBy ?? 0) ?? 'Fond Aisle',
      createdAt: row.createdAt.toISOString(),
      startedAt: row.startedAt?.toISOString() ?? null,
      endedAt: row.endedAt?.toISOString() ?? null,
      kept: row.kept,
      versions: versionResults(judged, own, resultOf(judged, own)),
    };
  });
}

/** Why everybody sees what is live though a trial runs; null where they don't. */
function restingFor(layers: Layers, trial: TrialLayer): TrialSummary['resting'] {
  if (!layers.beneath.documents.some(({ id }) => id === trial.plan)) return 'gone';
  if (!shownTrials(layers).some(({ id }) => id === trial.id)) return 'campaign';
  const live = editionFrom(0, layers.beneath);
  return trial.versions.every((version) => withVersion(live, version)) ? null : 'broken';
}

/**
 * The draft of a plan as a version of a trial. It has to serve what is live of the plan serves: pages that only some
 * shoppers find can't be compared.
 */
async function versionFrom(
  wish: DraftVersion,
  share: number,
  layers: Layers,
  transaction: Transaction,
): Promise<TrialVersion> {
  const live = editionFrom(0, layers.beneath);
  const [draft] = await draftsAt([wish], transaction);
  const refuse = (message: string): Error =>
    problem('bad-input', 'Nothing is tried.', [{ path: 'plan', message }]);
  const published = live.documents.find(({ id }) => id === draft.id);
  if (draft.kind === 'part') throw refuse('is a part; try a plan that shows it');
  if (!published) throw refuse('is not live yet: there is nothing to try it against');
  if (sameDocument(published, draft)) throw refuse('says what is live already; change the draft first');
  const known = await documentsFor([draft], live.documents, transaction);
  refuseMissingParts([draft], live.documents, known);
  const shared = await sharedRules(transaction);
  const after = chainProblem(known, () => withDrafts(live, [draft], shared));
  const [before, then] = [planIn(live, draft.id), planIn(after, draft.id)];
  if (!sameValue(before.reach, then.reach) || before.rank !== then.rank)
    throw refuse('serves other aisles than what is live; what both serve can be compared alone');
  const [ranges, blends] = [rangesOfPlan(then), blendsOfPlan(then)];
  return {
    share,
    document: draft,
    ranges: shared.ranges.filter(({ id }) => ranges.includes(id)),
    blends: shared.blends.filter(({ id }) => blends.includes(id)),
  };
}

const planIn = ({ plans }: Edition, id: string): Plan => plans.find((plan) => plan.id === id)!;

/** @throws the problem `already-tried` where another trial of the plan runs or is being made. */
async function refuseSecond(planId: string, own: string, transaction: Transaction): Promise<void> {
  const others = await TrialModel.findAll({
    where: { planId, state: ['ready', 'running'] },
    transaction,
    lock: transaction.LOCK.UPDATE,
  });
  const other = others.find(({ id }) => id !== own);
  if (other)
    throw problem(
      'already-tried',
      `“${other.name}” tries versions of this plan. End it first: of two trials at once nobody could tell which one made the difference.`,
      undefined,
      { trial: other.id },
    );
}

export async function createTrial(
  sequelize: Sequelize,
  wish: TrialWish,
  userId: number,
): Promise<TrialSummary> {
  const id = randomUUID();
  await inUnit(sequelize, async (transaction) => {
    const layers = await readLiveLayers(transaction);
    await refuseSecond(wish.plan.id, id, transaction);
    const version = await versionFrom(wish.plan, wish.share, layers, transaction);
    const plain: TrialVersion = { share: 100 - wish.share, document: null, ranges: [], blends: [] };
    const row = await TrialModel.create(
      {
        id,
        name: wish.name,
        planId: wish.plan.id,
        goal: wish.goal,
        smallest: wish.smallest,
        versions: [plain, version],
        createdAt: new Date(),
        createdBy: userId,
      },
      { transaction },
    );
    await note(row, 'make', userId, transaction);
    if (wish.start) await begin(row, layers, userId, transaction);
  });
  return readTrialSummary(sequelize, id);
}

const note = (
  { id, name }: TrialModel,
  action: string,
  userId: number,
  transaction: Transaction,
  detail: Readonly<Record<string, unknown>> = {},
): Promise<void> =>
  recordActivity({ userId, action, subject: `trial:${id}`, detail: { name, ...detail } }, transaction);

async function lockedRow(
  id: string,
  states: readonly TrialModel['state'][],
  transaction: Transaction,
): Promise<TrialModel> {
  const row = await TrialModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
  if (!row) throw problem('not-found', 'There is no such trial.');
  if (states.includes(row.state)) return row;
  throw problem(
    'trial-over',
    row.state === 'running'
      ? `“${row.name}” has begun; its versions stay as they are until it ends.`
      : `“${row.name}” has ended; make a new one.`,
  );
}

/** Another version, whose share is taken from that of what is live. */
export async function addTrialVersion(
  sequelize: Sequelize,
  id: string,
  { plan, share }: { plan: DraftVersion; share: number },
  userId: number,
): Promise<TrialSummary> {
  await inUnit(sequelize, async (transaction) => {
    const layers = await readLiveLayers(transaction);
    const row = await lockedRow(id, ['ready'], transaction);
    const refuse = (path: string, message: string): Error =>
      problem('bad-input', 'No version was added.', [{ path, message }]);
    const [plain, ...others] = versionsOf(row);
    if (plan.id !== row.planId) throw refuse('plan', 'is another plan than the one that is tried');
    if (others.length + 1 >= MOST_VERSIONS)
      throw refuse('plan', `would be version ${MOST_VERSIONS + 1}; a trial has ${MOST_VERSIONS} at most`);
    if (share >= plain.share)
      throw refuse('share', `leaves nobody to see what is live, whose share is ${plain.share} now`);
    const version = await versionFrom(plan, share, layers, transaction);
    if (others.some(({ document }) => document && sameDocument(document, version.document!)))
      throw refuse('plan', 'says what a version of the trial says already');
    await row.update(
      { versions: [{ ...plain, share: plain.share - share }, ...others, version] },
      { transaction },
    );
    await note(row, 'add-version', userId, transaction);
  });
  return readTrialSummary(sequelize, id);
}

export async function startTrial(sequelize: Sequelize, id: string, userId: number): Promise<TrialSummary> {
  await inUnit(sequelize, async (transaction) => {
    const layers = await readLiveLayers(transaction);
    await begin(await lockedRow(id, ['ready'], transaction), layers, userId, transaction);
  });
  return readTrialSummary(sequelize, id);
}

/** Shows the versions from now on: an edition begins with it, so all servers show them from the same moment. */
async function begin(
  row: TrialModel,
  layers: Layers,
  userId: number,
  transaction: Transaction,
): Promise<void> {
  const trial = layerOf(row);
  await publish(
    {
      layers: { ...layers, trials: [...layers.trials, trial] },
      note: `Trial of “${row.name}” begins`,
      userId,
    },
    transaction,
  );
  await row.update({ state: 'running', startedAt: new Date() }, { transaction });
  await note(row, 'start', userId, transaction);
}

/** @param keep Index of the version that all shoppers see from now on; 0 for what is live. */
export async function endTrial(
  sequelize: Sequelize,
  serving: ServingState,
  id: string,
  keep: number,
  userId: number,
): Promise<TrialSummary> {
  await inUnit(sequelize, async (transaction) => {
    const layers = await readLiveLayers(transaction);
    const row = await lockedRow(id, ['ready', 'running'], transaction);
    const kept = versionsOf(row)[keep];
    if (!kept || (row.state === 'ready' && keep > 0))
      throw problem('bad-input', 'The trial goes on as it was.', [
        { path: 'keep', message: 'is no version that shoppers have seen' },
      ]);
    if (row.state === 'ready') {
      await row.update({ state: 'called-off', endedAt: new Date() }, { transaction });
      await note(row, 'called-off', userId, transaction);
      return;
    }
    const without: Layers = { ...layers, trials: layers.trials.filter((trial) => trial.id !== id) };
    const next = kept.document ? beneath(without, withKept(serving, layers, kept)) : without;
    const words = kept.document ? `version ${keep + 1} is kept` : 'what is live stays';
    await publish({ layers: next, note: `Trial of “${row.name}” ends: ${words}`, userId }, transaction);
    await row.update({ state: 'ended', kept: keep, endedAt: new Date() }, { transaction });
    await note(row, 'over', userId, transaction, { kept: keep });
  });
  return readTrialSummary(sequelize, id);
}

/** What is live with the version in place of its plan. */
function withKept({ snapshot }: ServingState, layers: Layers, { document, ...rules }: TrialVersion): Edition {
  const live = editionFrom(0, layers.beneath);
  const documents = [document!];
  const after = chainProblem(new Map([...live.documents, ...documents].map((one) => [one.id, one])), () =>
    withDrafts(live, documents, rules),
  );
  refuseOverlaps(snapshot, after.plans, documents);
  return after;
}

/**
 * What those see who are shown a version, for the desk's window, whether the trial runs or not.
 *
 * @param name Id of the trial, a hyphen, and the index of the version.
 */
export async function editionInVersion(live: Edition, name: string): Promise<Edition> {
  const cut = name.lastIndexOf('-');
  const row = await trialRow(name.slice(0, cut));
  const version = versionsOf(row)[Number(name.slice(cut + 1))];
  const edition = version && withVersion(live, version);
  if (!edition) throw problem('not-found', 'There is no such version of a trial that could be shown.');
  return sanitiseEdition(edition);
}
