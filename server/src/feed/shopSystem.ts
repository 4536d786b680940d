import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import type { FeedAnswer, FeedBatch, Pace, Trouble } from '@fond/contract';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { changesOf, type Offer } from './sales';

/** Seconds that a server may stay silent before another one runs the system in its stead. */
const LEASE = 15;
const LOOK_EVERY = 500;
const LISTED = 48;

interface Row {
  token: string;
  running: number;
  pace: Pace;
  trouble: Trouble;
  turn: number;
}

/**
 * The simulated shop system of the demo: another program as the shop sees it. It reads what is offered from the public
 * listing, and sends what it sells, gets in, prices anew and makes by the public address for batches, with its token. What
 * it does in a turn depends on the turn's number and on what is offered alone. One server runs it at a time.
 */
export class ShopSystem {
  private readonly server = randomUUID();
  private timer: NodeJS.Timeout | null = null;
  private working: Promise<void> = Promise.resolve();
  private next = 0;

  /** @param address Where the shop's own addresses are reached. */
  constructor(
    private readonly sequelize: Sequelize,
    private readonly address: string,
    private readonly log: Logger,
  ) {}

  start(): void {
    const again = (): void => {
      this.timer = setTimeout(() => {
        this.working = this.look()
          .catch((error: unknown) =>
            this.log.debug({ err: error }, 'The shop system looks again in a moment'),
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
    if (!row?.running) return;
    this.next = Date.now() + row.pace * 1_000;
    const said = await this.turn(row).catch((error: unknown) => {
      const { cause, message } = error as Error & { cause?: { message?: string } };
      return `Turn ${row.turn}: the shop was not reached. ${cause?.message ?? message}`.slice(0, 400);
    });
    await inUnit(this.sequelize, (transaction) =>
      runSql(
        this.sequelize,
        'UPDATE shop_system SET turn = turn + 1, said = ?, said_at = ? WHERE server = ?',
        [said, new Date(), this.server],
        transaction,
      ),
    );
  }

  /** Its state, where this server may run it. */
  private claim(): Promise<Row | undefined> {
    return inUnit(this.sequelize, async (transaction) => {
      await runSql(
        this.sequelize,
        `UPDATE shop_system SET server = ?, lease_until = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND
          WHERE server = ? OR lease_until IS NULL OR lease_until < UTC_TIMESTAMP(3)`,
        [this.server, this.server],
        transaction,
      );
      const [row] = await select<Row>(
        this.sequelize,
        'SELECT token, running, pace, trouble, turn FROM shop_system WHERE server = ?',
        [this.server],
        transaction,
      );
      return row;
    });
  }

  /** One turn; answers with what there is to say of it. */
  private async turn({ token, trouble, turn }: Row): Promise<string> {
    if (trouble === 'down') return 'It is down, and sends nothing.';
    const offers = await this.offers(turn);
    const batch = changesOf(turn, offers);
    const bad = trouble === 'faulty' && 'price';
    const sent: FeedBatch = {
      key: `turn-${turn}`,
      changes: bad
        ? batch.map((change) => ({ ...change, set: { ...change.set, [bad]: 'on request' } }))
        : batch,
    };
    const answer = await this.send(token, sent);
    if (trouble === 'twice') await this.send(token, sent);
    if (trouble === 'late')
      await this.send(token, {
        key: `turn-${turn}-late`,
        changes: batch.map((change) => ({ ...change, number: change.number - 1 })),
      });
    return `Turn ${turn}: ${countsOf(answer)}.`;
  }

  private async offers(turn: number): Promise<Offer[]> {
    const page = async (number: number): Promise<{ pages: number; items: Offer[] }> => {
      const answer = await fetch(`${this.address}/api/shop/listing?aisle=/&size=${LISTED}&page=${number}`);
      if (!answer.ok) throw new Error(`The listing was answered ${answer.status}.`);
      return (await answer.json()) as { pages: number; items: Offer[] };
    };
    const first = await page(1);
    const number = 1 + (turn % Math.max(1, first.pages));
    return number === 1 ? first.items : (await page(number)).items;
  }

  private async send(token: string, batch: FeedBatch): Promise<FeedAnswer> {
    const answer = await fetch(`${this.address}/api/feed/batches`, {
      method: 'POST',
      headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' },
      body: JSON.stringify(batch),
    });
    if (!answer.ok) throw new Error(`The batch was answered ${answer.status}.`);
    return (await answer.json()) as FeedAnswer;
  }
}

function countsOf({ results }: FeedAnswer): string {
  const counts = new Map<string, number>();
  for (const { fate } of results) counts.set(fate, (counts.get(fate) ?? 0) + 1);
  return [...counts].map(([fate, count]) => `${count} ${fate}`).join(', ');
}
