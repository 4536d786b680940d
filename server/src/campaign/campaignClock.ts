import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import type { ServingHost } from '../serving/servingHost';
import { keepClock } from './campaigns';

const LOOK_EVERY = 2_000;

/** Looks at the clock every two seconds, and starts and ends campaigns; what was missed meanwhile is made up for. */
export class CampaignClock {
  private timer: NodeJS.Timeout | null = null;
  private looking: Promise<void> = Promise.resolve();

  constructor(
    private readonly sequelize: Sequelize,
    private readonly host: ServingHost,
    private readonly log: Logger,
  ) {}

  start(): void {
    this.timer = setTimeout(() => {
      this.looking = this.look().finally(() => {
        if (this.timer) this.start();
      });
    }, LOOK_EVERY);
  }

  /** Resolves when a look that is under way has ended. */
  async stop(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    await this.looking;
  }

  private async look(): Promise<void> {
    try {
      if (await keepClock(this.sequelize, Date.now())) await this.host.refresh();
    } catch (error) {
      this.log.warn({ err: error }, 'Campaigns could not be looked after; tried again in a moment');
    }
  }
}
