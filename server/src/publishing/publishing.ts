import type { Sequelize, Transaction } from 'sequelize';
import type {
  DraftVersion,
  EditionSummary,
  HeirChange,
  NamedPlan,
  PlanChanges,
  PublicationFault,
} from '@fond/contract';
import {
  aislesOfPlan,
  documentsBy,
  editionFrom,
  flattened,
  heirsOf,
  isHeir,
  listKeptOverrides,
  overlapsOf,
  partsNamedIn,
  resolvePlan,
  withDrafts,
  type Documents,
  type Edition,
  type Layers,
  type Plan,
  type PlanDocument,
  type SharedRules,
  type Snapshot,
} from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import { documentIn } from '../database/models';
import { beneath, publishBeneath, readLiveLayers } from '../edition/editions';
import { problem } from '../problem/problem';
import { sharedRules } from '../range/sharedRules';
import { aisleChanges, changedProductPages } from '../finding/aisleChanges';
import { chainProblem } from '../document/chainProblem';
import { disputesOf } from '../plan/disputes';
import { documentsFor, planRow, refuseNewer } from '../plan/drafts';
import { publicationFindings } from '../finding/publicationFindings';
import { namedPlan } from '../text/namedPlan';

/** What publishing some drafts together would do to the shop, and what stands in the way. */
export async function planChanges(
  sequelize: Sequelize,
  serving: ServingState,
  ids: readonly string[],
): Promise<PlanChanges> {
  const [layers, shared, ...rows] = await Promise.all([
    readLiveLayers(),
    sharedRules(),
    ...ids.map((id) => planRow(id)),
  ]);
  return changesOf(sequelize, serving, layers, rows.map(documentIn), shared);
}

async function changesOf(
  sequelize: Sequelize,
  serving: ServingState,
  layers: Layers,
  drafts: readonly PlanDocument[],
  shared: SharedRules,
): Promise<PlanChanges> {
  const { snapshot } = serving;
  const live = editionFrom(0, layers.beneath);
  const missing = await missingBeneath(drafts, live.documents);
  // Bases and parts that are not live are laid along, so that the rest can be told; publishing without them is refused.
  const after = withDrafts(live, [...missing.documents, ...drafts], shared);
  const shownBefore = editionFrom(0, flattened(layers));
  const shownAfter = editionFrom(0, flattened(beneath(layers, after)));
  const drafted = drafts.map(({ id }) => id);
  const changes = aisleChanges(snapshot, shownBefore, shownAfter);
  return {
    changes,
    productPages: changedProductPages(snapshot, shownBefore, shownAfter),
    disputes: drafted.flatMap((id) => disputesOf(snapshot, after.plans, id)),
    heirs: heirChanges(snapshot, live, after, drafted),
    faults: [...missing.faults, ...overlapFaults(snapshot, after.plans, drafts)],
    covered: layers.campaigns
      .filter(({ documents }) => documents.some(({ id }) => drafted.includes(id)))
      .map(({ id, name }) => ({ id, name })),
    findings: await publicationFindings(
      sequelize,
      serving,
      { before: shownBefore, after: shownAfter },
      drafted,
      changes,
    ),
  };
}

async function missingBeneath(
  drafts: readonly PlanDocument[],
  live: readonly PlanDocument[],
): Promise<{ documents: PlanDocument[]; faults: PublicationFault[] }> {
  const known = new Set([...live, ...drafts].map(({ id }) => id));
  const all = await documentsFor(drafts, live);
  const documents = [...all.values()].filter(({ id }) => !known.has(id));
  const faults = drafts.flatMap((plan): PublicationFault[] => {
    const planById = (id: string): NamedPlan => ({ id, name: all.get(id)?.name ?? id });
    const parts = [...partsNamedIn(plan)].filter((id) => !known.has(id));
    return [
      ...(isHeir(plan) && !known.has(plan.base)
        ? [{ kind: 'base-not-live' as const, plan: namedPlan(plan), base: planById(plan.base) }]
        : []),
      ...parts.map((id) => ({ kind: 'part-not-live' as const, plan: namedPlan(plan), part: planById(id) })),
    ];
  });
  return { documents, faults };
}

