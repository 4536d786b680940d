export type JobState = 'queued' | 'running' | 'done' | 'failed';

/** `import` reads a product file; `renditions` makes pictures that are missing. */
export type JobKind = 'import' | 'renditions';

export interface JobProgress {
  /** In words: “Reading”, “Writing”. */
  step: string;
  done: number;
  /** Null while it is not known yet. */
  total: number | null;
}

/** Something that takes longer than a request. */
export interface Job {
  id: string;
  kind: JobKind;
  state: JobState;
  progress: JobProgress;
  /** Of an import. */
  report: ImportReport | null;
  /** Why it failed, in words, where the report does not tell. */
  failure: string | null;
  createdAt: string;
  finishedAt: string | null;
}

export interface ImportError {
  /** 1-based line of the file. */
  line: number;
  column: string;
  message: string;
}

export type ColumnUse = 'field' | 'text' | 'attribute' | 'skip';

export interface ImportColumn {
  /** As the file names it. */
  name: string;
  use: ColumnUse;
  /** Field, or attribute key. */
  key: string;
  /** Set for attributes, found from the values. */
  type: 'text' | 'many' | 'number' | 'boolean' | 'colour' | null;
  /** Whether the shop had this attribute before. */
  known: boolean;
  filled: number;
  examples: readonly string[];
}

export interface ImportReport {
  file: string;
  dryRun: boolean;
  rows: number;
  created: number;
  changed: number;
  unchanged: number;
  /** The first 200; nothing is changed while there is one. */
  errors: readonly ImportError[];
  errorCount: number;
  columns: readonly ImportColumn[];
  newCategories: readonly string[];
  newTags: readonly string[];
  newCollections: readonly string[];
  /** Languages that the shop speaks from now on. */
  newLanguages: readonly string[];
  milliseconds: number;
}

/** What to make of columns, where the findings are not wanted: column name → use. */
export type ImportMapping = Readonly<
  Record<
    string,
    { use: 'skip' } | { use: 'attribute'; type: 'text' | 'many' | 'number' | 'boolean' | 'colour' }
  >
>;
