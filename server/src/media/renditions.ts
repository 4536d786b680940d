import type { Logger } from 'pino';
import type { Job, PictureReport } from '@fond/contract';
import { pictureNeeds, RENDITION_WIDTHS, type Edition, type Snapshot } from '@fond/core';
import type { CatalogueHost } from '../catalogue/catalogueHost';
import type { Jobs } from '../jobs/jobs';
import { smallPictures } from './smallPictures';
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

const MOST_LISTED = 200;

/** How the pictures that shoppers see stand. */
export async function pictureReport(
  snapshot: Snapshot,
  edition: Edition,
  renditions: Renditions,
): Promise<PictureReport> {
  const small = smallPictures(snapshot, edition);
  const blurred = small.filter(({ width, needed }) => width < needed).length;
  return {
    pictures: picturesInUse(snapshot, edition).length,
    renditions: await renditions.progress(),
    job: await renditions.current(),
    widths: RENDITION_WIDTHS,
    small: small.slice(0, MOST_LISTED),
    blurred,
    soft: small.length - blurred,
  };
}

/** Makes missing renditions in the background: at the start, and when somebody asks. */
export class Renditions {
  private running: Promise<Job> | null = null;
  private stopped = false;

  constructor(
    private readonly host: CatalogueHost,
    private readonly pictures: PictureStore,
    private readonly jobs: Jobs,
    private readonly log: Logger,
  ) {}

  private inUse(): PictureSize[] {
    const { stand } = this.host;
    return stand ? picturesInUse(stand.snapshot, stand.edition) : [];
  }

  progress(): Promise<Progress> {
    return this.pictures.progress(this.inUse());
  }

  async current(): Promise<Job | null> {
    return this.running && this.jobs.read((await this.running).id);
  }

  /** The job that makes what is missing; the one that runs already where there is one. */
  async start(userId: number | null): Promise<Job> {
    const current = await this.current();
    if (current) return current;
    this.running = this.jobs.start(userId, 'renditions', async (tell) => {
      try {
        const made = await this.pictures.makeAll(
          this.inUse(),
          () => this.stopped,
          ({ made: done, wanted }) => tell({ step: 'Making pictures', done, total: wanted }),
          (name, error) => this.log.warn({ err: error, name }, 'A picture rendition could not be made'),
        );
        if (made) this.log.info({ made }, 'Made picture renditions');
        return null;
      } finally {
        this.running = null;
      }
    });
    return this.running;
  }

  /** Starts where anything is missing; what fails here is made when it is asked for. */
  async startMissing(): Promise<void> {
    try {
      const { made, wanted } = await this.progress();
      if (made < wanted) await this.start(null);
    } catch (error) {
      this.log.error({ err: error }, 'Picture renditions could not be made; they are made when asked for');
    }
  }

  stop(): void {
    this.stopped = true;
  }
}
