import { randomBytes } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { DraftVersion } from '@fond/contract';
import { documentOf, productPath, type Plan, type PlanDocument } from '@fond/core';
import { createCampaign } from '../../campaign/campaigns';
import {
  ActivityModel,
  EditionModel,
  PlanModel,
  SettingModel,
  TrialModel,
  UserModel,
} from '../../database/models';
import { select } from '../../database/rows';
import { createFreePage } from '../../freePage/freePages';
import { addUser } from '../../person/users';
import { createPlan, readPlan, savePlan } from '../../plan/drafts';
import { publishPlans } from '../../publishing/publishing';
import { askToPublish } from '../../publishing/requests';
import { blendStore } from '../../range/savedBlends';
import { saveSearchRules } from '../../search/searchRules';
import { rangeStore } from '../../range/savedRanges';
import { createRedirect } from '../../redirect/redirects';
import {
  BEGINNINGS,
  CAMPAIGNS,
  DRAFT,
  PUBLICATIONS,
  BLENDS,
  SEARCHES,
  TRIAL,
  RANGES,
  type Known,
  type Publication,
} from './designs';
import { createTrial } from '../../trial/trials';
import { livePictures } from './livePictures';
import { liveVoices } from './liveVoices';
import { PAGES, PEOPLE, REDIRECTS } from './surroundings';
import type { Year } from './yearServices';

const LIVED = 'demo-year';
const DAY = 86_400_000;
/** Days since the shop opened. */
const OPENED = 350;

/**
 * Gives the demo what a shop has after a year: people, editions with their notes, ranges, pages, redirects, campaigns, a
 * draft that waits for somebody, reviews, links and pictures that are too small. All of it is done by what does it at the
 * desk, and dated back afterwards. A shop in which somebody has worked is left as it is.
 */
export async function liveYear(year: Year): Promise<void> {
  const { sequelize, log } = year;
  if (await SettingModel.findByPk(LIVED)) return;
  const worked = (await EditionModel.count()) > 2 || !(await PlanModel.findByPk('knives'));
  if (!worked) {
    log.info('Letting a year go by in the demo shop');
    const owner = await UserModel.findOne({ order: [['id', 'ASC']] });
    const people = await hire(owner?.name ?? '', owner?.id ?? 0);
    await liveDesigns(year, people);
    await liveSurroundings(year, people);
    await liveVoices(sequelize, people.get('Mara Quill')!);
    await livePictures(year, people.get('Mara Quill')!);
    await dateBack();
    await year.host.refresh();
  }
  await SettingModel.upsert({ name: LIVED, value: true });
}

type People = ReadonlyMap<string, number>;

/** Nobody knows their passwords; the owner may give them new ones. */
async function hire(owner: string, ownerId: number): Promise<People> {
  const ids = new Map([[owner, ownerId]]);
  for (const { name, email, role } of PEOPLE) {
    const known = await UserModel.findOne({ where: { email } });
    const { id } = known ?? (await addUser(name, email, randomBytes(24).toString('base64url'), role));
    ids.set(name, id);
  }
  return ids;
}

async function idsBySlug(sequelize: Sequelize, table: string): Promise<ReadonlyMap<string, number>> {
  const rows = await select<{ id: number; slug: string }>(sequelize, `SELECT id, slug FROM ${table}`);
  return new Map(rows.map(({ id, slug }) => [slug, id]));
}

