import { USUAL_BADGES } from '../badge/rule';
import type { Snapshot } from '../catalogue/snapshot';
import { USUAL_LOOK } from '../look/look';
import { composePage } from '../page/composePage';
import type { FixtureModel } from '../page/pageModel';
import { editionFrom } from '../plan/edition';
import type { Fixture } from '../plan/plan';
import { USUAL_PRODUCT_PAGE } from '../plan/productPage';
import { NOW } from './catalogues';

/** What stands on the page of an aisle whose plan, the only one, has these fixtures. */
export const fixturesOn = (
  snapshot: Snapshot,
  fixtures: readonly Fixture[],
  path: string,
  lang = 'en',
): readonly FixtureModel[] =>
  composePage(
    snapshot,
    editionFrom(1, {
      documents: [
        {
          id: 'house',
          name: 'House',
          reach: { include: [{ kind: 'everything' }], exclude: [] },
          kind: 'page',
          rank: 0,
          fixtures,
          productPage: USUAL_PRODUCT_PAGE,
          look: USUAL_LOOK,
          badges: USUAL_BADGES,
          css: '',
        },
      ],
      ranges: [],
      blends: [],
    }),
    { path, parameters: { lang }, matches: null, now: NOW },
  )!.fixtures;
