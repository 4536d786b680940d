import path from 'node:path';
import type { Sequelize, Transaction } from 'sequelize';
import type {
  KeptPicture,
  LibraryPicture,
  PictureLibrary,
  PictureUses,
  PictureWords,
  ReplacedPicture,
} from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import type { PictureStore } from './pictures';
import { wordsOf, type StoredWords } from './pictureWords';
import { keepContent, keepUploaded, keptBefore } from './uploadPicture';

const WINDOW = 60;
const MAX_NAME = 200;

const USED = `(SELECT COUNT(DISTINCT product_id) FROM product_images i WHERE i.source = p.source)`;
const SHOWN = `(SELECT COUNT(*) FROM categories c WHERE c.picture = p.source)`;

const SILENT = ` AND IFNULL(JSON_UNQUOTE(JSON_EXTRACT(p.alts, ?)), '') = ''`;
const COLUMNS = `p.source, p.hash, p.width, p.height, ${USED} AS products, ${SHOWN} AS categories, p.alts,
  p.focus_x AS x, p.focus_y AS y`;

type StoredPicture = Omit<LibraryPicture, 'alts' | 'focus'> & StoredWords;

const pictureOf = ({ alts, x, y, ...picture }: StoredPicture): LibraryPicture => ({
  ...picture,
  ...wordsOf({ alts, x, y }),
});

async function readPicture(
  sequelize: Sequelize,
  source: string,
  transaction: Transaction,
): Promise<LibraryPicture> {
  const [row] = await select<StoredPicture>(
    sequelize,
    `SELECT ${COLUMNS} FROM pictures p WHERE p.source = ?`,
    [source],
    transaction,
  );
  return pictureOf(row);
}

