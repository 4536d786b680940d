import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import type { PictureStore } from '../../picture/pictures';
import type { ServingHost } from '../../serving/servingHost';

/** What a year of the demo is lived with. */
export interface Year {
  sequelize: Sequelize;
  host: ServingHost;
  pictures: PictureStore;
  log: Logger;
}
