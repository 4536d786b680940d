import type { AisleMap } from '../catalogue/aisles';
import type { Snapshot } from '../catalogue/snapshot';
import { withLayer, type CampaignLayer } from '../plan/campaigns';
import { editionFrom } from '../plan/edition';
import type { Edition, EditionContent } from '../plan/plan';
import { eachAisleChange } from '../plan/reach';
import type { Finding } from './finding';

/** A campaign with its moments, in milliseconds of Unix time. */
export interface PlannedCampaign extends CampaignLayer {
  startsAt: number;
  /** Null where it has no end. */
  endsAt: number | null;
}

/** What is published, and campaigns that run or are to come, in the order of their starts. */
export interface Planned {
  beneath: EditionContent;
  campaigns: readonly PlannedCampaign[];
}

/**
 * Campaigns to come that can't start over what shoppers will see then, or would change nothing of it.
 *
 * @param now Milliseconds of Unix time.
 */
export function* checkCampaigns(
  { aisles }: Snapshot,
  { beneath, campaigns }: Planned,
  now: number,
): Generator<Finding | null> {
  for (const [at, campaign] of campaigns.entries()) {
    const { id, name, startsAt } = campaign;
    if (startsAt <= now) continue;
    yield null;
    let before = editionFrom(0, beneath);
    for (const other of campaigns.slice(0, at))
      if (other.endsAt === null || other.endsAt > startsAt) before = withLayer(before, other) ?? before;
    const after = withLayer(before, campaign);
    if (!after) yield { kind: 'campaign-baseless', campaign: id, name };
    else if (!changesProductPages(before, after, campaign) && !(yield* changesAny(aisles, before, after)))
      yield { kind: 'campaign-idle', campaign: id, name };
  }
}

function* changesAny(aisles: AisleMap, before: Edition, after: Edition): Generator<null, boolean> {
  for (const change of eachAisleChange(aisles, before, after))
    if (change) return true;
    else yield null;
  return false;
}

/** Aisles don't tell of what stands below products. */
const changesProductPages = (before: Edition, after: Edition, { documents }: CampaignLayer): boolean =>
  documents.some(({ id }) => belowProducts(before, id) !== belowProducts(after, id));

const belowProducts = ({ plans }: Edition, id: string): string =>
  JSON.stringify(plans.find((plan) => plan.id === id)?.productPage ?? null);
