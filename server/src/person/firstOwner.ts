import { randomInt, timingSafeEqual } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { FirstOwner, User } from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { SettingModel } from '../database/models';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { addUser, isUnpeopled } from './users';

const SETTING = 'setup-code';
/** Letters and digits that nobody takes for another. */
const SIGNS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const LENGTH = 12;

/** The code by which the first owner is made; it is shown where the application is started, and nowhere else. */
export async function setupCode(): Promise<string> {
  const signs = Array.from({ length: LENGTH }, () => SIGNS[randomInt(SIGNS.length)]);
  const fresh = [0, 4, 8].map((from) => signs.slice(from, from + 4).join('')).join('-');
  const [row] = await SettingModel.findOrCreate({
    where: { name: SETTING },
    defaults: { name: SETTING, value: fresh },
  });
  return String(row.value);
}

const normaliseCode = (code: string): Buffer => Buffer.from(code.toUpperCase().replace(/[^A-Z0-9]/g, ''));

/**
 * Makes the first owner of a shop that nobody can sign in to.
 *
 * @throws {Problem} `done-already` where somebody can, `sign-in-refused` where the code is another one.
 */
export const makeOwner = (
  sequelize: Sequelize,
  { code, name, email, password }: FirstOwner,
  demo: boolean,
): Promise<User> =>
  inUnit(sequelize, async (transaction) => {
    // Two who come at the same moment wait here for each other.
    const row = await SettingModel.findByPk(SETTING, { transaction, lock: transaction.LOCK.UPDATE });
    if (!(await isUnpeopled(demo)))
      throw problem('done-already', 'The shop has an owner already. Sign in, or ask them to let you in.');
    const [asked, known] = [
      normaliseCode(code),
      normaliseCode(typeof row?.value === 'string' ? row.value : ''),
    ];
    if (!known.length || asked.length !== known.length || !timingSafeEqual(asked, known))
      throw problem(
        'sign-in-refused',
        'The code is another one. It stands where the application was started: “make the owner with the code …”.',
      );
    const user = await addUser(name, email, password, 'owner');
    await row!.destroy({ transaction });
    await recordActivity(
      { userId: user.id, action: 'add', subject: `person:${user.id}`, detail: { name, role: 'owner' } },
      transaction,
    );
    return user;
  });
