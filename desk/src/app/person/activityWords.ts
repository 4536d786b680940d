import type { ActivityEntry } from '@fond/contract';

const DONE: Readonly<Record<string, string>> = {
  save: 'saved',
  create: 'started',
  discard: 'discarded',
  delete: 'deleted',
  'put-aside': 'put aside',
  restore: 'restored',
  note: 'wrote a note on',
  publish: 'published',
  schedule: 'scheduled',
  start: 'started',
  make: 'made',
  'add-version': 'added a version to',
  over: 'ended',
  'called-off': 'called off',
  move: 'moved the times of',
  ask: 'asked to publish',
  approve: 'approved',
  declined: 'declined',
  withdrawn: 'withdrew',
  add: 'let in',
  role: 'gave a role to',
  settings: 'changed the settings of',
  import: 'imported',
  featured: 'marked as featured',
  change: 'changed',
  edit: 'changed',
  upload: 'brought in',
  remove: 'removed',
  password: 'changed the password of',
  'sign-out': 'signed out',
  together: 'changed together',
  'together-undone': 'took back in',
  'put-off': 'put off',
  'take-up': 'wants to hear again of',
  answer: 'answered',
  settle: 'settled',
  'open-again': 'opened again',
};

const KINDS: Readonly<Record<string, string>> = {
  edition: 'edition',
  range: 'the range',
  blend: 'the blend',
  collection: 'the collection',
  campaign: 'the campaign',
  trial: 'the trial',
  note: 'a note on',
  request: '',
  product: 'the product',
  page: 'the page',
  attribute: 'the attribute',
  category: 'the category',
  tag: 'the tag',
  system: 'the system',
  mapping: 'the mapping',
  picture: 'the picture',
  reviews: 'reviews',
  together: '',
};

/** What was done, before the name of what it was done to: “saved”, “published edition”. */
export function activityWords({ action, subject }: Pick<ActivityEntry, 'action' | 'subject'>): string {
  const kind = KINDS[subject.split(':')[0]] ?? '';
  return [DONE[action] ?? action, kind].filter(Boolean).join(' ');
}

/** What was done in a sentence of its own, where the record has one; empty where its words say it all. */
export const activitySaid = ({ detail }: Pick<ActivityEntry, 'detail'>): string =>
  typeof detail['said'] === 'string' ? detail['said'] : '';
