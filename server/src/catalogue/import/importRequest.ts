import type { AbsentProducts, FileForm, ImportMapping, JobProgress } from '@fond/contract';
import type { FileKind } from './readRecords';

/** A product file to be read, or to be tried. Plain data, as it goes to another thread. */
export interface ImportRequest {
  /** Of the import, and of the job that tells of it where there is one. */
  id: string;
  path: string;
  /** As the merchandiser calls it. */
  name: string;
  kind: FileKind;
  mapping: ImportMapping;
  /** How it is written, where what is found is not wanted. */
  form: Partial<FileForm>;
  absent: AbsentProducts;
  /** What one unit of another currency is worth in the shop's. */
  rates: Readonly<Record<string, number>>;
  dryRun: boolean;
  /** Takes in what has no fault, and leaves the other lines out. */
  leaveOut: boolean;
  userId: number | null;
}

/** Nothing is said of how the file is read: all is as it is found. */
export const AS_FOUND = {
  mapping: {},
  rates: {},
  form: {},
  absent: 'leave',
} as const satisfies Partial<ImportRequest>;

/** Who looks on while a file is read. */
export interface Watch {
  progress: (progress: JobProgress) => void;
  /**
   * Called every few lines: lets others have their turn.
   *
   * @throws {BrokenOff} where the server stops.
   */
  breathe: () => Promise<void>;
}
