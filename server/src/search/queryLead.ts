import { answerTo, languageOf, targetHref, todayIn } from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import type { ShopAddress } from '../page/compose';

const SEARCH_PATH = '/search';

/**
 * Where a search leads at once: an address relative to the shop's root, in the shopper's language, or one of elsewhere.
 * Null for a search that finds, and for what is no search.
 */
export function queryLead(
  { snapshot, zone }: Pick<ServingState, 'snapshot' | 'zone'>,
  { path, parameters }: Pick<ShopAddress, 'path' | 'parameters'>,
  now: number,
): string | null {
  const q = (parameters['q'] ?? '').trim();
  const rules = snapshot.frame.search;
  if (path !== SEARCH_PATH || !q || !rules) return null;
  const lang = languageOf(snapshot, parameters['lang']);
  const to = answerTo(rules, lang, q, todayIn({ now, zone }))?.leadsTo;
  return to ? targetHref({ snapshot, lang }, to) : null;
}
