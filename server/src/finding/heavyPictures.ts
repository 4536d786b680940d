import type { Sequelize } from 'sequelize';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';

/** Keeps that a rendition weighs too much; several servers may make the same one. */
export const noteHeavyPicture = (sequelize: Sequelize, name: string, bytes: number): Promise<void> =>
  inUnit(sequelize, (transaction) =>
    runSql(
      sequelize,
      'INSERT INTO heavy_pictures (name, bytes) VALUES (?, ?) ON DUPLICATE KEY UPDATE bytes = VALUES(bytes)',
      [name, bytes],
      transaction,
    ),
  );

/** Bytes of the renditions that weigh too much, by their names. */
export async function readHeavyPictures(sequelize: Sequelize): Promise<ReadonlyMap<string, number>> {
  const rows = await select<{ name: string; bytes: number }>(
    sequelize,
    'SELECT name, bytes FROM heavy_pictures ORDER BY name',
  );
  return new Map(rows.map(({ name, bytes }) => [name, bytes]));
}
