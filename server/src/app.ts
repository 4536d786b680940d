import path from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import { COUNT_VIEWS } from '@fond/contract/shop-routes';
import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import { CampaignClock } from './campaign/campaignClock';
import { CartService } from './cart/cart';
import { mountCart } from './cart/cartPages';
import { ServingHost } from './serving/servingHost';
import { ImportJobs } from './catalogue/import/importJob';
import { archiveHandler, uploadHandler, Uploads } from './catalogue/import/upload';
import { seedDemoPlans } from './demo/demoPlans';
import { seedDemo } from './demo/seed';
import { liveNinetyDays } from './demo/shoppers/ninetyDays';
import { seedShoppers } from './figure/shoppersState';
import { liveYear } from './demo/year/year';
import { seedShopSystem } from './feed/shopSystemState';
import { DEMO_SIGN_IN, endDemoSessions } from './person/demoSignIn';
import { connect } from './database/connect';
import { migrate, whileNobodyElsePrepares } from './database/migrate';
import { defineModels } from './database/models';
import { summariseEarlier } from './edition/summary';
import { mountDelivery } from './delivery/mountDelivery';
import { Counting } from './figure/counting';
import { EarnedFigures } from './figure/earnedFigures';
import { builtFiles } from './http/builtFiles';
import { mountOperations, type Witness } from './api/mount';
import { problem, problemHandler, sendProblem } from './problem/problem';
import { NONCE_MARK, nonceOf, secureHeaders, signInLimits, viewLimit } from './http/security';
import { makeSessions, secretOfShop, type Sessions } from './person/session';
import { Jobs } from './job/jobs';
import { noteHeavyPicture } from './finding/heavyPictures';
import { PictureStore } from './picture/pictures';
import { Renditions } from './picture/renditions';
import { fontUpload } from './font/uploadFont';
import { pictureUpload } from './picture/uploadPicture';
import { refuseWhileAway } from './serving/served';
import { handlersOf } from './operations';
import { foundHousePlan } from './plan/foundHousePlan';
import { seedDemoShopper, ShopperTokens } from './shopper/shoppers';
import { mountAccount } from './shop/account';
import { mountReviews } from './shop/reviewPages';
import { ShopPages } from './shop/pages';
import { Renderers } from './shop/renderers';

export interface ApplicationOptions {
  databaseUrl: string;
  data: string;
  /** Folder of the built desk and shop; null serves the API alone. */
  dist: string | null;
  demo: boolean;
  /** Proxies whose word on who asks is taken. */
  trustProxy?: readonly string[];
  log: Logger;
  /** Of this server, for machines that ask while nobody has said where the shop is. */
  address?: string;
  /** Sees what operations take and answer; for tests. */
  witness?: Witness;
  /** Lets the demo shop have a year behind it; it is as new otherwise. */
  year?: boolean;
  /** Makes the pictures of all cards ahead, in the background; on unless it is turned off. */
  makePictures?: boolean;
}

/** Everything of one server process, made ready; the caller listens and stops. */
export interface Application {
  app: Express;
  sequelize: Sequelize;
  host: ServingHost;
  jobs: Jobs;
  pictures: PictureStore;
  counting: Counting;
  stop: () => Promise<void>;
}

