/** What is said of suggestions; in English where a language has no words of its own. */
export interface SuggestionWords {
  queries: string;
  aisles: string;
  products: string;
  all: (count: number, q: string) => string;
  told: (count: number) => string;
}

const ENGLISH: SuggestionWords = {
  queries: 'Searches',
  aisles: 'Aisles',
  products: 'Products',
  all: (count, q) => (count === 1 ? `See the one result for “${q}”` : `See all ${count} results for “${q}”`),
  told: (count) => (count === 1 ? 'One suggestion' : `${count} suggestions`),
};

const WORDS: Readonly<Record<string, SuggestionWords>> = {
  en: ENGLISH,
  fr: {
    queries: 'Recherches',
    aisles: 'Rayons',
    products: 'Produits',
    all: (count, q) =>
      count === 1 ? `Voir le résultat pour « ${q} »` : `Voir les ${count} résultats pour « ${q} »`,
    told: (count) => (count > 1 ? `${count} suggestions` : `${count} suggestion`),
  },
};

export const suggestionWordsIn = (lang: string): SuggestionWords => WORDS[lang] ?? ENGLISH;
