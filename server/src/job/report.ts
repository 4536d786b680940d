import type { ImportReport } from '@fond/contract';

/** A report of nothing yet. */
export const emptyReport = (file: string, dryRun: boolean): ImportReport => ({
  file,
  dryRun,
  rows: 0,
  created: 0,
  changed: 0,
  unchanged: 0,
  aside: 0,
  errors: [],
  errorCount: 0,
  faultyLines: 0,
  leftOut: false,
  form: null,
  sheets: [],
  lines: [],
  proposed: {},
  notices: [],
  variants: [],
  columns: [],
  newCategories: [],
  newTags: [],
  newCollections: [],
  milliseconds: 0,
});

/** A report that an earlier version may have stored, with what that didn't tell. */
export const storedReport = (report: ImportReport): ImportReport => ({
  ...emptyReport(report.file, report.dryRun),
  ...report,
  columns: report.columns.map((column) => ({ ...column, read: column.read ?? [] })),
});
