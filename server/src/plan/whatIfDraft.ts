import type { Sequelize } from 'sequelize';
import type { DraftAt, WhatIfAnswer } from '@fond/contract';
import { dayLater, seeded, shelfModelOf, todayIn, whatIf, type PageModel, type ShownPage } from '@fond/core';
import { readWhatIfCounts } from '../figure/whatIfCounts';
import { composeListing, readAddress } from '../page/compose';
import { problem } from '../problem/problem';
import type { ServingHost } from '../serving/servingHost';
import { draftedEdition } from './draftedEdition';

/** Days that are looked back on. */
const DAYS = 90;
/** The same question has the same answer. */
const SEED = 1;

/** What a draft would bring in an aisle against what is live there now. */
export async function whatIfDraft(
  sequelize: Sequelize,
  host: ServingHost,
  { plan: document, address }: DraftAt,
): Promise<WhatIfAnswer> {
  const serving = host.serving();
  const { snapshot } = serving;
  const path = readAddress(address)?.path;
  const aisle = path === undefined ? undefined : snapshot.aisles.byPath.get(path);
  if (path === undefined || !aisle) throw problem('unknown-aisle', `There is no aisle at “${address}”.`);
  const { edition } = await draftedEdition(serving.beneath, [document]);
  // As it is opened, with nothing chosen.
  const plain = { path, parameters: {}, closed: true };
  const [live, drafted] = await Promise.all([
    composeListing(host, serving, serving.edition, plain),
    composeListing(host, serving, edition, plain),
  ]);
  const [today, then] = [shownOn(live), shownOn(drafted)];
  if (!live || !today || !then)
    throw problem('not-found', 'There is no shelf of the aisle’s products on this page.');
  const to = todayIn({ now: Date.now(), zone: serving.zone });
  const from = dayLater(to, 1 - DAYS);
  const counts = await readWhatIfCounts(sequelize, serving, {
    ...{ aisle: aisle.key, from, to, today },
    products: new Set([...today.products, ...then.products]),
  });
  const { wide, medium, narrow } = counts.visits;
  return {
    currency: snapshot.currencies[0] ?? 'EUR',
    from,
    to,
    visits: Math.round(wide + medium + narrow),
    same: JSON.stringify(today) === JSON.stringify(then),
    ...whatIf(counts, then, seeded(SEED)),
  };
}

function shownOn(page: PageModel | null): ShownPage | null {
  const shelf = page && shelfModelOf(page);
  if (!shelf) return null;
  const alone = shelf.form === 'list' || shelf.form === 'folding';
  return {
    products: shelf.cards.map(({ id }) => id),
    columns: alone ? { wide: 1, medium: 1, narrow: 1 } : shelf.columns,
  };
}
