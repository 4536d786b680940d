import { Op, type Sequelize } from 'sequelize';
import type { TrialNote, TrialOutlook, TrialOutlookQuery, TrialReport, TrialSummary } from '@fond/contract';
import {
  aislesOfPlan,
  daysNeeded,
  FALSE_ALARMS,
  plansOnTrial,
  todayIn,
  USUAL_DISPERSION,
  usualRevenueDispersion,
  withVersion,
  type Plan,
  type TrialResult,
} from '@fond/core';
import { EditionModel, versionsOf, type TrialModel } from '../database/models';
import { DAY, dayBefore } from '../figure/asked';
import { firstCounted } from '../figure/readCounts';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';
import { daysOfTrial, resultOf, type Judged } from './results';
import { countsOfPlans, rowsOfTrial } from './trialCounts';
import { readTrialSummary, trialRow } from './trials';

/** Days whose figures an outlook goes by. */
const LOOK_BACK = 28;
/** Beyond that nobody waits, and nothing is as it was. */
const LONGEST = 3_650;

/** What a trial shows so far. */
export async function readTrial(
  sequelize: Sequelize,
  serving: ServingState,
  id: string,
): Promise<TrialReport> {
  const row = await trialRow(id);
  const [trial, rows, changed] = await Promise.all([
    readTrialSummary(sequelize, id),
    rowsOfTrial(sequelize, id),
    changedMeanwhile(row, serving),
  ]);
  const judged: Judged = { ...row.get(), versions: versionsOf(row) };
  const result = resultOf(judged, rows);
  const days = daysOfTrial(judged, rows);
  const plans = judged.versions.map((version): Plan | null => {
    const edition = withVersion(serving.beneath, version);
    return edition?.plans.find((plan) => plan.id === row.planId) ?? null;
  });
  return {
    trial,
    currency: serving.snapshot.currencies[0] ?? 'EUR',
    days,
    notes: [...changed, ...notesOf(result, days, serving, trial)],
    left: daysLeft(trial, result, days.length),
    alarms: FALSE_ALARMS,
    plans,
    path: aislesOfPlan(serving.edition.plans, serving.snapshot.aisles, row.planId)[0]?.path ?? null,
  };
}

/** Editions since the start that changed what is live of the plan or of what builds on it. */
async function changedMeanwhile(row: TrialModel, { beneath }: ServingState): Promise<TrialNote[]> {
  if (!row.startedAt) return [];
  const editions = await EditionModel.findAll({
    attributes: ['number', 'summary', 'publishedAt'],
    where: { publishedAt: { [Op.gt]: row.startedAt, ...(row.endedAt && { [Op.lt]: row.endedAt }) } },
    order: [['number', 'ASC']],
  });
  const plans = plansOnTrial(beneath, { plan: row.planId });
  return editions
    .filter(({ summary }) => summary?.changed.some((id) => plans.has(id)))
    .map(({ number, publishedAt }) => ({
      kind: 'changed',
      edition: number,
      at: publishedAt.toISOString(),
    }));
}

function notesOf(
  { uneven, silent }: TrialResult,
  days: readonly { day: string }[],
  { zone }: ServingState,
  { startedAt, endedAt }: TrialSummary,
): TrialNote[] {
  const notes: TrialNote[] = [];
  if (silent !== null) notes.push({ kind: 'silent', version: silent });
  if (uneven) notes.push({ kind: 'uneven', ...uneven });
  if (startedAt && days.length) {
    const last = endedAt ? Date.parse(endedAt) : Date.now();
    const [from, to] = [Date.parse(startedAt), last].map((now) => Date.parse(todayIn({ now, zone })));
    // Of the day that goes on nothing need be counted yet.
    const missing = Math.round((to - from) / DAY) - days.filter(({ day }) => Date.parse(day) < to).length;
    if (missing > 0) notes.push({ kind: 'pauses', days: missing });
  }
  return notes;
}

/** As it looks from what was counted so far. */
function daysLeft(trial: TrialSummary, { versions, dispersion }: TrialResult, days: number): number | null {
  const open = versions.some(({ verdict }) => verdict === 'open' || verdict === 'early');
  if (trial.state !== 'running' || !open || !days) return null;
  const visits = versions.reduce((sum, one) => sum + one.visits, 0);
  return wholeDays(
    daysNeeded({
      visitsADay: visits / days,
      rate: versions[0].rate,
      dispersion,
      shares: trial.versions.map(({ share }) => share),
      smallest: trial.smallest / 100,
    }) - days,
  );
}

const wholeDays = (days: number): number | null => (days > LONGEST ? null : Math.max(1, Math.ceil(days)));

/** How long a trial of a plan would take, by what was counted of its pages. */
export async function trialOutlook(
  sequelize: Sequelize,
  { edition, zone }: ServingState,
  { plan, goal, smallest, shares: asked }: TrialOutlookQuery,
): Promise<TrialOutlook> {
  const shares = asked.split(',').map(Number);
  if (shares.some((share) => share < 1) || shares.reduce((sum, share) => sum + share, 0) !== 100)
    throw problem('bad-input', 'Nothing was worked out.', [
      { path: 'shares', message: 'have to be 100 together, and each at least 1' },
    ]);
  const plans = [...plansOnTrial(edition, { plan })];
  if (!plans.length)
    throw problem('not-found', 'No such plan is live, so there is nothing to try it against.');
  const today = todayIn({ now: Date.now(), zone });
  const to = dayBefore(today, 1);
  const from = dayBefore(to, LOOK_BACK - 1);
  const [counts, first] = await Promise.all([
    countsOfPlans(sequelize, plans, from, to),
    firstCounted(sequelize),
  ]);
  const since = first !== null && first > from ? first : from;
  const counted = Math.max(1, (Date.parse(to) - Date.parse(since)) / DAY + 1);
  const rate = counts.visits ? counts[goal] / counts.visits : 0;
  return {
    from,
    to,
    visits: counts.visits,
    rate,
    days: wholeDays(
      daysNeeded({
        visitsADay: counts.visits / counted,
        rate,
        dispersion:
          goal === 'revenue'
            ? usualRevenueDispersion(counts.bought ? counts.revenue / counts.bought : 1)
            : USUAL_DISPERSION,
        shares,
        smallest: smallest / 100,
      }),
    ),
  };
}
