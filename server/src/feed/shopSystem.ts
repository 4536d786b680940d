import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import type { FeedAnswer, FeedBatch, Pace, Trouble } from '@fond/contract';
import { LeasedTurns } from '../job/leasedTurns';
import { changesOf, type Offer } from './sales';

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
  private readonly turns: LeasedTurns<Row>;

  /** @param address Where the shop's own addresses are reached. */
  constructor(
    sequelize: Sequelize,
    private readonly address: string,
    log: Logger,
  ) {
    this.turns = new LeasedTurns<Row>(sequelize, log, {
      table: 'shop_system',
      columns: ['token', 'running', 'pace', 'trouble', 'turn'],
      counts: 'turn',
      pause: ({ running, pace }) => (running ? pace : null),
      turn: (row) => this.turn(row),
    });
  }

  start(): void {
    this.turns.start();
  }

  stop(): Promise<void> {
    return this.turns.stop();
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
