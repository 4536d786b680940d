import type { Edition, Snapshot } from '@fond/core';
import { shopOn } from '../campaign/calendar';
import { readEditionOf } from '../edition/editions';
import { draftedEdition } from '../plan/draftedEdition';
import { readDrafts } from '../plan/drafts';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';
import { editionInVersion } from '../trial/trials';

/** What the shop would show, and when. */
export interface Side {
  edition: Edition;
  /** Another moment than now, for all that goes by days. */
  now?: number;
  /** The catalogue with the pages that are open then. */
  snapshot?: Snapshot;
}

const FORMS: readonly (readonly [
  start: string,
  read: (serving: ServingState, rest: string) => Promise<Side>,
])[] = [
  ['edition:', async (_, number) => ({ edition: await readEditionOf(wholeNumber(number)) })],
  ['trial:', async ({ edition }, name) => ({ edition: await editionInVersion(edition, name) })],
  ['day:', (serving, local) => shopOn(serving, local)],
];

function wholeNumber(text: string): number {
  if (/^\d{1,9}$/.test(text)) return Number(text);
  throw problem('not-found', `There is no edition “${text.slice(0, 20)}”.`);
}

/**
 * A state of the shop by its name: `live`, `edition:12`, `trial:ID-1`, `day:2026-12-24T18:00`, or the ids of drafts that lie
 * over what is live, joined by commas.
 *
 * @throws a problem where there is no such state.
 */
export async function sideOf(serving: ServingState, name: string): Promise<Side> {
  if (name === 'live') return { edition: serving.edition };
  const form = FORMS.find(([start]) => name.startsWith(start));
  if (form) return form[1](serving, name.slice(form[0].length));
  const drafts = await readDrafts(name.split(','));
  return { edition: (await draftedEdition(serving.beneath, drafts)).edition };
}

/** Whether a name is one of drafts. */
export const isDraftSide = (name: string): boolean =>
  name !== 'live' && !FORMS.some(([start]) => name.startsWith(start));
