import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { compareAisle, compareSides } from './compare';

type Own = 'compareSides' | 'compareAisle';

/** Any two states of the shop, held against each other. */
export const comparisonHandlers = ({ host }: Services): Handlers<Own> => ({
  compareSides: ({ query }) => compareSides(host, query.from, query.to),
  compareAisle: ({ query }) => compareAisle(host, query),
});
