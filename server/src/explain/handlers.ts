import type { DraftAt } from '@fond/contract';
import { composeBench, type Aisle, type Plan, type RangeContext, type Snapshot } from '@fond/core';
import { explainBadges } from '../badge/explainBadges';
import type { CatalogueHost } from '../catalogue/catalogueHost';
import type { Handlers } from '../http/mount';
import { draftedEdition } from '../plan/draftedEdition';
import { withOwnCss } from '../plan/preview';
import type { Services } from '../services';
import { pageTime, readAddress } from '../shop/compose';
import { standOf } from '../shop/pages';
import { aisleAt, contextOf, explainFacets, explainProduct } from './explain';

type Own = 'explainProduct' | 'explainFacets' | 'explainBadges' | 'previewCard';

/** What a draft comes to in an aisle, without being stored. */
export const explainHandlers = ({ host }: Services): Handlers<Own> => ({
  explainProduct: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    const { sku, fixture } = body;
    return explainProduct(snapshot, aisle, plan, { sku, fixture }, context);
  },
  explainFacets: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    return explainFacets(snapshot, aisle, plan, context);
  },
  explainBadges: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    return explainBadges(snapshot, aisle, plan, context);
  },
  previewCard: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    const lang = readAddress(body.address)?.parameters['lang'];
    const { number } = standOf(host).edition;
    const bench = composeBench(snapshot, plan, number, { aisle, lang, show: body.show, context });
    return { bench: bench && withOwnCss(bench, plan) };
  },
});

/** A draft laid over what is live, and the aisle at an address that is to be explained. */
async function drafted(
  host: CatalogueHost,
  { address, plan: document }: DraftAt,
): Promise<{ snapshot: Snapshot; aisle: Aisle; plan: Plan; context: RangeContext }> {
  const { snapshot, beneath, zone } = standOf(host);
  const aisle = aisleAt(snapshot, readAddress(address)?.path);
  const { edition, plan } = await draftedEdition(beneath, [document]);
  return { snapshot, aisle, plan, context: contextOf(edition, pageTime(), zone) };
}
