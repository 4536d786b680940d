import { Op, UniqueConstraintError, type Sequelize } from 'sequelize';
import type { ActivityEntry, Role, ShopSettings, User } from '@fond/contract';
import { ActivityModel, CampaignModel, PlanModel, SettingModel, UserModel } from '../database/models';
import { isZone } from '../campaigns/clock';
import { inUnit } from '../database/unit';
import { problem } from '../http/problem';
import { recordActivity } from './activity';
import { addUser, userOf } from './users';

export const listPeople = async (): Promise<User[]> =>
  (await UserModel.findAll({ order: [['name', 'ASC']] })).map(userOf);

export interface NewPerson {
  name: string;
  email: string;
  password: string;
  role: Role;
}

export async function addPerson(
  sequelize: Sequelize,
  { name, email, password, role }: NewPerson,
  userId: number,
): Promise<User> {
  try {
    return await inUnit(sequelize, async (transaction) => {
      const user = await addUser(name, email, password, role);
      await recordActivity(
        { userId, action: 'add', subject: `person:${user.id}`, detail: { name, role } },
        transaction,
      );
      return user;
    });
  } catch (error) {
    if (error instanceof UniqueConstraintError)
      throw problem('bad-input', 'Nobody was added.', [
        { path: 'email', message: `${email} can sign in already` },
      ]);
    throw error;
  }
}

/** A shop without an owner could never get one again. */
export async function changeRole(
  sequelize: Sequelize,
  id: number,
  role: Role,
  userId: number,
): Promise<User> {
  return inUnit(sequelize, async (transaction) => {
    const owners = await UserModel.findAll({
      where: { role: 'owner' },
      transaction,
      lock: transaction.LOCK.UPDATE,
    });
    const row = await UserModel.findByPk(id, { transaction });
    if (!row) throw problem('not-found', 'There is no such person.');
    if (role !== 'owner' && owners.length === 1 && owners[0].id === id)
      throw problem('last-owner', `${row.name} is the only owner. Make somebody else an owner first.`);
    await row.update({ role }, { transaction });
    await recordActivity(
      { userId, action: 'role', subject: `person:${id}`, detail: { name: row.name, role } },
      transaction,
    );
    return userOf(row);
  });
}

const APPROVAL = 'publishing-needs-approval';
export const TIME_ZONE = 'time-zone';

export async function readSettings(): Promise<ShopSettings> {
  const rows = await SettingModel.findAll({ where: { name: [APPROVAL, TIME_ZONE] } });
  const values = new Map(rows.map(({ name, value }) => [name, value]));
  return { approval: values.get(APPROVAL) === true, zone: zoneOf(values.get(TIME_ZONE)) };
}

/** UTC until somebody has said where the shop is. */
export const zoneOf = (stored: unknown): string => (typeof stored === 'string' ? stored : 'UTC');

export async function changeSettings(
  sequelize: Sequelize,
  { approval, zone }: ShopSettings,
  userId: number,
): Promise<ShopSettings> {
  if (!isZone(zone))
    throw problem('bad-input', 'Nothing was changed.', [
      { path: 'zone', message: `“${zone}” is no time zone that is known here` },
    ]);
  await inUnit(sequelize, async (transaction) => {
    await SettingModel.upsert({ name: APPROVAL, value: approval }, { transaction });
    await SettingModel.upsert({ name: TIME_ZONE, value: zone }, { transaction });
    await recordActivity(
      { userId, action: 'settings', subject: 'shop:settings', detail: { name: 'the shop', approval, zone } },
      transaction,
    );
  });
  return readSettings();
}

export interface ActivityQuery {
  before?: number;
  subject?: string;
  who?: number;
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
