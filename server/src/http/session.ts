import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import connectSession from 'connect-session-sequelize';
import type { Sequelize } from 'sequelize';
import type { Session, User } from '@fond/contract';
import { SettingModel } from '../database/models';
import { problem } from './problem';

declare module 'express-session' {
  interface SessionData {
    user: User;
    csrfToken: string;
  }
}

const TWELVE_HOURS = 12 * 3_600_000;

export interface Sessions {
  handler: RequestHandler;
  stop: () => void;
}

/** All servers on one database sign cookies with one secret, made on first use. */
export async function secretOfShop(): Promise<string> {
  const [row] = await SettingModel.findOrCreate({
    where: { name: 'session-secret' },
    defaults: { name: 'session-secret', value: randomBytes(32).toString('hex') },
  });
  return String(row.value);
}

export function makeSessions(sequelize: Sequelize, secret: string): Sessions {
  const Store = connectSession(session.Store);
  const store = new Store({ db: sequelize, tableName: 'sessions' });
  const handler = session({
    name: 'fond.sid',
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: TWELVE_HOURS, path: '/' },
  });
  return { handler, stop: () => store.stopExpiringSessions() };
}

/** Signs in under a new session id, so that an id known before is worth nothing. */
export async function signIn(request: Request, user: User): Promise<Session> {
  await new Promise<void>((resolve, reject) =>
    request.session.regenerate((error?: Error) => (error ? reject(error) : resolve())),
  );
  request.session.user = user;
  request.session.csrfToken = randomBytes(24).toString('base64url');
  await new Promise<void>((resolve, reject) =>
    request.session.save((error?: Error) => (error ? reject(error) : resolve())),
  );
  return { user, csrfToken: request.session.csrfToken };
}

export function signOut(request: Request): Promise<void> {
  return new Promise((resolve, reject) =>
    request.session.destroy((error?: Error) => (error ? reject(error) : resolve())),
  );
}

/** The session of a signed-in request; throws where there is none. */
export function sessionOf(request: Request): Session {
  const { user, csrfToken } = request.session;
  if (!user || !csrfToken) throw problem('sign-in-needed', 'Sign in, then try again; nothing was changed.');
  return { user, csrfToken };
}

/** Unsafe requests carry the token that sign-in handed out. */
export function checkToken(request: Request, expected: string): void {
  const given = Buffer.from(request.get('X-CSRF-Token') ?? '');
  const wanted = Buffer.from(expected);
  if (given.length !== wanted.length || !timingSafeEqual(given, wanted))
    throw problem('token-needed', 'Reload the page and try again; nothing was changed.');
}
