import { ChainError, documentsBy } from './inherit';
import { withDrafts } from './edition';
import { isHeir, type Edition, type PlanDocument, type SharedRules } from './plan';
import { SHOPPER_PARTS } from './shownWhen';

/** What a share of shoppers sees of a plan. */
export interface TrialVersion extends SharedRules {
  /** Of a hundred shoppers, so many see it. */
  share: number;
  /** Null for the plan as it is live; that is the first version of every trial. */
  document: PlanDocument | null;
}

/** Versions of one plan, each shown to a steady share of shoppers, until it is known which is best. */
export interface TrialLayer {
  id: string;
  name: string;
  /** Id of the plan. */
  plan: string;
  versions: readonly TrialVersion[];
}

/** Of as many versions nobody would ever know which is best. */
export const MOST_VERSIONS = 4;

/** A 32-bit number of a text: FNV-1a (G. Fowler, L. C. Noll, K.-P. Vo). */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  return hash >>> 0;
}

/**
 * Which version each hundredth of the shoppers sees, as an index into the versions. The hundredths are shuffled by the
 * trial's id (R. A. Fisher and F. Yates, 1938; numbers by xorshift32, G. Marsaglia, 2003), so that those who saw another
 * trial's second version are not the same ones again.
 */
export function versionsByPart({ id, versions }: Pick<TrialLayer, 'id' | 'versions'>): Uint8Array {
  const byPart = new Uint8Array(SHOPPER_PARTS);
  let at = 0;
  for (const [index, { share }] of versions.entries()) {
    byPart.fill(index, at, at + share);
    at += share;
  }
  let state = hashOf(id) || 1;
  for (let last = SHOPPER_PARTS - 1; last > 0; last--) {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    const other = (state >>> 0) % (last + 1);
    [byPart[last], byPart[other]] = [byPart[other], byPart[last]];
  }
  return byPart;
}

/**
 * The edition as those see it who are shown a version of a trial; null where a plan can't be followed any more, as when
 * what the version builds on was taken away since.
 */
export function withVersion(edition: Edition, { document, ...rules }: TrialVersion): Edition | null {
  if (!document) return edition;
  try {
    return withDrafts(edition, [document], rules);
  } catch (error) {
    if (error instanceof ChainError) return null;
    throw error;
  }
}

/** The plan itself, and all that build on it: their pages differ by the version. */
export function plansOnTrial(
  { documents }: Pick<Edition, 'documents'>,
  { plan }: Pick<TrialLayer, 'plan'>,
): Set<string> {
  const known = documentsBy(documents);
  const buildsOn = (document: PlanDocument | undefined, steps = 0): boolean =>
    document !== undefined &&
    (document.id === plan ||
      (isHeir(document) && steps < known.size && buildsOn(known.get(document.base), steps + 1)));
  return new Set(documents.filter((document) => buildsOn(document)).map(({ id }) => id));
}
