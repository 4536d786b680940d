import type { Sequelize } from 'sequelize';
import type { ImportReport } from '@fond/contract';
import { describeColumn } from './columns';
import type { ImportRequest, Watch } from './importRequest';
import { inspect, type Inspection } from './inspect';
import { FAULTS_SHOWN } from './limits';
import { prepare, type Prepared } from './prepare';
import { UnreadableFile } from './recordFile';
import { decide, takeOver } from './takeOver';

const nothing = ({ name, dryRun }: ImportRequest): ImportReport => ({
  file: name,
  dryRun,
  rows: 0,
  created: 0,
  changed: 0,
  unchanged: 0,
  errors: [],
  errorCount: 0,
  faultyLines: 0,
  leftOut: false,
  notices: [],
  variants: [],
  columns: [],
  newCategories: [],
  newTags: [],
  newCollections: [],
  milliseconds: 0,
});

interface Imported {
  report: ImportReport;
  faults: ImportReport['errors'];
}

/**
 * Reads a product file: checks every line, compares what it says with the catalogue, and, unless it is only tried, takes
 * over what differs. A file with a fault changes nothing, unless faulty lines are to be left out.
 *
 * @returns the report, and every fault that is kept.
 */
export async function importCatalogue(
  sequelize: Sequelize,
  request: ImportRequest,
  watch: Watch,
): Promise<Imported> {
  const started = performance.now();
  const ended = (report: ImportReport): ImportReport => ({
    ...report,
    milliseconds: Math.round(performance.now() - started),
  });
  const refused = (error: unknown, report: ImportReport): Imported => {
    if (!(error instanceof UnreadableFile)) throw error;
    const errors = [{ line: error.line, sku: '', column: '', message: error.message }];
    return { report: ended({ ...report, errors, errorCount: 1 }), faults: errors };
  };
  let inspection: Inspection;
  try {
    inspection = await inspect(sequelize, request, watch);
  } catch (error) {
    return refused(error, nothing(request));
  }
  const checked = reportOnTrial(request, inspection);
  const { faults } = inspection;
  if (inspection.faultCount && !(request.leaveOut && inspection.faulty.size < inspection.rows))
    return { report: ended(checked), faults };
  let prepared: Prepared;
  try {
    prepared = await prepare(sequelize, request, inspection, watch);
  } catch (error) {
    return refused(error, checked);
  }
  const { created, changed, unchanged, names } = prepared;
  const report = ended({
    ...checked,
    leftOut: checked.errorCount > 0,
    created,
    changed,
    unchanged,
    newCategories: names.categories.map((path) => path.join(' > ')),
    newTags: names.tags,
    newCollections: names.collections,
  });
  if (request.dryRun) return { report, faults };
  const { languages, currency } = inspection.shop;
  await decide(sequelize, request, { lang: languages[0], currency }, prepared, report);
  await takeOver(sequelize, request.id, watch);
  return { report: ended(report), faults };
}

function reportOnTrial(request: ImportRequest, inspection: Inspection): ImportReport {
  const { rows, faults, faultCount, faulty, notices, variants, columns, findings } = inspection;
  return {
    ...nothing(request),
    rows,
    errors: faults.slice(0, FAULTS_SHOWN),
    errorCount: faultCount,
    faultyLines: faulty.size,
    notices,
    variants,
    columns: columns.map((column) => describeColumn(column, findings.get(column.name)!)),
  };
}
