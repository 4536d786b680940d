import { mkdirSync } from 'node:fs';
import { link, readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import type { RequestHandler } from 'express';
import type Joi from 'joi';
import multer, { MulterError } from 'multer';
import type { FileForm, ImportMapping, UploadFields } from '@fond/contract';
import { fileFormSchema, importMappingSchema, ratesSchema } from '@fond/contract/operations';
import { problem } from '../../problem/problem';
import type { ImportRequest } from './importRequest';
import type { FileKind } from './readRecords';

export const MAX_MEGABYTES = 200;

const KINDS: Readonly<Record<string, FileKind>> = {
  '.csv': 'csv',
  '.json': 'json',
  '.jsonl': 'jsonl',
  '.xlsx': 'xlsx',
};

export const kindOf = (name: string): FileKind | undefined => KINDS[path.extname(name).toLowerCase()];

/** Takes one file into the data folder, never more than fits and never another kind. */
function takeFile(
  data: string,
  megabytes: number,
  refuse: (name: string) => string | null,
  what: string,
): RequestHandler {
  const folder = path.join(data, 'uploads');
  mkdirSync(folder, { recursive: true });
  const take = multer({
    dest: folder,
    limits: { fileSize: megabytes * 1_048_576, files: 1, fields: 8, fieldSize: 200_000 },
    defParamCharset: 'utf8',
    fileFilter: (_request, file, accept) => {
      const refusal = refuse(file.originalname);
      if (refusal === null) accept(null, true);
      else accept(problem('wrong-kind', refusal));
    },
  }).single('file');
  return (request, response, next) => {
    take(request, response, (error: unknown) => {
      if (!(error instanceof MulterError)) next(error);
      else if (error.code === 'LIMIT_FILE_SIZE')
        next(problem('too-large', `${what} may have ${megabytes} MB at most; split it.`));
      else
        next(
          problem('bad-input', 'The upload can’t be read.', [
            { path: error.field ?? 'file', message: error.message },
          ]),
        );
    });
  };
}

export const uploadHandler = (data: string): RequestHandler =>
  takeFile(
    data,
    MAX_MEGABYTES,
    (name) => (kindOf(name) ? null : `“${name}” is none of .csv, .json, .jsonl and .xlsx.`),
    'A product file',
  );

const MAX_ARCHIVE_MEGABYTES = 1_024;

export const archiveHandler = (data: string): RequestHandler =>
  takeFile(
    data,
    MAX_ARCHIVE_MEGABYTES,
    (name) => (/\.zip$/i.test(name) ? null : `“${name}” is no .zip archive.`),
    'An archive',
  );

function readJson(name: string, text: string | undefined, schema: Joi.ObjectSchema): unknown {
  if (!text) return {};
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw problem('bad-input', 'Nothing was read.', [{ path: name, message: 'is not JSON' }]);
  }
  const { value: read, error } = schema.validate(value, { abortEarly: false, convert: false });
  if (!error) return read as unknown;
  throw problem(
    'bad-input',
    'Nothing was read.',
    error.details.map(({ path: at, message }) => ({ path: [name, ...at].join('.'), message })),
  );
}

/** How a file is to be read, as the fields of its upload say. */
export const readWish = (
  fields: UploadFields,
): Pick<ImportRequest, 'mapping' | 'rates' | 'form' | 'absent' | 'dryRun' | 'leaveOut'> => ({
  mapping: readJson('mapping', fields.mapping, importMappingSchema) as ImportMapping,
  rates: readJson('rates', fields.rates, ratesSchema) as Record<string, number>,
  form: readJson('form', fields.form, fileFormSchema) as Partial<FileForm>,
  absent: fields.absent ?? 'leave',
  dryRun: fields.dryRun === '1',
  leaveOut: fields.leaveOut === '1',
});

const KEPT_FOR = 24 * 3_600_000;

/** Product files as they were uploaded, kept for a day under the job that read them: it may be read otherwise, and in earnest. */
export class Uploads {
  private readonly folder: string;

  constructor(data: string) {
    this.folder = path.join(data, 'uploads');
  }

  private at(id: string): string {
    return path.join(this.folder, `${id}.file`);
  }

  /** Keeps an uploaded file for a job; answers with its place. */
  async keep(file: string, id: string): Promise<string> {
    await rename(file, this.at(id));
    return this.at(id);
  }

  /**
   * Where a file is that was kept.
   *
   * @throws {Problem} `not-found` where it has been cleared away.
   */
  async placeOf(id: string): Promise<string> {
    const known = await stat(this.at(id)).catch(() => null);
    if (!known) throw problem('not-found', 'That file is not kept any more. Choose it again.');
    return this.at(id);
  }

  /** Keeps the file of an earlier job for another one too. */
  async again(from: string, id: string): Promise<string> {
    try {
      await link(this.at(from), this.at(id));
    } catch {
      throw problem('not-found', 'That file is not kept any more. Choose it again.');
    }
    return this.at(id);
  }

  /** Clears away files that are older than a day, and those of uploads that broke off. */
  async clear(now: number): Promise<void> {
    for (const name of await readdir(this.folder)) {
      const file = path.join(this.folder, name);
      const known = await stat(file).catch(() => null);
      const limit = name.endsWith('.file') ? KEPT_FOR : HALF_DONE;
      if (known && known.mtimeMs < now - limit) await rm(file, { force: true });
    }
  }
}

/** Nobody uploads for longer. */
const HALF_DONE = 3_600_000;
