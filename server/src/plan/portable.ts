import { createHash, randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type { NamedPlan, PlanFile, PlanImport } from '@fond/contract';
import {
  HOUSE_PLAN_ID,
  isHeir,
  own,
  partsNamedIn,
  blendsOfPlan,
  rangesOfPlan,
  referencesIn,
  resolveAll,
  translated,
  type EditionContent,
  type PartSettings,
  type PlanDocument,
  type RangeRule,
  type OrderLevel,
  type Snapshot,
} from '@fond/core';
import { inUnit } from '../database/unit';
import { PlanModel } from '../database/models';
import { readEditionOf } from '../edition/editions';
import { canonicalJson } from '../text/canonicalJson';
import { problem } from '../problem/problem';
import { recordActivity } from '../activity/activity';
import type { RuleRow, RuleStore } from '../range/ruleStore';
import { blendStore } from '../range/savedBlends';
import { rangeStore } from '../range/savedRanges';
import { chainProblem } from '../document/chainProblem';
import { documentsFor, readBeneath, readDrafts } from './drafts';
import { safeDocument } from '../document/safePlan';

const hashOf = ({ hash: _, ...rest }: PlanFile): string =>
  createHash('sha256').update(canonicalJson(rest)).digest('hex');

function fileOf(snapshot: Snapshot, { documents, ranges, blends }: EditionContent): PlanFile {
  const names: Record<string, string> = {};
  for (const key of referencesIn({ documents, ranges })) {
    const aisle = snapshot.aisles.byKey.get(key);
    if (aisle) names[key] = aisle.path;
  }
  const file: PlanFile = {
    format: 'fond-aisle/plans',
    version: 1,
    documents,
    ranges,
    ...(blends.length && { blends }),
    names,
    hash: '',
  };
  return { ...file, hash: hashOf(file) };
}

/** Drafts with all that they build on and show, and the saved ranges and blends that any of them uses. */
export async function exportPlans(snapshot: Snapshot, ids: readonly string[]): Promise<PlanFile> {
  const drafts = await readDrafts(ids);
  const live = await readBeneath();
  const known = await documentsFor(drafts, live.documents);
  const wanted = new Set<string>();
  const add = (document: PlanDocument | undefined): void => {
    if (!document || wanted.has(document.id)) return;
    wanted.add(document.id);
    if (isHeir(document)) add(known.get(document.base));
    for (const part of partsNamedIn(document)) add(known.get(part));
  };
  drafts.forEach(add);
  const documents = [...known.values()].filter(({ id }) => wanted.has(id));
  const plans = chainProblem(known, () => resolveAll(documents));
  const used = new Set(plans.flatMap(rangesOfPlan));
  const blended = new Set(plans.flatMap(blendsOfPlan));
  const ranges = (await rangeStore.all()).filter(({ id }) => used.has(id));
  const blends = (await blendStore.all()).filter(({ id }) => blended.has(id));
  return fileOf(snapshot, { documents, ranges, blends });
}

export const exportEdition = async (snapshot: Snapshot, number: number): Promise<PlanFile> =>
  fileOf(snapshot, await readEditionOf(number));

/**
 * Reads a file as new drafts. What this shop doesn't have by the same path is asked for first; until all of that is
 * answered, nothing is written. Then all of it is, in one transaction.
 */
export async function importPlans(
  sequelize: Sequelize,
  snapshot: Snapshot,
  { file, mapping }: { file: PlanFile; mapping: Readonly<Record<string, string | null>> },
  userId: number,
): Promise<PlanImport> {
  if (hashOf(file) !== file.hash)
    throw problem(
      'tampered-file',
      'What the file says and its hash don’t fit together: it was changed after it was written, or not read whole. Nothing was imported.',
    );
  const into = new Map<string, string | null>();
  const missing: { key: string; name: string }[] = [];
  for (const key of referencesIn({ documents: file.documents, ranges: file.ranges })) {
    const name = own(file.names, key);
    const here = name === undefined ? undefined : snapshot.aisles.byPath.get(name);
    if (here?.key.startsWith(`${key.split(':')[0]}:`)) into.set(key, here.key);
    else if (Object.hasOwn(mapping, key)) into.set(key, mappedTo(snapshot, key, mapping[key]));
    else missing.push({ key, name: name ?? key });
  }
  if (missing.length) return { missing, imported: null };
  const content = translated({ ...file, blends: file.blends ?? [] }, into);
  const imported = await inUnit(sequelize, (transaction) => write(content, userId, transaction));
  return { missing: [], imported };
}

function mappedTo(snapshot: Snapshot, key: string, to: string | null): string | null {
  if (to === null) return null;
  const [kind] = key.split(':');
  if (to.startsWith(`${kind}:`) && snapshot.aisles.byKey.has(to)) return to;
  throw problem('bad-input', 'Nothing was imported.', [
    { path: `mapping.${key}`, message: `“${to}” is no ${kind} of this shop` },
  ]);
}

async function write(
  { documents, ranges, blends }: EditionContent,
  userId: number,
  transaction: Transaction,
): Promise<NamedPlan[]> {
  const rangeIds = await writeRules(rangeStore, ranges, userId, transaction);
  const blendIds = await writeRules(blendStore, blends, userId, transaction);
  const ids = new Map(documents.map(({ id }) => [id, randomUUID() as string]));
  const read = documents.map((document): PlanDocument => {
    const id = ids.get(document.id)!;
    // Only one plan may serve everything, and this shop has it.
    const house = document.id === HOUSE_PLAN_ID;
    const head = {
      id,
      name: `${document.name.slice(0, 68)} (imported)`,
      reach: house ? { include: [], exclude: [] } : document.reach,
    };
    const renamed = withNames({ ...document, ...head }, { ranges: rangeIds, blends: blendIds, parts: ids });
    return isHeir(renamed) ? { ...renamed, base: ids.get(renamed.base) ?? renamed.base } : renamed;
  });
  const { documents: live } = await readBeneath();
  const known = await documentsFor(read, live, transaction);
  const fresh = read.map(({ id }) => safeDocument(known, id));
  for (const document of fresh) {
    await PlanModel.create(
      { id: document.id, document, version: 1, updatedAt: new Date(), updatedBy: userId },
      { transaction },
    );
    await recordActivity(
      { userId, action: 'import', subject: `plan:${document.id}`, detail: { name: document.name } },
      transaction,
    );
  }
  return fresh.map(({ id, name }) => ({ id, name }));
}

/** A rule that is here already, with the same content, is used; any other becomes one of its own. */
async function writeRules<Row extends RuleRow, Rule extends { id: string; name: string }>(
  store: RuleStore<Row, Rule>,
  rules: readonly Rule[],
  userId: number,
  transaction: Transaction,
): Promise<Map<string, string>> {
  const here = await store.all(transaction);
  const contentOf = (rule: Rule): string => canonicalJson({ ...rule, name: '' });
  const names = new Set(here.map(({ name }) => name));
  const ids = new Map<string, string>();
  for (const rule of rules) {
    const same = here.some((one) => one.id === rule.id && contentOf(one) === contentOf(rule));
    const id = same ? rule.id : randomUUID();
    ids.set(rule.id, id);
    if (same) continue;
    let name = rule.name;
    for (let n = 2; names.has(name); n++) name = `${rule.name.slice(0, 70)} (${n})`;
    names.add(name);
    await store.insert({ ...rule, id, name }, userId, transaction);
  }
  return ids;
}

/** The document with the saved ranges, the blends and the parts it names under other ids. */
function withNames<T>(
  value: T,
  ids: Readonly<Record<'ranges' | 'blends' | 'parts', ReadonlyMap<string, string>>>,
): T {
  if (Array.isArray(value)) return value.map((item: unknown) => withNames(item, ids)) as T;
  if (typeof value !== 'object' || value === null) return value;
  const source = value as unknown as RangeRule['source'];
  if (source.kind === 'saved') return { ...source, range: ids.ranges.get(source.range) ?? source.range } as T;
  const inner = Object.fromEntries(
    Object.entries(value).map(([key, one]) => [key, withNames(one as unknown, ids)]),
  );
  const level = inner as Partial<OrderLevel>;
  if (level.key === 'blend' && level.of !== undefined) level.of = ids.blends.get(level.of) ?? level.of;
  const link = inner as Partial<PartSettings>;
  if (link.type === 'part' && link.part !== undefined) link.part = ids.parts.get(link.part) ?? link.part;
  return inner as T;
}
