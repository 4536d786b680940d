import type { Sequelize } from 'sequelize';
import type { DemoSignIn } from '@fond/contract';
import type { CartService } from './cart/cart';
import type { Counting } from './figure/counting';
import type { ServingHost } from './serving/servingHost';
import type { ImportJobs } from './catalogue/import/importJob';
import type { Uploads } from './catalogue/import/upload';
import type { Jobs } from './job/jobs';
import type { PictureStore } from './picture/pictures';
import type { Renditions } from './picture/renditions';
import type { ShopperTokens } from './shopper/shoppers';

/** What operations are done with. */
export interface Services {
  sequelize: Sequelize;
  host: ServingHost;
  jobs: Jobs;
  imports: ImportJobs;
  uploads: Uploads;
  pictures: PictureStore;
  renditions: Renditions;
  tokens: ShopperTokens;
  carts: CartService;
  counting: Counting;
  /** Null outside the demo. */
  demo: DemoSignIn | null;
}
