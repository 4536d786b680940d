import type { AisleComparison, AisleComparisonQuery, EditionComparison } from '@fond/contract';
import { pageDifference, shelfModelOf } from '@fond/core';
import { composeListing } from '../page/compose';
import { problem } from '../problem/problem';
import { compareEditions } from '../publishing/compare';
import type { ServingHost, ServingState } from '../serving/servingHost';
import { isDraftSide, sideOf, type Side } from './sides';

/** Places of an aisle that are compared: as many as a page may hold. */
const PLACES = 200;

/** Drafts lie over what people have published, so they are held against that, without the campaigns over it. */
function sidesOf(serving: ServingState, from: string, to: string): (name: string) => Promise<Side> {
  const drafted = isDraftSide(from) || isDraftSide(to);
  return async (name) => (name === 'live' && drafted ? { edition: serving.beneath } : sideOf(serving, name));
}

export async function compareSides(host: ServingHost, from: string, to: string): Promise<EditionComparison> {
  const serving = host.serving();
  const side = sidesOf(serving, from, to);
  const [before, after] = await Promise.all([side(from), side(to)]);
  return compareEditions(serving.snapshot, before.edition, after.edition);
}

/** What one aisle, or one search, shows otherwise on the second side. */
export async function compareAisle(
  host: ServingHost,
  { from, to, path, lang = '', q = '', fromOrder = '', toOrder = '' }: AisleComparisonQuery,
): Promise<AisleComparison> {
  const serving = host.serving();
  const aisle = serving.snapshot.aisles.byPath.get(path);
  if (!aisle) throw problem('unknown-aisle', `There is no aisle at “${path.slice(0, 100)}”.`);
  const side = sidesOf(serving, from, to);
  const pageOn = async (name: string, order: string) => {
    const { edition, now, snapshot = serving.snapshot } = await side(name);
    const parameters: Record<string, string> = {
      size: String(PLACES),
      ...(lang && { lang }),
      ...(q && { q }),
      ...(order && { order }),
    };
    return composeListing(host, { ...serving, snapshot }, edition, {
      path,
      parameters,
      closed: true,
      standIns: true,
      now,
    });
  };
  const [before, after] = await Promise.all([pageOn(from, fromOrder), pageOn(to, toOrder)]);
  return {
    ...pageDifference(before, after),
    plans: {
      from: before && { id: before.plan.id, name: before.plan.name },
      to: after && { id: after.plan.id, name: after.plan.name },
    },
    orders: ((after && shelfModelOf(after)?.orders) ?? []).map(({ key, label }) => ({ key, label })),
    places: PLACES,
  };
}
