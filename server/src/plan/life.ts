import type { Sequelize } from 'sequelize';
import type { EditionSummary, HeirsFate, StoredPlan, Withdrawal, Removal, Rebase } from '@fond/contract';
import {
  basedOn,
  chainOf,
  documentsBy,
  editionFrom,
  flattened,
  headOf,
  heirsOf,
  HOUSE_PLAN_ID,
  isHeir,
  partsNamedIn,
  resolvePlan,
  standingAlone,
  withoutPart,
  withoutPlans,
  type Documents,
  type Edition,
  type HeirDocument,
  type PlanDocument,
} from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import { inUnit } from '../database/unit';
import { CampaignModel, documentIn, PlanModel } from '../database/models';
import { beneath, publishBeneath, readLiveLayers } from '../edition/editions';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';
import { aisleChanges } from '../finding/aisleChanges';
import { chainProblem, checkPlan } from '../document/chainProblem';
import { plansShowing } from './plansShowing';
import { safeDocument } from '../document/safePlan';
import { namedPlan } from '../text/namedPlan';
import { documentsFor, planRow, readBeneath, readPlan, refuseNewer, writeDraft } from './drafts';

/** Plans that build on one directly; those further away follow theirs. */
const nearHeirs = (documents: readonly PlanDocument[], id: string): HeirDocument[] =>
  documents.filter((document): document is HeirDocument => isHeir(document) && document.base === id);

/** An heir after its base has gone: on that plan's own base, or looking as it does now. */
function withoutBase(heir: HeirDocument, documents: Documents, fate: HeirsFate): PlanDocument {
  const gone = documents.get(heir.base)!;
  const plan = resolvePlan(documents, heir.id);
  if (!isHeir(gone)) return standingAlone(plan);
  return fate === 'look' ? basedOn(plan, resolvePlan(documents, gone.base)) : { ...heir, base: gone.base };
}

/** What builds on a plan, or shows a part, after that one has gone; anything else as it is. */
function withoutIt(document: PlanDocument, documents: Documents, id: string, fate: HeirsFate): PlanDocument {
  const gone = documents.get(id);
  if (gone?.kind === 'part')
    return withoutPart(
      document,
      documents,
      resolvePlan(documents, id),
      fate === 'look' ? 'copies' : 'nothing',
    );
  return isHeir(document) && document.base === id ? withoutBase(document, documents, fate) : document;
}

/** An edition without a plan, whose heirs have been given another base. */
function takeOut({ number, ranges, blends, ...edition }: Edition, id: string, fate: HeirsFate): Edition {
  const known = documentsBy(edition.documents);
  const documents = edition.documents.map((document) => withoutIt(document, known, id, fate));
  return withoutPlans({ number, documents, ranges, blends }, [id]);
}

/** What the shop would be without a plan. */
export async function editionWithout(id: string): Promise<Edition> {
  refuseHouse(id);
  return takeOut(await readBeneath(), id, 'base');
}

function refuseHouse(id: string): void {
  if (id === HOUSE_PLAN_ID)
    throw problem(
      'plan-in-use',
      'The house plan serves every aisle that no other plan serves, so the shop can’t be without it.',
    );
}

/** What taking a plan out of the shop would do. */
export async function withdrawalOf({ snapshot }: ServingState, id: string): Promise<Withdrawal> {
  const [layers, rows] = await Promise.all([readLiveLayers(), PlanModel.findAll()]);
  await planRow(id);
  const live = editionFrom(0, layers.beneath);
  const drafts = rows.filter(({ standing }) => standing !== 'deleted').map(documentIn);
  const own = [...live.documents, ...drafts].find((document) => document.id === id)!;
  const base = isHeir(own)
    ? [...live.documents, ...drafts].find((document) => document.id === own.base)
    : undefined;
  const after = takeOut(live, id, 'base');
  const heirs = new Map(
    [
      ...heirsOf(live.documents, id),
      ...heirsOf(drafts, id),
      ...plansShowing(documentsBy(live.documents), id),
      ...plansShowing(documentsBy([...live.documents, ...drafts]), id),
    ].map((heir) => [heir.id, namedPlan(heir)]),
  );
  return {
    changes: aisleChanges(
      snapshot,
      editionFrom(0, flattened(layers)),
      editionFrom(0, flattened(beneath(layers, after))),
    ),
    heirs: [...heirs.values()],
    base: base ? namedPlan(base) : null,
  };
}

/**
 * Takes a plan out of the shop, where it is live, and puts it aside or among the deleted; either way it can be had
 * back. Plans that build on it are given another base, as drafts and as published.
 */
