import type { Handlers } from '../http/mount';
import type { Services } from '../services';
import { composeAddress, foldRangeParts, readAddress } from './compose';
import { answerListing, findFacetValues } from './listing';
import { standOf } from './pages';
import { askingShopper } from './shopper';

type Own = 'listing' | 'facetValues' | 'page';

/** Pages of the shop as data. */
export const shopHandlers = ({ host, tokens }: Services): Handlers<Own> => ({
  listing: ({ query }) => answerListing(host, standOf(host), asText(query)),
  facetValues: ({ query }) => findFacetValues(host, standOf(host), query),
  page: ({ query: { address }, request }) => {
    const stand = standOf(host);
    const read = readAddress(foldRangeParts(address) ?? address);
    // A page that is updated in place is the same shopper's.
    const shopper = askingShopper(request, stand.edition, tokens);
    return composeAddress(host, stand, stand.edition, read && { ...read, ...shopper });
  },
});

/** Checked parameters back as text, as the facets read theirs. */
const asText = (query: Readonly<Record<string, string | number>>): Record<string, string> =>
  Object.fromEntries(Object.entries(query).map(([key, value]) => [key, String(value)]));
