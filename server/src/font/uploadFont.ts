import type { RequestHandler } from 'express';
import { memoryUpload } from '../http/memoryUpload';

export const MAX_FONT_MEGABYTES = 2;

/** Takes one font into memory, never more than fits. */
export const fontUpload = (): RequestHandler => memoryUpload('A font', MAX_FONT_MEGABYTES);
