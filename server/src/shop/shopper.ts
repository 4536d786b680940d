import { randomInt } from 'node:crypto';
import type { Request, Response } from 'express';
import { SHOPPER_PARTS, shopperFactsOf, type Edition, type ShelfView, type ShopperFacts } from '@fond/core';
import { cookieIn } from '../http/cookies';
import type { Shopper, ShopperTokens } from '../shopper/shoppers';

const PART = 'fond.part';
export const SHOPPER_COOKIE = 'fond.shopper';
const VIEW = 'fond.view';
const YEAR = 365 * 86_400_000;
const asked = new WeakMap<Edition, ShopperFacts>();

/** What an edition's pages have to know of a shopper; looked through once. */
function factsFor(edition: Edition): ShopperFacts {
  let known = asked.get(edition);
  if (!known) asked.set(edition, (known = shopperFactsOf(edition.plans)));
  return known;
}

/** The number that a shopper's browser keeps, 0 to 99; null where it has none. */
function partIn(request: Request): number | null {
  const part = cookieIn(request, PART);
  return part !== null && /^\d{1,2}$/.test(part) ? Number(part) : null;
}

const viewIn = (value: unknown): ShelfView | null => (value === 'grid' || value === 'list' ? value : null);

export function shopperIn(request: Request, tokens: ShopperTokens): Shopper | null {
  const token = cookieIn(request, SHOPPER_COOKIE);
  return token === null ? null : tokens.read(token, Date.now());
}

/** What is asked of the shopper behind a request; a page that no plan makes to measure is the same for all. */
export interface AskingShopper {
  part: number;
  signedIn: boolean;
  view: ShelfView | null;
}

/** The shopper as the pages of an edition tell them apart; a number is not given out. */
export function askingShopper(request: Request, edition: Edition, tokens: ShopperTokens): AskingShopper {
  const { part, signedIn, view } = factsFor(edition);
  return {
    part: part ? (partIn(request) ?? 0) : 0,
    signedIn: signedIn && shopperIn(request, tokens) !== null,
    view: view ? viewIn(cookieIn(request, VIEW)) : null,
  };
}

/**
 * The same, with a number given out on the first visit. It says nothing of who they are, and nobody gets one while no plan
 * splits shoppers; then all are number 0, and share one kept page.
 */
export function greetShopper(
  request: Request,
  response: Response,
  edition: Edition,
  tokens: ShopperTokens,
): AskingShopper {
  const facts = factsFor(edition);
  if (facts.part || facts.signedIn || facts.view) response.vary('Cookie');
  const shopper = askingShopper(request, edition, tokens);
  // What is chosen by following a link is remembered for the other aisles, without JavaScript as well.
  const chosen = facts.view ? viewIn(request.query['view']) : null;
  if (chosen && chosen !== shopper.view)
    response.cookie(VIEW, chosen, { maxAge: YEAR, sameSite: 'lax', path: '/' });
  if (!facts.part || partIn(request) !== null) return shopper;
  const part = randomInt(SHOPPER_PARTS);
  response.cookie(PART, String(part), { maxAge: YEAR, httpOnly: true, sameSite: 'lax', path: '/' });
  return { ...shopper, part };
}
