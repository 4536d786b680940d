import { randomBytes } from 'node:crypto';
import type { Request, RequestHandler, Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { problem, sendProblem } from '../problem/problem';

/** Stands in built pages where each answer's own nonce goes. */
export const NONCE_MARK = '__CSP_NONCE__';

export const nonceOf = (response: Response): string => String(response.locals['nonce']);

/** What no page here asks a device for, and nothing that it shows may. */
const NEVER_USED = ['camera', 'microphone', 'geolocation', 'payment', 'usb', 'browsing-topics']
  .map((feature) => `${feature}=()`)
  .join(', ');

/** Scripts and styles come from here or carry the answer's nonce; nothing else runs. Frames only by ourselves. */
export const secureHeaders: RequestHandler[] = [
  (_request, response, next) => {
    response.locals['nonce'] = randomBytes(16).toString('base64');
    response.set('Permissions-Policy', NEVER_USED);
    next();
  },
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'self'"],
        'script-src': ["'self'", (_request, response) => `'nonce-${nonceOf(response as Response)}'`],
        'script-src-attr': ["'none'"],
        'style-src': ["'self'", (_request, response) => `'nonce-${nonceOf(response as Response)}'`],
        // Layout figures of a plan stand in style attributes of server-rendered pages.
        'style-src-attr': ["'unsafe-inline'"],
        'img-src': ["'self'", 'data:'],
        'font-src': ["'self'"],
        'connect-src': ["'self'"],
        'object-src': ["'none'"],
        'base-uri': ["'self'"],
        'form-action': ["'self'"],
        'frame-src': ["'self'"],
        'frame-ancestors': ["'self'"],
      },
    },
    // On loopback there is no https to insist on; a proxy in front adds it.
    strictTransportSecurity: false,
    referrerPolicy: { policy: 'same-origin' },
  }),
];

const QUARTER_HOUR = 15 * 60_000;
const TRIES = 10;

/** So many for one account, from wherever they come. */
const TRIES_FOR_ONE = 30;

const refuseInWords: RequestHandler = (_request, response) =>
  sendProblem(response, problem('too-many-tries', 'Wait a quarter of an hour, then try again.'));

const accountIn = ({ body }: Request): string => {
  const { email } = (body ?? {}) as { email?: unknown };
  return typeof email === 'string' ? email.trim().toLowerCase().slice(0, 254) : '';
};

/**
 * Ten wrong passwords in a quarter of an hour from one address, thirty for one account, then a pause. The body has been
 * read by then.
 */
export const signInLimits = (refuse: RequestHandler = refuseInWords): RequestHandler[] => {
  const usual = {
    windowMs: QUARTER_HOUR,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: refuse,
  } as const;
  return [
    rateLimit({ ...usual, limit: TRIES }),
    rateLimit({ ...usual, limit: TRIES_FOR_ONE, keyGenerator: accountIn }),
  ];
};

const MINUTE = 60_000;
const VIEW_BATCHES = 6_000;

/** A browser tells what it has seen every few seconds; from one address a hundred a second are taken. */
export const viewLimit = (): RequestHandler[] => [
  rateLimit({
    windowMs: MINUTE,
    limit: VIEW_BATCHES,
    // Beacons hear no answer.
    standardHeaders: false,
    legacyHeaders: false,
    handler: (_request, response) =>
      sendProblem(response, problem('too-many-tries', 'What is seen is counted again in a minute.')),
  }),
];

const NEW_CARTS = 60;

/** Lets sixty carts begin in a quarter of an hour from one address, as each is kept for a year; refuses any more. */
export function newCartLimit(): (request: Request, response: Response) => Promise<void> {
  const limit = rateLimit({
    windowMs: QUARTER_HOUR,
    limit: NEW_CARTS,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, _response, next) =>
      next(
        problem(
          'too-many-tries',
          'Many carts were begun from your address just now. Wait a quarter of an hour, then try again.',
        ),
      ),
  });
  return (request, response) =>
    new Promise((resolve, reject) => {
      void limit(request, response, (error?: unknown) => {
        if (error instanceof Error) reject(error);
        else resolve();
      });
    });
}
