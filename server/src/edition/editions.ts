import { createHash } from 'node:crypto';
import { fn, col, type Sequelize, type Transaction } from 'sequelize';
import type { EditionSummary } from '@fond/contract';
import {
  documentsBy,
  flattened,
  resolveAll,
  shownTrials,
  withPlansOf,
  type Edition,
  type EditionContent,
  type Layers,
  type TrialLayer,
} from '@fond/core';
import { recordActivity } from '../activity/activity';
import { chainProblem } from '../document/chainProblem';
import { sanitiseEdition } from '../document/safePlan';
import {
  contentOf,
  EditionModel,
  editionOf,
  layersOf,
  LiveEditionModel,
  UserModel,
} from '../database/models';
import { noteOf } from './summary';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { canonicalJson } from '../text/canonicalJson';

/** The same for the same plans, ranges and blends, whatever order their keys or they themselves stand in. */
export function contentHash({ documents, ranges, blends }: EditionContent): string {
  const sorted = <T extends { id: string }>(list: readonly T[]): T[] =>
    [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
  return createHash('sha256')
    .update(
      canonicalJson({
        documents: sorted(documents),
        ranges: sorted(ranges),
        // Editions of earlier releases knew none, and their hashes stay as they are.
        ...(blends.length && { blends: sorted(blends) }),
      }),
    )
    .digest('hex');
}

/** The row that is live. Within a transaction the pointer is locked, so that nobody publishes before the caller has. */
async function liveRow(transaction?: Transaction): Promise<EditionModel> {
  const live = await LiveEditionModel.findByPk(
    1,
    transaction && { transaction, lock: transaction.LOCK.UPDATE },
  );
  const row = live && (await EditionModel.findByPk(live.number, { transaction }));
  if (!row) throw new Error('The database holds no edition yet.');
  return row;
}

export const readLiveEdition = async (transaction?: Transaction): Promise<Edition> =>
  editionOf(await liveRow(transaction));

/** What is live, what of it stands beneath the campaigns, and what is tried on shares of shoppers. */
export async function readLive(): Promise<{ edition: Edition; beneath: Edition; trials: TrialLayer[] }> {
  const row = await liveRow();
  return {
    edition: sanitiseEdition(editionOf(row)),
    beneath: sanitiseEdition(editionUnder(row)),
    trials: shownTrials(layersOf(row)),
  };
}

/** What is live as layers: what people published, and the campaigns that run over it. */
export const readLiveLayers = async (transaction?: Transaction): Promise<Layers> =>
  layersOf(await liveRow(transaction));

export interface Publication {
  layers: Layers;
  note: string;
  userId: number | null;
}

/** The layers with another one beneath. */
export const beneath = (layers: Layers, { documents, ranges, blends }: EditionContent): Layers => ({
  ...layers,
  beneath: { documents, ranges, blends },
});

/**
 * Writes a new edition and points the shop at it, all within the caller's transaction: a server that dies on the way
 * leaves the edition before. The pointer's row is locked first, so that two publications follow one another.
 */
export async function publish(
  { layers, note, userId }: Publication,
  transaction: Transaction,
): Promise<number> {
  const live = await LiveEditionModel.findByPk(1, { transaction, lock: transaction.LOCK.UPDATE });
  const [{ last }] = (await EditionModel.findAll({
    attributes: [[fn('MAX', col('number')), 'last']],
    raw: true,
    transaction,
  })) as unknown as [{ last: number | null }];
  const number = (last ?? 0) + 1;
  const content = layers.campaigns.length ? flattened(layers) : layers.beneath;
  const layered = layers.campaigns.length + layers.trials.length > 0;
  const before = live && (await EditionModel.findByPk(live.number, { transaction }));
  await EditionModel.create(
    {
      number,
      document: { ...content, ...(layered && { layers }) },
      hash: contentHash(content),
      summary: noteOf(content, layers, before && contentOf(before)),
      note: note.slice(0, 400),
      publishedAt: new Date(),
      publishedBy: userId,
    },
    { transaction },
  );
  if (live) await live.update({ number }, { transaction });
  else await LiveEditionModel.create({ id: 1, number }, { transaction });
  await recordActivity(
    { userId, action: 'publish', subject: `edition:${number}`, detail: { note } },
    transaction,
  );
  return number;
}

/** Publishes beneath the running campaigns what `change` makes of the layer beneath, and answers with the edition. */
export async function publishBeneath(
  sequelize: Sequelize,
  change: (beneath: Edition, transaction: Transaction) => Promise<EditionContent & { note: string }>,
  userId: number | null,
): Promise<EditionSummary> {
  const number = await inUnit(sequelize, async (transaction) => {
    const row = await liveRow(transaction);
    const layers = layersOf(row);
    const { note, ...content } = await change(editionUnder(row), transaction);
    // Without campaigns the edition is what stands beneath them, and its hash is known.
    const known = layers.campaigns.length ? contentHash(layers.beneath) : row.hash;
    if (contentHash(content) === known)
      throw problem('nothing-to-publish', 'This is what is published already.');
    const next = beneath(layers, content);
    const all = [...content.documents, ...layers.campaigns.flatMap(({ documents }) => documents)];
    chainProblem(documentsBy(all), () => resolveAll(flattened(next).documents));
    return publish({ layers: next, note, userId }, transaction);
  });
  return editionSummary(number);
}

/** Without the campaigns over it. */
const editionUnder = (row: EditionModel): Edition => editionOf(row, 'beneath');

/**
 * Publishes what an earlier edition held under a new number, all of it or some plans only; that edition itself stays as
 * it is. Campaigns that run go on over it.
 */
export async function publishAgain(
  sequelize: Sequelize,
  number: number,
  { note, plans }: { note: string; plans: readonly string[] | null },
  userId: number,
): Promise<EditionSummary> {
  const earlier = await editionRow(number);
  const held = editionOf(earlier, 'beneath');
  return publishBeneath(
    sequelize,
    (live) => {
      const content = plans
        ? chainProblem(documentsBy([...live.documents, ...held.documents]), () =>
            withPlansOf(live, held, plans),
          )
        : held;
      return Promise.resolve({
        documents: content.documents,
        ranges: content.ranges,
        blends: content.blends,
        note:
          note ||
          (plans ? `${namesIn(held, live, plans)} as in edition ${number}` : `Edition ${number} again`),
      });
    },
    userId,
  );
}

const namesIn = (held: Edition, live: Edition, ids: readonly string[]): string =>
  ids
    .map((id) => [...held.documents, ...live.documents].find((document) => document.id === id)?.name ?? id)
    .join(', ');

async function editionRow(number: number): Promise<EditionModel> {
  const row = await EditionModel.findByPk(number);
  if (!row) throw problem('not-found', `There is no edition ${number}.`);
  return row;
}

export const readEditionOf = async (number: number): Promise<Edition> => editionOf(await editionRow(number));

/** Everything of an edition but its document, which is long. */
const LISTED = ['number', 'hash', 'summary', 'note', 'publishedAt', 'publishedBy'];

async function summarised(rows: readonly EditionModel[]): Promise<EditionSummary[]> {
  const [live, users] = await Promise.all([
    LiveEditionModel.findByPk(1),
    UserModel.findAll({ attributes: ['id', 'name'] }),
  ]);
  const names = new Map(users.map((user) => [user.id, user.name]));
  return rows.map((row) => ({
    number: row.number,
    publishedAt: row.publishedAt.toISOString(),
    publishedBy: names.get(row.publishedBy ?? 0) ?? 'Fond Aisle',
    note: row.note,
    hash: row.hash,
    live: row.number === live?.number,
    plans: row.summary?.plans ?? [],
    campaigns: row.summary?.campaigns ?? [],
  }));
}

/** All editions, the newest first. */
export const summaries = async (): Promise<EditionSummary[]> =>
  summarised(await EditionModel.findAll({ attributes: LISTED, order: [['number', 'DESC']] }));

export async function editionSummary(number: number): Promise<EditionSummary> {
  const row = await EditionModel.findByPk(number, { attributes: LISTED });
  if (!row) throw problem('not-found', `There is no edition ${number}.`);
  return (await summarised([row]))[0];
}

/** What shoppers see. */
export async function liveSummary(): Promise<EditionSummary> {
  const live = await LiveEditionModel.findByPk(1);
  return editionSummary(live!.number);
}

/** Per plan, when it was last published with a change. */
export async function lastPublications(): Promise<Map<string, string>> {
  const rows = await EditionModel.findAll({ attributes: LISTED, order: [['number', 'ASC']] });
  return new Map(
    rows.flatMap(({ summary, publishedAt }) =>
      (summary?.changed ?? []).map((id): [string, string] => [id, publishedAt.toISOString()]),
    ),
  );
}

export async function readEdition(
  number: number,
): Promise<{ edition: EditionSummary; document: EditionContent }> {
  const { documents, ranges, blends } = await readEditionOf(number);
  return { edition: await editionSummary(number), document: { documents, ranges, blends } };
}
