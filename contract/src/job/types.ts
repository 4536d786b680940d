import type { ProductField } from './fields';

export type JobState = 'queued' | 'running' | 'done' | 'failed';

/**
 * `import` reads a product file, `edit` changes many products; `renditions` makes pictures that are missing, `pictures`
 * brings them in, `demo` fills an empty shop.
 */
export type JobKind = 'import' | 'edit' | 'renditions' | 'pictures' | 'demo';

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
  /** As the file has them. */
  examples: readonly string[];
  /** Of the first lines, as they will be; what can't be read is empty. */
  read: readonly string[];
}

export type FileEncoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';
export type Separator = ',' | ';' | '\t' | '|';
/** What stands before the decimals of a number. */
export type Decimal = '.' | ',';
/** Of year, month and day, in dates that are not ISO 8601. */
export type DateOrder = 'ymd' | 'dmy' | 'mdy';

/** How a product file is written. */
export interface FileForm {
  encoding: FileEncoding;
  /** Between cells; null where the kind of file has none. */
  separator: Separator | null;
  decimal: Decimal;
  date: DateOrder;
  /** Of a spreadsheet. */
  sheet: string | null;
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
  /** How the file is written, as was found or set; null where it could not be opened. */
  form: FileForm | null;
  /** Of a spreadsheet, those that hold something. */
  sheets: readonly string[];
  /** Lines of the file that `read` of its columns tells. */
  lines: readonly number[];
  /** What columns with other names seem to hold; to be taken over by whoever reads the file. */
  proposed: ImportMapping;
  /** Products of the shop that the file does not name and that are put aside. */
  aside: number;
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
    /** Read as a column with a meaning of its own, such as `price`. */
    | { use: 'field'; field: ProductField; gather?: boolean }
    /** Read as a title or description in a language of the shop. */
    | { use: 'text'; field: 'title' | 'description'; lang: string }
    /** Read as an attribute of that type, or as that of the shop which has the key; spellings of one word as one where wished. */
    | {
        use: 'attribute';
        type: 'text' | 'many' | 'number' | 'boolean' | 'colour';
        key?: string;
        gather?: boolean;
      }
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
  form?: string;
  absent?: AbsentProducts;
}

/** What becomes of products that a file does not name. */
export type AbsentProducts = 'leave' | 'aside';

/** How files of one kind are read, kept by name. */
export interface KeptMapping {
  name: string;
  /** Names of the file's columns. */
  columns: readonly string[];
  mapping: ImportMapping;
  form: Partial<FileForm>;
  updatedAt: string;
}
