import type { Sequelize } from 'sequelize';
import type { ImportReport } from '@fond/contract';
import { emptyReport } from '../../job/report';
import { describeColumn } from './columns';
import type { ImportRequest, Watch } from './importRequest';
import { inspect, type Inspection } from './inspect';
import { FAULTS_SHOWN } from './limits';
import { prepare, type Prepared } from './prepare';
import { sampleLines } from './sampleLines';
import { UnreadableFile } from './recordFile';
import { decide, takeOver } from './takeOver';

const nothing = ({ name, dryRun }: ImportRequest): ImportReport => emptyReport(name, dryRun);

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
  const { created, changed, unchanged, aside, names } = prepared;
  const { notices } = inspection;
  if (request.absent === 'aside' && inspection.faulty.size)
    notices.push('Products that the file doesn’t name stay as they are, as lines of it are left out.');
  const report = ended({
    ...checked,
    notices,
    leftOut: checked.errorCount > 0,
    created,
    changed,
    unchanged,
    aside,
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
  const { rows, faults, faultCount, faulty, notices, variants, columns, findings, sample } = inspection;
  const read = sampleLines(sample, inspection.reading);
  return {
    ...nothing(request),
    rows,
    errors: faults.slice(0, FAULTS_SHOWN),
    errorCount: faultCount,
    faultyLines: faulty.size,
    form: inspection.form,
    sheets: inspection.file.sheets,
    lines: sample.map(({ line }) => line),
    proposed: inspection.proposed,
    notices,
    variants,
    columns: columns.map((column) =>
      describeColumn(column, findings.get(column.name)!, read.get(column.name) ?? []),
    ),
  };
}
