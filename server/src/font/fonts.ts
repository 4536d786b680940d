import { createHash } from 'node:crypto';
import { create, type Font } from 'fontkit';
import { LRUCache } from 'lru-cache';
import type { Sequelize, Transaction } from 'sequelize';
import subsetFont from 'subset-font';
import type { OwnFont } from '@fond/contract';
import { OWN_FONT, type OwnFontName } from '@fond/core';
import { recordActivity } from '../activity/activity';
import { FontModel, UserModel } from '../database/models';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { slugOf } from '../text/slugs';
import { lackingIn, lettersOf, scriptsOf } from './letters';
import { readFont } from './readFont';

/** Made of the original on being asked for, the same for all that ask: a shop has few, and a subset takes a while. */
const subsets = new LRUCache<string, Promise<Buffer>>({ max: 40 });

/** A font with the letters of these scripts alone. */
export function subsetOf(id: string, content: Buffer, scripts: readonly string[]): Promise<Buffer> {
  const key = `${id} ${scripts.join(' ')}`;
  const known = subsets.get(key);
  if (known) return known;
  const made = subsetFont(content, lettersOf(scripts), { targetFormat: 'woff2' });
  subsets.set(key, made);
  made.catch(() => subsets.delete(key));
  return made;
}

async function describe(
  row: FontModel,
  languages: readonly string[],
  author: string | undefined,
): Promise<OwnFont> {
  const { weights, italic, near } = row.facts;
  const font = create(row.content) as Font;
  return {
    id: row.id as OwnFontName,
    name: row.name,
    weights,
    italic,
    near,
    licence: row.licence,
    bytes: row.content.length,
    sent: (await subsetOf(row.id, row.content, scriptsOf(languages))).length,
    lacks: lackingIn(languages, (codePoint) => font.hasGlyphForCodePoint(codePoint)),
    away: row.away,
    createdAt: row.createdAt.toISOString(),
    createdBy: author ?? 'Fond Aisle',
  };
}

export async function listFonts(languages: readonly string[]): Promise<OwnFont[]> {
  const [rows, users] = await Promise.all([
    FontModel.findAll({ order: [['name', 'ASC']] }),
    UserModel.findAll({ attributes: ['id', 'name'] }),
  ]);
  const names = new Map(users.map(({ id, name }) => [id, name]));
  return Promise.all(rows.map((row) => describe(row, languages, names.get(row.createdBy ?? 0))));
}

/** Keeps a font by its content: the same file again is the same font, offered again where it was put away. */
export async function keepFont(
  sequelize: Sequelize,
  languages: readonly string[],
  file: Express.Multer.File | undefined,
  licence: string,
  userId: number,
): Promise<OwnFont> {
  if (!file) throw problem('bad-input', 'Nothing was kept.', [{ path: 'file', message: 'is missing' }]);
  const { name, facts } = await readFont(file.originalname, file.buffer);
  const hash = createHash('sha256').update(file.buffer).digest('hex').slice(0, 8);
  const slug = slugOf(name).replace(/[^a-z0-9-]/g, '');
  const id = `own-${slug.slice(0, 40) || 'font'}-${hash}`;
  try {
    await subsetOf(id, file.buffer, scriptsOf(languages));
  } catch (cause) {
    throw problem('bad-input', 'Nothing was kept.', [
      {
        path: 'file',
        message: `“${file.originalname}” can’t be cut down to the shop’s letters: ${String(cause)}`,
      },
    ]);
  }
  return inUnit(sequelize, async (transaction) => {
    const known = await FontModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    const row =
      known ??
      (await FontModel.create(
        {
          id,
          name,
          facts,
          licence,
          content: file.buffer,
          createdAt: new Date(),
          createdBy: userId,
        },
        { transaction },
      ));
    if (known) await known.update({ licence, away: false }, { transaction });
    await note('create', row, userId, transaction);
    return described(row, languages, transaction);
  });
}

export const putFontAway = (
  sequelize: Sequelize,
  languages: readonly string[],
  id: string,
  away: boolean,
  userId: number,
): Promise<OwnFont> =>
  inUnit(sequelize, async (transaction) => {
    const row = await FontModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw problem('not-found', 'There is no such font.');
    await row.update({ away }, { transaction });
    await note(away ? 'put-away' : 'restore', row, userId, transaction);
    return described(row, languages, transaction);
  });

async function described(
  row: FontModel,
  languages: readonly string[],
  transaction: Transaction,
): Promise<OwnFont> {
  const author = row.createdBy === null ? null : await UserModel.findByPk(row.createdBy, { transaction });
  return describe(row, languages, author?.name);
}

const note = (action: string, row: FontModel, userId: number, transaction: Transaction): Promise<void> =>
  recordActivity({ userId, action, subject: `font:${row.id}`, detail: { name: row.name } }, transaction);

/** What pages need of a font never changes, so no page waits for the database to have it again. */
const served = new LRUCache<string, FontFile>({ max: 40 });

export type FontFile = Pick<FontModel, 'id' | 'facts' | 'content'>;

/** The stored font of a name; null for none, and for what can be no name. */
export async function fontOf(name: string): Promise<FontFile | null> {
  if (!OWN_FONT.test(name)) return null;
  const known = served.get(name);
  if (known) return known;
  const row = await FontModel.findByPk(name);
  if (!row) return null;
  const { id, facts, content } = row;
  served.set(name, { id, facts, content });
  return { id, facts, content };
}
