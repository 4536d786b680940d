import { languageOf, todayIn } from '@fond/core';
import type { Handlers } from '../http/handler';
import { thenServe } from '../serving/served';
import type { Services } from '../services';
import { previewSearch } from './previewSearch';
import { readSearchRules, saveSearchRules } from './searchRules';
import { suggest } from './suggest';
import { trySearch } from './trySearch';

type Own = 'searchRules' | 'saveSearchRules' | 'trySearch' | 'previewSearch' | 'suggestions';

const NOTHING = { queries: [], aisles: [], products: [], total: 0 };

/** What shoppers type, and what the shop makes of it. */
export const searchHandlers = ({ sequelize, host }: Services): Handlers<Own> => ({
  searchRules: () => readSearchRules(sequelize),
  saveSearchRules: ({ body, user }) => thenServe(host, saveSearchRules(sequelize, body, user)),
  trySearch: async ({ body }) => {
    const { snapshot, zone } = host.serving();
    const lang = languageOf(snapshot, body.lang);
    const index = await host.searchIndex(snapshot, lang);
    return trySearch(snapshot, index, { ...body, lang }, todayIn({ now: Date.now(), zone }));
  },
  previewSearch: ({ body }) => previewSearch(host, body),
  suggestions: async ({ query: { q, lang } }) => {
    const { snapshot, zone } = host.serving();
    if (!q.trim()) return NOTHING;
    const day = todayIn({ now: Date.now(), zone });
    return suggest(snapshot, await host.searchIndex(snapshot, lang), q, lang, day);
  },
});