export async function removePlan(
  sequelize: Sequelize,
  id: string,
  { standing, heirs }: Removal,
  userId: number,
): Promise<EditionSummary | null> {
  refuseHouse(id);
  await refuseInCampaign(id);
  const rows = (await PlanModel.findAll()).filter((row) => row.standing !== 'deleted');
  const live = await readBeneath();
  // As drafts and as published, each once.
  const drafts = rows.map(documentIn);
  const building = [
    ...new Map(
      [
        ...nearHeirs([...live.documents, ...drafts], id),
        ...plansShowing(documentsBy(live.documents), id),
        ...plansShowing(documentsBy([...live.documents, ...drafts]), id),
      ].map((user) => [user.id, user]),
    ).values(),
  ];
  if (building.length && !heirs) {
    const names = building.map(({ name }) => `“${name}”`).join(', ');
    const part = drafts.find((draft) => draft.id === id)?.kind === 'part';
    throw problem(
      'plan-in-use',
      part
        ? `${names} show it. Say whether they keep copies of it or go without.`
        : `${names} build on it. Say whether they keep their look or take its base.`,
      undefined,
      {
        heirs: building.map(namedPlan),
      },
    );
  }
  const fate = heirs ?? 'base';
  if (live.documents.some((document) => document.id === id))
    return publishBeneath(
      sequelize,
      async (edition, transaction) => {
        const row = await planRow(id, transaction);
        const after = takeOut(edition, id, fate);
        await putAway(id, standing, fate, userId, transaction);
        return { ...after, note: `Without “${documentIn(row).name}”` };
      },
      userId,
    );
  await inUnit(sequelize, (transaction) => putAway(id, standing, fate, userId, transaction));
  return null;
}

async function putAway(
  id: string,
  standing: Removal['standing'],
  fate: HeirsFate,
  userId: number,
  transaction: Parameters<typeof writeDraft>[3],
): Promise<void> {
  const row = await planRow(id, transaction);
  const live = await readBeneath();
  const rows = await PlanModel.findAll({ transaction, lock: transaction.LOCK.UPDATE });
  for (const heirRow of rows) {
    const heir = documentIn(heirRow);
    const documents = await documentsFor([heir], live.documents, transaction);
    if (!documents.has(id) || heirRow.standing === 'deleted') continue;
    const without = chainProblem(documents, () => withoutIt(heir, documents, id, fate));
    if (without !== heir) await writeDraft(heirRow, without, userId, transaction);
  }
  await row.update({ standing, updatedAt: new Date(), updatedBy: userId }, { transaction });
  await recordActivity(
    {
      userId,
      action: standing === 'aside' ? 'put-aside' : 'delete',
      subject: `plan:${id}`,
      detail: { fate },
    },
    transaction,
  );
}

/** A running or waiting campaign that shows a plan would be left without it. */
async function refuseInCampaign(id: string): Promise<void> {
  const campaigns = await CampaignModel.findAll({ where: { state: ['waiting', 'running'] } });
  const using = campaigns.find(({ content }) =>
    content.documents.some(
      (document) =>
        document.id === id || (isHeir(document) && document.base === id) || partsNamedIn(document).has(id),
    ),
  );
  if (using)
    throw problem('plan-in-use', `The campaign “${using.name}” shows it until it ends. End that first.`);
}

/** Has a plan back as a draft; it serves aisles again once it is published. */
export async function restorePlan(sequelize: Sequelize, id: string, userId: number): Promise<StoredPlan> {
  await inUnit(sequelize, async (transaction) => {
    const row = await planRow(id, transaction);
    const document = documentIn(row);
    const live = await readBeneath();
    const documents = await documentsFor([document], live.documents, transaction);
    chainProblem(documents, () => chainOf(documents, id));
    await row.update({ standing: 'open', updatedAt: new Date(), updatedBy: userId }, { transaction });
    await recordActivity({ userId, action: 'restore', subject: `plan:${id}` }, transaction);
  });
  return readPlan(id);
}

export async function rebasePlan(
  sequelize: Sequelize,
  id: string,
  { base, keep, version }: Rebase,
  userId: number,
): Promise<StoredPlan> {
  if (id === HOUSE_PLAN_ID && base !== null)
    throw problem('bad-input', 'Nothing was changed.', [
      { path: 'base', message: 'the house plan stands alone, as all others may build on it' },
    ]);
  await inUnit(sequelize, async (transaction) => {
    const row = await planRow(id, transaction);
    await refuseNewer(row, version);
    const before = documentIn(row);
    const { documents: live } = await readBeneath();
    const known = await documentsFor([before], live, transaction);
    const plan = chainProblem(known, () => resolvePlan(known, id));
    let document: PlanDocument = standingAlone(plan);
    if (base !== null) {
      const asked: HeirDocument = { ...headOf(before), base, own: isHeir(before) ? before.own : null };
      const documents = await documentsFor([asked], live, transaction);
      if (!documents.has(base)) throw problem('not-found', 'There is no such plan to build on.');
      checkPlan(documents, id);
      document = keep === 'look' ? basedOn(plan, resolvePlan(documents, base)) : asked;
    }
    const safe = safeDocument(await documentsFor([document], live, transaction), id);
    await writeDraft(row, safe, userId, transaction);
  });
  return readPlan(id);
}

/** Words of the merchandisers to each other, beside the plan. */
export async function notePlan(
  sequelize: Sequelize,
  id: string,
  note: string,
  userId: number,
): Promise<StoredPlan> {
  await inUnit(sequelize, async (transaction) => {
    const row = await planRow(id, transaction);
    await row.update({ note }, { transaction });
    await recordActivity({ userId, action: 'note', subject: `plan:${id}`, detail: { note } }, transaction);
  });
  return readPlan(id);
}
