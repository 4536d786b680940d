import { QueryTypes, type Sequelize } from 'sequelize';
import type { CalendarEntry } from '@fond/contract';
import {
  datedIn,
  editionFrom,
  isHeir,
  openingPages,
  titleInShop,
  todayIn,
  withDrafts,
  type DatedThing,
  type Edition,
  type Plan,
  type Snapshot,
} from '@fond/core';
import { CampaignModel, campaignContent, TrialModel, versionsOf } from '../database/models';
import { sanitiseEdition } from '../document/safePlan';
import { readLiveLayers } from '../edition/editions';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';
import { momentAt } from '../time/clock';
import { inTurns } from '../turns';

/** What begins or ends by itself between two days, both included; campaigns have a list of their own. */
export async function readCalendar(
  sequelize: Sequelize,
  serving: ServingState,
  { from, to }: { from: string; to: string },
): Promise<CalendarEntry[]> {
  if (to < from)
    throw problem('bad-input', 'Nothing was looked up.', [
      { path: 'to', message: 'is before the first day' },
    ]);
  const [trials, findings] = await Promise.all([trialEntries(serving), findingEntries(sequelize, serving)]);
  return [...trials, ...pageEntries(serving), ...planEntries(serving), ...findings].filter(
    (entry) => (entry.from === null || entry.from <= to) && (entry.to === null || entry.to >= from),
  );
}

async function trialEntries({ zone }: ServingState): Promise<CalendarEntry[]> {
  const rows = await TrialModel.findAll({ where: { state: ['running', 'ended'] } });
  const dayOf = (moment: Date | null): string | null => moment && todayIn({ now: moment.getTime(), zone });
  return rows.map((row) => ({
    ...{ ...PLAIN, kind: 'trial', id: row.id, name: row.name },
    plan: { id: row.planId, name: versionsOf(row).at(-1)?.document?.name ?? row.planId },
    from: dayOf(row.startedAt),
    to: dayOf(row.endedAt),
  }));
}

const PLAIN = { fixture: null, aisle: null, thing: '', aisleKey: null };

/** Free pages that are open between days. */
const pageEntries = ({ snapshot }: ServingState): CalendarEntry[] =>
  (snapshot.frame.pages ?? []).flatMap(({ id, titles, open, from = null, to = null }): CalendarEntry[] =>
    open && (from !== null || to !== null)
      ? [
          {
            ...PLAIN,
            kind: 'page',
            id: String(id),
            name: titleInShop(snapshot, titles),
            plan: null,
            from,
            to,
          },
        ]
      : [],
  );

/** Of each plan what it doesn't have from its base, where it stands already. */
function planEntries({ beneath, snapshot }: ServingState): CalendarEntry[] {
  const known = new Map(beneath.plans.map((plan) => [plan.id, plan]));
  const [lang] = snapshot.frame.languages;
  const titled = ({ kind, name }: DatedThing): string => {
    const product = kind === 'pin' ? snapshot.bySku.get(name) : undefined;
    return product === undefined ? name : titleInShop(snapshot, snapshot.titles[product]);
  };
  return beneath.plans.flatMap((plan) =>
    ownDates(plan, known, beneath).map((dated): CalendarEntry => ({
      ...{ kind: dated.kind, id: dated.fixture, name: titled(dated), fixture: dated.type },
      ...{ thing: dated.name, aisleKey: dated.aisle },
      plan: { id: plan.id, name: plan.name },
      aisle:
        dated.aisle === null ? null : (snapshot.aisles.byKey.get(dated.aisle)?.titles[lang] ?? dated.aisle),
      from: dated.from,
      to: dated.to,
    })),
  );
}

function ownDates(plan: Plan, known: ReadonlyMap<string, Plan>, { documents }: Edition): DatedThing[] {
  const document = documents.find(({ id }) => id === plan.id);
  const base = document && isHeir(document) ? known.get(document.base) : undefined;
  const inherited = new Set(base ? datedIn(base).map((dated) => JSON.stringify(dated)) : []);
  return datedIn(plan).filter((dated) => !inherited.has(JSON.stringify(dated)));
}

async function findingEntries(sequelize: Sequelize, { zone }: ServingState): Promise<CalendarEntry[]> {
  const rows = await sequelize.query<{ name: string; reason: string; until: string; at: Date }>(
    `SELECT name, reason, DATE_FORMAT(until, '%Y-%m-%d') AS until, at FROM put_off_findings WHERE until IS NOT NULL`,
    { type: QueryTypes.SELECT },
  );
  return rows.map(({ name, reason, until, at }) => ({
    ...{ ...PLAIN, kind: 'finding', id: name, name: reason, plan: null },
    from: todayIn({ now: new Date(at).getTime(), zone }),
    to: until,
  }));
}

/**
 * The shop as it will be at a moment, as far as is known today: with the campaigns that run then over what is live, and the
 * moment itself for all that goes by days.
 *
 * @param local In the shop's time zone, `2026-12-24T18:00`.
 */
export async function shopOn(
  { beneath, snapshot, zone }: ServingState,
  local: string,
): Promise<{ edition: Edition; now: number; snapshot: Snapshot }> {
  const { at: now } = momentAt('at', local, zone);
  const rows = await CampaignModel.findAll({
    where: { state: ['waiting', 'running'] },
    order: [['startsAt', 'ASC']],
  });
  const { campaigns } = await readLiveLayers();
  let edition = editionFrom(beneath.number, beneath);
  for (const row of rows) {
    if (row.startsAt.getTime() > now || (row.endsAt && row.endsAt.getTime() <= now)) continue;
    // One that runs already shows what it began with.
    const content = campaigns.find(({ id }) => id === row.id) ?? campaignContent(row);
    edition = withDrafts(edition, content.documents, content);
  }
  const opened = await inTurns(openingPages(snapshot, todayIn({ now, zone })));
  return { edition: sanitiseEdition(edition), now, snapshot: opened };
}
