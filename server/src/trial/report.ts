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
  dayLater,
} from '@fond/core';
import { EditionModel, versionsOf, type TrialModel } from '../database/models';
import { DAY } from '../figure/asked';
import { firstCounted } from '../figure/readCounts';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';
import { daysOfTrial, resultOf, type Judged } from './results';
import { countsOfPlans, rowsOfTrial } from './trialCounts';
import { readTrialSummary, trialRow } from './trials';

/** Days whose figures an outlook goes by. */
const LOOK_BACK = 28;
/** Days of its own before a trial's length is told from them. */
const FEWEST_DAYS = 3;
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
  const shares = trial.versions.map(({ share }) => share);
  // What two days show says less of the next ones than four weeks before do.
  const before =
    trial.state === 'running' && days.length < FEWEST_DAYS
      ? await outlookOf(sequelize, serving, row.planId, { ...trial, shares })
      : null;
  const plans = judged.versions.map((version): Plan | null => {
    const edition = withVersion(serving.beneath, version);
    return edition?.plans.find((plan) => plan.id === row.planId) ?? null;
  });
  return {
    trial,
    currency: serving.snapshot.currencies[0] ?? 'EUR',
    days,
    notes: [...changed, ...notesOf(result, days, serving, trial)],
    left: before ? before.days : daysLeft(trial, result, days.length),
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
    // Neither the day on which it began nor the one that goes on is a whole one.
    const whole = Math.max(0, Math.round((to - from) / DAY) - 1);
    const counted = days.map(({ day }) => Date.parse(day)).filter((day) => day > from && day < to);
    const missing = whole - counted.length;
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
  serving: ServingState,
  { plan, shares: asked, ...wish }: TrialOutlookQuery,
): Promise<TrialOutlook> {
  const shares = asked.split(',').map(Number);
  if (shares.some((share) => share < 1) || shares.reduce((sum, share) => sum + share, 0) !== 100)
    throw problem('bad-input', 'Nothing was worked out.', [
      { path: 'shares', message: 'have to be 100 together, and each at least 1' },
    ]);
  const outlook = await outlookOf(sequelize, serving, plan, { ...wish, shares });
  if (!outlook) throw problem('not-found', 'No such plan is live, so there is nothing to try it against.');
  return outlook;
}

async function outlookOf(
  sequelize: Sequelize,
  { edition, zone }: ServingState,
  plan: string,
  { goal, smallest, shares }: Pick<TrialSummary, 'goal' | 'smallest'> & { shares: readonly number[] },
): Promise<TrialOutlook | null> {
  const plans = [...plansOnTrial(edition, { plan })];
  if (!plans.length) return null;
  const today = todayIn({ now: Date.now(), zone });
  const to = dayLater(today, -1);
  const from = dayLater(to, 1 - LOOK_BACK);
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
