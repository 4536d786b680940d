import { UniqueConstraintError } from 'sequelize';
import { problem } from '../problem/problem';

/**
 * Waits for a write; one that would make a second of what has to be one of its kind is refused at the field that says so.
 *
 * @param what Such as “Nothing was saved.”
 */
export async function refuseTaken<T>(
  write: Promise<T>,
  fault: { path: string; message: string },
  what = 'Nothing was saved.',
): Promise<T> {
  try {
    return await write;
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw problem('bad-input', what, [fault]);
    throw error;
  }
}
