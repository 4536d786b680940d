import { languageOf } from '@fond/core';
import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { readSearchRules, saveSearchRules } from './searchRules';
import { suggest } from './suggest';
import { trySearch } from './trySearch';

type Own = 'searchRules' | 'saveSearchRules' | 'trySearch' | 'suggestions';

const NOTHING = { aisles: [], products: [], total: 0 };

/** What shoppers type, and what the shop makes of it. */
export const searchHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  searchRules: () => readSearchRules(sequelize),
  saveSearchRules: ({ body, user }) => thenServe(host, saveSearchRules(sequelize, body, user)),
  trySearch: async ({ body }) => {
    const { snapshot } = host.serving();
    const lang = languageOf(snapshot, body.lang);
    return trySearch(snapshot, await host.searchIndex(snapshot, lang), { ...body, lang });
  },
  suggestions: async ({ query: { q, lang } }) => {
    const { snapshot } = host.serving();
    if (!q.trim()) return NOTHING;
    return suggest(snapshot, await host.searchIndex(snapshot, lang), q, lang);
  },
});