export async function createApplication(options: ApplicationOptions): Promise<Application> {
  const { log, data, dist, demo } = options;
  const sequelize = connect(options.databaseUrl);
  defineModels(sequelize);
  const pictures = new PictureStore(data, (name, bytes) => noteHeavyPicture(sequelize, name, bytes));
  await pictures.prepare();
  await whileNobodyElsePrepares(sequelize, async () => {
    const steps = await migrate(sequelize);
    if (steps.length) log.info({ steps }, 'Brought the database up to date');
    await summariseEarlier();
    if (demo) await seedDemo(sequelize, pictures, log);
    await foundHousePlan(sequelize);
    if (demo) {
      await seedDemoPlans(sequelize);
      await seedDemoShopper(sequelize);
      await seedShopSystem(sequelize);
      await seedShoppers(sequelize);
    } else await endDemoSessions();
  });
  const host = new ServingHost(sequelize, log);
  await host.start();
  if (demo && options.year)
    await whileNobodyElsePrepares(sequelize, async () => {
      const year = { sequelize, host, pictures, log };
      await liveYear(year);
      await liveNinetyDays(year);
    });
  const jobs = new Jobs(sequelize, log);
  const imports = new ImportJobs(sequelize, options.databaseUrl, jobs, () =>
    host.catchUp({ whatever: true }),
  );
  const uploads = new Uploads(data);
  await jobs.begin();
  const clock = new CampaignClock(sequelize, host, log);
  clock.start();
  const secret = await secretOfShop();
  const sessions = makeSessions(sequelize, secret, log);
  const tokens = new ShopperTokens(secret);

  const carts = new CartService(sequelize);
  const counting = new Counting(sequelize, () => host.serving(), log);
  counting.start();
  const earned = new EarnedFigures(sequelize, () => host.serving(), log);
  // The demo's figures are there at once; those of other days come while shoppers are served.
  if (demo) await earned.make();
  earned.start();
  const renditions = new Renditions(host, pictures, jobs, log);
  if (options.makePictures !== false) {
    await renditions.startMissing();
    host.onChange(() => void renditions.startMissing());
  }

  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', options.trustProxy ?? []);
  app.use(unlessCounted(secureHeaders));
  // A packer would hold events back until it has enough of them.
  app.use(
    unlessCounted([
      compression({
        filter: (request, response) => !isEventStream(response) && compression.filter(request, response),
      }),
    ]),
  );
  app.get('/pictures/:name', pictures.handler());
  const own = options.address ?? 'http://127.0.0.1';
  mountDelivery(app, host, own);
  const renderers = dist ? new Renderers(dist, log) : null;
  if (dist && renderers) {
    const { render } = renderers;
    mountCart(app, { carts, host, render });
    mountAccount(app, { sequelize, host, render, tokens, demo });
    mountReviews(app, { sequelize, host, render, tokens });
    new ShopPages(host, render, tokens, own).mount(app, dist, sessions.handler);
  }
  app.use('/api', (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  app.use('/api', express.json({ limit: '2mb' }));
  mountOperations(
    app,
    handlersOf({
      sequelize,
      host,
      jobs,
      imports,
      uploads,
      pictures,
      renditions,
      tokens,
      carts,
      counting,
      demo: demo ? DEMO_SIGN_IN : null,
    }),
    {
      sequelize,
      refuseWhileAway: () => refuseWhileAway(host),
      session: sessions.handler,
      before: {
        signIn: signInLimits(),
        makeOwner: signInLimits(),
        countViews: viewLimit(),
        importCatalogue: uploadHandler(data),
        keepFont: fontUpload(),
        uploadPicture: pictureUpload(),
        keepPicture: pictureUpload(),
        keepArchive: archiveHandler(data),
      },
      witness: options.witness,
    },
  );
  app.use('/api', (request, response) => {
    sendProblem(
      response,
      problem('not-found', `There is no ${request.method} ${request.originalUrl.split('?')[0]}.`),
    );
  });
  if (dist) await mountDesk(app, dist);
  app.use((request, response) => {
    sendProblem(response, problem('not-found', `There is nothing at ${request.originalUrl.split('?')[0]}.`));
  });
  app.use(problemHandler(log));

  const stop = async (): Promise<void> => {
    renditions.stop();
    imports.stop();
    await clock.stop();
    await counting.stop();
    await earned.stop();
    await renderers?.stop();
    await settle(jobs, host, sessions, sequelize);
  };
  return { app, sequelize, host, jobs, pictures, counting, stop };
}

/**
 * What every shopper's browser tells every few seconds is answered with nothing, so there is nothing to pack, and nothing
 * that a browser would run or frame.
 */
const unlessCounted = (handlers: readonly express.RequestHandler[]): express.RequestHandler[] =>
  handlers.map(
    (handler) =>
      (request, response, next): unknown =>
        request.method === 'POST' && request.path === COUNT_VIEWS ? next() : handler(request, response, next),
  );

const isEventStream = (response: express.Response): boolean =>
  String(response.getHeader('Content-Type')).startsWith('text/event-stream');

async function settle(
  jobs: Jobs,
  host: ServingHost,
  sessions: Sessions,
  sequelize: Sequelize,
): Promise<void> {
  host.stop();
  sessions.stop();
  await jobs.end();
  await sequelize.close();
}

/** The desk is one page with addresses of its own. */
async function mountDesk(app: Express, dist: string): Promise<void> {
  const { readFile } = await import('node:fs/promises');
  const folder = path.join(dist, 'desk', 'browser');
  const pieces = (await readFile(path.join(folder, 'index.html'), 'utf8')).split(NONCE_MARK);
  app.use(builtFiles(folder));
  app.get('/*path', deskPage);
  app.get('/', deskPage);
  function deskPage(request: express.Request, response: express.Response, next: express.NextFunction): void {
    // A missing script must not be answered with a page.
    if (path.extname(request.path)) next();
    else
      response
        .set('Cache-Control', 'no-cache')
        .type('html')
        .send(pieces.join(nonceOf(response)));
  }
}
