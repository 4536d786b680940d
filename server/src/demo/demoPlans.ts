import type { Sequelize } from 'sequelize';
import { basedOn, HOUSE_PLAN_ID, isHeir, type Plan } from '@fond/core';
import { documentIn, PlanModel, SettingModel } from '../database/models';
import { select } from '../database/rows';
import { beneath, publish, readLiveLayers } from '../editions/editions';

/** A second plan of the demo, for the knives: two plans are what makes the floor worth reading. */
export async function seedDemoPlans(sequelize: Sequelize): Promise<void> {
  if (await SettingModel.findByPk('demo-planned')) return;
  const [knives] = await select<{ id: number }>(
    sequelize,
    "SELECT id FROM categories WHERE slug = 'knives-and-boards' AND parent_id IS NULL",
  );
  const house = await PlanModel.findByPk(HOUSE_PLAN_ID);
  if (!knives || !house) return;
  const whole = documentIn(house);
  if (isHeir(whole)) return;
  const edited: Plan = {
    ...whole,
    id: 'knives',
    name: 'Knives, four across',
    reach: { include: [{ kind: 'category', category: knives.id, below: true }], exclude: [] },
    fixtures: whole.fixtures.map((fixture) => {
      if (fixture.type === 'facets')
        return {
          ...fixture,
          facets: fixture.facets.filter(({ key }) =>
            ['category', 'price', 'material', 'maker', 'rating'].includes(key),
          ),
        };
      if (fixture.type !== 'shelf') return fixture;
      return {
        ...fixture,
        columns: { wide: 4, medium: 3, narrow: 2 },
        order: { ...fixture.order, levels: [{ key: 'rating', reversed: false }] },
      };
    }),
  };
  const plan = basedOn(edited, whole);
  await sequelize.transaction(async (transaction) => {
    await PlanModel.create(
      { id: plan.id, document: plan, version: 1, updatedAt: new Date(), updatedBy: null },
      { transaction },
    );
    const layers = await readLiveLayers(transaction);
    const documents = [...layers.beneath.documents, plan];
    await publish(
      {
        layers: beneath(layers, { ...layers.beneath, documents }),
        note: 'Knives get their own plan',
        userId: null,
      },
      transaction,
    );
    await SettingModel.create({ name: 'demo-planned', value: true }, { transaction });
  });
}
