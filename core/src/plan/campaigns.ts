import { editionFrom, withDrafts } from './edition';
import type { Edition, EditionContent } from './plan';

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
}

/** The layers as one; what a later campaign says of a plan covers what an earlier one says. */
export function flattened({ beneath, campaigns }: Layers): EditionContent {
  let edition: Edition = editionFrom(0, beneath);
  for (const layer of campaigns) edition = withDrafts(edition, layer.documents, layer);
  return { documents: edition.documents, ranges: edition.ranges, blends: edition.blends };
}

export const withCampaign = ({ beneath, campaigns }: Layers, campaign: CampaignLayer): Layers => ({
  beneath,
  campaigns: [...campaigns.filter(({ id }) => id !== campaign.id), campaign],
});

export const withoutCampaign = ({ beneath, campaigns }: Layers, id: string): Layers => ({
  beneath,
  campaigns: campaigns.filter((campaign) => campaign.id !== id),
});
