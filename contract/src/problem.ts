import type { HeldOperation } from './person/types';

/** RFC 9457. `type` is one of the registry's addresses; see `PROBLEM_TYPES`. */
export interface Problem {
  type: string;
  title: string;
  status: number;
  detail: string;
  errors?: readonly FieldError[];
  /** With `approval-needed`: what can be asked for. */
  held?: HeldOperation;
}

export interface FieldError {
  path: string;
  message: string;
}

/** The one registry of problem types: name → status and title. Names are never reused for something else. */
export const PROBLEM_TYPES = {
  'tampered-file': { status: 400, title: 'The file was changed after it was written' },
  'bad-input': { status: 400, title: 'Something in the request can’t be read' },
  'sign-in-needed': { status: 401, title: 'Sign in first' },
  'sign-in-refused': { status: 401, title: 'Email or password is wrong' },
  'system-unknown': { status: 401, title: 'No system has this token' },
  'token-needed': { status: 403, title: 'The request carries no valid token' },
  'not-allowed': { status: 403, title: 'Your role does not allow that' },
  'approval-needed': { status: 409, title: 'A second person has to approve' },
  'not-found': { status: 404, title: 'Nothing is here' },
  'unknown-aisle': { status: 404, title: 'No aisle has this address' },
  'newer-draft': { status: 409, title: 'Somebody saved a newer draft' },
  'changed-meanwhile': { status: 409, title: 'Somebody changed this meanwhile' },
  'plan-in-use': { status: 409, title: 'The plan is in use' },
  'plan-chain': { status: 409, title: 'These plans can’t build on each other' },
  'base-not-live': { status: 409, title: 'The plan it builds on is not published' },
  'part-not-live': { status: 409, title: 'A part it shows is not published' },
  overlap: { status: 409, title: 'Another plan claims the same aisles' },
  'request-answered': { status: 409, title: 'Somebody has answered already' },
  'last-owner': { status: 409, title: 'The shop needs an owner' },
  'redirect-loop': { status: 409, title: 'The redirects would run in a ring' },
  'trial-over': { status: 409, title: 'The trial has begun or ended already' },
  'already-tried': { status: 409, title: 'The plan is being tried already' },
  'campaign-over': { status: 409, title: 'The campaign is over' },
  'not-enough-stock': { status: 409, title: 'There are not so many' },
  'cart-full': { status: 409, title: 'The cart is full' },
  'draft-differs': { status: 409, title: 'Somebody has worked on the draft' },
  'range-in-use': { status: 409, title: 'The range is in use' },
  'blend-in-use': { status: 409, title: 'The blend is in use' },
  'shop-not-empty': { status: 409, title: 'The shop holds something already' },
  'product-in-shop': { status: 409, title: 'Shoppers see the product' },
  'picture-in-use': { status: 409, title: 'Something shows the picture' },
  'group-in-use': { status: 409, title: 'Something is in it' },
  'collection-in-use': { status: 409, title: 'The collection is in use' },
  'nothing-to-mend': { status: 409, title: 'The draft says nothing of that any more' },
  'nothing-to-publish': { status: 409, title: 'The draft is what is live already' },
  'done-already': { status: 409, title: 'This was done already' },
  'key-reused': { status: 409, title: 'The key was sent with something else before' },
  'wrong-method': { status: 405, title: 'That can’t be done at this address' },
  'too-large': { status: 413, title: 'The file is too large' },
  'wrong-kind': { status: 415, title: 'This kind of file can’t be read' },
  'too-many-tries': { status: 429, title: 'Too many tries' },
  internal: { status: 500, title: 'Something went wrong here' },
  'database-away': { status: 503, title: 'The database does not answer' },
  overloaded: { status: 503, title: 'Too much is asked for at once' },
  busy: { status: 503, title: 'Others are changing the same things' },
  'outcome-unknown': { status: 503, title: 'It isn’t known whether this was stored' },
  'done-unseen': { status: 503, title: 'It was stored, but can’t be read back' },
  'not-ready': { status: 503, title: 'Still starting' },
} as const satisfies Record<string, { status: number; title: string }>;

export type ProblemName = keyof typeof PROBLEM_TYPES;

export const problemAddress = (name: ProblemName): string => `/problems/${name}`;
