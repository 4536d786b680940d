import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type { Campaign, CampaignTimes, DraftVersion, NamedPlan, Repetition } from '@fond/contract';
import {
  editionFrom,
  flattened,
  blendsOfPlan,
  rangesOfPlan,
  resolveAll,
  withCampaign,
  withDrafts,
  withLayer,
  withoutCampaign,
  type CampaignLayer,
  type Layers,
} from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import { inUnit } from '../database/unit';
import { campaignContent, CampaignModel, UserModel } from '../database/models';
import { publish, readLiveLayers } from '../edition/editions';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';
import { aisleChanges } from '../finding/aisleChanges';
import { chainProblem } from '../document/chainProblem';
import { documentsFor } from '../plan/drafts';
import { draftsAt, refuseMissingParts, refuseOverlaps } from '../publishing/publishing';
import { sharedRules } from '../range/sharedRules';
import { isZone, laterBy, momentAt, momentOf } from '../time/clock';

const layerOf = (row: CampaignModel): CampaignLayer => ({
  id: row.id,
  name: row.name,
  ...campaignContent(row),
});
/** Weeks of a campaign that is long over are passed over no further back than this. */
const MOST_STEPS = 1_200;
const ENDLESS = Number.POSITIVE_INFINITY;
const endOf = ({ endsAt }: CampaignModel): number => endsAt?.getTime() ?? ENDLESS;

interface ReadTimes {
  zone: string;
  startsLocal: string;
  endsLocal: string | null;
  startsAt: Date;
  endsAt: Date | null;
}

/** Clock times as moments; the end has to come after the start, and neither may be over. */
function readTimes({ zone, startsLocal, endsLocal }: CampaignTimes, now: number): ReadTimes {
  const refuse = (path: string, message: string): Error =>
    problem('bad-input', 'Nothing was scheduled.', [{ path, message }]);
  if (!isZone(zone)) throw refuse('zone', `“${zone}” is no time zone that is known here`);
  const start = momentAt('startsLocal', startsLocal, zone);
  const end = endsLocal === null ? null : momentAt('endsLocal', endsLocal, zone);
  if (end && end.at <= start.at) throw refuse('endsLocal', 'has to come after the start');
  if (end && end.at <= now) throw refuse('endsLocal', 'is over already');
  return { zone, startsLocal, endsLocal, startsAt: new Date(start.at), endsAt: end && new Date(end.at) };
}

export async function listCampaigns(serving: ServingState): Promise<Campaign[]> {
  const rows = await CampaignModel.findAll({ order: [['startsAt', 'ASC']] });
  return describeCampaigns(serving, rows, rows);
}

/** Campaigns as they are told, beside the others that are still to come or run. */
async function describeCampaigns(
  serving: ServingState,
  rows: readonly CampaignModel[],
  others: readonly CampaignModel[],
): Promise<Campaign[]> {
  const [layers, users] = await Promise.all([
    readLiveLayers(),
    UserModel.findAll({ attributes: ['id', 'name'] }),
  ]);
  const names = new Map(users.map((user) => [user.id, user.name]));
  return rows.map((row) => campaignOf(serving, row, others, layers, names.get(row.createdBy ?? 0)));
}

function campaignOf(
  { snapshot }: ServingState,
  row: CampaignModel,
  all: readonly CampaignModel[],
  layers: Layers,
  author = 'Fond Aisle',
): Campaign {
  const live = editionFrom(0, flattened(withoutCampaign(layers, row.id)));
  const open = row.state === 'waiting' || row.state === 'running';
  const after = open ? withLayer(live, layerOf(row)) : null;
  const plans = row.content.documents.map(({ id, name }): NamedPlan => ({ id, name }));
  const notes = [
    momentOf(row.startsLocal, row.zone).note,
    row.endsLocal === null ? null : momentOf(row.endsLocal, row.zone).note,
  ].filter((note) => note !== null);
  return {
    id: row.id,
    name: row.name,
    zone: row.zone,
    startsLocal: row.startsLocal,
    endsLocal: row.endsLocal,
    startsAt: row.startsAt.toISOString(),
    endsAt: row.endsAt?.toISOString() ?? null,
    state: row.state,
    trouble: row.trouble ?? (open && !after ? NO_BASE : null),
    createdBy: author,
    plans,
    aisles: after ? aisleChanges(snapshot, live, after) : [],
    overlaps: open ? overlapping(row, all).map(({ id, name }) => ({ id, name })) : [],
    clockNote: notes.join(' ') || null,
  };
}

