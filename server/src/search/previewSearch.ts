import type { SearchPreview, SearchQuestion } from '@fond/contract';
import { composePage, languageOf, type Snapshot } from '@fond/core';
import { pageTime } from '../page/compose';
import type { ServingHost } from '../serving/servingHost';

/** The page of results as shoppers would see it if the shop searched by some rules. */
export async function previewSearch(
  host: ServingHost,
  { q, lang: asked, rules }: SearchQuestion,
): Promise<SearchPreview> {
  const { snapshot, beneath, zone } = host.serving();
  const lang = languageOf(snapshot, asked);
  const index = await host.searchIndex(snapshot, lang);
  const ruled: Snapshot = { ...snapshot, frame: { ...snapshot.frame, search: rules } };
  const page = composePage(ruled, beneath, {
    path: '/search',
    parameters: { q, lang },
    matches: index.searchOrClimb(ruled, q, rules),
    now: pageTime(),
    zone,
    standIns: true,
  });
  return { page, plan: page?.plan?.id ?? null };
}
