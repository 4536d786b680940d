import type { Transaction } from 'sequelize';
import { ActivityModel } from '../database/models';

export interface Activity {
  userId: number | null;
  action: string;
  /** What it was done to, as `kind:id`. */
  subject: string;
  detail?: object;
}

/** Every write of a merchandiser leaves an entry, in the same transaction. */
export async function recordActivity(activity: Activity, transaction: Transaction): Promise<void> {
  await ActivityModel.create({ ...activity, detail: activity.detail ?? {}, at: new Date() }, { transaction });
}