/** A window of the library by name. */
export async function pictureLibrary(
  sequelize: Sequelize,
  { q = '', unused, silent, from = 0 }: { q?: string; unused?: '1'; silent?: string; from?: number },
): Promise<PictureLibrary> {
  const like = `%${q.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  const where = `FROM pictures p WHERE p.source LIKE ?${unused ? ` AND ${USED} = 0 AND ${SHOWN} = 0` : ''}${silent ? SILENT : ''}`;
  const asked = [like, ...(silent ? [`$.${silent}`] : [])];
  const [{ total }] = await select<{ total: number }>(sequelize, `SELECT COUNT(*) AS total ${where}`, asked);
  const pictures = await select<StoredPicture>(
    sequelize,
    `SELECT ${COLUMNS} ${where} ORDER BY p.source LIMIT ${WINDOW} OFFSET ?`,
    [...asked, from],
  );
  return { total, pictures: pictures.map(pictureOf) };
}

/**
 * Keeps a picture under its file's name. A name that another picture has already gets a mark of its own behind it, so
 * that no product loses the picture that it shows.
 */
export async function keepPicture(
  sequelize: Sequelize,
  pictures: PictureStore,
  file: Express.Multer.File | undefined,
  userId: number,
): Promise<LibraryPicture> {
  const kept = await keepUploaded(pictures, file);
  return keepUnder(sequelize, file!.originalname, kept, userId);
}

/** Keeps a picture that came in another way than by itself, under its file's name. */
export const keepPictureAs = async (
  sequelize: Sequelize,
  pictures: PictureStore,
  name: string,
  content: Buffer,
  userId: number,
): Promise<LibraryPicture> => keepUnder(sequelize, name, await keepContent(pictures, name, content), userId);

const keepUnder = (
  sequelize: Sequelize,
  name: string,
  kept: KeptPicture,
  userId: number,
): Promise<LibraryPicture> =>
  inUnit(sequelize, async (transaction) => {
    const source = await ownName(sequelize, nameOf(name), kept.hash, transaction);
    return keepNamed(sequelize, source, kept, userId);
  });

/**
 * Puts a picture that was kept under a name, in place of what the name had; products and categories that name it show it
 * at once.
 */
export const keepNamed = (
  sequelize: Sequelize,
  source: string,
  kept: KeptPicture,
  userId: number,
): Promise<LibraryPicture> =>
  inUnit(sequelize, async (transaction) => {
    await insertRows(
      sequelize,
      'pictures',
      ['source', 'hash', 'width', 'height'],
      [[source, kept.hash, kept.width, kept.height]],
      transaction,
      ['hash', 'width', 'height'],
    );
    const waiting = await select<{ id: number }>(
      sequelize,
      'SELECT DISTINCT product_id AS id FROM product_images WHERE source = ?',
      [source],
      transaction,
    );
    const categories = await select<{ id: number }>(
      sequelize,
      'SELECT id FROM categories WHERE picture = ?',
      [source],
      transaction,
    );
    await recordActivity(
      { userId, action: 'upload', subject: `picture:${source.slice(0, 100)}` },
      transaction,
    );
    if (waiting.length)
      await noteCatalogueChange(sequelize, 'product', transaction, { products: waiting.map(({ id }) => id) });
    if (categories.length) await noteCatalogueChange(sequelize, 'category', transaction);
    return readPicture(sequelize, source, transaction);
  });

/** Who shows a picture. */
export async function pictureUses(sequelize: Sequelize, source: string): Promise<PictureUses> {
  const products = await select<{ sku: string; title: string | null }>(
    sequelize,
    `SELECT p.sku, MIN(t.title) AS title FROM product_images i JOIN products p ON p.id = i.product_id
      LEFT JOIN product_texts t ON t.product_id = p.id WHERE i.source = ?
      GROUP BY p.sku ORDER BY p.sku LIMIT ${USES_SHOWN}`,
    [source],
  );
  const categories = await select<{ id: number; title: string | null }>(
    sequelize,
    `SELECT c.id, MIN(t.title) AS title FROM categories c LEFT JOIN category_texts t ON t.category_id = c.id
      WHERE c.picture = ? GROUP BY c.id`,
    [source],
  );
  return {
    products: products.map(({ sku, title }) => ({ sku, title: title ?? sku })),
    categories: categories.map(({ id, title }) => ({ id, title: title ?? String(id) })),
  };
}

const USES_SHOWN = 50;

/**
 * Shows another picture everywhere under a name that is there.
 *
 * @returns what stands there now, and what stood there before, by which it can be taken back.
 */
export async function replacePicture(
  sequelize: Sequelize,
  pictures: PictureStore,
  { source, hash }: { source: string; hash: string },
  userId: number,
): Promise<ReplacedPicture> {
  const kept = await keptBefore(pictures, hash);
  if (!kept) throw problem('not-found', 'That picture was not kept. Upload it again.');
  return inUnit(sequelize, async (transaction) => {
    const [before] = await select<KeptPicture>(
      sequelize,
      'SELECT hash, width, height FROM pictures WHERE source = ? FOR UPDATE',
      [source],
      transaction,
    );
    if (!before) throw problem('not-found', 'There is no such picture any more.');
    return { picture: await keepNamed(sequelize, source, kept, userId), before };
  });
}

/**
 * Says what a picture shows and what of it stays in view, for all products that show it.
 *
 * @throws {Problem} `not-found` where there is no such picture.
 */
export const describePicture = (
  sequelize: Sequelize,
  { source, alts, focus }: PictureWords & { source: string },
  userId: number,
): Promise<LibraryPicture> =>
  inUnit(sequelize, async (transaction) => {
    const said = Object.fromEntries(
      Object.entries(alts).flatMap(([lang, text]) => (text.trim() ? [[lang, text.trim()]] : [])),
    );
    const [known] = await select<{ source: string }>(
      sequelize,
      'SELECT source FROM pictures WHERE source = ? FOR UPDATE',
      [source],
      transaction,
    );
    if (!known) throw problem('not-found', 'There is no such picture any more.');
    await runSql(
      sequelize,
      'UPDATE pictures SET alts = ?, focus_x = ?, focus_y = ? WHERE source = ?',
      [Object.keys(said).length ? JSON.stringify(said) : null, focus?.x ?? null, focus?.y ?? null, source],
      transaction,
    );
    const shown = await select<{ id: number }>(
      sequelize,
      'SELECT DISTINCT product_id AS id FROM product_images WHERE source = ?',
      [source],
      transaction,
    );
    await recordActivity({ userId, action: 'edit', subject: `picture:${source.slice(0, 100)}` }, transaction);
    if (shown.length)
      await noteCatalogueChange(sequelize, 'product', transaction, { products: shown.map(({ id }) => id) });
    return readPicture(sequelize, source, transaction);
  });

/** Takes a picture that nothing shows out of the library. */
export const forgetPicture = (sequelize: Sequelize, source: string, userId: number): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const [known] = await select<{ used: number }>(
      sequelize,
      `SELECT ${USED} + ${SHOWN} AS used FROM pictures p WHERE p.source = ? FOR UPDATE`,
      [source],
      transaction,
    );
    if (!known) throw problem('not-found', 'There is no such picture any more.');
    if (Number(known.used))
      throw problem('picture-in-use', 'Nothing was taken out: products or categories show it.');
    await runSql(sequelize, 'DELETE FROM pictures WHERE source = ?', [source], transaction);
    await recordActivity(
      { userId, action: 'delete', subject: `picture:${source.slice(0, 100)}` },
      transaction,
    );
  });

/** A file's name as product files can write it: without folders, and without the bar between two names. */
function nameOf(originalname: string): string {
  const name = path.posix.basename(originalname.replaceAll('\\', '/'));
  return name.normalize('NFC').replaceAll('|', '-').slice(-MAX_NAME).trim() || 'picture';
}

async function ownName(
  sequelize: Sequelize,
  wished: string,
  hash: string,
  transaction: Transaction,
): Promise<string> {
  const { name, ext } = path.posix.parse(wished);
  const marked = `${name}-${hash.slice(0, 8)}${ext}`;
  const [known] = await select<{ hash: string }>(
    sequelize,
    'SELECT hash FROM pictures WHERE source = ? FOR UPDATE',
    [wished],
    transaction,
  );
  return !known || known.hash === hash ? wished : marked;
}
