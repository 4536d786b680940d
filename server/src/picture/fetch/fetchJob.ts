import pLimit from 'p-limit';
import type { Sequelize } from 'sequelize';
import type { ImportError } from '@fond/contract';
import { BrokenOff, type Work } from '../../job/jobs';
import { emptyReport } from '../../job/report';
import type { ServingHost } from '../../serving/servingHost';
import { keepNamed } from '../library';
import type { PictureStore } from '../pictures';
import { faultIn, keepContent, MAX_PICTURE_MEGABYTES } from '../uploadPicture';
import { fetchFile, isPublicAddress, NotFetched, type FetchRules } from './fetchFile';
import { pictureHosts, waitingPictures, type WaitingPicture } from './hosts';

const AT_ONCE = 4;
/** Of one job; what is left is fetched by the next. */
const MOST = 20_000;
const TIMEOUT = 20_000;

/** How files are fetched; other than usual in tests alone, whose stand-in is on this machine. */
export type Reach = Partial<Pick<FetchRules, 'mayConnect' | 'ports' | 'timeout'>>;

/** Fetches the pictures that products name by addresses of hosts which an owner has allowed, a few at a time. */
export const fetchPictures =
  (
    { sequelize, pictures, host }: { sequelize: Sequelize; pictures: PictureStore; host: ServingHost },
    userId: number,
    reach: Reach = {},
  ): Work =>
  async (progress, stop) => {
    const started = performance.now();
    const hosts = await pictureHosts();
    const allowed = (source: string): boolean =>
      URL.canParse(source) && hosts.includes(new URL(source).hostname);
    const all = (await waitingPictures(sequelize)).filter(({ source }) => allowed(source)).slice(0, MOST);
    const rules: FetchRules = {
      hosts,
      maxBytes: MAX_PICTURE_MEGABYTES * 1_048_576,
      timeout: TIMEOUT,
      mayConnect: isPublicAddress,
      ...reach,
    };
    const faults: ImportError[] = [];
    let done = 0;
    const fetchOne = async ({ source, sku }: WaitingPicture, at: number): Promise<void> => {
      if (stop.aborted) return;
      try {
        const kept = await keepContent(pictures, source, await fetchFile(source, rules));
        await keepNamed(sequelize, source, kept, userId);
      } catch (error) {
        const message = error instanceof NotFetched ? error.message : faultIn(error);
        faults.push({ line: at + 1, sku, column: source.slice(0, 200), message });
      }
      progress({ step: 'Fetching pictures', done: ++done, total: all.length });
    };
    const limit = pLimit(AT_ONCE);
    await Promise.all(all.map((one, at) => limit(() => fetchOne(one, at))));
    // What is here already is followed like any other change.
    if (stop.aborted) throw new BrokenOff();
    await host.catchUp({ whatever: true });
    faults.sort((a, b) => a.line - b.line);
    const report = {
      ...emptyReport('Pictures by their addresses', false),
      rows: all.length,
      created: all.length - faults.length,
      errors: faults.slice(0, 200),
      errorCount: faults.length,
      faultyLines: faults.length,
      leftOut: true,
      milliseconds: Math.round(performance.now() - started),
    };
    return { report, faults };
  };
