import { Op } from 'sequelize';
import { PresenceModel, UserModel } from '../database/models';
import { planRow } from './drafts';

/** Who has not been heard of for so long has left. */
const LEFT_AFTER = 25_000;

/** Notes that somebody has a plan open, and answers with the names of the others who have. */
export async function notePresence(planId: string, userId: number): Promise<string[]> {
  await planRow(planId);
  const now = Date.now();
  await PresenceModel.upsert({ planId, userId, seenAt: new Date(now) });
  await PresenceModel.destroy({ where: { seenAt: { [Op.lt]: new Date(now - LEFT_AFTER) } } });
  const others = await PresenceModel.findAll({ where: { planId, userId: { [Op.ne]: userId } } });
  if (!others.length) return [];
  const people = await UserModel.findAll({
    where: { id: others.map((other) => other.userId) },
    order: [['name', 'ASC']],
  });
  return people.map(({ name }) => name);
}
