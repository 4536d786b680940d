import type { Sequelize } from 'sequelize';
import { COUNTED, type Counts } from '@fond/core';
import { select } from '../database/rows';

/** What a hundredth of the shoppers did on a day of a trial. */
export interface TrialRow extends Counts {
  day: string;
  version: number;
  part: number;
  visits: number;
  purchases: number;
}

const SUMS = ['visits', 'purchases', ...COUNTED]
  .map((name) => `CAST(SUM(${name}) AS DOUBLE) AS ${name}`)
  .join(', ');

/** All that was counted of a trial, by day and hundredth. */
export const rowsOfTrial = (sequelize: Sequelize, trial: string): Promise<TrialRow[]> =>
  select(
    sequelize,
    `SELECT DATE_FORMAT(day, '%Y-%m-%d') AS day, version, part, ${SUMS} FROM figure_trials
      WHERE trial = ? GROUP BY day, version, part ORDER BY day, version, part`,
    [trial],
  );

/** The same of several trials, all their days together. */
export const rowsOfTrials = (
  sequelize: Sequelize,
  trials: readonly string[],
): Promise<(Omit<TrialRow, 'day'> & { trial: string })[]> =>
  trials.length
    ? select(
        sequelize,
        `SELECT trial, version, part, ${SUMS} FROM figure_trials WHERE trial IN (?) GROUP BY trial, version, part`,
        [trials],
      )
    : Promise.resolve([]);

/** What was counted between two days, both included, of the pages that some plans make. */
export async function countsOfPlans(
  sequelize: Sequelize,
  plans: readonly string[],
  from: string,
  to: string,
): Promise<Counts & { visits: number }> {
  const [row] = await select<Counts & { visits: number }>(
    sequelize,
    `SELECT ${['visits', ...COUNTED].map((name) => `COALESCE(CAST(SUM(c.${name}) AS DOUBLE), 0) AS ${name}`).join(', ')}
      FROM figure_marks c JOIN figure_names n ON n.id = c.name
      WHERE c.kind = 'plan' AND n.name IN (?) AND c.day BETWEEN ? AND ?`,
    [plans, from, to],
  );
  return row;
}
