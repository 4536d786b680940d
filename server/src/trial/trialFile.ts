import { stringify } from 'csv-stringify/sync';
import type { Sequelize } from 'sequelize';
import { addCounts, nothingCounted } from '@fond/core';
import { versionsOf } from '../database/models';
import { daysOfTrial } from './results';
import { rowsOfTrial } from './trialCounts';
import { trialRow } from './trials';

/** A line for each day and version: what was counted on the day, and the difference to the first version as known then. */
export async function trialFile(sequelize: Sequelize, id: string): Promise<string> {
  const row = await trialRow(id);
  const rows = await rowsOfTrial(sequelize, id);
  const versions = versionsOf(row);
  const { goal, smallest } = row;
  const lines = daysOfTrial({ id, goal, smallest, versions }, rows).flatMap(({ day, differences }) =>
    versions.map((_, version) => {
      const counts = nothingCounted();
      let visits = 0;
      for (const one of rows)
        if (one.day === day && one.version === version) {
          addCounts(counts, one);
          visits += one.visits;
        }
      const difference = version ? differences[version - 1] : null;
      return {
        ...{ day, version: version + 1, visits },
        ...counts,
        revenue: (counts.revenue / 100).toFixed(2),
        difference: difference?.value.toFixed(5) ?? '',
        difference_low: difference?.low.toFixed(5) ?? '',
        difference_high: difference?.high.toFixed(5) ?? '',
      };
    }),
  );
  return stringify(lines, {
    header: true,
    bom: true,
    columns: [
      ...['day', 'version', 'visits', 'seen', 'clicks', 'carts', 'bought', 'revenue'],
      ...['difference', 'difference_low', 'difference_high'],
    ],
  });
}
