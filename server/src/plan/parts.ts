import { randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import type { PartSummary, StoredPlan, NewPart } from '@fond/contract';
import {
  aislesOfPlan,
  documentsBy,
  partsOf,
  resolvePlan,
  shelfOf,
  USUAL_LOOK,
  type Plan,
  USUAL_BADGES,
  USUAL_PRODUCT_PAGE,
} from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import { inUnit } from '../database/unit';
import { documentIn, PlanModel, UserModel } from '../database/models';
import { recordActivity } from '../activity/activity';
import { plansShowing } from './plansShowing';
import { readBeneath, readPlan, sameDocument } from './drafts';
import { safeDocument } from '../document/safePlan';

/** All parts, with what they show and where they are shown. */
export async function listParts({ snapshot }: ServingState): Promise<PartSummary[]> {
  const [rows, users, beneath] = await Promise.all([
    // What is put aside is of no matter here, unless it is a part.
    PlanModel.findAll({ where: { [Op.or]: [{ kind: 'part' }, { standing: 'open' }] } }),
    UserModel.findAll({ attributes: ['id', 'name'] }),
    readBeneath(),
  ]);
  const names = new Map(users.map(({ id, name }) => [id, name]));
  const drafts = rows.map(documentIn);
  const live = documentsBy(beneath.documents);
  const open = drafts.filter((_, at) => rows[at].standing === 'open');
  const known = documentsBy([...beneath.documents, ...open]);
  const aislesShowing = new Map<string, number>();
  for (const plan of beneath.plans) {
    const aisles = aislesOfPlan(beneath.plans, snapshot.aisles, plan.id).length;
    for (const part of partsOf(resolvePlan(live, plan.id)))
      aislesShowing.set(part, (aislesShowing.get(part) ?? 0) + aisles);
  }
  return rows
    .flatMap((row, at): PartSummary[] => {
      const part = drafts[at] as Plan;
      if (part.kind !== 'part') return [];
      const published = live.get(part.id);
      return [
        {
          id: part.id,
          name: part.name,
          version: row.version,
          standing: row.standing,
          fixtures: part.fixtures,
          usedIn: plansShowing(known, part.id),
          aisles: aislesShowing.get(part.id) ?? 0,
          live: published !== undefined,
          changed: !published || !sameDocument(published, part),
          updatedAt: row.updatedAt.toISOString(),
          updatedBy: names.get(row.updatedBy ?? 0) ?? 'Fond Aisle',
        },
      ];
    })
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

/** Keeps a fixture and all within it as a part. It is live once a plan that shows it is published. */
export async function createPart(
  sequelize: Sequelize,
  { name, fixtures }: NewPart,
  userId: number,
): Promise<StoredPlan> {
  const asked: Plan = {
    id: randomUUID(),
    kind: 'part',
    name,
    reach: { include: [], exclude: [] },
    rank: 0,
    fixtures,
    productPage: USUAL_PRODUCT_PAGE,
    look: USUAL_LOOK,
    badges: USUAL_BADGES,
    css: '',
  };
  const document = safeDocument(documentsBy([asked]), asked.id);
  await inUnit(sequelize, async (transaction) => {
    await PlanModel.create(
      { id: document.id, document, version: 1, updatedAt: new Date(), updatedBy: userId },
      { transaction },
    );
    await recordActivity(
      { userId, action: 'create', subject: `plan:${document.id}`, detail: { name, kind: 'part' } },
      transaction,
    );
  });
  return readPlan(document.id);
}

/**
 * A page that shows a part and nothing else, in the shop's look, at every aisle: how a part is seen while it is edited.
 */
export const showAlone = (part: Plan, house: Plan): Plan => ({
  ...part,
  kind: 'page',
  reach: house.reach,
  look: house.look,
  // What follows the card of the page's shelf has none here; the house plan's stands in for it.
  fixtures: part.fixtures.map((fixture) =>
    fixture.type === 'promotion'
      ? {
          ...fixture,
          card: fixture.card ?? shelfOf(house)?.card ?? null,
          face: fixture.face ?? shelfOf(house)?.face ?? null,
        }
      : fixture,
  ),
});
