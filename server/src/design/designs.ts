import type { Sequelize, Transaction } from 'sequelize';
import type { DesignFile, DesignImport, DesignInput, StoredDesign } from '@fond/contract';
import {
  fontNameOf,
  own,
  ownThingsIn,
  referencesIn,
  translatedPart,
  upgradeDesign,
  withoutThings,
  type DesignContent,
  type OwnThings,
  type Snapshot,
} from '@fond/core';
import { recordActivity } from '../activity/activity';
import { DesignModel, UserModel } from '../database/models';
import { refuseTaken } from '../database/unique';
import { inUnit } from '../database/unit';
import { withHarmlessWords } from '../document/safePlan';
import { fontOf } from '../font/fonts';
import type { PictureStore } from '../picture/pictures';
import { problem } from '../problem/problem';

const storedOf = (row: DesignModel, author: string | undefined): StoredDesign => ({
  id: row.id,
  name: row.name,
  about: row.about,
  content: upgradeDesign(row.content),
  createdAt: row.createdAt.toISOString(),
  createdBy: author ?? 'Fond Aisle',
});

export async function listDesigns(): Promise<StoredDesign[]> {
  const [rows, users] = await Promise.all([
    DesignModel.findAll({ order: [['name', 'ASC']] }),
    UserModel.findAll({ attributes: ['id', 'name'] }),
  ]);
  const names = new Map(users.map(({ id, name }) => [id, name]));
  return rows.map((row) => storedOf(row, names.get(row.createdBy ?? 0)));
}

/** Two of one name could not be told apart where they are chosen. */
const withUniqueName = <T>(name: string, write: Promise<T>): Promise<T> =>
  refuseTaken(write, { path: 'name', message: `“${name}” is the name of another starting point already` });

/** The words in it were written by people, and will stand on pages. */
function safeContent(content: DesignContent): DesignContent {
  const { page } = content;
  return page ? { ...content, page: withHarmlessWords({ fixtures: page }).fixtures } : content;
}

export const keepDesign = (
  sequelize: Sequelize,
  { name, about, content }: DesignInput,
  userId: number,
): Promise<StoredDesign> =>
  withUniqueName(
    name,
    inUnit(sequelize, async (transaction) => {
      const row = await DesignModel.create(
        { name, about, content: safeContent(content), createdAt: new Date(), createdBy: userId },
        { transaction },
      );
      await note('create', row, userId, transaction);
      return described(row, transaction);
    }),
  );

export const renameDesign = (
  sequelize: Sequelize,
  id: number,
  { name, about }: Pick<DesignInput, 'name' | 'about'>,
  userId: number,
): Promise<StoredDesign> =>
  withUniqueName(
    name,
    inUnit(sequelize, async (transaction) => {
      const row = await rowOf(id, transaction);
      await row.update({ name, about }, { transaction });
      await note('save', row, userId, transaction);
      return described(row, transaction);
    }),
  );

export const deleteDesign = (sequelize: Sequelize, id: number, userId: number): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const row = await rowOf(id, transaction);
    await row.destroy({ transaction });
    await note('delete', row, userId, transaction);
  });

/** What it names is told by its path as well, as another shop has other numbers. */
export async function exportDesign(snapshot: Snapshot, id: number): Promise<DesignFile> {
  const row = await DesignModel.findByPk(id);
  if (!row) throw gone();
  const { name, about, content } = storedOf(row, undefined);
  const names: Record<string, string> = {};
  for (const key of referencesIn(content)) {
    const aisle = snapshot.aisles.byKey.get(key);
    if (aisle) names[key] = aisle.path;
  }
  return { format: 'fond-aisle/design', version: 1, name, about, content, names };
}

export async function importDesign(
  { sequelize, pictures }: { sequelize: Sequelize; pictures: PictureStore },
  snapshot: Snapshot,
  { name, about, content, names }: DesignFile,
  userId: number,
): Promise<DesignImport> {
  const into = new Map<string, string | null>();
  const leftOut: string[] = [];
  for (const key of referencesIn(content)) {
    const path = own(names, key);
    const here = path === undefined ? undefined : snapshot.aisles.byPath.get(path);
    const found = here?.key.startsWith(`${key.split(':')[0]}:`) ? here.key : null;
    into.set(key, found);
    if (found === null) leftOut.push(path ?? key);
  }
  const lacking = await lackingHere(pictures, content);
  for (const hash of lacking.pictures) leftOut.push(`the picture ${hash.slice(0, 8)}`);
  for (const font of lacking.fonts) leftOut.push(`the font ${fontNameOf(font)}`);
  const here = withoutThings(translatedPart(content, into), lacking);
  return { design: await keepDesign(sequelize, { name, about, content: here }, userId), leftOut };
}

/** Pictures and fonts of another shop that this one doesn't have. */
async function lackingHere(pictures: PictureStore, content: DesignContent): Promise<OwnThings> {
  const named = ownThingsIn(content);
  const without = async <T>(all: ReadonlySet<T>, isHere: (one: T) => Promise<boolean>): Promise<Set<T>> => {
    const here = await Promise.all(Array.from(all, isHere));
    return new Set(Array.from(all).filter((_, at) => !here[at]));
  };
  return {
    pictures: await without(named.pictures, async (hash) => (await pictures.original(hash)) !== null),
    fonts: await without(named.fonts, async (font) => (await fontOf(font)) !== null),
  };
}

async function rowOf(id: number, transaction: Transaction): Promise<DesignModel> {
  const row = await DesignModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
  if (!row) throw gone();
  return row;
}

const gone = (): Error =>
  problem('not-found', 'There is no such starting point. Somebody may have taken it away.');

async function described(row: DesignModel, transaction: Transaction): Promise<StoredDesign> {
  const author = row.createdBy === null ? null : await UserModel.findByPk(row.createdBy, { transaction });
  return storedOf(row, author?.name);
}

const note = (action: string, row: DesignModel, userId: number, transaction: Transaction): Promise<void> =>
  recordActivity({ userId, action, subject: `design:${row.id}`, detail: { name: row.name } }, transaction);
