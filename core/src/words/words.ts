import type { CardField } from '../catalogue/figures';
import type { LinkKind } from '../clause/rule';
import type { Lang } from '../text/texts';
import type { SortKey } from '../order/sorting';

/** Words that the core itself puts on pages: what is computed has to be told. */
export interface PageWords {
  facets: Readonly<Record<'category' | 'price' | 'tag' | 'rating' | 'sale' | 'stock' | 'q', string>>;
  sorts: Readonly<Record<SortKey | 'relevance', string>>;
  /** “4 and up”. */
  atLeast: (rating: string) => string;
  related: string;
  linked: Readonly<Record<LinkKind, string>>;
  reviewsOf: (product: string) => string;
  soldOut: string;
  inStock: string;
  fewLeft: (stock: number) => string;
  results: (q: string) => string;
  /** What is sought in place of a text that finds nothing. */
  respelt: (q: string, text: string) => string;
  without: (q: string, words: readonly string[]) => string;
  /** Leads to what the whole shop has of a search within an aisle. */
  wholeShop: (count: number) => string;
  account: string;
  cart: string;
  wishes: string;
  compare: string;
  fields: Readonly<Record<CardField, string>>;
  seeProduct: string;
  showMore: string;
  recent: string;
  newProducts: string;
  searchShop: (shop: string) => string;
  missing: string;
  gone: string;
  page: (page: number) => string;
  /** What an aisle holds, for those who look at it from outside. */
  holds: (count: number, some: readonly string[]) => string;
}

const EN: PageWords = {
  facets: {
    category: 'Category',
    price: 'Price',
    tag: 'Tags',
    rating: 'Rating',
    sale: 'On sale',
    stock: 'Availability',
    q: 'Search here',
  },
  sorts: {
    recommended: 'Recommended',
    newest: 'Newest first',
    price: 'Price, low to high',
    'price-desc': 'Price, high to low',
    saving: 'Largest saving',
    name: 'Name, A to Z',
    'name-desc': 'Name, Z to A',
    rating: 'Best rated',
    sold: 'Most bought',
    relevance: 'Best match',
  },
  atLeast: (rating) => `${rating} and up`,
  related: 'Close to this one',
  linked: { with: 'Goes well with it', instead: 'Or take one of these' },
  reviewsOf: (product) => `What shoppers say of ${product}`,
  soldOut: 'Sold out',
  inStock: 'In stock',
  fewLeft: (stock) => `Only ${stock} left`,
  results: (q) => `Results for “${q}”`,
  respelt: (q, text) => `Nothing is called “${q}” here. These are the results for “${text}”.`,
  without: (q, words) =>
    `Nothing has all of “${q}”. These are the results without ${words.map((word) => `“${word}”`).join(', ')}.`,
  wholeShop: (count) => (count === 1 ? 'See the one in the whole shop' : `See ${count} in the whole shop`),
  account: 'Your account',
  cart: 'Your cart',
  wishes: 'Your wish list',
  compare: 'Side by side',
  fields: { sku: 'Article', added: 'Since', sold: 'Sold', saving: 'You save' },
  seeProduct: 'See it',
  showMore: 'Show more',
  recent: 'What you looked at',
  newProducts: 'New products',
  searchShop: (shop) => `Search ${shop}`,
  missing: 'Not found',
  gone: 'Taken away',
  page: (page) => `page ${page}`,
  holds: (count, some) =>
    `${count === 1 ? '1 product' : `${count} products`}: ${some.join(', ')}${count > some.length ? ' and more' : ''}.`,
};

const FR: PageWords = {
  facets: {
    category: 'Catégorie',
    price: 'Prix',
    tag: 'Étiquettes',
    rating: 'Note',
    sale: 'En promotion',
    stock: 'Disponibilité',
    q: 'Chercher ici',
  },
  sorts: {
    recommended: 'Notre sélection',
    newest: 'Nouveautés',
    price: 'Prix croissant',
    'price-desc': 'Prix décroissant',
    saving: 'Plus forte remise',
    name: 'Nom, de A à Z',
    'name-desc': 'Nom, de Z à A',
    rating: 'Les mieux notés',
    sold: 'Les plus achetés',
    relevance: 'Pertinence',
  },
  atLeast: (rating) => `${rating} et plus`,
  related: 'Dans le même esprit',
  linked: { with: 'Va bien avec', instead: 'Ou plutôt l’un de ceux-ci' },
  reviewsOf: (product) => `Les avis sur ${product}`,
  soldOut: 'Épuisé',
  inStock: 'En stock',
  fewLeft: (stock) => `Plus que ${stock}`,
  results: (q) => `Résultats pour « ${q} »`,
  respelt: (q, text) => `Rien ne s’appelle « ${q} » ici. Voici les résultats pour « ${text} ».`,
  without: (q, words) =>
    `Rien ne réunit « ${q} ». Voici les résultats sans ${words.map((word) => `« ${word} »`).join(', ')}.`,
  wholeShop: (count) =>
    count === 1 ? 'Voir le seul de toute la boutique' : `En voir ${count} dans toute la boutique`,
  account: 'Votre compte',
  cart: 'Votre panier',
  wishes: 'Vos envies',
  compare: 'Côte à côte',
  fields: { sku: 'Article', added: 'Depuis le', sold: 'Vendus', saving: 'Vous économisez' },
  seeProduct: 'Découvrir',
  showMore: 'En voir plus',
  recent: 'Ce que vous avez vu',
  newProducts: 'Nouveautés',
  searchShop: (shop) => `Chercher dans ${shop}`,
  missing: 'Introuvable',
  gone: 'Retiré',
  page: (page) => `page ${page}`,
  holds: (count, some) =>
    `${count === 1 ? '1 produit' : `${count} produits`} : ${some.join(', ')}${count > some.length ? ' et d’autres' : ''}.`,
};

/** English where a language has no words of its own yet. */
export const wordsIn = (lang: Lang): PageWords => (lang === 'fr' ? FR : EN);
