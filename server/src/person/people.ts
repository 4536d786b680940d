import { Op, type Sequelize, type Transaction } from 'sequelize';
import {
  mayAs,
  type ActivityEntry,
  type Role,
  type User,
  type NewPerson,
  type ActivityQuery,
} from '@fond/contract';
import { ActivityModel, CampaignModel, PlanModel, UserModel } from '../database/models';
import { refuseTaken } from '../database/unique';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';
import { hashPassword } from './passwords';
import { addUser, roleOf, userOf } from './users';

export const listPeople = async (): Promise<User[]> =>
  (await UserModel.findAll({ where: { removedAt: null }, order: [['name', 'ASC']] })).map(userOf);

export async function addPerson(
  sequelize: Sequelize,
  { name, email, password, role }: NewPerson,
  userId: number,
): Promise<User> {
  return refuseTaken(
    inUnit(sequelize, async (transaction) => {
      const user = await addUser(name, email, password, role);
      await recordActivity(
        { userId, action: 'add', subject: `person:${user.id}`, detail: { name, role } },
        transaction,
      );
      return user;
    }),
    { path: 'email', message: `${email} can sign in already` },
    'Nobody was added.',
  );
}

async function personRow(id: number, transaction: Transaction): Promise<UserModel> {
  const row = await UserModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
  if (!row || row.removedAt) throw problem('not-found', 'There is no such person.');
  return row;
}

/** A shop without an owner could never get one again. */
async function refuseLastOwner(row: UserModel, transaction: Transaction): Promise<void> {
  const owners = await UserModel.findAll({
    where: { role: 'owner', removedAt: null },
    transaction,
    lock: transaction.LOCK.UPDATE,
  });
  if (owners.length === 1 && owners[0].id === row.id)
    throw problem('last-owner', `${row.name} is the only owner. Make somebody else an owner first.`);
}

export async function changeRole(
  sequelize: Sequelize,
  id: number,
  role: Role,
  userId: number,
): Promise<User> {
  return inUnit(sequelize, async (transaction) => {
    const row = await personRow(id, transaction);
    if (role !== 'owner') await refuseLastOwner(row, transaction);
    await row.update({ role }, { transaction });
    await recordActivity(
      { userId, action: 'role', subject: `person:${id}`, detail: { name: row.name, role } },
      transaction,
    );
    return userOf(row);
  });
}

/** Somebody may sign in no more. Their name stays, for the record of what they did. */
export async function removePerson(sequelize: Sequelize, id: number, userId: number): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    const row = await personRow(id, transaction);
    await refuseLastOwner(row, transaction);
    await row.update({ removedAt: new Date(), email: null, passwordHash: '' }, { transaction });
    await recordActivity(
      { userId, action: 'remove', subject: `person:${id}`, detail: { name: row.name } },
      transaction,
    );
  });
}

/** A new password ends all sessions that began with the old one. */
export async function setPassword(
  sequelize: Sequelize,
  id: number,
  password: string,
  userId: number,
): Promise<void> {
  const passwordHash = await hashPassword(password);
  await inUnit(sequelize, async (transaction) => {
    const row = await personRow(id, transaction);
    await row.update({ passwordHash, sessionsFrom: new Date() }, { transaction });
    await recordActivity(
      { userId, action: 'password', subject: `person:${id}`, detail: { name: row.name } },
      transaction,
    );
  });
}

export async function endSessions(sequelize: Sequelize, id: number, userId: number): Promise<void> {
  if (id !== userId && !mayAs(await roleOf(userId), 'owner'))
    throw problem('not-allowed', 'Only an owner of the shop can sign others out.');
  await inUnit(sequelize, async (transaction) => {
    const row = await personRow(id, transaction);
    await row.update({ sessionsFrom: new Date() }, { transaction });
    await recordActivity(
      { userId, action: 'sign-out', subject: `person:${id}`, detail: { name: row.name } },
      transaction,
    );
  });
}

const PAGE = 100;

/** The record, the newest first, a hundred at a time. */
export async function readActivity({ before, subject, who }: ActivityQuery): Promise<ActivityEntry[]> {
  const [rows, users, plans, campaigns] = await Promise.all([
    ActivityModel.findAll({
      where: {
        ...(before && { id: { [Op.lt]: before } }),
        ...(subject && { subject }),
        ...(who && { userId: who }),
      },
      order: [['id', 'DESC']],
      limit: PAGE,
    }),
    UserModel.findAll({ attributes: ['id', 'name'] }),
    PlanModel.findAll({ attributes: ['id', 'name'] }),
    CampaignModel.findAll({ attributes: ['id', 'name'] }),
  ]);
  const people = new Map(users.map(({ id, name }) => [id, name]));
  const names = new Map([
    ...plans.map(({ id, name }): [string, string] => [`plan:${id}`, name]),
    ...campaigns.map(({ id, name }): [string, string] => [`campaign:${id}`, name]),
    ...users.map(({ id, name }): [string, string] => [`person:${id}`, name]),
  ]);
  return rows.map((row) => ({
    id: row.id,
    at: row.at.toISOString(),
    who: people.get(row.userId ?? 0) ?? 'Fond Aisle',
    action: row.action,
    subject: row.subject,
    name: names.get(row.subject) ?? nameIn(row.detail) ?? row.subject.split(':').slice(1).join(':'),
    detail: row.detail as ActivityEntry['detail'],
  }));
}

/** Of what is gone, or never had a name, the entry itself often knows one. */
function nameIn(detail: object): string | null {
  const { name, file } = detail as { name?: unknown; file?: unknown };
  const found = name ?? file;
  return typeof found === 'string' ? found : null;
}
