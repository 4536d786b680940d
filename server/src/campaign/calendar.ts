import { QueryTypes, type Sequelize } from 'sequelize';
import type { CalendarEntry } from '@fond/contract';
import {
  datedIn,
  editionFrom,
  findDated,
  isHeir,
  openingPages,
  titleInShop,
  todayIn,
  withDrafts,
  type DatedThing,
  type Days,
  type Edition,
  type Plan,
  type Snapshot,
} from '@fond/core';
import { CampaignModel, campaignContent, PlanModel, TrialModel, versionsOf } from '../database/models';
import { fillDrafts } from '../document/filledDrafts';
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
  const [trials, ofPlans, findings] = await Promise.all([
    trialEntries(serving),
    planEntries(serving),
    findingEntries(sequelize, serving),
  ]);
  const meets = (days: Days): boolean =>
    (days.from === null || days.from <= to) && (days.to === null || days.to >= from);
  return [...trials, ...pageEntries(serving), ...ofPlans, ...findings].filter(
    (entry) => meets(entry) || (entry.live !== null && meets(entry.live)),
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

const PLAIN = { fixture: null, aisle: null, thing: '', aisleKey: null, live: null };

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

/** Of each plan what it doesn't have from its base, where it stands already; on the days to which its draft has moved it. */
async function planEntries({ beneath, snapshot }: ServingState): Promise<CalendarEntry[]> {
  const known = new Map(beneath.plans.map((plan) => [plan.id, plan]));
  const [lang] = snapshot.frame.languages;
  const titled = ({ kind, name }: DatedThing): string => {
    const product = kind === 'pin' ? snapshot.bySku.get(name) : undefined;
    return product === undefined ? name : titleInShop(snapshot, snapshot.titles[product]);
  };
  const dated = beneath.plans.flatMap((plan) =>
    ownDates(plan, known, beneath).map((thing) => ({ plan, thing })),
  );
  const rows = await PlanModel.findAll({ where: { id: [...new Set(dated.map(({ plan }) => plan.id))] } });
  const drafts = new Map(fillDrafts(rows, beneath.documents).map((draft) => [draft.id, draft]));
  return dated.map(({ plan, thing }): CalendarEntry => {
    const draft = drafts.get(plan.id);
    const found = draft ? findDated(draft, thing) : null;
    const { from, to } = found?.thing ?? thing;
    return {
      ...{ kind: thing.kind, id: thing.fixture, name: titled(thing), fixture: thing.type },
      ...{ thing: thing.name, aisleKey: thing.aisle },
      plan: { id: plan.id, name: plan.name },
      aisle:
        thing.aisle === null ? null : (snapshot.aisles.byKey.get(thing.aisle)?.titles[lang] ?? thing.aisle),
      ...{ from, to, live: found?.later ? { from: thing.from, to: thing.to } : null },
    };
  });
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
