export type JobState = 'queued' | 'running' | 'done' | 'failed';

/** `import` reads a product file, `edit` changes many products; `renditions` makes pictures that are missing. */
export type JobKind = 'import' | 'edit' | 'renditions';

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
  /** Of an import, and of an edit, whose file is what it does in words. */
  report: ImportReport | null;
  /** Why it failed, in words, where the report does not tell. */
  failure: string | null;
  createdAt: string;
  finishedAt: string | null;
}

export interface ImportError {
  /** 1-based line of the file; of a JSON list, the product's place. */
  line: number;
  /** Article number, where the line has one. */
  sku: string;
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

export interface ImportVariant {
  column: string;
  /** Whether they are read as one. */
  gathered: boolean;
  /** How many words. */
  count: number;
  /** The most frequent words, each with its spellings, the most frequent first. */
  words: readonly { spellings: readonly { text: string; count: number }[] }[];
}

export interface ImportReport {
  file: string;
  dryRun: boolean;
  rows: number;
  created: number;
  changed: number;
  unchanged: number;
  /** The first 200; nothing is changed while there is one, unless faulty lines are left out. */
  errors: readonly ImportError[];
  errorCount: number;
  /** Lines with a fault. */
  faultyLines: number;
  /** Whether these lines were left out, and all others taken. */
  leftOut: boolean;
  /** What is worth a word, in sentences. */
  notices: readonly string[];
  /** Words that are spelt in more than one way, by column. */
  variants: readonly ImportVariant[];
  columns: readonly ImportColumn[];
  newCategories: readonly string[];
  newTags: readonly string[];
  newCollections: readonly string[];
  milliseconds: number;
}

/** What to make of columns, where the findings are not wanted: column name → use. */
export type ImportMapping = Readonly<
  Record<
    string,
    /** Left out. */
    | { use: 'skip' }
    /** Read as an attribute of that type, spellings of one word as one where wished. */
    | { use: 'attribute'; type: 'text' | 'many' | 'number' | 'boolean' | 'colour'; gather?: boolean }
    /** Read as found, spellings of one word as one. */
    | { use: 'gather' }
  >
>;

/** The fields of an upload beside its file. */
export interface UploadFields {
  mapping?: string;
  dryRun?: '0' | '1';
  leaveOut?: '0' | '1';
  from?: string;
  rates?: string;
}
