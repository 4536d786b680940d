import { parseCookie } from 'cookie';
import type { Request } from 'express';

/** A cookie's value; null where a request brings none of that name. */
export const cookieIn = (request: Request, name: string): string | null =>
  parseCookie(request.headers.cookie ?? '')[name] ?? null;
