import type { Preview, PreviewWish } from '@fond/contract';
import {
  aislesOfPlan,
  confinedCss,
  type BenchModel,
  type PageModel,
  type Plan,
  type ProductModel,
} from '@fond/core';
import type { CatalogueHost } from '../catalogue/catalogueHost';
import { momentAt } from '../campaign/clock';
import { contextOf, reportShelf } from '../explain/explain';
import { composePreview, foldRangeParts, pageTime, readAddress } from '../shop/compose';
import { standOf } from '../shop/pages';
import { draftedEdition } from './draftedEdition';
import { documentsFor } from './drafts';
import { disputesOf, movesOf } from './publishing';
import { safeDocument } from './safePlan';

/** The page that a draft makes, what its shelf shows and why, and what its reach gains, loses and disputes. */
export async function previewDraft(
  host: CatalogueHost,
  { plan: document, address, at, part, signedIn }: PreviewWish,
): Promise<Preview> {
  const stand = standOf(host);
  const { snapshot, beneath } = stand;
  const plain = readAddress(foldRangeParts(address) ?? address);
  const read = plain && {
    ...plain,
    part,
    signedIn,
    closed: true,
    now: at === undefined ? undefined : momentAt('at', at, stand.zone).at,
  };
  const draft = safeDocument(await documentsFor([document], beneath.documents), document.id);
  const { edition, plan } = await draftedEdition(beneath, [draft]);
  const aisle = read && snapshot.aisles.byPath.get(read.path);
  const disputes = disputesOf(snapshot, edition.plans, plan.id);
  const disputed = new Set(disputes.map(({ key }) => key));
  return {
    page: read && withOwnCss(await composePreview(host, stand, edition, read), plan),
    report: aisle ? reportShelf(snapshot, aisle, plan, contextOf(edition, pageTime(), stand.zone)) : null,
    // What is in dispute is nobody's yet.
    serves: aislesOfPlan(edition.plans, snapshot.aisles, plan.id).filter(({ key }) => !disputed.has(key))
      .length,
    disputes,
    ...movesOf(snapshot, beneath.plans, edition.plans, plan.id),
  };
}

/** A preview brings the draft's CSS along, as nothing serves it yet. */
export function withOwnCss<T extends PageModel | ProductModel | BenchModel>(
  page: T | null,
  { id, css }: Plan,
): T | null {
  if (!page?.frame.css || page.plan?.id !== id) return page;
  return { ...page, frame: { ...page.frame, css: { text: confinedCss(css) } } };
}
