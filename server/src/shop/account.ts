import express, { type Express, type Request, type Response } from 'express';
import type { Sequelize } from 'sequelize';
import { ACCOUNT_PATH, composeAccount, type AccountModel } from '@fond/core';
import type { ServingHost } from '../serving/servingHost';
import { readParameters } from '../http/parameters';
import { refuseStrangers } from '../http/strangers';
import { signInLimits } from '../http/security';
import { DEMO_SHOPPER, findShopper, THIRTY_DAYS, type ShopperTokens } from '../shopper/shoppers';
import type { RenderShop } from './renderers';
import { seenEdition, SHOPPER_COOKIE, shopperIn } from './shopper';

export interface AccountOptions {
  sequelize: Sequelize;
  host: ServingHost;
  render: RenderShop;
  tokens: ShopperTokens;
  /** Whether the page tells the demo shopper's sign-in. */
  demo: boolean;
}

const ACCOUNT = `/shop${ACCOUNT_PATH}`;

/** Pages that send shoppers here to sign in; nothing else is an address to lead to. */
function backIn(request: Request): string | null {
  const back = readParameters(request.originalUrl)['back'] ?? '';
  return /^\/products\/(?!\.{1,2}\/)[^/?#\\]+\/reviews$/.test(back) ? back : null;
}

/** The shop's account page: plain forms, which need no JavaScript. */
export function mountAccount(app: Express, { sequelize, host, render, tokens, demo }: AccountOptions): void {
  const language = (request: Request): string | undefined => readParameters(request.originalUrl)['lang'];
  /** Back to where they came from, else to the account page, in the page's language. */
  const back = (request: Request, response: Response): void => {
    const lang = language(request);
    const from = backIn(request);
    const path = from === null ? ACCOUNT : `/shop${encodeURI(from)}`;
    response.redirect(303, path + (lang ? `?lang=${encodeURIComponent(lang)}` : ''));
  };
  const show = async (request: Request, response: Response, fault: AccountModel['fault']): Promise<void> => {
    const serving = host.serving();
    const model = composeAccount(serving.snapshot, seenEdition(request, serving), language(request), {
      shopper: shopperIn(request, tokens)?.name ?? null,
      fault,
      back: backIn(request),
      demo: demo ? { email: DEMO_SHOPPER.email, password: DEMO_SHOPPER.password } : null,
    });
    response
      .status(fault === 'too-many' ? 429 : fault ? 401 : 200)
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(await render(model));
  };

  app.get(ACCOUNT, (request, response) => show(request, response, null));
  app.post(
    ACCOUNT,
    express.urlencoded({ extended: false, limit: '4kb' }),
    ...signInLimits((request, response) => show(request, response, 'too-many')),
    async (request, response) => {
      refuseStrangers(request);
      const { email, password } = (request.body ?? {}) as { email?: unknown; password?: unknown };
      // Everybody can read the demo shopper's password, so it opens nothing where the demo is off.
      const published = email === DEMO_SHOPPER.email && password === DEMO_SHOPPER.password && !demo;
      const shopper =
        typeof email === 'string' && typeof password === 'string' && !published
          ? await findShopper(sequelize, email.slice(0, 254), password.slice(0, 200))
          : null;
      if (!shopper) {
        await show(request, response, 'refused');
        return;
      }
      response.cookie(SHOPPER_COOKIE, tokens.give(shopper, Date.now()), {
        maxAge: THIRTY_DAYS,
        httpOnly: true,
        sameSite: 'lax',
        secure: request.secure,
        path: '/',
      });
      back(request, response);
    },
  );
  app.post(`${ACCOUNT}/leave`, (request, response) => {
    refuseStrangers(request);
    response.clearCookie(SHOPPER_COOKIE, { path: '/' });
    back(request, response);
  });
}
