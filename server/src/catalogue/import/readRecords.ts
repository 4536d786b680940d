import { openCsv } from './readCsv';
import { openJson, openJsonLines } from './readJson';
import type { RecordFile } from './recordFile';

export type FileKind = 'csv' | 'json' | 'jsonl';

export function openRecords(path: string, kind: FileKind): Promise<RecordFile> {
  switch (kind) {
    case 'csv':
      return openCsv(path);
    case 'json':
      return openJson(path);
    case 'jsonl':
      return openJsonLines(path);
  }
}