async function liveDesigns({ sequelize, host }: Year, people: People): Promise<void> {
  const mara = people.get('Mara Quill')!;
  const ranges = new Map<string, string>();
  for (const [name, rule] of Object.entries(RANGES))
    ranges.set(name, (await rangeStore.create(sequelize, { name, rule }, mara)).id);
  await saveSearchRules(sequelize, { version: 0, rules: SEARCHES }, { id: mara, name: 'Mara Quill' });
  for (const [name, factors] of Object.entries(BLENDS))
    await blendStore.create(sequelize, { name, factors }, mara);
  const known: Known = {
    categories: await idsBySlug(sequelize, 'categories'),
    tags: await idsBySlug(sequelize, 'tags'),
    collections: await idsBySlug(sequelize, 'collections'),
    ranges,
  };
  const plans = new Map<string, string>([
    ['house', 'house'],
    ['knives', 'knives'],
    ['front', 'front'],
  ]);
  const idOf = async (name: string): Promise<string> => {
    const made = plans.get(name);
    if (made !== undefined) return made;
    const { name: called, reach } = BEGINNINGS[name];
    const { plan } = await createPlan(
      sequelize,
      { name: called, reach: reach(known), from: 'house', as: 'heir' },
      mara,
    );
    plans.set(name, plan.id);
    return plan.id;
  };
  const change = async (
    { plan: name, change: turn }: Publication['changes'][number],
    by: number,
  ): Promise<{ id: string; version: number }> => {
    const id = await idOf(name);
    const { document: before, plan, bases, version } = await readPlan(id);
    const document = documentOf(before, await baseOf(bases[0]), turn(plan, known));
    const saved = await savePlan(sequelize, id, document, version, by);
    return { id, version: saved.version };
  };
  for (const { note, by, changes } of PUBLICATIONS) {
    const author = people.get(by) ?? mara;
    const drafts = [];
    for (const one of changes) drafts.push(await change(one, author));
    await publishPlans(sequelize, host.serving(), { plans: drafts, note }, author);
    await host.refresh();
  }
  await tryVersion(sequelize, people.get('Theo Lark')!, change);
  const { zone } = host.serving();
  const clock = (days: number): string =>
    new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' })
      .format(Date.now() + days * DAY)
      .replace(' ', 'T');
  for (const { name, plan, change: turn, from, to } of CAMPAIGNS) {
    const draft = await change({ plan, change: turn }, mara);
    const times = { zone, startsLocal: clock(from), endsLocal: clock(to) };
    await createCampaign(
      sequelize,
      host.serving(),
      { name, ...times, plans: [draft] },
      people.get('Theo Lark')!,
    );
  }
  const waiting = await change(DRAFT, mara);
  await askToPublish(sequelize, { plans: [waiting], note: DRAFT.asked }, mara);
}

/** The draft of a trial's version; what the plan's own draft says is what is live again. */
async function tryVersion(
  sequelize: Sequelize,
  by: number,
  change: (wish: Publication['changes'][number], by: number) => Promise<DraftVersion>,
): Promise<void> {
  const { ago: _, change: turn, plan, ...wish } = TRIAL;
  const { document: before } = await readPlan(plan);
  const draft = await change({ plan, change: turn }, by);
  await createTrial(sequelize, { ...wish, plan: draft }, by);
  await savePlan(sequelize, draft.id, before, draft.version, by);
}

const baseOf = async (base: PlanDocument | undefined): Promise<Plan | null> =>
  base ? (await readPlan(base.id)).plan : null;

async function liveSurroundings({ sequelize, host }: Year, people: People): Promise<void> {
  const theo = people.get('Theo Lark')!;
  for (const page of PAGES) await createFreePage(sequelize, host.serving().snapshot, page, theo);
  await host.refresh();
  const { snapshot } = host.serving();
  for (const redirect of REDIRECTS) await createRedirect(sequelize, snapshot, redirect, theo);
  // A product whose address was mended: the one before leads to it.
  const slug = snapshot.slugs.find((one) => one.startsWith('corrie-'));
  if (slug !== undefined)
    await createRedirect(
      sequelize,
      snapshot,
      { from: productPath(`${slug}-old`), to: productPath(slug), code: 301 },
      theo,
    );
}

/**
 * Editions stand where they were made, and in the record what led to each stands before it; what came after the last
 * stands in the days since, the latest today.
 */
async function dateBack(): Promise<void> {
  const editions = await EditionModel.findAll({ attributes: ['number', 'note'], order: [['number', 'ASC']] });
  const dates = new Map<string, number>();
  for (const { number, note } of editions) {
    const began = note.includes(TRIAL.name) ? TRIAL.ago : null;
    const published = PUBLICATIONS.find((one) => one.note === note)?.ago;
    const ago = began ?? published ?? (number <= 2 ? OPENED - number : 2);
    const at = Date.now() - ago * DAY - number * 1_717_000;
    if (began !== null) {
      const moment = new Date(at);
      await TrialModel.update({ createdAt: moment, startedAt: moment }, { where: { name: TRIAL.name } });
    }
    dates.set(`edition:${number}`, at);
    await EditionModel.update({ publishedAt: new Date(at) }, { where: { number } });
  }
  const entries = await ActivityModel.findAll({ attributes: ['id', 'subject'], order: [['id', 'DESC']] });
  let at = Date.now();
  for (const { id, subject } of entries) {
    at = Math.min(dates.get(subject) ?? Infinity, at - 1_400_000);
    await ActivityModel.update({ at: new Date(at) }, { where: { id } });
  }
}