function overlapFaults(
  snapshot: Snapshot,
  plans: readonly Plan[],
  drafts: readonly PlanDocument[],
): PublicationFault[] {
  const told = new Map<string, PublicationFault & { kind: 'overlap' }>();
  for (const draft of drafts)
    for (const { other } of overlapsOf(plans, snapshot.aisles, draft.id)) {
      const key = [draft.id, other.id].sort().join(' ');
      const known = told.get(key);
      if (!known)
        told.set(key, { kind: 'overlap', plan: namedPlan(draft), other: namedPlan(other), aisles: 1 });
      else if (known.plan.id === draft.id) known.aisles++;
    }
  return [...told.values()];
}

function heirChanges(
  snapshot: Snapshot,
  before: Edition,
  after: Edition,
  drafted: readonly string[],
): HeirChange[] {
  const found = new Map<string, HeirChange>();
  for (const id of drafted)
    for (const heir of heirsOf(after.documents, id)) {
      if (!isHeir(heir) || drafted.includes(heir.id)) continue;
      const bodyIn = ({ documents }: Edition): Plan | undefined =>
        documents.some((document) => document.id === heir.base)
          ? resolvePlan(documentsBy(documents), heir.base)
          : undefined;
      const [was, is] = [bodyIn(before), bodyIn(after)];
      found.set(heir.id, {
        ...namedPlan(heir),
        aisles: aislesOfPlan(after.plans, snapshot.aisles, heir.id).length,
        kept: was && is ? listKeptOverrides(heir, was, is) : [],
      });
    }
  return [...found.values()];
}

/**
 * Publishes drafts together, at the versions the caller has seen, beside all other plans as they are live. Refused
 * where one builds on a plan that is not published, or claims aisles that another one claims alike.
 *
 * @param along What has to be written in the same transaction.
 */
export async function publishPlans(
  sequelize: Sequelize,
  { snapshot }: ServingState,
  { plans, note }: { plans: readonly DraftVersion[]; note: string },
  userId: number,
  along: (transaction: Transaction) => Promise<void> = () => Promise.resolve(),
): Promise<EditionSummary> {
  return publishBeneath(
    sequelize,
    async (live, transaction) => {
      const drafts = await draftsAt(plans, transaction);
      await along(transaction);
      const known = await documentsFor(drafts, live.documents, transaction);
      const shared = await sharedRules(transaction);
      refuseMissingParts(drafts, live.documents, known);
      const after = chainProblem(known, () => withDrafts(live, drafts, shared));
      refuseOverlaps(snapshot, after.plans, drafts);
      return { ...after, note: note || drafts.map(({ name }) => name).join(', ') };
    },
    userId,
  );
}

/** @throws the problem `part-not-live` where a draft shows a part that is neither live nor published along. */
export function refuseMissingParts(
  drafts: readonly PlanDocument[],
  live: readonly PlanDocument[],
  known: Documents,
): void {
  const there = new Set([...live, ...drafts].map(({ id }) => id));
  for (const draft of drafts)
    for (const part of partsNamedIn(draft))
      if (!there.has(part))
        throw problem(
          'part-not-live',
          `“${draft.name}” shows the part “${known.get(part)?.name ?? part}”, which is not published. Publish both together, or take it out.`,
          undefined,
          { plan: draft.id, part },
        );
}

export async function draftsAt(
  plans: readonly DraftVersion[],
  transaction: Transaction,
): Promise<PlanDocument[]> {
  const drafts: PlanDocument[] = [];
  for (const { id, version } of plans) {
    const row = await planRow(id, transaction);
    await refuseNewer(row, version);
    if (row.standing === 'deleted')
      throw problem('not-found', `“${documentIn(row).name}” was deleted. Restore it first.`);
    if (row.standing === 'aside') await row.update({ standing: 'open' }, { transaction });
    drafts.push(documentIn(row));
  }
  return drafts;
}

/** @throws the problem `overlap`, with all of them, where a draft claims what another plan claims alike. */
export function refuseOverlaps(
  snapshot: Snapshot,
  plans: readonly Plan[],
  drafts: readonly PlanDocument[],
): void {
  const [first, ...more] = overlapFaults(snapshot, plans, drafts);
  if (first?.kind !== 'overlap') return;
  const { plan, other, aisles } = first;
  throw problem(
    'overlap',
    `“${plan.name}” and “${other.name}” claim ${aisles === 1 ? 'an aisle' : `${aisles} aisles`} just as exactly. Leave them out of one of the two, or give one a rank.`,
    undefined,
    { faults: [first, ...more] },
  );
}
