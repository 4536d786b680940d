import type { Sequelize } from 'sequelize';
import { HOUSE_PLAN_ID, housePlan } from '@fond/core';
import { loadSnapshot } from '../serving/loadSnapshot';
import { inUnit } from '../database/unit';
import { LiveEditionModel, PlanModel } from '../database/models';
import { publish } from '../edition/editions';

/** A shop without an edition gets its first one: the house plan, which serves every aisle. */
export async function foundHousePlan(sequelize: Sequelize): Promise<void> {
  if (await LiveEditionModel.findByPk(1)) return;
  const plan = housePlan((await loadSnapshot(sequelize)).snapshot, 'House plan');
  await inUnit(sequelize, async (transaction) => {
    await PlanModel.create(
      { id: HOUSE_PLAN_ID, document: plan, version: 1, updatedAt: new Date(), updatedBy: null },
      { transaction },
    );
    const layers = { beneath: { documents: [plan], ranges: [], blends: [] }, campaigns: [], trials: [] };
    await publish({ layers, note: 'The first edition', userId: null }, transaction);
  });
}
