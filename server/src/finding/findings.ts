import type { Sequelize } from 'sequelize';
import type { Findings, PutOffInput, ToldFinding } from '@fond/contract';
import {
  findingName,
  findInShop,
  grouped,
  titleInShop,
  todayIn,
  type Edition,
  type Finding,
  type Redirect,
  type ShopFindings,
  type Snapshot,
} from '@fond/core';
import { recordActivity } from '../activity/activity';
import { RedirectModel } from '../database/models';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import type { ServingState } from '../serving/servingHost';
import { inTurns } from '../turns';

interface Mark {
  name: string;
  until: string | null;
  reason: string;
  at: Date;
  by: string | null;
}

/** What was found last of a snapshot, so that several who look at once look together. */
const kept = new WeakMap<Snapshot, { edition: Edition; asked: string; found: Promise<ShopFindings> }>();

/** Runs the checks over what is live, with requests answered in between; told is what holds in an aisle, or everywhere. */
export async function listFindings(
  sequelize: Sequelize,
  serving: ServingState,
  aisle: string | null,
): Promise<Findings> {
  const { zone } = serving;
  const now = Date.now();
  const today = todayIn({ now, zone });
  const marks = await select<Mark>(
    sequelize,
    `SELECT f.name, DATE_FORMAT(f.until, '%Y-%m-%d') AS until, f.reason, f.at, u.name AS \`by\`
      FROM put_off_findings f LEFT JOIN users u ON u.id = f.user_id
      WHERE f.until IS NULL OR f.until >= ? ORDER BY f.at`,
    [today],
  );
  const redirects = (await RedirectModel.findAll({ order: [['fromPath', 'ASC']] })).map(
    ({ fromPath, toPath, code }): Redirect => ({ from: fromPath, to: toPath, code }),
  );
  const { groups, putOff, byAisle } = await findOnce(serving, today, marks, redirects, now);
  const byName = new Map(marks.map((mark) => [mark.name, mark]));
  const shown = aisle === null ? groups : grouped(byAisle.get(aisle) ?? []);
  return {
    groups: shown.map((group) => ({ ...group, found: group.found.map((one) => told(serving, one)) })),
    putOff: putOff.map((finding) => {
      const { until, reason, at, by } = byName.get(findingName(finding))!;
      return { ...told(serving, finding), until, reason, at: at.toISOString(), by: by ?? 'somebody' };
    }),
    byAisle: [...byAisle].map(([key, { length }]) => ({ aisle: key, count: length })),
  };
}

function findOnce(
  { snapshot, edition, zone }: ServingState,
  today: string,
  marks: readonly Mark[],
  redirects: readonly Redirect[],
  now: number,
): Promise<ShopFindings> {
  const putOff = new Set(marks.map(({ name }) => name));
  const asked = JSON.stringify([today, [...putOff].sort(), redirects]);
  const known = kept.get(snapshot);
  // A campaign that begins makes another edition of the same number.
  if (known?.edition === edition && known.asked === asked) return known.found;
  const context = { now, ranges: edition.ranges, blends: edition.blends, zone };
  const found = inTurns(findInShop({ snapshot, edition, redirects, context, putOff }));
  kept.set(snapshot, { edition, asked, found });
  // What failed is tried again by whoever asks next.
  found.catch(() => kept.delete(snapshot));
  return found;
}

/** A finding with what it is about by name, and the aisle that it is seen in. */
function told({ snapshot, edition }: ServingState, finding: Finding): ToldFinding {
  const name = findingName(finding);
  const aisle = 'aisle' in finding ? finding.aisle : 'first' in finding ? finding.first : null;
  const at = aisle === null ? undefined : snapshot.aisles.byKey.get(aisle);
  const path = at?.path ?? null;
  if ('sku' in finding) {
    const p = snapshot.bySku.get(finding.sku);
    return { name, finding, title: p === undefined ? '' : titleInShop(snapshot, snapshot.titles[p]), path };
  }
  const document = 'plan' in finding ? finding.plan : 'part' in finding ? finding.part : null;
  if (document === null) return { name, finding, title: at ? titleInShop(snapshot, at.titles) : '', path };
  return { name, finding, title: edition.documents.find(({ id }) => id === document)?.name ?? '', path };
}

/** Says that nobody wants to hear of a finding, until a day or for as long as it is found; said again, it is said anew. */
export const putOffFinding = (
  sequelize: Sequelize,
  { name, said, until, reason }: PutOffInput,
  userId: number,
): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
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

/** Tells of a finding again; twice is once. */
export const takeUpFinding = (sequelize: Sequelize, name: string, userId: number): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    await runSql(sequelize, 'DELETE FROM put_off_findings WHERE name = ?', [name], transaction);
    await recordActivity(
      { userId, action: 'take-up', subject: 'shop:findings', detail: { name: 'a finding' } },
      transaction,
    );
  });
