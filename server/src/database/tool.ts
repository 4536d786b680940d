import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import type { Config } from '../config';
import { connect } from './connect';
import { migrate, whileNobodyElsePrepares } from './migrate';
import { defineModels } from './models';
import { startDatabase } from './process';

export interface Tool {
  url: string;
  sequelize: Sequelize;
  close: () => Promise<void>;
}

/** Where the running application wrote down the address of its database. */
export const addressFile = (data: string): string => path.join(data, 'database.address');

/**
 * The database for a command-line tool: the one that is named, the one of the application that runs on this data
 * folder, or one started for the tool alone.
 */
export async function openTool(config: Config, log: Logger): Promise<Tool> {
  const running = config.databaseUrl ?? (await runningDatabase(config.data));
  const own = running ? null : await startDatabase(config.data, config.databasePort, log);
  const url = running ?? own!.url;
  const sequelize = connect(url);
  defineModels(sequelize);
  await whileNobodyElsePrepares(sequelize, () => migrate(sequelize));
  return {
    url,
    sequelize,
    close: async () => {
      await sequelize.close();
      await own?.stop();
    },
  };
}

async function runningDatabase(data: string): Promise<string | null> {
  const url = await readFile(addressFile(data), 'utf8').catch(() => null);
  if (!url) return null;
  const probe = connect(url);
  try {
    await probe.authenticate();
    return url;
  } catch {
    // Left over from a server that was killed.
    return null;
  } finally {
    await probe.close();
  }
}
