import { randomUUID } from 'node:crypto';
import type { Job } from '@fond/contract';
import type { Call } from '../../http/handler';
import { problem } from '../../problem/problem';
import type { Services } from '../../services';
import { kindOf, readWish } from './upload';

/** A file that came along, or that of an earlier job. */
export async function startImport(
  { body: fields, user, request: { file } }: Call<'importCatalogue'>,
  { jobs, imports, uploads }: Pick<Services, 'jobs' | 'imports' | 'uploads'>,
): Promise<Job> {
  const wish = readWish(fields);
  const id = randomUUID();
  await uploads.clear(Date.now());
  if (file) {
    const path = await uploads.keep(file.path, id);
    const name = file.originalname;
    return imports.start({ ...wish, path, name, kind: kindOf(name)!, userId: user.id }, id);
  }
  if (!fields.from)
    throw problem('bad-input', 'Nothing was read.', [{ path: 'file', message: 'is missing' }]);
  const { report } = await jobs.read(fields.from);
  const kind = report ? kindOf(report.file) : undefined;
  if (!report || !kind) throw problem('not-found', 'That job has read no file. Choose one.');
  const path = await uploads.again(fields.from, id);
  return imports.start({ ...wish, path, name: report.file, kind, userId: user.id }, id);
}
