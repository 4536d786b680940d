import { mkdir, mkdtemp, rm, symlink } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import { createApplication } from '../../server/src/app';
import { connect } from '../../server/src/database/connect';
import { migrate } from '../../server/src/database/migrate';
import { administer, createDatabase, type DatabaseServer } from './databaseServer';

/** A seeded demo shop that tests copy instead of seeding their own, which draws hundreds of pictures. */
export interface DemoShop {
  database: string;
  folder: string;
}

/** Tables that a copy has by itself. */
const OWN: readonly string[] = ['migrations', 'sessions'];

export async function seedDemoShop(
  server: DatabaseServer,
): Promise<DemoShop & { remove: () => Promise<void> }> {
  const database = 'demo_shop';
  await createDatabase(server, database);
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-demo-'));
  const application = await createApplication({
    databaseUrl: `${server.url}/${database}`,
    data: folder,
    dist: null,
    demo: true,
    log: pino({ level: 'fatal' }),
    makePictures: false,
  });
  await application.stop();
  return { database, folder, remove: () => rm(folder, { recursive: true, force: true }) };
}

/**
 * Fills an empty database and a folder with what the demo shop holds.
 *
 * @param media What it shares with it: all of that is named after what it holds and never changed.
 */
export async function copyDemoShop(
  server: DatabaseServer,
  demo: DemoShop,
  database: string,
  folder: string,
  media: readonly ('originals' | 'renditions')[],
): Promise<void> {
  const sequelize = connect(`${server.url}/${database}`);
  await migrate(sequelize);
  await sequelize.close();
  const connection = await administer(server);
  await connection.query('SET FOREIGN_KEY_CHECKS = 0');
  const columns = (await connection.query(
    `SELECT TABLE_NAME AS name, GROUP_CONCAT(CONCAT('\`', COLUMN_NAME, '\`')) AS list
      FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = ? AND GENERATION_EXPRESSION IS NULL GROUP BY TABLE_NAME`,
    [demo.database],
  )) as { name: string; list: string }[];
  for (const { name, list } of columns)
    if (!OWN.includes(name))
      await connection.query(
        `REPLACE INTO ${database}.\`${name}\` (${list}) SELECT ${list} FROM ${demo.database}.\`${name}\``,
      );
  await connection.end();
  await mkdir(path.join(folder, 'media'));
  for (const name of media)
    await symlink(path.join(demo.folder, 'media', name), path.join(folder, 'media', name));
}
