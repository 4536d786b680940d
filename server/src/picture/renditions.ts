import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import type { Job, JobProgress, PictureReport } from '@fond/contract';
import {
  findHeavyPictures,
  findSmallPictures,
  pictureNeeds,
  RENDITION_WIDTHS,
  servedAisles,
  type Edition,
  type Snapshot,
} from '@fond/core';
import type { ServingHost, ServingState } from '../serving/servingHost';
import { BrokenOff, type Jobs } from '../job/jobs';
import { inTurns } from '../turns';
import { readHeavyPictures } from '../finding/heavyPictures';
import type { PictureSize, PictureStore, Progress } from './pictures';

/** The pictures that shoppers see first: of every card, of categories, and those that live plans have uploaded. */
export function picturesInUse(snapshot: Snapshot, { plans }: Edition): PictureSize[] {
  const found = new Map<string, PictureSize>();
  const add = (picture: { hash: string | null; width: number } | null | undefined): void => {
    if (picture?.hash) found.set(picture.hash, { hash: picture.hash, width: picture.width });
  };
  for (const plan of plans) for (const { of } of pictureNeeds(plan)) if (typeof of === 'object') add(of);
  for (const { picture } of snapshot.aisles.all) add(picture);
  for (const [first] of snapshot.images) add(first as typeof first | undefined);
  return [...found.values()];
}

const MAX_LISTED = 200;

/** How the pictures that shoppers see stand. */
export async function pictureReport(
  sequelize: Sequelize,
  { snapshot, edition }: Pick<ServingState, 'snapshot' | 'edition'>,
  renditions: Renditions,
): Promise<PictureReport> {
  const { plans, ranges, blends } = edition;
  const context = { now: Date.now(), ranges, blends };
  const served = await inTurns(servedAisles(snapshot, edition));
  const small = await inTurns(findSmallPictures(snapshot, plans, served, context));
  const weights = await readHeavyPictures(sequelize);
  const heavy = await inTurns(findHeavyPictures(weights, snapshot, plans, served, context));
  const blurred = small.filter(({ width, needed }) => width < needed).length;
  return {
    pictures: picturesInUse(snapshot, edition).length,
    renditions: await renditions.progress(),
    job: await renditions.current(),
    widths: RENDITION_WIDTHS,
    small: small.slice(0, MAX_LISTED),
    blurred,
    soft: small.length - blurred,
    heavy: heavy.slice(0, MAX_LISTED),
    weighty: heavy.length,
  };
}

/** Makes missing renditions in the background: at the start, when other pictures come into use, and when somebody asks. */
export class Renditions {
  private running: Promise<Job> | null = null;
  private stopped = false;
  /** The state whose pictures were looked through last. */
  private seen: ServingState | null = null;

  constructor(
    private readonly host: Pick<ServingHost, 'loaded'>,
    private readonly pictures: Pick<PictureStore, 'progress' | 'makeAll'>,
    private readonly jobs: Pick<Jobs, 'start' | 'read'>,
    private readonly log: Logger,
  ) {}

  private inUse(): PictureSize[] {
    const { loaded } = this.host;
    return loaded ? picturesInUse(loaded.snapshot, loaded.edition) : [];
  }

  progress(): Promise<Progress> {
    return this.pictures.progress(this.inUse());
  }

  async current(): Promise<Job | null> {
    return this.running && this.jobs.read((await this.running).id);
  }

  /** The job that makes what is missing; the one that runs already where there is one. */
  async start(userId: number | null): Promise<Job> {
    const { running } = this;
    if (running) return this.jobs.read((await running).id);
    this.running = this.jobs.start(userId, 'renditions', (tell, stop) => this.makeMissing(tell, stop));
    // Without a job there is none that would say that it has ended.
    this.running.catch(() => (this.running = null));
    return this.running;
  }

  private async makeMissing(tell: (progress: JobProgress) => void, stop: AbortSignal): Promise<null> {
    const { loaded } = this.host;
    try {
      const made = await this.pictures.makeAll(
        this.inUse(),
        () => this.stopped || stop.aborted,
        ({ made: done, wanted }) => tell({ step: 'Making pictures', done, total: wanted }),
        (name, error) => this.log.warn({ err: error, name }, 'A picture rendition could not be made'),
      );
      if (made) this.log.info({ made }, 'Made picture renditions');
    } finally {
      this.running = null;
    }
    if (this.stopped || stop.aborted) throw new BrokenOff();
    if (this.host.loaded !== loaded) void this.startMissing();
    return null;
  }

  /** Starts where anything is missing; what fails here is made when it is asked for. */
  async startMissing(): Promise<void> {
    const { loaded } = this.host;
    if (this.stopped || this.running || (loaded && sameSources(loaded, this.seen))) return;
    this.seen = loaded;
    try {
      const { made, wanted } = await this.progress();
      if (made < wanted) await this.start(null);
    } catch (error) {
      this.seen = null;
      this.log.error({ err: error }, 'Picture renditions could not be made; they are made when asked for');
    }
  }

  stop(): void {
    this.stopped = true;
  }
}

/** Changes of stock and prices leave all pictures where they are. */
const sameSources = (one: ServingState, other: ServingState | null): boolean =>
  other !== null &&
  one.edition === other.edition &&
  one.snapshot.images === other.snapshot.images &&
  one.snapshot.aisles === other.snapshot.aisles;
