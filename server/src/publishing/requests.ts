import type { Sequelize, Transaction } from 'sequelize';
import type { HeldOperation as Held, DraftVersion, EditionSummary, PublicationRequest } from '@fond/contract';
import { mayAs, type User } from '@fond/contract';
import type { ServingState } from '../serving/servingHost';
import { inUnit } from '../database/unit';
import { PlanModel, PublicationRequestModel, UserModel } from '../database/models';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';
import { readSettings } from '../setting/settings';
import { roleOf } from '../person/users';
import { checkHeld, refuseBeyondRoles, type HeldOperation } from './approval';
import { wordsOf } from './heldWords';
import { draftsAt, publishPlans } from './publishing';

const MAX_LISTED = 50;

async function describeRequests(rows: readonly PublicationRequestModel[]): Promise<PublicationRequest[]> {
  const [users, plans] = await Promise.all([
    UserModel.findAll({ attributes: ['id', 'name'] }),
    PlanModel.findAll({ attributes: ['id', 'version'] }),
  ]);
  const people = new Map(users.map(({ id, name }) => [id, name]));
  const versions = new Map(plans.map(({ id, version }) => [id, version]));
  return rows.map((row) => ({
    id: row.id,
    plans: row.plans.map((plan) => ({ ...plan, current: versions.get(plan.id) === plan.version })),
    words: row.words || `publish ${names(row)}`,
    note: row.note,
    state: row.state,
    askedBy: people.get(row.askedBy ?? 0) ?? 'Fond Aisle',
    askedById: row.askedBy,
    askedAt: row.askedAt.toISOString(),
    answeredBy: row.answeredBy === null ? null : (people.get(row.answeredBy) ?? 'somebody'),
    answer: row.answer,
  }));
}

/** Those that wait, then the last that were answered. */
export const listRequests = async (): Promise<PublicationRequest[]> =>
  describeRequests(
    await PublicationRequestModel.findAll({
      order: [
        ['state', 'ASC'],
        ['id', 'DESC'],
      ],
      limit: MAX_LISTED,
    }),
  );

async function readRequest(id: number): Promise<PublicationRequest> {
  const row = await PublicationRequestModel.findByPk(id);
  if (!row) throw problem('not-found', 'There is no such request.');
  const [request] = await describeRequests([row]);
  return request;
}

export async function askToPublish(
  sequelize: Sequelize,
  { plans, note }: { plans: readonly DraftVersion[]; note: string },
  userId: number,
): Promise<PublicationRequest> {
  const id = await inUnit(sequelize, async (transaction) => {
    const drafts = await draftsAt(plans, transaction);
    const row = await PublicationRequestModel.create(
      {
        plans: plans.map((plan, at) => ({ ...plan, name: drafts[at].name })),
        note,
        askedAt: new Date(),
        askedBy: userId,
      },
      { transaction },
    );
    await recordActivity(
      {
        userId,
        action: 'ask',
        subject: `request:${row.id}`,
        detail: { name: drafts.map(({ name }) => name).join(', '), note },
      },
      transaction,
    );
    return row.id;
  });
  return readRequest(id);
}

async function waitingRow(id: number, transaction?: Transaction): Promise<PublicationRequestModel> {
  const row = await PublicationRequestModel.findByPk(
    id,
    transaction && { transaction, lock: transaction.LOCK.UPDATE },
  );
  if (!row) throw problem('not-found', 'There is no such request.');
  if (row.state !== 'waiting') throw problem('request-answered', `It is ${row.state} already.`);
  return row;
}

/** Asks for anything else that shoppers will see. */
export async function askToDo(
  sequelize: Sequelize,
  held: Held,
  note: string,
  userId: number,
): Promise<PublicationRequest> {
  checkHeld(held);
  const words = (await wordsOf(sequelize, held)).slice(0, 400);
  const { operation, params, body } = held;
  const id = await inUnit(sequelize, async (transaction) => {
    const row = await PublicationRequestModel.create(
      { plans: [], operation, wish: { params, body }, words, note, askedAt: new Date(), askedBy: userId },
      { transaction },
    );
    await recordActivity(
      { userId, action: 'ask', subject: `request:${row.id}`, detail: { name: words, note } },
      transaction,
    );
    return row.id;
  });
  return readRequest(id);
}

/** What a request that waits holds; null where it asks for drafts to be published. */
export async function readHeld(sequelize: Sequelize, id: number, user: User): Promise<HeldOperation | null> {
  const { operation, wish, askedBy } = await waitingRow(id);
  if (operation === null || !wish) return null;
  const { approval } = await readSettings(sequelize);
  if (approval && askedBy === user.id)
    throw problem('approval-needed', 'You asked for it yourself; somebody else has to approve.');
  const held = { operation, ...wish } as HeldOperation;
  await refuseBeyondRoles(held.operation, user, askedBy);
  return held;
}

/** Notes that what was asked for is done, in the unit that does it. */
export async function noteApproval(sequelize: Sequelize, id: number, userId: number): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const row = await waitingRow(id, transaction);
    await row.update({ state: 'approved', answeredBy: userId }, { transaction });
    await recordActivity(
      { userId, action: 'approve', subject: `request:${id}`, detail: { name: row.words } },
      transaction,
    );
  });
}

/** Publishes the drafts that were asked for; one that was edited since is a newer draft, which nobody has seen. */
export async function approveRequest(
  sequelize: Sequelize,
  serving: ServingState,
  id: number,
  userId: number,
): Promise<EditionSummary> {
  const asked = await waitingRow(id);
  const { approval } = await readSettings(sequelize);
  if (approval && asked.askedBy === userId)
    throw problem('approval-needed', 'You asked for it yourself; somebody else has to approve.');
  const wish = {
    plans: asked.plans.map(({ id: plan, version }) => ({ id: plan, version })),
    note: asked.note,
  };
  return publishPlans(sequelize, serving, wish, userId, async (transaction) => {
    const row = await waitingRow(id, transaction);
    await row.update({ state: 'approved', answeredBy: userId }, { transaction });
    await recordActivity(
      { userId, action: 'approve', subject: `request:${id}`, detail: { name: names(row) } },
      transaction,
    );
  });
}

const names = ({ plans, words }: PublicationRequestModel): string =>
  words || plans.map(({ name }) => name).join(', ');

/** A publisher may decline any; who asked may withdraw it. */
export async function declineRequest(
  sequelize: Sequelize,
  id: number,
  words: string,
  userId: number,
): Promise<PublicationRequest> {
  await inUnit(sequelize, async (transaction) => {
    const row = await waitingRow(id, transaction);
    const own = row.askedBy === userId;
    if (!own && !mayAs(await roleOf(userId), 'publisher'))
      throw problem('not-allowed', 'Only a publisher, or who asked, can answer it.');
    const state = own ? 'withdrawn' : 'declined';
    await row.update({ state, answeredBy: userId, answer: words }, { transaction });
    await recordActivity(
      { userId, action: state, subject: `request:${id}`, detail: { name: names(row), words } },
      transaction,
    );
  });
  return readRequest(id);
}
