import type { Sequelize } from 'sequelize';
import type { Job } from '@fond/contract';
import type { Jobs } from '../job/jobs';
import type { PictureStore } from '../picture/pictures';
import { problem } from '../problem/problem';
import type { ServingHost } from '../serving/servingHost';
import { seedCatalogue, takesDemo } from './seed';

/**
 * Fills the catalogue of a shop of one's own with the demo's products, as a job.
 *
 * @throws {Problem} `shop-not-empty` where it holds products.
 */
export async function fillWithDemo(
  sequelize: Sequelize,
  { jobs, pictures, host }: { jobs: Jobs; pictures: PictureStore; host: ServingHost },
  userId: number,
): Promise<Job> {
  if (!(await takesDemo(sequelize)))
    throw problem('shop-not-empty', 'Nothing was put in. The demo’s products go into an empty shop only.');
  return jobs.start(userId, 'demo', async (progress) => {
    // Who asked twice finds that it is there.
    if (!(await takesDemo(sequelize))) return null;
    progress({ step: 'Putting the demo’s products in', done: 0, total: null });
    await seedCatalogue(sequelize, pictures);
    await host.catchUp({ whatever: true });
    return null;
  });
}
