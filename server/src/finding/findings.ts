import type { Sequelize } from 'sequelize';
import type { Findings, PutOffInput, ToldFinding, ToldGroup } from '@fond/contract';
import {
  findingName,
  findInShop,
  groupFindings,
  readMark,
  titleInShop,
  todayIn,
  type CheckedPlans,
  type CheckedShop,
  type Edition,
  type Finding,
  type FindingGroup,
  type Planned,
  type Redirect,
  type ShopFindings,
  type Snapshot,
} from '@fond/core';
import { readCss } from '../document/readCss';
import { readHeavyPictures } from './heavyPictures';
import { recordActivity } from '../activity/activity';
import { campaignContent, CampaignModel, RedirectModel } from '../database/models';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { readLiveLayers } from '../edition/editions';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';
import { inTurns } from '../turns';

interface Mark {
  name: string;
  until: string | null;
  reason: string;
  at: Date;
  by: string | null;
}

/** Marks that hold on a day. */
const readMarks = (sequelize: Sequelize, today: string): Promise<Mark[]> =>
  select<Mark>(
    sequelize,
    `SELECT f.name, DATE_FORMAT(f.until, '%Y-%m-%d') AS until, f.reason, f.at, u.name AS \`by\`
      FROM put_off_findings f LEFT JOIN users u ON u.id = f.user_id
      WHERE f.until IS NULL OR f.until >= ? ORDER BY f.at`,
    [today],
  );

/** What the checks of an edition need besides it. */
export async function readChecked(
  sequelize: Sequelize,
  { snapshot, zone }: Pick<ServingState, 'snapshot' | 'zone'>,
  edition: Edition,
): Promise<{ shop: CheckedPlans; marks: readonly Mark[]; today: string }> {
  const now = Date.now();
  const today = todayIn({ now, zone });
  const [marks, heavy, ways] = await Promise.all([
    readMarks(sequelize, today),
    readHeavyPictures(sequelize),
    RedirectModel.findAll({ order: [['fromPath', 'ASC']] }),
  ]);
  const redirects = ways.map(({ fromPath, toPath, code }): Redirect => ({
    from: fromPath,
    to: toPath,
    code,
  }));
  const context = { now, ranges: edition.ranges, blends: edition.blends, zone };
  const putOff = new Set(marks.map(({ name }) => name));
  return { shop: { snapshot, edition, redirects, context, putOff, readCss, heavy }, marks, today };
}

/** Saved ranges and blends that neither a draft, nor what is live, nor an answer to a search names. */
async function readUnused(
  sequelize: Sequelize,
  { snapshot, edition }: Pick<ServingState, 'snapshot' | 'edition'>,
): Promise<CheckedShop['unused']> {
  const live = new Set([...edition.ranges, ...edition.blends].map(({ id }) => id));
  const answers = JSON.stringify(snapshot.frame.search ?? null);
  const unusedIn = async (table: 'saved_ranges' | 'blends'): Promise<{ id: string; name: string }[]> => {
    const found = await select<{ id: string; name: string }>(
      sequelize,
      `SELECT r.id, r.name FROM ${table} r
        WHERE NOT EXISTS (SELECT 1 FROM plans p WHERE LOCATE(r.id, p.document)) ORDER BY r.name`,
    );
    return found.filter(({ id }) => !live.has(id) && !answers.includes(id));
  };
  const [ranges, blends] = await Promise.all([unusedIn('saved_ranges'), unusedIn('blends')]);
  return { ranges, blends };
}

/** Campaigns that run or are to come, with what is published beneath them. */
async function readPlanned(): Promise<Planned> {
  const [{ beneath }, rows] = await Promise.all([
    readLiveLayers(),
    CampaignModel.findAll({ where: { state: ['waiting', 'running'] }, order: [['startsAt', 'ASC']] }),
  ]);
  const campaigns = rows.map((row) => ({
    id: row.id,
    name: row.name,
    startsAt: row.startsAt.getTime(),
    endsAt: row.endsAt?.getTime() ?? null,
    ...campaignContent(row),
  }));
  return { beneath, campaigns };
}

/** What was found last of a snapshot, so that several who look at once look together. */
const cache = new WeakMap<Snapshot, { edition: Edition; asked: string; found: Promise<ShopFindings> }>();

/** Runs the checks over what is live, with requests answered in between. */
async function findLive(
  sequelize: Sequelize,
  serving: ServingState,
): Promise<{ found: ShopFindings; marks: readonly Mark[] }> {
  const { snapshot, edition } = serving;
  const [{ shop, marks, today }, unused, planned] = await Promise.all([
    readChecked(sequelize, serving, edition),
    readUnused(sequelize, serving),
    readPlanned(),
  ]);
  const times = planned.campaigns.map(({ id, startsAt, endsAt }) => [id, startsAt, endsAt]);
  const asked = JSON.stringify([
    today,
    [...shop.putOff].sort(),
    shop.redirects,
    [...shop.heavy],
    unused,
    times,
  ]);
  const known = cache.get(snapshot);
  // A campaign that begins makes another edition of the same number.
  if (known?.edition === edition && known.asked === asked) return { found: await known.found, marks };
  const found = inTurns(findInShop({ ...shop, unused, planned }));
  cache.set(snapshot, { edition, asked, found });
  // What failed is tried again by whoever asks next.
  found.catch(() => cache.delete(snapshot));
  return { found: await found, marks };
}

