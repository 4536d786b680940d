import type { RequestHandler } from 'express';
import multer, { MulterError } from 'multer';
import sharp, { type Metadata } from 'sharp';
import type { KeptPicture } from '@fond/contract';
import { problem } from '../problem/problem';
import type { PictureStore } from './pictures';

export const MAX_PICTURE_MEGABYTES = 20;
export const MAX_MEGAPIXELS = 60;

/** What sharp calls the kinds that are taken; SVG is none of them, as it may hold scripts. */
const FORMATS: readonly string[] = ['jpeg', 'png', 'webp', 'heif', 'gif'];
const KINDS = 'JPEG, PNG, WebP, AVIF or GIF';

/** Takes one picture into memory, never more than fits. */
export function pictureUpload(): RequestHandler {
  const take = multer({
    storage: multer.memoryStorage(),
    defParamCharset: 'utf8',
    limits: { fileSize: MAX_PICTURE_MEGABYTES * 1_048_576, files: 1, fields: 1 },
  }).single('file');
  return (request, response, next) => {
    take(request, response, (error: unknown) => {
      if (error instanceof MulterError && error.code === 'LIMIT_FILE_SIZE')
        next(problem('too-large', `A picture may have ${MAX_PICTURE_MEGABYTES} MB at most.`));
      else if (error instanceof MulterError)
        next(problem('bad-input', 'Nothing was kept.', [{ path: 'file', message: error.message }]));
      else next(error);
    });
  };
}

const refuse = (message: string): Error =>
  problem('bad-input', 'Nothing was kept.', [{ path: 'file', message }]);

/** Keeps a picture by its content; it is read far enough to know that it is one, and how large. */
export async function keepUploaded(
  pictures: PictureStore,
  file: Express.Multer.File | undefined,
): Promise<KeptPicture> {
  if (!file) throw refuse('is missing');
  const called = `“${file.originalname}”`;
  if (/<svg[\s>]/i.test(file.buffer.toString('latin1', 0, 2_000)))
    throw refuse(`${called} is an SVG, which may hold scripts; use ${KINDS}`);
  let found: Metadata;
  try {
    found = await sharp(file.buffer, { limitInputPixels: false }).metadata();
  } catch {
    throw refuse(`${called} is no picture that can be read; use ${KINDS}`);
  }
  const { format, width, height, orientation = 1 } = found;
  if (!format || !FORMATS.includes(format)) throw refuse(`${called} is of another kind; use ${KINDS}`);
  const megapixels = (width * height) / 1e6;
  if (megapixels > MAX_MEGAPIXELS)
    throw refuse(`${called} has ${Math.round(megapixels)} megapixels; ${MAX_MEGAPIXELS} are the most`);
  try {
    // Drawn once, small: a file that was cut short says nothing of it before.
    await sharp(file.buffer, { failOn: 'warning' }).resize({ width: 16 }).raw().toBuffer();
  } catch {
    throw refuse(`${called} is damaged or was not sent whole; save it anew and try again`);
  }
  const hash = await pictures.keep(file.buffer);
  // A camera held sideways says so beside the pixels; renditions are turned upright.
  return orientation >= 5 ? { hash, width: height, height: width } : { hash, width, height };
}
