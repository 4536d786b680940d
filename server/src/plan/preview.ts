import type { Preview, PreviewInput } from '@fond/contract';
import {
  aislesOfPlan,
  confinedCss,
  type BenchModel,
  type PageModel,
  type Plan,
  type ProductModel,
} from '@fond/core';
import type { ServingHost } from '../serving/servingHost';
import { momentAt } from '../time/clock';
import { reportShelf } from '../explain/explain';
import { rangeContext } from '../page/rangeContext';
import { composePreview, foldRangeParts, pageTime, readAddress } from '../page/compose';
import { draftedEdition } from './draftedEdition';
import { documentsFor } from './drafts';
import { disputesOf, movesOf } from './disputes';
import { safeDocument } from '../document/safePlan';

/** The page that a draft makes, what its shelf shows and why, and what its reach gains, loses and disputes. */
export async function previewDraft(
  host: ServingHost,
  { plan: document, address, at, part, signedIn }: PreviewInput,
): Promise<Preview> {
  const serving = host.serving();
  const { snapshot, beneath } = serving;
  const plain = readAddress(foldRangeParts(address) ?? address);
  const read = plain && {
    ...plain,
    part,
    signedIn,
    closed: true,
    standIns: true,
    now: at === undefined ? undefined : momentAt('at', at, serving.zone).at,
  };
  const draft = safeDocument(await documentsFor([document], beneath.documents), document.id);
  const { edition, plan } = await draftedEdition(beneath, [draft]);
  const aisle = read && snapshot.aisles.byPath.get(read.path);
  const disputes = disputesOf(snapshot, edition.plans, plan.id);
  const disputed = new Set(disputes.map(({ key }) => key));
  return {
    page: read && withOwnCss(await composePreview(host, serving, edition, read), plan),
    report: aisle
      ? reportShelf(snapshot, aisle, plan, rangeContext(edition, pageTime(), serving.zone))
      : null,
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
