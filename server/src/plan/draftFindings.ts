import type { Sequelize } from 'sequelize';
import type { Findings, MendedPlan, MendInput } from '@fond/contract';
import {
  groupFindings,
  heirsOf,
  isHeir,
  mendPlan,
  resolvePlan,
  todayIn,
  type Edition,
  type FindingGroup,
} from '@fond/core';
import { documentIn } from '../database/models';
import { inUnit } from '../database/unit';
import { chainProblem } from '../document/chainProblem';
import { safeDocument } from '../document/safePlan';
import { namedIn, toldGroups } from '../finding/findings';
import { findInDrafts } from '../finding/publicationFindings';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';
import { draftedEdition } from './draftedEdition';
import { documentsFor, planRow, readBeneath, writeDraft } from './drafts';
import { keepChange } from './together';

/** What is found in a plan as its draft stands, in those that build on it, and in the aisles that they would serve. */
async function findInDraft(
  sequelize: Sequelize,
  serving: ServingState,
  id: string,
): Promise<{ groups: FindingGroup[]; fresh: ReadonlySet<string>; edition: Edition }> {
  const draft = documentIn(await planRow(id));
  const { edition } = await draftedEdition(serving.beneath, [draft]);
  const ids = new Set([id, ...heirsOf(edition.documents, id).map((heir) => heir.id)]);
  return { ...(await findInDrafts(sequelize, serving, serving.beneath, edition, ids)), edition };
}

/** What a draft has to answer for, all of it or what holds in an aisle. */
export async function listDraftFindings(
  sequelize: Sequelize,
  serving: ServingState,
  id: string,
  aisle: string | null,
): Promise<Findings> {
  const { groups, fresh, edition } = await findInDraft(sequelize, serving, id);
  const found = groups.flatMap((group) => group.found).filter((one) => 'aisle' in one && one.aisle === aisle);
  return {
    groups: toldGroups(serving.snapshot, edition, aisle === null ? groups : groupFindings(found), fresh),
    putOff: [],
    byAisle: [],
  };
}

/**
 * Mends what a finding tells of a plan, in the plan's draft, whatever else that says; shoppers see it once that is published.
 * The draft as it was is kept, and comes back by the change's id.
 */
export async function mendFinding(
  sequelize: Sequelize,
  serving: ServingState,
  { name, plan: id, said }: MendInput,
  userId: number,
): Promise<MendedPlan> {
  const finding = namedIn((await findInDraft(sequelize, serving, id)).groups, name);
  // What is told of those that build on it is mended there.
  if (!finding || !('plan' in finding) || finding.plan !== id)
    throw problem(
      'nothing-to-mend',
      'Nothing was changed: it isn’t found in the plan’s draft. It may have been mended there and wait to be published.',
    );
  return inUnit(sequelize, async (transaction) => {
    const row = await planRow(id, transaction);
    const live = (await readBeneath()).documents;
    const before = documentIn(row);
    const documents = await documentsFor([before], live, transaction);
    const plan = chainProblem(documents, () => resolvePlan(documents, id));
    const base = isHeir(before) ? resolvePlan(documents, before.base) : null;
    const today = todayIn({ now: Date.now(), zone: serving.zone });
    const mended = mendPlan(before, plan, base, finding, today);
    if (!mended)
      throw problem(
        'nothing-to-mend',
        `Nothing was changed: the draft of “${plan.name}” leaves no single way to mend it. Open the plan to see.`,
      );
    const document = safeDocument(await documentsFor([mended], live, transaction), id);
    await writeDraft(row, document, userId, transaction);
    const kept = { id, name: plan.name, before, version: row.version };
    const change = await keepChange(sequelize, said, [kept], userId, transaction);
    return { id: change, plan: { id, name: plan.name }, version: row.version };
  });
}
