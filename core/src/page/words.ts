import type { Lang } from '../catalogue/rows';
import type { SortKey } from '../plans/plan';

/** Words that the core itself puts on pages: what is computed has to be told. */
export interface PageWords {
  facets: Readonly<Record<'category' | 'price' | 'tag' | 'rating', string>>;
  sorts: Readonly<Record<SortKey | 'relevance', string>>;
  /** “4 and up”. */
  atLeast: (rating: string) => string;
  isNew: string;
  soldOut: string;
  inStock: string;
  fewLeft: (stock: number) => string;
  results: (q: string) => string;
}

const EN: PageWords = {
  facets: { category: 'Category', price: 'Price', tag: 'Good to know', rating: 'Rating' },
  sorts: {
    recommended: 'Recommended',
    newest: 'Newest first',
    price: 'Price, low to high',
    'price-desc': 'Price, high to low',
    name: 'Name, A to Z',
    rating: 'Best rated',
    relevance: 'Best match',
  },
  atLeast: (rating) => `${rating} and up`,
  isNew: 'New',
  soldOut: 'Sold out',
  inStock: 'In stock',
  fewLeft: (stock) => `Only ${stock} left`,
  results: (q) => `Results for “${q}”`,
};

const FR: PageWords = {
  facets: { category: 'Catégorie', price: 'Prix', tag: 'Bon à savoir', rating: 'Note' },
  sorts: {
    recommended: 'Notre sélection',
    newest: 'Nouveautés',
    price: 'Prix croissant',
    'price-desc': 'Prix décroissant',
    name: 'Nom, de A à Z',
    rating: 'Les mieux notés',
    relevance: 'Pertinence',
  },
  atLeast: (rating) => `${rating} et plus`,
  isNew: 'Nouveau',
  soldOut: 'Épuisé',
  inStock: 'En stock',
  fewLeft: (stock) => `Plus que ${stock}`,
  results: (q) => `Résultats pour « ${q} »`,
};

/** English where a language has no words of its own yet. */
export const wordsIn = (lang: Lang): PageWords => (lang === 'fr' ? FR : EN);
