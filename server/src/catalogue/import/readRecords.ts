import type { FileForm } from '@fond/contract';
import { openCsv } from './readCsv';
import { openJson, openJsonLines } from './readJson';
import { openWorkbook } from './readWorkbook';
import type { RecordFile } from './recordFile';

export type FileKind = 'csv' | 'json' | 'jsonl' | 'xlsx';

/** @param wish How the file is laid out, where what is found is not wanted. */
export function openRecords(path: string, kind: FileKind, wish: Partial<FileForm>): Promise<RecordFile> {
  switch (kind) {
    case 'csv':
      return openCsv(path, wish);
    case 'json':
      return openJson(path, wish);
    case 'jsonl':
      return openJsonLines(path, wish);
    case 'xlsx':
      return openWorkbook(path, wish);
  }
}
