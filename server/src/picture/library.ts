import path from 'node:path';
import type { Sequelize, Transaction } from 'sequelize';
import type { LibraryPicture, PictureLibrary } from '@fond/contract';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, select } from '../database/rows';
import { inUnit } from '../database/unit';
import type { PictureStore } from './pictures';
import { keepUploaded } from './uploadPicture';

const WINDOW = 60;
const MAX_NAME = 200;

const USED = `(SELECT COUNT(DISTINCT product_id) FROM product_images i WHERE i.source = p.source)`;
const SHOWN = `(SELECT COUNT(*) FROM categories c WHERE c.picture = p.source)`;

/** A window of the library by name. */
export async function pictureLibrary(
  sequelize: Sequelize,
  { q = '', unused, from = 0 }: { q?: string; unused?: '1'; from?: number },
): Promise<PictureLibrary> {
  const like = `%${q.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  const where = `FROM pictures p WHERE p.source LIKE ?${unused ? ` AND ${USED} = 0 AND ${SHOWN} = 0` : ''}`;
  const [{ total }] = await select<{ total: number }>(sequelize, `SELECT COUNT(*) AS total ${where}`, [like]);
  const pictures = await select<LibraryPicture>(
    sequelize,
    `SELECT p.source, p.hash, p.width, p.height, ${USED} AS products, ${SHOWN} AS categories ${where}
      ORDER BY p.source LIMIT ${WINDOW} OFFSET ?`,
    [like, from],
  );
  return { total, pictures };
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
  return inUnit(sequelize, async (transaction) => {
    const wished = nameOf(file!.originalname);
    const source = await ownName(sequelize, wished, kept.hash, transaction);
    await insertRows(
      sequelize,
      'pictures',
      ['source', 'hash', 'width', 'height'],
      [[source, kept.hash, kept.width, kept.height]],
      transaction,
      ['hash'],
    );
    const waiting = await select<{ id: number }>(
      sequelize,
      'SELECT DISTINCT product_id AS id FROM product_images WHERE source = ?',
      [source],
      transaction,
    );
    await recordActivity(
      { userId, action: 'upload', subject: `picture:${source.slice(0, 100)}` },
      transaction,
    );
    if (waiting.length)
      await noteCatalogueChange(sequelize, 'product', transaction, { products: waiting.map(({ id }) => id) });
    return { ...kept, source, products: waiting.length, categories: 0 };
  });
}

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
