import type { Sequelize } from 'sequelize';
import { mayAs, type User, type Waiting } from '@fond/contract';
import { CampaignModel, documentIn, PlanModel, PublicationRequestModel } from '../database/models';
import { select } from '../database/rows';
import { listTrials } from '../trial/trials';

/** After a fortnight, in milliseconds, whoever wanted the campaign has heard of it or wants it no more. */
const TROUBLE_TOLD = 14 * 86_400_000;

/** What waits for somebody, on their way through the desk. */
export async function readWaiting(sequelize: Sequelize, { id, role }: User): Promise<Waiting> {
  const [publisher, merchandiser] = [mayAs(role, 'publisher'), mayAs(role, 'merchandiser')];
  const [requests, [{ reviews }], notes, trials, campaigns] = await Promise.all([
    publisher ? PublicationRequestModel.findAll({ where: { state: 'waiting' } }) : [],
    merchandiser
      ? select<{ reviews: number }>(
          sequelize,
          `SELECT COUNT(*) AS reviews FROM reviews WHERE state = 'waiting'`,
        )
      : [{ reviews: 0 }],
    openNotes(sequelize, id),
    publisher ? listTrials(sequelize) : [],
    publisher ? CampaignModel.findAll({ where: { state: 'called-off' } }) : [],
  ]);
  return {
    // Nobody approves what they have asked for themselves.
    requests: requests.filter(({ askedBy }) => askedBy !== id).length,
    reviews,
    notes,
    trials: trials
      .filter(
        ({ state, versions }) =>
          state === 'running' &&
          versions.slice(1).every(({ verdict }) => verdict !== 'early' && verdict !== 'open'),
      )
      .map(({ id: trial, name }) => ({ id: trial, name })),
    campaigns: campaigns
      .filter(({ trouble, startsAt }) => trouble !== null && startsAt.getTime() > Date.now() - TROUBLE_TOLD)
      .map(({ id: campaign, name }) => ({ id: campaign, name })),
  };
}

/** Plans with open notes whose last word is somebody else's. */
async function openNotes(sequelize: Sequelize, userId: number): Promise<Waiting['notes']> {
  const rows = await select<{ plan: string; count: number }>(
    sequelize,
    `SELECT n.plan_id AS plan, COUNT(*) AS count FROM notes n
      LEFT JOIN note_answers a ON a.id = (SELECT MAX(id) FROM note_answers WHERE note_id = n.id)
      WHERE n.settled_at IS NULL AND NOT (COALESCE(IF(a.id IS NULL, n.user_id, a.user_id), 0) <=> ?)
      GROUP BY n.plan_id ORDER BY MAX(n.at) DESC`,
    [userId],
  );
  const plans = await PlanModel.findAll({ where: { id: rows.map(({ plan }) => plan) } });
  const names = new Map(plans.map((row) => [row.id, documentIn(row).name]));
  return rows.map(({ plan, count }) => ({ id: plan, name: names.get(plan) ?? plan, count }));
}
