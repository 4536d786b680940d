import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { Request, RequestHandler, Response } from 'express';
import session, { type SessionData } from 'express-session';
import { LRUCache } from 'lru-cache';
import type { Logger } from 'pino';
import connectSession from 'connect-session-sequelize';
import type { Sequelize } from 'sequelize';
import type { Session, User } from '@fond/contract';
import { SettingModel } from '../database/models';
import { personOf } from './users';
import { problem } from '../problem/problem';
import { refuseStrangers } from '../http/strangers';

declare module 'express-session' {
  interface SessionData {
    user: User;
    csrfToken: string;
    /** When somebody signed in, milliseconds since 1970. */
    since: number;
  }
}

const COOKIE = 'fond.sid';
const COOKIE_OPTIONS = { httpOnly: true, sameSite: 'strict', path: '/' } as const;
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

/** How long a session may go on without its end being moved, which costs a write each time. */
const MOVED_EVERY = 5 * 60_000;

export function makeSessions(sequelize: Sequelize, secret: string, log: Logger): Sessions {
  const Store = connectSession(session.Store);
  const store = new Store({ db: sequelize, tableName: 'sessions' });
  const moved = new LRUCache<string, true>({ max: 10_000, ttl: MOVED_EVERY });
  const read = store.get.bind(store);
  const move = store.touch.bind(store);
  // One that has run out is over, whether or not it has been swept away yet.
  store.get = (sid, done) => read(sid, (error, found) => done(error, found && isOver(found) ? null : found));
  // The answer is on its way by then, and must not be lost with this.
  store.touch = (sid, data, done) => {
    done?.(null);
    if (moved.get(sid)) return;
    moved.set(sid, true);
    move(sid, data, (error: unknown) => {
      if (error) log.warn({ err: error }, 'A session’s end could not be moved');
    });
  };
  const handler = session({
    name: COOKIE,
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { ...COOKIE_OPTIONS, secure: 'auto', maxAge: TWELVE_HOURS },
  });
  return { handler, stop: () => store.stopExpiringSessions() };
}

function isOver({ cookie }: SessionData): boolean {
  const { expires } = cookie as { expires?: Date | string | null };
  return expires !== undefined && expires !== null && new Date(expires).getTime() <= Date.now();
}

/** Signs in under a new session id, so that an id known before is worth nothing. */
export async function signIn(request: Request, user: User): Promise<Session> {
  await new Promise<void>((resolve, reject) =>
    request.session.regenerate((error?: Error) => (error ? reject(error) : resolve())),
  );
  request.session.user = user;
  request.session.csrfToken = randomBytes(24).toString('base64url');
  request.session.since = Date.now();
  await new Promise<void>((resolve, reject) =>
    request.session.save((error?: Error) => (error ? reject(error) : resolve())),
  );
  return { user, csrfToken: request.session.csrfToken };
}

/** Ends the session, and takes its cookie back. */
export async function signOut(request: Request, response: Response): Promise<void> {
  await new Promise<void>((resolve, reject) =>
    request.session.destroy((error?: Error) => (error ? reject(error) : resolve())),
  );
  response.clearCookie(COOKIE, COOKIE_OPTIONS);
}

const needed = (): Error => problem('sign-in-needed', 'Sign in, then try again; nothing was changed.');

/** The session of a request that `admit` has let in. */
export function sessionOf(request: Request): Session {
  const { user, csrfToken } = request.session;
  if (!user || !csrfToken) throw needed();
  return { user, csrfToken };
}

/**
 * The session of a signed-in request, with the person as they are now: read anew each time, as a role that was taken
 * away must not live on in an old session, nor somebody who was removed.
 *
 * @throws the problem `sign-in-needed` where there is none, or it is over.
 */
export async function admit(request: Request): Promise<Session> {
  const { user } = sessionOf(request);
  const person = await personOf(user.id);
  if (!person || (request.session.since ?? 0) < person.sessionsFrom) throw needed();
  request.session.user = person.user;
  return sessionOf(request);
}

/** Unsafe requests carry the token that sign-in handed out. */
export function checkToken(request: Request, expected: string): void {
  refuseStrangers(request);
  const given = Buffer.from(request.get('X-CSRF-Token') ?? '');
  const wanted = Buffer.from(expected);
  if (given.length !== wanted.length || !timingSafeEqual(given, wanted))
    throw problem('token-needed', 'Reload the page and try again; nothing was changed.');
}
