import { createHash, randomBytes } from 'node:crypto';
import type { Request, Response } from 'express';
import type { Sequelize, Transaction } from 'sequelize';
import {
  cartOf,
  languageOf,
  MAX_CART_LINES,
  piecesOf,
  type Cart,
  type KeptLine,
  type Snapshot,
} from '@fond/core';
import { inUnit } from '../database/unit';
import { runSql, select } from '../database/rows';
import { problem } from '../problem/problem';
import { newCartLimit } from '../http/security';
import { cookieIn } from '../http/cookies';

const COOKIE = 'fond.cart';
const YEAR = 365 * 86_400_000;

/** Only the token's hash is kept, so that nobody who reads the database can shop as somebody else. */
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

interface Kept {
  lines: KeptLine[];
  wishes: string[];
}

const NOTHING: Kept = { lines: [], wishes: [] };

/** The simulated cart of anonymous shoppers, in tables of its own. */
export class CartService {
  private readonly admit = newCartLimit();

  constructor(private readonly sequelize: Sequelize) {}

  /** What the shopper behind a request has put aside; nothing for one who has not been here. */
  async read(request: Request, snapshot: Snapshot, lang: string | undefined): Promise<Cart> {
    const token = cookieIn(request, COOKIE);
    const id = token === null ? null : await this.idOf(token);
    const kept = id === null ? NOTHING : await this.readCart(id);
    return cartOf(snapshot, kept, languageOf(snapshot, lang));
  }

  /** Puts more pieces of a product into the cart. */
  async add(call: CartCall, sku: string, pieces: number): Promise<Cart> {
    return this.change(call, sku, async (id, product, transaction) => {
      const [line] = await select<{ quantity: number }>(
        this.sequelize,
        'SELECT quantity FROM cart_lines WHERE cart_id = ? AND product_id = ? FOR UPDATE',
        [id, product],
        transaction,
      );
      await this.put(
        call,
        id,
        product,
        sku,
        ((line as typeof line | undefined)?.quantity ?? 0) + pieces,
        transaction,
      );
    });
  }

  /** Says how many pieces of a product the cart holds. */
  async set(call: CartCall, sku: string, pieces: number): Promise<Cart> {
    if (!pieces && !(await this.knownToken(call.request)))
      return this.read(call.request, call.snapshot, call.lang);
    return this.change(call, sku, (id, product, transaction) =>
      pieces
        ? this.put(call, id, product, sku, pieces, transaction)
        : runSql(
            this.sequelize,
            'DELETE FROM cart_lines WHERE cart_id = ? AND product_id = ?',
            [id, product],
            transaction,
          ),
    );
  }

  async wish(call: CartCall, sku: string, wished: boolean): Promise<Cart> {
    if (!wished && !(await this.knownToken(call.request)))
      return this.read(call.request, call.snapshot, call.lang);
    return this.change(call, sku, (id, product, transaction) =>
      runSql(
        this.sequelize,
        wished
          ? 'INSERT IGNORE INTO wishes (cart_id, product_id, added_at) VALUES (?, ?, ?)'
          : 'DELETE FROM wishes WHERE cart_id = ? AND product_id = ?',
        wished ? [id, product, new Date()] : [id, product],
        transaction,
      ),
    );
  }

  /**
   * The token of a request whose cart is there; null where none is, from which nothing can be taken out. One that is
   * nobody's is not taken up: whoever made it up may have given it to somebody else.
   */
  private async knownToken(request: Request): Promise<string | null> {
    const told = cookieIn(request, COOKIE);
    return told !== null && (await this.idOf(told)) !== null ? told : null;
  }

  private async change(
    { request, response, snapshot, lang }: CartCall,
    sku: string,
    change: (id: number, product: number, transaction: Transaction) => Promise<void>,
  ): Promise<Cart> {
    const p = snapshot.bySku.get(sku);
    if (p === undefined) throw problem('not-found', `There is no product ${sku}.`);
    const known = await this.knownToken(request);
    if (known === null) await this.admit(request, response);
    const token = known ?? randomBytes(24).toString('base64url');
    const kept = await inUnit(this.sequelize, async (transaction) => {
      await runSql(
        this.sequelize,
        'INSERT INTO carts (token_hash, seen_at) VALUES (?, ?) ON DUPLICATE KEY UPDATE seen_at = VALUES(seen_at)',
        [hashOf(token), new Date()],
        transaction,
      );
      // Somebody new comes in; those who have not been here for as long as their cookie lasts will not come back.
      if (known === null)
        await runSql(
          this.sequelize,
          'DELETE FROM carts WHERE seen_at < ? LIMIT 50',
          [new Date(Date.now() - YEAR)],
          transaction,
        );
      const id = (await this.idOf(token, transaction))!;
      await change(id, snapshot.ids[p], transaction);
      return this.readCart(id, transaction);
    });
    response.cookie(COOKIE, token, {
      maxAge: YEAR,
      httpOnly: true,
      sameSite: 'lax',
      secure: request.secure,
      path: '/',
    });
    return cartOf(snapshot, kept, languageOf(snapshot, lang));
  }

  /** So many pieces of a product, if there are as many. */
  private async put(
    { snapshot }: CartCall,
    cart: number,
    product: number,
    sku: string,
    pieces: number,
    transaction: Transaction,
  ): Promise<void> {
    const available = piecesOf(snapshot, snapshot.bySku.get(sku)!);
    if (pieces > available) throw problem('not-enough-stock', shortage(available), undefined, { available });
    const [{ lines }] = await select<{ lines: number }>(
      this.sequelize,
      'SELECT COUNT(*) AS `lines` FROM cart_lines WHERE cart_id = ? AND product_id <> ?',
      [cart, product],
      transaction,
    );
    if (lines >= MAX_CART_LINES)
      throw problem('cart-full', `A cart holds ${MAX_CART_LINES} products. Take one out first.`);
    await runSql(
      this.sequelize,
      `INSERT INTO cart_lines (cart_id, product_id, quantity, added_at) VALUES (?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE quantity = VALUES(quantity)`,
      [cart, product, pieces, new Date()],
      transaction,
    );
  }

  private async idOf(token: string, transaction?: Transaction): Promise<number | null> {
    const [row] = await select<{ id: number }>(
      this.sequelize,
      'SELECT id FROM carts WHERE token_hash = ?',
      [hashOf(token)],
      transaction,
    );
    return (row as typeof row | undefined)?.id ?? null;
  }

  private async readCart(id: number, transaction?: Transaction): Promise<Kept> {
    const [lines, wishes] = [
      await select<KeptLine>(
        this.sequelize,
        `SELECT p.sku, l.quantity FROM cart_lines l JOIN products p ON p.id = l.product_id
         WHERE l.cart_id = ? ORDER BY l.added_at, l.product_id`,
        [id],
        transaction,
      ),
      await select<{ sku: string }>(
        this.sequelize,
        `SELECT p.sku FROM wishes w JOIN products p ON p.id = w.product_id
         WHERE w.cart_id = ? ORDER BY w.added_at DESC, w.product_id`,
        [id],
        transaction,
      ),
    ];
    return { lines, wishes: wishes.map(({ sku }) => sku) };
  }
}

/** A request that changes a cart. */
export interface CartCall {
  request: Request;
  response: Response;
  snapshot: Snapshot;
  lang: string | undefined;
}

const shortage = (available: number): string =>
  available
    ? `There are ${available} in stock, and the cart can hold no more of them.`
    : 'It is sold out. Nothing was put into the cart.';
