import type { Sequelize } from 'sequelize';
import { documentsBy, HOUSE_PLAN_ID, housePlan, type Snapshot } from '@fond/core';
import type { StoredPlan } from '@fond/contract';
import { documentIn } from '../database/models';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { planRow, readBeneath, sameDocument, savePlan } from './drafts';

/**
 * Draws the house plan up anew from a catalogue that holds more than when the shop was founded: filters and card lines for
 * the attributes that there are now. What shoppers see stays until it is published.
 *
 * @throws {Problem} `draft-differs` where somebody has worked on its draft.
 */
export const renewHousePlan = (
  sequelize: Sequelize,
  snapshot: Snapshot,
  userId: number,
): Promise<StoredPlan> =>
  inUnit(sequelize, async (transaction) => {
    const row = await planRow(HOUSE_PLAN_ID, transaction);
    const draft = documentIn(row);
    const live = documentsBy((await readBeneath()).documents).get(HOUSE_PLAN_ID);
    if (!live || !sameDocument(live, draft))
      throw problem(
        'draft-differs',
        'Nothing was changed: the house plan’s draft differs from what is live. Go back to what is live first, or go on with it.',
      );
    return savePlan(sequelize, HOUSE_PLAN_ID, housePlan(snapshot, draft.name), row.version, userId);
  });
