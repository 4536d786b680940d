import { AsyncLocalStorage } from 'node:async_hooks';
import { setTimeout as delay } from 'node:timers/promises';
import { Sequelize, Transaction, UniqueConstraintError } from 'sequelize';
import { isDatabaseAway, problem } from '../problem/problem';
import { codesOf } from './faults';

/** What one unit of work carries along: Sequelize keeps its transaction in it. */
interface Scope {
  values: Map<string, unknown>;
  afterwards: (() => Promise<unknown> | void)[];
}

const scopes = new AsyncLocalStorage<Scope | null>();

/**
 * Lets every statement that runs within a unit of work use the unit's connection, whoever sends it and without its
 * being handed a transaction. A read that took a connection of its own would wait for one while the unit holds one: with
 * as many units as there are connections, all of them would wait for good.
 */
Sequelize.useCLS({
  get: (key: string) => scopes.getStore()?.values.get(key),
  set: (key: string, value: unknown) => scopes.getStore()?.values.set(key, value),
  run: (work: (context: unknown) => unknown) => {
    const held = scopes.getStore();
    return scopes.run({ values: new Map(), afterwards: held?.afterwards ?? [] }, () => work(null));
  },
  bind: <T extends (...args: never[]) => unknown>(work: T): T => AsyncLocalStorage.bind(work) as T,
});

/** Another unit has taken, since this one looked, what only one can have: the next try sees that, and says or avoids it. */
const isTaken = (error: unknown): boolean => error instanceof UniqueConstraintError;

/** A unit that lost against another one is tried so often. */
const TRIES = 6;

/** A lock that another unit held too long, or that both held crosswise; on a cluster, a row that another node changed first. */
const isConflict = (error: unknown): boolean =>
  codesOf(error).some((code) => code === 'ER_LOCK_DEADLOCK' || code === 'ER_LOCK_WAIT_TIMEOUT');

/** The transaction of the unit that the caller runs in. */
const heldTransaction = (): Transaction | undefined =>
  scopes.getStore()?.values.get('transaction') as Transaction | undefined;

/**
 * Runs reads and writes that belong together in one transaction; within a unit already, as a part of that one. Each
 * statement sees what was committed before it. A unit that lost a lock to another is tried anew from its beginning, so
 * it may keep nothing outside of the database until it has ended.
 *
 * @throws the problem `busy` when it lost each time, and `outcome-unknown` when the database went away while it
 * committed.
 */
export async function inUnit<T>(
  sequelize: Sequelize,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  const held = heldTransaction();
  if (held) return work(held);
  for (let tried = 1; ; tried++) {
    const scope: Scope = { values: new Map(), afterwards: [] };
    let committing = false;
    try {
      const answer = await scopes.run(scope, () =>
        sequelize.transaction(
          { isolationLevel: Transaction.ISOLATION_LEVELS.READ_COMMITTED },
          async (transaction) => {
            const done = await work(transaction);
            committing = true;
            return done;
          },
        ),
      );
      for (const then of scope.afterwards) await outsideUnits(then);
      return answer;
    } catch (error) {
      if (isConflict(error) || (isTaken(error) && tried < TRIES)) {
        if (tried === TRIES)
          throw problem(
            'busy',
            'Others were changing the same things all the while, so nothing was changed. Try again in a moment.',
          );
        await delay(2 ** tried * 10 * (0.5 + Math.random()));
        continue;
      }
      if (committing && isDatabaseAway(error))
        throw problem(
          'outcome-unknown',
          'The database went away while it stored this, so it isn’t known yet whether it did. Reload before you try again.',
        );
      throw error;
    }
  }
}

/** Runs work once the unit that the caller is in has been committed; at once where there is none. It may not throw. */
export async function afterCommit(work: () => Promise<unknown> | void): Promise<void> {
  const scope = scopes.getStore();
  if (scope && heldTransaction()) scope.afterwards.push(work);
  else await work();
}

/** Runs work that is no part of the caller's unit, such as what goes on after its answer. */
export const outsideUnits = <T>(work: () => T): T => scopes.run(null, work);
