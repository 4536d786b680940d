import { randomBytes } from 'node:crypto';
import { userInfo } from 'node:os';
import { createConnection, type Connection } from 'mariadb';
import type { Sequelize } from 'sequelize';
import { connect } from '../../server/src/database/connect';
import { migrate } from '../../server/src/database/migrate';
import { defineModels } from '../../server/src/database/models';

/** The tests' own MariaDB server, as other processes are told of it. */
export interface DatabaseServer {
  /** With the application's account, without a database name. */
  url: string;
  /** Where the administrator signs in. */
  socket: string;
}

export const administer = ({ socket }: Pick<DatabaseServer, 'socket'>): Promise<Connection> =>
  createConnection({ socketPath: socket, user: userInfo().username });

/** An empty database that the application's account may use. */
export async function createDatabase(
  server: DatabaseServer,
  name = `t_${randomBytes(6).toString('hex')}`,
): Promise<string> {
  const connection = await administer(server);
  await connection.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci`);
  await connection.query(
    `GRANT ALL PRIVILEGES ON ${name}.* TO '${new URL(server.url).username}'@'127.0.0.1'`,
  );
  await connection.end();
  return name;
}

/** A migrated database with the models tied to it; the caller closes. */
export async function openDatabase(server: DatabaseServer): Promise<Sequelize> {
  const sequelize = connect(`${server.url}/${await createDatabase(server)}`);
  defineModels(sequelize);
  await migrate(sequelize);
  return sequelize;
}
