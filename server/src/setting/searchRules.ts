import { NO_SEARCH_RULES, type SearchRules } from '@fond/core';

/** The rules of searches as they are kept among the settings. */
export interface KeptSearchRules {
  version: number;
  rules: SearchRules;
  at: string | null;
  by: string | null;
}

export const SEARCH = 'search-rules';

const NONE: KeptSearchRules = { version: 0, rules: NO_SEARCH_RULES, at: null, by: null };

type Read = <T extends object>(sql: string) => Promise<T[]>;

export async function keptSearchRules(read: Read): Promise<KeptSearchRules> {
  const [row] = await read<{
    value: Partial<Omit<KeptSearchRules, 'rules'>> & { rules?: Partial<SearchRules> };
  }>(`SELECT value FROM settings WHERE name = '${SEARCH}'`);
  // What was kept by an earlier release says nothing of what is newer.
  return { ...NONE, ...row?.value, rules: { ...NO_SEARCH_RULES, ...row?.value.rules } };
}
