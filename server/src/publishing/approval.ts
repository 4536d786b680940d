import type { Sequelize } from 'sequelize';
import { mayAs, type HeldOperation as Held, type User } from '@fond/contract';
import { leastRole, OPERATIONS, type Operation, type OperationName } from '@fond/contract/operations';
import { UserModel } from '../database/models';
import { select } from '../database/rows';
import { problem } from '../problem/problem';
import { readSettings } from '../setting/settings';

/** An operation that the contract has, with what it was asked for. */
export interface HeldOperation extends Held {
  operation: OperationName;
}

type Fields = HeldOperation['body'];

/** A call as it can be asked for. */
export const toHeld = (
  operation: OperationName,
  call: { params: unknown; body: unknown },
): HeldOperation => ({ operation, params: (call.params ?? {}) as Fields, body: (call.body ?? {}) as Fields });

/** What shoppers don't see, though the operation may do what they see. */
async function isUnseen(sequelize: Sequelize, { operation, params, body }: HeldOperation): Promise<boolean> {
  if (operation === 'importCatalogue') return body['dryRun'] === '1';
  if (operation === 'createTrial') return body['start'] === false;
  if (body['open'] !== false) return false;
  if (operation === 'createFreePage') return true;
  if (operation !== 'saveFreePage') return false;
  const [page] = await select<{ open: number }>(sequelize, 'SELECT open FROM free_pages WHERE id = ?', [
    String(params['id']),
  ]);
  return page !== undefined && !page.open;
}

/** Whether a second person has to approve what somebody does: the shop wants it, and there is one who can. */
async function needsApproval(sequelize: Sequelize, user: User): Promise<boolean> {
  const { approval } = await readSettings(sequelize);
  if (!approval) return false;
  const others = await UserModel.findAll({ where: { removedAt: null } });
  return others.some(({ id, role }) => id !== user.id && mayAs(role, 'publisher'));
}

/**
 * Holds back what shoppers would see where a second person has to approve it; the answer carries what can be asked for.
 *
 * @throws the problem `approval-needed`.
 */
export async function refuseUnapproved(sequelize: Sequelize, held: HeldOperation, user: User): Promise<void> {
  if (!(await needsApproval(sequelize, user)) || (await isUnseen(sequelize, held))) return;
  throw problem(
    'approval-needed',
    'In this shop somebody else has to approve what shoppers will see. Ask for it; until then nothing changes.',
    undefined,
    { held },
  );
}

/** Holds a request against the operation's own schemas, so that what is approved later can be done. */
export function checkHeld(held: Held): asserts held is HeldOperation {
  const { operation, params, body } = held;
  const refuse = (message: string): Error =>
    problem('bad-input', 'Nothing was asked for.', [{ path: 'held', message }]);
  const known: Operation | undefined = Object.hasOwn(OPERATIONS, operation)
    ? OPERATIONS[operation as OperationName]
    : undefined;
  if (!known?.shown) throw refuse(`“${operation}” needs nobody’s approval`);
  const { params: paramsSchema, body: bodySchema, upload } = known;
  if (upload && body['from'] === undefined)
    throw refuse('try the file first, and ask for the job that tried it');
  for (const [schema, value] of [
    [paramsSchema, params],
    [bodySchema ?? upload, body],
  ] as const) {
    const { error } = schema ? schema.validate(value) : { error: undefined };
    if (error) throw refuse(error.message);
  }
}

/**
 * Nobody gets by asking what neither they nor who approves may do. So a publisher approves what an owner asks for, and
 * an owner what anybody does.
 *
 * @throws the problem `not-allowed`.
 */
export async function refuseBeyondRoles(
  operation: OperationName,
  { role }: User,
  askedBy: number | null,
): Promise<void> {
  const least = leastRole(OPERATIONS[operation]);
  if (mayAs(role, least)) return;
  const asker = askedBy === null ? null : await UserModel.findByPk(askedBy);
  if (asker && !asker.removedAt && mayAs(asker.role, least)) return;
  throw problem('not-allowed', `Approving that takes at least the role “${least}”.`);
}
