/** Everything the shop says by itself, in every language it speaks. */
export interface ShopWords {
  skip: string;
  search: string;
  searchIn: string;
  find: string;
  home: string;
  products: (count: number) => string;
  shown: (from: number, to: number, total: number) => string;
  filters: string;
  showFilters: (chosen: number) => string;
  clearAll: string;
  clear: string;
  remove: (label: string) => string;
  more: (count: number) => string;
  searchValues: (label: string) => string;
  sort: string;
  from: string;
  to: string;
  apply: string;
  pages: string;
  page: (page: number) => string;
  previous: string;
  showMore: (count: number) => string;
  showEarlier: string;
  next: string;
  was: string;
  noPrice: string;
  noPicture: string;
  rated: (rating: string, count: number) => string;
  nothing: string;
  nothingHint: string;
  nothingYet: string;
  nothingFound: (q: string) => string;
  missing: string;
  missingHint: string;
  missingLink: string;
  collections: string;
  tags: string;
  details: string;
  sku: string;
  view: (place: number) => string;
  asGrid: string;
  asList: string;
  account: string;
  accountLink: string;
  signIn: string;
  signOut: string;
  signedInAs: (name: string) => string;
  email: string;
  password: string;
  refused: string;
  tooMany: string;
  demoShopper: string;
  footer: string;
  language: Readonly<Record<string, string>>;
}

const LANGUAGES = { en: 'English', fr: 'Français' };

const EN: ShopWords = {
  skip: 'Skip to the products',
  search: 'Search',
  searchIn: 'Pans, teapots, cast iron …',
  find: 'Find',
  home: 'Home',
  products: (count) => (count === 1 ? '1 product' : `${count} products`),
  shown: (from, to, total) => `${from}–${to} of ${total}`,
  filters: 'Filters',
  showFilters: (chosen) => (chosen ? `Filters (${chosen})` : 'Filters'),
  clearAll: 'Clear all',
  clear: 'Clear',
  remove: (label) => `Remove ${label}`,
  more: (count) => `${count} more`,
  searchValues: (label) => `Find in ${label}`,
  sort: 'Sort by',
  from: 'From',
  to: 'To',
  apply: 'Apply',
  pages: 'Pages',
  page: (page) => `Page ${page}`,
  previous: 'Previous',
  showMore: (count) => `Show ${count} more`,
  showEarlier: 'Show those before',
  next: 'Next',
  was: 'Before',
  noPrice: 'Price on request',
  noPicture: 'No picture yet',
  rated: (rating, count) => `Rated ${rating} of 5 by ${count}`,
  nothing: 'Nothing on this shelf',
  nothingHint: 'Take away a filter, or look at the whole aisle.',
  nothingYet: 'Something will stand here soon. The other shelves are open.',
  nothingFound: (q) => `We found nothing for “${q}”. Try fewer words, or another one for the same thing.`,
  missing: 'There is nothing at this address',
  missingHint: 'It may have moved, or it was never here. The shelves are all still open.',
  missingLink: 'Go to the front of the shop',
  collections: 'Collections',
  tags: 'Good to know',
  details: 'Details',
  sku: 'Article',
  view: (place) => `View ${place}`,
  asGrid: 'Grid',
  asList: 'List',
  account: 'Your account',
  accountLink: 'Account',
  signIn: 'Sign in',
  signOut: 'Sign out',
  signedInAs: (name) => `You are signed in as ${name}.`,
  email: 'Email',
  password: 'Password',
  refused: 'That email and password don’t go together. Check both and try again.',
  tooMany: 'That was tried too often. Wait a quarter of an hour, then try again.',
  demoShopper: 'To try it, sign in as',
  footer: 'An invented shop for trying out Fond Aisle. Nothing here can be bought.',
  language: LANGUAGES,
};

const FR: ShopWords = {
  skip: 'Aller aux produits',
  search: 'Rechercher',
  searchIn: 'Poêles, théières, fonte …',
  find: 'Chercher',
  home: 'Accueil',
  products: (count) => (count === 1 ? '1 produit' : `${count} produits`),
  shown: (from, to, total) => `${from}–${to} sur ${total}`,
  filters: 'Filtres',
  showFilters: (chosen) => (chosen ? `Filtres (${chosen})` : 'Filtres'),
  clearAll: 'Tout effacer',
  clear: 'Effacer',
  remove: (label) => `Retirer ${label}`,
  more: (count) => `${count} de plus`,
  searchValues: (label) => `Chercher : ${label}`,
  sort: 'Trier par',
  from: 'De',
  to: 'À',
  apply: 'Appliquer',
  pages: 'Pages',
  page: (page) => `Page ${page}`,
  previous: 'Précédente',
  showMore: (count) => `Afficher ${count} de plus`,
  showEarlier: 'Afficher les précédents',
  next: 'Suivante',
  was: 'Avant',
  noPrice: 'Prix sur demande',
  noPicture: 'Photo à venir',
  rated: (rating, count) => `Noté ${rating} sur 5 par ${count}`,
  nothing: 'Rien sur cette étagère',
  nothingHint: 'Retirez un filtre, ou regardez tout le rayon.',
  nothingYet: 'Bientôt, quelque chose viendra ici. Les autres rayons sont ouverts.',
  nothingFound: (q) => `Nous n’avons rien trouvé pour « ${q} ». Essayez moins de mots, ou un autre.`,
  missing: 'Il n’y a rien à cette adresse',
  missingHint: 'La page a peut-être déménagé. Les rayons, eux, sont tous ouverts.',
  missingLink: 'Aller à l’entrée de la boutique',
  collections: 'Collections',
  tags: 'Bon à savoir',
  details: 'Détails',
  sku: 'Article',
  view: (place) => `Vue ${place}`,
  asGrid: 'Grille',
  asList: 'Liste',
  account: 'Votre compte',
  accountLink: 'Compte',
  signIn: 'Se connecter',
  signOut: 'Se déconnecter',
  signedInAs: (name) => `Vous êtes connecté en tant que ${name}.`,
  email: 'E-mail',
  password: 'Mot de passe',
  refused: 'Cet e-mail et ce mot de passe ne vont pas ensemble. Vérifiez les deux et réessayez.',
  tooMany: 'Trop de tentatives. Attendez un quart d’heure, puis réessayez.',
  demoShopper: 'Pour essayer, connectez-vous avec',
  footer: 'Une boutique inventée pour essayer Fond Aisle. Rien ne peut y être acheté.',
  language: LANGUAGES,
};

export const shopWordsIn = (lang: string): ShopWords => (lang === 'fr' ? FR : EN);
