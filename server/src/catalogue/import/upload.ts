import { mkdirSync } from 'node:fs';
import path from 'node:path';
import type { RequestHandler } from 'express';
import multer, { MulterError } from 'multer';
import type { ImportMapping } from '@fond/contract';
import { importMappingSchema } from '@fond/contract/operations';
import { problem } from '../../http/problem';
import type { FileKind } from './readRecords';

export const MOST_MEGABYTES = 200;

const KINDS: Readonly<Record<string, FileKind>> = { '.csv': 'csv', '.json': 'json', '.jsonl': 'jsonl' };

export const kindOf = (name: string): FileKind | undefined => KINDS[path.extname(name).toLowerCase()];

/** Takes one product file into the data folder, never more than fits and never another kind. */
export function uploadHandler(data: string): RequestHandler {
  const folder = path.join(data, 'uploads');
  mkdirSync(folder, { recursive: true });
  const take = multer({
    dest: folder,
    limits: { fileSize: MOST_MEGABYTES * 1_048_576, files: 1, fields: 4, fieldSize: 200_000 },
    defParamCharset: 'utf8',
    fileFilter: (_request, file, accept) => {
      if (kindOf(file.originalname)) accept(null, true);
      else accept(problem('wrong-kind', `“${file.originalname}” is none of .csv, .json and .jsonl.`));
    },
  }).single('file');
  return (request, response, next) => {
    take(request, response, (error: unknown) => {
      if (!(error instanceof MulterError)) next(error);
      else if (error.code === 'LIMIT_FILE_SIZE')
        next(problem('too-large', `A product file may have ${MOST_MEGABYTES} MB at most; split it.`));
      else
        next(
          problem('bad-input', 'The upload can’t be read.', [
            { path: error.field ?? 'file', message: error.message },
          ]),
        );
    });
  };
}

/** `mapping` of an upload: JSON text that fits its schema. */
export function readMapping(text: string | undefined): ImportMapping {
  if (!text) return {};
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw problem('bad-input', 'Nothing was read.', [{ path: 'mapping', message: 'is not JSON' }]);
  }
  const checked = importMappingSchema.validate(value, { abortEarly: false, convert: false });
  if (checked.error)
    throw problem(
      'bad-input',
      'Nothing was read.',
      checked.error.details.map(({ path: at, message }) => ({ path: ['mapping', ...at].join('.'), message })),
    );
  return checked.value as ImportMapping;
}
