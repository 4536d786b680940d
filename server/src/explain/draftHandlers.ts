import type { OperationName } from '@fond/contract/operations';
import {
  composeBench,
  type Aisle,
  type Plan,
  type PlanDocument,
  type RangeContext,
  type Snapshot,
} from '@fond/core';
import { explainBadges } from '../badge/explainBadges';
import type { CatalogueHost } from '../catalogue/catalogueHost';
import type { Handler } from '../http/mount';
import { aisleAt, contextOf, explainFacets, explainProduct } from './explain';
import { draftedEdition } from '../plan/draftedEdition';
import { withOwnCss } from '../plan/preview';
import { pageTime, readAddress } from '../shop/compose';
import { standOf } from '../shop/pages';

type DraftOperation = Extract<
  OperationName,
  'explainProduct' | 'explainFacets' | 'explainBadges' | 'previewCard'
>;

/** What a draft comes to in an aisle, without being stored. */
export const draftHandlers = (host: CatalogueHost): Record<DraftOperation, Handler> => ({
  explainProduct: async ({ body }) => {
    const { sku, fixture } = body as { sku: string; fixture?: string };
    const { snapshot, aisle, plan, context } = await drafted(host, body);
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
    const { address, show } = body as { address: string; show: 'card' | 'badges' };
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    const lang = readAddress(address)?.parameters['lang'];
    const { number } = standOf(host).edition;
    const bench = composeBench(snapshot, plan, number, { aisle, lang, show, context });
    return { bench: bench && withOwnCss(bench, plan) };
  },
});

/** A draft laid over what is live, and the aisle at an address that is to be explained. */
async function drafted(
  host: CatalogueHost,
  body: unknown,
): Promise<{ snapshot: Snapshot; aisle: Aisle; plan: Plan; context: RangeContext }> {
  const { address, plan: document } = body as { plan: PlanDocument; address: string };
  const { snapshot, beneath, zone } = standOf(host);
  const aisle = aisleAt(snapshot, readAddress(address)?.path);
  const { edition, plan } = await draftedEdition(beneath, [document]);
  return { snapshot, aisle, plan, context: contextOf(edition, pageTime(), zone) };
}
