import type { DraftAt } from '@fond/contract';
import {
  checkingPatterns,
  composeBench,
  languageOf,
  type Aisle,
  type Plan,
  type RangeContext,
  type Snapshot,
} from '@fond/core';
import { explainBadges } from '../explain/explainBadges';
import type { ServingHost } from '../serving/servingHost';
import type { Handlers } from '../http/handler';
import { draftedEdition } from './draftedEdition';
import { withOwnCss } from './preview';
import type { Services } from '../services';
import { pageTime, readAddress } from '../page/compose';
import { aisleAt, explainFacets, explainValues } from '../explain/explain';
import { explainArrangement } from '../explain/explainArrangement';
import { explainProduct } from '../explain/explainPlace';
import { pictureAddress } from '../picture/addresses';
import { rangeContext } from '../page/rangeContext';
import { inTurns } from '../turns';
import { whatIfDraft } from './whatIfDraft';

type Own =
  | 'arrangedAisle'
  | 'whatIf'
  | 'explainProduct'
  | 'explainFacets'
  | 'offeredValues'
  | 'explainBadges'
  | 'explainPatterns'
  | 'previewCard';

/** What a draft comes to in an aisle, without being stored. */
export const explainHandlers = ({ host, sequelize }: Services): Handlers<Own> => ({
  explainProduct: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    const { sku, fixture } = body;
    return explainProduct(snapshot, aisle, plan, { sku, fixture }, context);
  },
  arrangedAisle: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    return explainArrangement(snapshot, aisle, plan, host.serving().edition, context, (hash) =>
      pictureAddress(hash, 240),
    );
  },
  whatIf: ({ body }) => whatIfDraft(sequelize, host, body),
  explainFacets: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    return explainFacets(snapshot, aisle, plan, context);
  },
  offeredValues: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    return explainValues(snapshot, aisle, plan, body.key, context);
  },
  explainBadges: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    return explainBadges(snapshot, aisle, plan, context);
  },
  explainPatterns: async ({ body }) => {
    const { snapshot, beneath } = host.serving();
    const { edition, plan } = await draftedEdition(beneath, [body.plan]);
    return inTurns(checkingPatterns(snapshot, edition, plan.id, languageOf(snapshot, body.lang)));
  },
  previewCard: async ({ body }) => {
    const { snapshot, aisle, plan, context } = await drafted(host, body);
    const lang = readAddress(body.address)?.parameters['lang'];
    const { number } = host.serving().edition;
    const bench = composeBench(snapshot, plan, number, {
      aisle,
      lang,
      show: body.show,
      sku: body.sku,
      context,
    });
    return { bench: bench && withOwnCss(bench, plan) };
  },
});

/** A draft laid over what is live, and the aisle at an address that is to be explained. */
async function drafted(
  host: ServingHost,
  { address, plan: document }: DraftAt,
): Promise<{ snapshot: Snapshot; aisle: Aisle; plan: Plan; context: RangeContext }> {
  const { snapshot, beneath, zone } = host.serving();
  const aisle = aisleAt(snapshot, readAddress(address)?.path);
  const { edition, plan } = await draftedEdition(beneath, [document]);
  return { snapshot, aisle, plan, context: rangeContext(edition, pageTime(), zone) };
}
