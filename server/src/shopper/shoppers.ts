import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import { inUnit } from '../database/unit';
import { insertRows, select } from '../database/rows';
import { hashPassword, isPassword } from '../person/passwords';

/** Somebody who buys. The accounts are a small stand-in for a shop system's own. */
export interface Shopper {
  id: number;
  name: string;
}

export const DEMO_SHOPPER = {
  name: 'Odile Farrow',
  email: 'shopper@pellmere.example',
  password: 'wooden-spoon',
};

export const THIRTY_DAYS = 30 * 86_400_000;

/** Who a shopper says to be, in a cookie that the shop has signed: pages are told apart without asking the database. */
export class ShopperTokens {
  constructor(private readonly secret: string) {}

  give({ id, name }: Shopper, now: number): string {
    const said = Buffer.from(JSON.stringify([id, name, now + THIRTY_DAYS])).toString('base64url');
    return `${said}.${this.sign(said)}`;
  }

  /** Null for a token that is old, or that this shop never gave out. */
  read(token: string, now: number): Shopper | null {
    const [said, signature = ''] = token.split('.');
    const given = Buffer.from(signature);
    const expected = Buffer.from(this.sign(said));
    if (given.length !== expected.length || !timingSafeEqual(given, expected)) return null;
    const [id, name, until] = JSON.parse(Buffer.from(said, 'base64url').toString()) as [
      number,
      string,
      number,
    ];
    return now < until ? { id, name } : null;
  }

  private sign(said: string): string {
    return createHmac('sha256', `shopper ${this.secret}`).update(said).digest('base64url');
  }
}

export async function seedDemoShopper(sequelize: Sequelize): Promise<void> {
  const [known] = await select(sequelize, 'SELECT id FROM shoppers LIMIT 1');
  if (known) return;
  const { name, email, password } = DEMO_SHOPPER;
  await addShopper(sequelize, name, email, password);
}

/** Makes an account, or gives one that is there another name and password. */
export async function addShopper(
  sequelize: Sequelize,
  name: string,
  email: string,
  password: string,
): Promise<void> {
  const hashed = await hashPassword(password);
  await inUnit(sequelize, (transaction) =>
    insertRows(
      sequelize,
      'shoppers',
      ['email', 'name', 'password_hash'],
      [[email, name, hashed]],
      transaction,
      ['name', 'password_hash'],
    ),
  );
}

/** The shopper with this email and password, or null; as slow for an unknown email as for a wrong password. */
export async function findShopper(
  sequelize: Sequelize,
  email: string,
  password: string,
): Promise<Shopper | null> {
  const [row] = await select<Shopper & { hashed: string }>(
    sequelize,
    'SELECT id, name, password_hash AS hashed FROM shoppers WHERE email = ?',
    [email.trim().toLowerCase()],
  );
  const right = await isPassword(row?.hashed, password);
  return row && right ? { id: row.id, name: row.name } : null;
}
