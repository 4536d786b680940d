import type { RequestHandler } from 'express';
import sharp, { type Metadata } from 'sharp';
import type { KeptPicture } from '@fond/contract';
import { memoryUpload } from '../http/memoryUpload';
import { problem, ProblemError } from '../problem/problem';
import type { PictureStore } from './pictures';

export const MAX_PICTURE_MEGABYTES = 20;
export const MAX_MEGAPIXELS = 60;

/** What sharp calls the kinds that are taken; SVG is none of them, as it may hold scripts. */
const FORMATS: readonly string[] = ['jpeg', 'png', 'webp', 'heif', 'gif'];
const KINDS = 'JPEG, PNG, WebP, AVIF or GIF';

/** Takes one picture into memory, never more than fits. */
export const pictureUpload = (): RequestHandler => memoryUpload('A picture', MAX_PICTURE_MEGABYTES);

const refuse = (message: string): Error =>
  problem('bad-input', 'Nothing was kept.', [{ path: 'file', message }]);

/** Keeps an uploaded picture by its content. */
export async function keepUploaded(
  pictures: PictureStore,
  file: Express.Multer.File | undefined,
): Promise<KeptPicture> {
  if (!file) throw refuse('is missing');
  return keepContent(pictures, file.originalname, file.buffer);
}

/** What a refusal of `keepContent` says; other errors are thrown on. */
export function faultIn(error: unknown): string {
  if (error instanceof ProblemError) return error.errors?.[0]?.message ?? error.message;
  throw error;
}

/**
 * Keeps a picture by its content; it is read far enough to know that it is one, and how large.
 *
 * @param name As whoever is refused calls it.
 */
export async function keepContent(
  pictures: PictureStore,
  name: string,
  content: Buffer,
): Promise<KeptPicture> {
  const called = `“${name}”`;
  if (/<svg[\s>]/i.test(content.toString('latin1', 0, 2_000)))
    throw refuse(`${called} is an SVG, which may hold scripts; use ${KINDS}`);
  let found: Metadata;
  try {
    found = await sharp(content, { limitInputPixels: false }).metadata();
  } catch {
    throw refuse(`${called} is no picture that can be read; use ${KINDS}`);
  }
  const { format, width, height } = found;
  if (!format || !FORMATS.includes(format)) throw refuse(`${called} is of another kind; use ${KINDS}`);
  const megapixels = (width * height) / 1e6;
  if (megapixels > MAX_MEGAPIXELS)
    throw refuse(`${called} has ${Math.round(megapixels)} megapixels; ${MAX_MEGAPIXELS} are the most`);
  try {
    // Drawn once, small: a file that was cut short says nothing of it before.
    await sharp(content, { failOn: 'warning' }).resize({ width: 16 }).raw().toBuffer();
  } catch {
    throw refuse(`${called} is damaged or was not sent whole; save it anew and try again`);
  }
  return { hash: await pictures.keep(content), ...upright(found) };
}

/** A picture that was kept before, whatever way it came; its content was looked at then. */
export async function keptBefore(pictures: PictureStore, hash: string): Promise<KeptPicture | null> {
  const content = await pictures.original(hash);
  return content && { hash, ...upright(await sharp(content).metadata()) };
}

/** A camera held sideways says so beside the pixels; renditions are turned upright. */
const upright = ({ width, height, orientation = 1 }: Metadata): { width: number; height: number } =>
  orientation >= 5 ? { width: height, height: width } : { width, height };
