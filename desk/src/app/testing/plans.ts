import type { Problem, StoredPlan, Vocabulary } from '@fond/contract';
import { USUAL_LOOK, startingFixtures, type Plan, USUAL_BADGES, USUAL_PRODUCT_PAGE } from '@fond/core';

/** What specs of the desk open, save and publish. */
export const plan: Plan = {
  id: 'p',
  name: 'Pans',
  reach: { include: [], exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: startingFixtures([], []),
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
};

export const stored = (version: number, document = plan, live: Plan | null = plan): StoredPlan => ({
  document,
  plan: document,
  bases: [],
  heirs: [],
  version,
  standing: 'open',
  note: '',
  updatedAt: '2026-01-01T00:00:00.000Z',
  updatedBy: 'Ines Marlow',
  live,
  liveDocument: live,
});

export const vocabulary: Vocabulary = {
  languages: ['en'],
  currency: 'EUR',
  products: 1,
  facets: [],
  attributes: [],
};

export const away: Problem = { type: '/problems/database-away', title: 'Away', status: 503, detail: '' };