const NO_BASE = 'It can’t start: a plan that it builds on is no longer published.';

/** Other campaigns of the same plans that run at the same time; the later start covers the earlier one. */
const overlapping = (row: CampaignModel, all: readonly CampaignModel[]): CampaignModel[] =>
  all.filter(
    (other) =>
      other.id !== row.id &&
      (other.state === 'waiting' || other.state === 'running') &&
      other.startsAt.getTime() < endOf(row) &&
      row.startsAt.getTime() < endOf(other) &&
      other.content.documents.some(({ id }) => row.content.documents.some((own) => own.id === id)),
  );

async function readCampaign(serving: ServingState, id: string): Promise<Campaign> {
  const row = (await CampaignModel.findByPk(id))!;
  const others = await CampaignModel.findAll({ where: { state: ['waiting', 'running'] } });
  return (await describeCampaigns(serving, [row], others))[0];
}

/**
 * Schedules drafts as they are at this moment: what is edited afterwards does not get into the campaign by itself. One
 * whose start is over already starts with the next look at the clock.
 */
export async function createCampaign(
  sequelize: Sequelize,
  serving: ServingState,
  wish: CampaignTimes & { name: string; plans: readonly DraftVersion[] },
  userId: number,
): Promise<Campaign> {
  const times = readTimes(wish, Date.now());
  const id = randomUUID();
  await inUnit(sequelize, async (transaction) => {
    const layers = await readLiveLayers(transaction);
    const live = editionFrom(0, flattened(layers));
    const documents = await draftsAt(wish.plans, transaction);
    const shared = await sharedRules(transaction);
    const known = await documentsFor(documents, live.documents, transaction);
    refuseMissingParts(documents, live.documents, known);
    const after = chainProblem(known, () => withDrafts(live, documents, shared));
    refuseOverlaps(serving.snapshot, after.plans, documents);
    const ids = new Set(documents.map((document) => document.id));
    const scheduled = resolveAll(after.documents).filter((plan) => ids.has(plan.id));
    const [ranges, blends] = [scheduled.flatMap(rangesOfPlan), scheduled.flatMap(blendsOfPlan)];
    await CampaignModel.create(
      {
        id,
        name: wish.name,
        ...times,
        content: {
          documents,
          ranges: shared.ranges.filter((range) => ranges.includes(range.id)),
          blends: shared.blends.filter((blend) => blends.includes(blend.id)),
        },
        createdAt: new Date(),
        createdBy: userId,
      },
      { transaction },
    );
    await recordActivity(
      {
        userId,
        action: 'schedule',
        subject: `campaign:${id}`,
        detail: { name: wish.name, from: wish.startsLocal, to: wish.endsLocal, zone: wish.zone },
      },
      transaction,
    );
  });
  return readCampaign(serving, id);
}

async function openRow(id: string, transaction: Transaction): Promise<CampaignModel> {
  const row = await CampaignModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
  if (!row) throw problem('not-found', 'There is no such campaign.');
  if (row.state === 'over' || row.state === 'called-off')
    throw problem(
      'campaign-over',
      `“${row.name}” is ${row.state === 'over' ? 'over' : 'called off'}; schedule a new one.`,
    );
  return row;
}

export async function moveCampaign(
  sequelize: Sequelize,
  serving: ServingState,
  id: string,
  wish: CampaignTimes,
  userId: number,
): Promise<Campaign> {
  const times = readTimes(wish, Date.now());
  await inUnit(sequelize, async (transaction) => {
    const row = await openRow(id, transaction);
    if (row.state === 'running' && times.startsAt.getTime() !== row.startsAt.getTime())
      throw problem('bad-input', 'Nothing was changed.', [
        { path: 'startsLocal', message: 'can’t be changed while the campaign runs' },
      ]);
    await row.update(times, { transaction });
    await recordActivity(
      { userId, action: 'move', subject: `campaign:${id}`, detail: { ...wish } },
      transaction,
    );
  });
  return readCampaign(serving, id);
}

/**
 * Schedules the plans of a campaign again, by the same clock times so many weeks or years later. Times that are over are
 * passed over, so that what ran last year, or years ago, comes next the next time that its day does.
 */
