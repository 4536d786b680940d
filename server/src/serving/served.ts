import type { ServingHost } from './servingHost';
import { afterCommit } from '../database/unit';
import { problem } from '../problem/problem';

/** Lets this process serve what it has just written, once that is committed and before the answer goes out. */
export async function thenServe<T>(host: ServingHost, written: Promise<T>): Promise<T> {
  const answer = await written;
  await afterCommit(() => host.catchUp());
  return answer;
}

/** Nobody waits for a database that is known to be silent. */
export function refuseWhileAway(host: ServingHost): void {
  if (host.databaseAway)
    throw problem(
      'database-away',
      'Nothing was changed. Try again when the database answers; the shop goes on.',
    );
}
