import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { composeRecent } from '@fond/core';
import { composeAddress, foldRangeParts, pageTime, readAddress } from '../page/compose';
import { answerListing, findFacetValues } from './listing';
import { askingShopper } from './shopper';

type Own = 'listing' | 'facetValues' | 'recent' | 'page';

/** No shelf shows more, and a browser keeps no more. */
const MOST_RECENT = 48;

/** Pages of the shop as data. */
export const shopHandlers = ({ host, tokens }: Services): Handlers<Own> => ({
  listing: ({ query }) => answerListing(host, host.serving(), asText(query)),
  facetValues: ({ query }) => findFacetValues(host, host.serving(), query),
  recent: ({ query: { skus, ...asked } }) => {
    const { snapshot, edition, zone } = host.serving();
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
  page: ({ query: { address }, request }) => {
    const serving = host.serving();
    const read = readAddress(foldRangeParts(address) ?? address);
    // A page that is updated in place is the same shopper's.
    const shopper = askingShopper(request, serving.edition, tokens);
    return composeAddress(host, serving, serving.edition, read && { ...read, ...shopper });
  },
});

/** Checked parameters back as text, as the facets read theirs. */
const asText = (query: Readonly<Record<string, string | number>>): Record<string, string> =>
  Object.fromEntries(Object.entries(query).map(([key, value]) => [key, String(value)]));
