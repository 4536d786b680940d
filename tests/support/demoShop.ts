import { mkdir, mkdtemp, rm, symlink } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createConnection, type Connection } from 'mariadb';
import { pino } from 'pino';
import { createApplication } from '../../server/src/app';
import { connect } from '../../server/src/database/connect';
import { migrate } from '../../server/src/database/migrate';

/** A seeded demo shop that tests copy instead of seeding their own, which draws hundreds of pictures. */
export interface DemoShop {
  database: string;
  folder: string;
}

/** Tables that a copy has by itself. */
const OWN: readonly string[] = ['migrations', 'sessions'];

export const connectTo = (server: string): Promise<Connection> => {
  const { hostname, port } = new URL(server);
  return createConnection({ host: hostname, port: Number(port), user: 'root' });
};

export const createDatabase = (connection: Connection, name: string): Promise<unknown> =>
  connection.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci`);

export async function seedDemoShop(server: string): Promise<DemoShop & { remove: () => Promise<void> }> {
  const database = 'demo_shop';
  const connection = await connectTo(server);
  await createDatabase(connection, database);
  await connection.end();
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-demo-'));
  const application = await createApplication({
    databaseUrl: `${server}/${database}`,
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
  server: string,
  demo: DemoShop,
  database: string,
  folder: string,
  media: readonly ('originals' | 'renditions')[],
): Promise<void> {
  const sequelize = connect(`${server}/${database}`);
  await migrate(sequelize);
  await sequelize.close();
  const connection = await connectTo(server);
  await connection.query('SET FOREIGN_KEY_CHECKS = 0');
  const columns = (await connection.query(
    `SELECT TABLE_NAME AS name, GROUP_CONCAT(CONCAT('\`', COLUMN_NAME, '\`')) AS list
      FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = ? AND GENERATION_EXPRESSION IS NULL GROUP BY TABLE_NAME`,
    [demo.database],
  )) as { name: string; list: string }[];
  for (const { name, list } of columns)
    if (!OWN.includes(name))
      await connection.query(
        `INSERT INTO ${database}.\`${name}\` (${list}) SELECT ${list} FROM ${demo.database}.\`${name}\``,
      );
  await connection.end();
  await mkdir(path.join(folder, 'media'));
  for (const name of media)
    await symlink(path.join(demo.folder, 'media', name), path.join(folder, 'media', name));
}
