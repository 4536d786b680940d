import type { Request } from 'express';
import { cookieIn } from '../http/cookies';

/** Cookie of the hundredth of all shoppers that one belongs to. */
export const PART = 'fond.part';

/** The number that a shopper's browser keeps, 0 to 99; null where it has none. */
export function partIn(request: Request): number | null {
  const part = cookieIn(request, PART);
  return part !== null && /^\d{1,2}$/.test(part) ? Number(part) : null;
}
