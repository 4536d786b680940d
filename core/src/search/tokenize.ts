import MiniSearch from 'minisearch';

/** The words of a text as they are written, at blanks and punctuation. */
export const tokenize = MiniSearch.getDefault('tokenize') as (text: string) => string[];
