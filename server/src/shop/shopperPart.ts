import { randomInt } from 'node:crypto';
import type { Request, Response } from 'express';
import { SHOPPER_PARTS, splitsShoppers, type Edition } from '@fond/core';

const COOKIE = 'fond.part';
const YEAR = 365 * 86_400_000;
const splits = new WeakMap<Edition, boolean>();

/** Whether an edition shows different shoppers different things; looked through once. */
function splitting(edition: Edition): boolean {
  let known = splits.get(edition);
  if (known === undefined) splits.set(edition, (known = splitsShoppers(edition.plans)));
  return known;
}

/** The number that a shopper's browser keeps, 0 to 99; null where it has none. */
export function partIn(request: Request): number | null {
  const found = new RegExp(`(?:^|; )${COOKIE}=(\\d{1,2})(?:;|$)`).exec(request.headers.cookie ?? '');
  return found ? Number(found[1]) : null;
}

/**
 * The shopper's number, given out on the first visit. It says nothing of who they are, and nobody gets one while no plan
 * splits shoppers; then all are number 0, and share one kept page.
 */
export function partOf(request: Request, response: Response, edition: Edition): number {
  if (!splitting(edition)) return 0;
  response.vary('Cookie');
  const known = partIn(request);
  if (known !== null) return known;
  const part = randomInt(SHOPPER_PARTS);
  response.cookie(COOKIE, String(part), {
    maxAge: YEAR,
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
  });
  return part;
}
