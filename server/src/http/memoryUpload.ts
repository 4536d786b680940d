import type { RequestHandler } from 'express';
import multer, { MulterError } from 'multer';
import { problem } from '../problem/problem';

/**
 * Takes one file into memory, never more than fits.
 *
 * @param what As whoever is refused calls it: “A picture”.
 */
export function memoryUpload(what: string, megabytes: number): RequestHandler {
  const take = multer({
    storage: multer.memoryStorage(),
    defParamCharset: 'utf8',
    limits: { fileSize: megabytes * 1_048_576, files: 1, fields: 1 },
  }).single('file');
  return (request, response, next) => {
    take(request, response, (error: unknown) => {
      if (error instanceof MulterError && error.code === 'LIMIT_FILE_SIZE')
        next(problem('too-large', `${what} may have ${megabytes} MB at most.`));
      else if (error instanceof MulterError)
        next(problem('bad-input', 'Nothing was kept.', [{ path: 'file', message: error.message }]));
      else next(error);
    });
  };
}