/** What is found in what is live: all of it, or what holds in an aisle. */
export async function listFindings(
  sequelize: Sequelize,
  serving: ServingState,
  aisle: string | null,
): Promise<Findings> {
  const { found, marks } = await findLive(sequelize, serving);
  const byName = new Map(marks.map((mark) => [mark.name, mark]));
  return {
    groups: toldGroups(
      serving.snapshot,
      serving.edition,
      aisle === null ? found.groups : groupFindings(found.byAisle.get(aisle) ?? []),
    ),
    putOff: found.putOff.map(({ mark, count, first }) => {
      const { until, reason, at, by } = byName.get(mark)!;
      return {
        ...toTold(serving.snapshot, serving.edition, first),
        mark,
        count,
        until,
        reason,
        at: at.toISOString(),
        by: by ?? 'somebody',
      };
    }),
    byAisle: [...found.byAisle].map(([key, { length }]) => ({ aisle: key, count: length })),
  };
}

/** The finding of a name among those that are told; undefined where it isn't found any more. */
export const namedIn = (groups: readonly FindingGroup[], name: string): Finding | undefined =>
  groups.flatMap((group) => group.found).find((finding) => findingName(finding) === name);

/**
 * Groups of findings as they are told.
 *
 * @param fresh Names of those that what is live has not; left out where that isn't asked.
 */
export const toldGroups = (
  snapshot: Snapshot,
  edition: Edition,
  groups: readonly FindingGroup[],
  fresh?: ReadonlySet<string>,
): ToldGroup[] =>
  groups.map((group) => ({
    ...group,
    ...(fresh && { fresh: [...fresh].filter((name) => name.startsWith(`${group.kind} `)).length }),
    found: group.found.map((one) => {
      const words = toTold(snapshot, edition, one);
      return fresh ? { ...words, fresh: fresh.has(words.name) } : words;
    }),
  }));

/** A finding with what it is about by name, and the aisle that it is seen in. */
function toTold(snapshot: Snapshot, edition: Edition, finding: Finding): ToldFinding {
  const name = findingName(finding);
  const aisle = 'aisle' in finding ? finding.aisle : 'first' in finding ? finding.first : null;
  const at = aisle === null ? undefined : snapshot.aisles.byKey.get(aisle);
  const path = at?.path ?? null;
  if ('aisle' in finding) return { name, finding, title: at ? titleInShop(snapshot, at.titles) : '', path };
  if ('sku' in finding) {
    const p = snapshot.bySku.get(finding.sku);
    return { name, finding, title: p === undefined ? '' : titleInShop(snapshot, snapshot.titles[p]), path };
  }
  if ('name' in finding) return { name, finding, title: finding.name, path };
  if ('attribute' in finding && !('plan' in finding)) return { name, finding, title: finding.label, path };
  const document = 'plan' in finding ? finding.plan : 'part' in finding ? finding.part : null;
  const title = edition.documents.find(({ id }) => id === document)?.name ?? '';
  return { name, finding, title, path };
}

/** Says that nobody wants to hear of a finding, or of all of a kind at a place, until a day or for as long as it is found. */
export async function putOffFinding(
  sequelize: Sequelize,
  { name, said, until, reason }: PutOffInput,
  userId: number,
): Promise<void> {
  if (!readMark(name))
    throw problem('bad-input', 'Nothing was left out.', [
      { path: 'name', message: 'begins with no kind of finding' },
    ]);
  await inUnit(sequelize, async (transaction) => {
    await runSql(
      sequelize,
      `INSERT INTO put_off_findings (name, until, reason, at, user_id) VALUES (?, ?, ?, ?, ?)
        ON DUPLICATE KEY UPDATE until = VALUES(until), reason = VALUES(reason), at = VALUES(at), user_id = VALUES(user_id)`,
      [name, until, reason, new Date(), userId],
      transaction,
    );
    await recordActivity(
      { userId, action: 'put-off', subject: 'shop:findings', detail: { name: said, said: reason } },
      transaction,
    );
  });
}

/** Tells of a finding again; twice is once. */
export const takeUpFinding = (sequelize: Sequelize, name: string, userId: number): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    await runSql(sequelize, 'DELETE FROM put_off_findings WHERE name = ?', [name], transaction);
    await recordActivity(
      { userId, action: 'take-up', subject: 'shop:findings', detail: { name: 'a finding' } },
      transaction,
    );
  });
