import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';

/** Seconds that a server may stay silent before another one takes the turns in its stead. */
const LEASE = 15;
const LOOK_EVERY = 500;

export interface LeasedWork<Row extends object> {
  /** A table with one row, which has the columns `server`, `lease_until`, `said`, `said_at`, and those that are read. */
  table: string;
  columns: readonly (keyof Row & string)[];
  /** One that counts turns. */
  counts: string;
  /** Seconds until the next turn; null while it pauses. */
  pause: (row: Row) => number | null;
  /** One turn; answers with what there is to say of it. */
  turn: (row: Row) => Promise<string>;
}

/** Work that goes on for ever, in turns that one server takes at a time. */
export class LeasedTurns<Row extends object> {
  private readonly server = randomUUID();
  private timer: NodeJS.Timeout | null = null;
  private working: Promise<void> = Promise.resolve();
  private next = 0;

  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: Logger,
    private readonly work: LeasedWork<Row>,
  ) {}

  start(): void {
    const again = (): void => {
      this.timer = setTimeout(() => {
        this.working = this.look()
          .catch((error: unknown) =>
            this.log.debug({ err: error, table: this.work.table }, 'Work in turns goes on in a moment'),
          )
          .finally(() => {
            if (this.timer) again();
          });
      }, LOOK_EVERY);
    };
    again();
  }

  async stop(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    await this.working;
  }

  private async look(): Promise<void> {
    if (Date.now() < this.next) return;
    const row = await this.claim();
    const pause = row && this.work.pause(row);
    if (!row || pause === undefined || pause === null) return;
    this.next = Date.now() + pause * 1_000;
    const said = await this.work.turn(row).catch((error: unknown) => {
      const { cause, message } = error as Error & { cause?: { message?: string } };
      return `The shop was not reached. ${cause?.message ?? message}`.slice(0, 400);
    });
    const { table, counts } = this.work;
    await inUnit(this.sequelize, (transaction) =>
      runSql(
        this.sequelize,
        `UPDATE ${table} SET ${counts} = ${counts} + 1, said = ?, said_at = ? WHERE server = ?`,
        [said, new Date(), this.server],
        transaction,
      ),
    );
  }

  /** The row, where this server may take turns. */
  private claim(): Promise<Row | undefined> {
    const { table, columns } = this.work;
    return inUnit(this.sequelize, async (transaction) => {
      await runSql(
        this.sequelize,
        `UPDATE ${table} SET server = ?, lease_until = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND
          WHERE server = ? OR lease_until IS NULL OR lease_until < UTC_TIMESTAMP(3)`,
        [this.server, this.server],
        transaction,
      );
      const [row] = await select<Row>(
        this.sequelize,
        `SELECT ${columns.join(', ')} FROM ${table} WHERE server = ?`,
        [this.server],
        transaction,
      );
      return row;
    });
  }
}
