import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { composeMissing, composeRecent } from '@fond/core';
import { queryLead } from '../search/queryLead';
import { composeAddress, foldRangeParts, pageTime, readAddress } from '../page/compose';
import { answerListing, findFacetValues } from './listing';
import { askingShopper, seenEdition } from './shopper';

type Own = 'listing' | 'facetValues' | 'recent' | 'page';

/** No shelf shows more, and a browser keeps no more. */
const MOST_RECENT = 48;

/** Pages of the shop as data. */
export const shopHandlers = ({ host, tokens }: Services): Handlers<Own> => ({
  listing: ({ query }) => answerListing(host, host.serving(), asText(query)),
  facetValues: ({ query, request }) => {
    const serving = host.serving();
    return findFacetValues(host, serving, seenEdition(request, serving), query);
  },
  recent: ({ query: { skus, ...asked }, request }) => {
    const serving = host.serving();
    const { snapshot, zone } = serving;
    const edition = seenEdition(request, serving);
    const named = skus.split('\n').filter(Boolean).slice(0, MOST_RECENT);
    return {
      shelf: composeRecent(snapshot, edition, {
        lang: undefined,
        ...asked,
        skus: named,
        now: pageTime(),
        zone,
      }),
    };
  },
  page: async ({ query: { address }, request }) => {
    const serving = host.serving();
    const asked = readAddress(foldRangeParts(address) ?? address);
    const lead = asked && queryLead(serving, asked, pageTime());
    const read = lead ? readAddress(lead) : asked;
    // A page that is updated in place is the same shopper's.
    const { edition, ...shopper } = askingShopper(request, serving, tokens);
    const page = await composeAddress(host, serving, edition, read && { ...read, ...shopper });
    // Only a listing tells its own address; to all else the browser is led by the server's own answer.
    return lead && page.kind !== 'listing'
      ? composeMissing(serving.snapshot, serving.edition, asked.parameters['lang'])
      : page;
  },
});

/** Checked parameters back as text, as the facets read theirs. */
const asText = (query: Readonly<Record<string, string | number>>): Record<string, string> =>
  Object.fromEntries(Object.entries(query).map(([key, value]) => [key, String(value)]));
