import type { TrialDay, TrialVersionResult } from '@fond/contract';
import {
  addCounts,
  judgeTrial,
  nothingCounted,
  SHOPPER_PARTS,
  versionsByPart,
  type PartCount,
  type TrialGoal,
  type TrialResult,
  type TrialVersion,
} from '@fond/core';
import type { TrialRow } from './trialCounts';

/** A trial as far as its figures go by it. */
export interface Judged {
  id: string;
  goal: TrialGoal;
  /** In percent. */
  smallest: number;
  versions: readonly TrialVersion[];
}

type Row = Omit<TrialRow, 'day'>;

const ofGoal = (goal: TrialGoal, row: Row): Pick<PartCount, 'value' | 'cases'> => ({
  value: row[goal],
  cases: goal === 'revenue' ? row.purchases : row[goal],
});

/** One count of each hundredth, also of those who never came. */
function emptyParts({ id, versions }: Judged): PartCount[] {
  const byPart = versionsByPart({ id, versions });
  return Array.from({ length: SHOPPER_PARTS }, (_, part) => ({
    version: byPart[part],
    visits: 0,
    value: 0,
    cases: 0,
  }));
}

function addRow(parts: PartCount[], goal: TrialGoal, row: Row): void {
  const part = parts[row.part];
  const { value, cases } = ofGoal(goal, row);
  part.visits += row.visits;
  part.value += value;
  part.cases += cases;
}

const judge = (parts: readonly PartCount[], { versions, smallest }: Judged): TrialResult =>
  judgeTrial(parts, versions.length, smallest / 100);

/** What is known of a trial. */
export function resultOf(trial: Judged, rows: readonly Row[]): TrialResult {
  const parts = emptyParts(trial);
  for (const row of rows) addRow(parts, trial.goal, row);
  return judge(parts, trial);
}

/** What is known of each version, with all that was counted of it. */
export function versionResults(
  trial: Judged,
  rows: readonly Row[],
  { versions }: TrialResult,
): TrialVersionResult[] {
  return trial.versions.map(({ share }, version) => {
    const counts = nothingCounted();
    for (const row of rows) if (row.version === version) addCounts(counts, row);
    const { visits, rate, difference, verdict } = versions[version];
    return { share, ...counts, visits, rate, difference, verdict };
  });
}

/** What was known on each evening, of all days until then. */
export function daysOfTrial(trial: Judged, rows: readonly TrialRow[]): TrialDay[] {
  const parts = emptyParts(trial);
  const days = new Map<string, TrialRow[]>();
  for (const row of rows) {
    const some = days.get(row.day);
    if (some) some.push(row);
    else days.set(row.day, [row]);
  }
  return [...days].map(([day, some]) => {
    for (const row of some) addRow(parts, trial.goal, row);
    const { versions } = judge(parts, trial);
    return {
      day,
      visits: some.reduce((sum, { visits }) => sum + visits, 0),
      differences: versions.slice(1).map(({ difference }) => difference),
    };
  });
}
