import { randomInt } from 'node:crypto';
import type { Request, Response } from 'express';
import { isbot } from 'isbot';
import { SHOPPER_PARTS, shopperFactsOf, type Edition, type ShelfView, type ShopperFacts } from '@fond/core';
import { cookieIn } from '../http/cookies';
import type { ServingState } from '../serving/servingHost';
import { PART, partIn } from '../shopper/part';
import type { Shopper, ShopperTokens } from '../shopper/shoppers';

export const SHOPPER_COOKIE = 'fond.shopper';
const VIEW = 'fond.view';
const YEAR = 365 * 86_400_000;
const asked = new WeakMap<Edition, ShopperFacts>();

/** What the pages have to know of a shopper, whichever version they see; looked through once for each edition. */
function factsFor({ edition, versions }: ServingState): ShopperFacts {
  let known = asked.get(edition);
  if (!known) asked.set(edition, (known = shopperFactsOf(versions.all().flatMap(({ plans }) => plans))));
  return known;
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
  /** What they see: the edition in the versions of trials that are theirs. */
  edition: Edition;
}

/** The shopper as the pages tell them apart; a number is not given out. */
export const askingShopper = (
  request: Request,
  serving: ServingState,
  tokens: ShopperTokens,
): AskingShopper => shopperOf(request, serving, tokens, partIn(request));

/** What search engines keep is what is live. */
const editionFor = (request: Request, { versions }: ServingState, number: number | null): Edition =>
  versions.editionFor(isbot(request.get('User-Agent')) ? null : number);

/** The edition in the versions of trials that a shopper sees. */
export const seenEdition = (request: Request, serving: ServingState): Edition =>
  editionFor(request, serving, partIn(request));

function shopperOf(
  request: Request,
  serving: ServingState,
  tokens: ShopperTokens,
  number: number | null,
): AskingShopper {
  const { part, signedIn, view } = factsFor(serving);
  return {
    part: part ? (number ?? 0) : 0,
    signedIn: signedIn && shopperIn(request, tokens) !== null,
    view: view ? viewIn(cookieIn(request, VIEW)) : null,
    edition: editionFor(request, serving, number),
  };
}

/**
 * The same, with a number given out on the first visit. It says nothing of who they are, and nobody gets one while no plan
 * splits shoppers and nothing is tried; then all are number 0, and share one kept page.
 */
export function greetShopper(
  request: Request,
  response: Response,
  serving: ServingState,
  tokens: ShopperTokens,
): AskingShopper {
  const facts = factsFor(serving);
  const split = facts.part || serving.versions.any;
  if (split || facts.signedIn || facts.view) response.vary('Cookie');
  const known = partIn(request);
  const robot = isbot(request.get('User-Agent'));
  const given = split && known === null && !robot ? randomInt(SHOPPER_PARTS) : null;
  const shopper = shopperOf(request, serving, tokens, known ?? given);
  // What is chosen by following a link is remembered for the other aisles, without JavaScript as well.
  const chosen = facts.view ? viewIn(request.query['view']) : null;
  if (chosen && chosen !== shopper.view)
    response.cookie(VIEW, chosen, { maxAge: YEAR, sameSite: 'lax', path: '/' });
  if (given !== null)
    response.cookie(PART, String(given), { maxAge: YEAR, httpOnly: true, sameSite: 'lax', path: '/' });
  return shopper;
}
