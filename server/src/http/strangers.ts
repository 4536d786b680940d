import type { Request } from 'express';
import { problem } from '../problem/problem';

/** Forms and scripts of other sites can't do anything here in a shopper's name. */
export function refuseStrangers(request: Request): void {
  const origin = request.get('Origin');
  // Browsers that keep the origin to themselves send the word “null”.
  if (origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== request.get('Host')))
    throw problem('token-needed', 'Do that on the shop’s own page.');
}
