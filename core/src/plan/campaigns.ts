import { editionFrom, withDrafts } from './edition';
import { ChainError } from './inherit';
import type { Edition, EditionContent } from './plan';
import type { TrialLayer } from './trials';

/** Plans that stand over what is published for as long as a campaign runs. */
export interface CampaignLayer extends EditionContent {
  id: string;
  name: string;
}

/**
 * What shoppers see, as layers: what people have published, and over it the campaigns that run, in the order of their
 * starts. Publishing changes the layer beneath and never a campaign; a campaign's end takes its own layer away and
 * nothing else. So at the end the earlier state returns, with everything that was published meanwhile.
 */
export interface Layers {
  beneath: EditionContent;
  campaigns: readonly CampaignLayer[];
  /** What is tried on shares of shoppers; all others see the layers without. */
  trials: readonly TrialLayer[];
}

/** The layers as one; what a later campaign says of a plan covers what an earlier one says. */
export function flattened({ beneath, campaigns }: Omit<Layers, 'trials'>): EditionContent {
  let edition: Edition = editionFrom(0, beneath);
  for (const layer of campaigns) edition = withDrafts(edition, layer.documents, layer);
  return { documents: edition.documents, ranges: edition.ranges, blends: edition.blends };
}

/** An edition with a campaign over it; null where it lacks a plan that one of the campaign's builds on. */
export function withLayer(edition: Edition, layer: EditionContent): Edition | null {
  try {
    return withDrafts(edition, layer.documents, layer);
  } catch (error) {
    if (error instanceof ChainError) return null;
    throw error;
  }
}

export const withCampaign = (layers: Layers, campaign: CampaignLayer): Layers => ({
  ...layers,
  campaigns: [...layers.campaigns.filter(({ id }) => id !== campaign.id), campaign],
});

export const withoutCampaign = (layers: Layers, id: string): Layers => ({
  ...layers,
  campaigns: layers.campaigns.filter((campaign) => campaign.id !== id),
});

/** Trials that are shown: not while a campaign says something of the same plan, nor once the plan is gone. */
export function shownTrials({ beneath, campaigns, trials }: Layers): TrialLayer[] {
  const covered = new Set(campaigns.flatMap(({ documents }) => documents.map(({ id }) => id)));
  const there = new Set(beneath.documents.map(({ id }) => id));
  return trials.filter(({ plan }) => there.has(plan) && !covered.has(plan));
}
