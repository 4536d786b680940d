import type { Sequelize, Transaction } from 'sequelize';
import type { AisleTexts, WordedAisle } from '@fond/contract';
import { inUnit } from '../database/unit';
import { select } from '../database/rows';
import { problem } from '../problem/problem';
import { saysAlready } from '../http/saysAlready';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { readTexts, writeTexts } from './texts';

const TABLES: Readonly<Record<WordedAisle, string>> = { category: 'categories', tag: 'tags' };

async function refuseUnknown(
  sequelize: Sequelize,
  of: WordedAisle,
  id: number,
  transaction?: Transaction,
): Promise<void> {
  const lock = transaction ? ' FOR UPDATE' : '';
  const [row] = await select(
    sequelize,
    `SELECT id FROM ${TABLES[of]} WHERE id = ?${lock}`,
    [id],
    transaction,
  );
  if (!row) throw problem('not-found', `There is no such ${of}.`);
}

/** What a category or a tag is called and says of itself. */
export async function readAisleTexts(sequelize: Sequelize, of: WordedAisle, id: number): Promise<AisleTexts> {
  await refuseUnknown(sequelize, of, id);
  return readTexts(sequelize, of, id);
}

/**
 * Puts these texts in place of the ones that the writer saw; shoppers read them at once.
 *
 * @param seen What stood there when the writer began; somebody else's newer texts are not written over.
 */
export async function saveAisleTexts(
  sequelize: Sequelize,
  of: WordedAisle,
  id: number,
  { seen, ...wish }: AisleTexts & { seen: AisleTexts },
  userId: number,
): Promise<void> {
  await inUnit(sequelize, async (transaction) => {
    await refuseUnknown(sequelize, of, id, transaction);
    const theirs = await readTexts(sequelize, of, id, transaction);
    if (saysAlready(theirs, wish)) return;
    if (!saysAlready(theirs, seen))
      throw problem(
        'newer-draft',
        'Somebody wrote these texts while you did. Load theirs, or write yours over them.',
        undefined,
        {
          theirs,
        },
      );
    await writeTexts(sequelize, of, id, wish, transaction);
    await recordActivity(
      { userId, action: 'save', subject: `${of}:${id}`, detail: { titles: wish.titles } },
      transaction,
    );
    await noteCatalogueChange(sequelize, of === 'category' ? 'categories' : 'tags', transaction);
  });
}
