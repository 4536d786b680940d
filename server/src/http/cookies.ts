import type { Request } from 'express';

/** A cookie's value; null where a request brings none of that name. */
export function cookieIn(request: Request, name: string): string | null {
  const found = new RegExp(`(?:^|; )${name}=([^;]+)`).exec(request.headers.cookie ?? '');
  return found && found[1];
}