export async function repeatCampaign(
  sequelize: Sequelize,
  serving: ServingState,
  id: string,
  { every, times }: Repetition,
  userId: number,
): Promise<Campaign[]> {
  const made: string[] = [];
  await inUnit(sequelize, async (transaction) => {
    const layers = await readLiveLayers(transaction);
    const row = await CampaignModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw problem('not-found', 'There is no such campaign.');
    if (!withLayer(editionFrom(0, flattened(withoutCampaign(layers, id))), layerOf(row)))
      throw problem('base-not-live', `“${row.name}” builds on a plan that is no longer published.`);
    const { name, zone, startsLocal, endsLocal } = row;
    const content = campaignContent(row);
    for (let step = 1; made.length < times && step <= MOST_STEPS; step++) {
      const start = laterBy(startsLocal, every, step);
      if (momentAt('every', start, zone).at <= Date.now()) continue;
      const end = endsLocal === null ? null : laterBy(endsLocal, every, step);
      const moments = readTimes({ zone, startsLocal: start, endsLocal: end }, Date.now());
      const copy = randomUUID();
      await CampaignModel.create(
        { id: copy, name, ...moments, content, createdAt: new Date(), createdBy: userId },
        { transaction },
      );
      await recordActivity(
        {
          userId,
          action: 'schedule',
          subject: `campaign:${copy}`,
          detail: { name, from: start, to: end, zone },
        },
        transaction,
      );
      made.push(copy);
    }
  });
  const all = await listCampaigns(serving);
  return all.filter((campaign) => made.includes(campaign.id));
}

export async function endCampaign(
  sequelize: Sequelize,
  serving: ServingState,
  id: string,
  userId: number,
): Promise<Campaign> {
  await inUnit(sequelize, async (transaction) => {
    const layers = await readLiveLayers(transaction);
    const row = await openRow(id, transaction);
    await close(row, layers, row.state === 'waiting' ? 'called-off' : 'over', userId, transaction);
  });
  return readCampaign(serving, id);
}

async function close(
  row: CampaignModel,
  layers: Layers,
  state: 'over' | 'called-off',
  userId: number | null,
  transaction: Transaction,
): Promise<void> {
  if (row.state === 'running')
    await publish(
      { layers: withoutCampaign(layers, row.id), note: `End of “${row.name}”`, userId },
      transaction,
    );
  await row.update({ state }, { transaction });
  await recordActivity({ userId, action: state, subject: `campaign:${row.id}` }, transaction);
}

/**
 * Starts and ends what is due at `now`; answers whether anything was published.
 *
 * Each step is one transaction that holds the live edition's row, reads the campaign's state under lock, and writes
 * edition and state together. So it happens once, however many servers look at the clock, and a server that dies in
 * the middle leaves it due for the next look. A campaign whose whole time was missed is over without having run.
 */
export async function keepClock(sequelize: Sequelize, now: number): Promise<boolean> {
  const due = (await CampaignModel.findAll({ where: { state: ['waiting', 'running'] } })).filter(
    (row) => (row.state === 'waiting' && row.startsAt.getTime() <= now) || endOf(row) <= now,
  );
  let published = false;
  due.sort((a, b) => momentDue(a) - momentDue(b));
  for (const { id } of due) published = (await stepCampaign(sequelize, id, now)) || published;
  return published;
}

const momentDue = (row: CampaignModel): number =>
  row.state === 'waiting' ? row.startsAt.getTime() : endOf(row);

async function stepCampaign(sequelize: Sequelize, id: string, now: number): Promise<boolean> {
  return inUnit(sequelize, async (transaction) => {
    const layers = await readLiveLayers(transaction);
    const row = await CampaignModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (row?.state === 'running' && endOf(row) <= now) {
      await close(row, layers, 'over', null, transaction);
      return true;
    }
    if (row?.state !== 'waiting' || row.startsAt.getTime() > now) return false;
    if (endOf(row) <= now) {
      await close(row, layers, 'over', null, transaction);
      return false;
    }
    return start(row, layers, transaction);
  });
}

async function start(row: CampaignModel, layers: Layers, transaction: Transaction): Promise<boolean> {
  const started = withCampaign(layers, layerOf(row));
  if (!withLayer(editionFrom(0, flattened(layers)), layerOf(row))) {
    // The shop stays as it is, and the desk tells.
    await row.update({ state: 'called-off', trouble: NO_BASE }, { transaction });
    await recordActivity({ userId: null, action: 'called-off', subject: `campaign:${row.id}` }, transaction);
    return false;
  }
  await publish({ layers: started, note: `Start of “${row.name}”`, userId: row.createdBy }, transaction);
  await row.update({ state: 'running' }, { transaction });
  await recordActivity({ userId: null, action: 'start', subject: `campaign:${row.id}` }, transaction);
  return true;
}
