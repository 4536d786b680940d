/** Everything the shop says by itself, in every language it speaks. */
export interface ShopWords {
  skip: string;
  search: string;
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
  moreToFind: (count: number) => string;
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
  addToCart: string;
  soldOut: string;
  wish: string;
  wishes: string;
  quickLook: string;
  wholeProduct: string;
  close: string;
  cart: string;
  cartLink: string;
  toCart: string;
  cartEmpty: string;
  addedToCart: (title: string) => string;
  inCart: string;
  takenOut: (title: string) => string;
  pause: string;
  goOn: string;
  gone: string;
  goneHint: string;
  otherShelves: string;
  pieces: string;
  change: string;
  takeOut: string;
  total: string;
  shortOf: (available: number) => string;
  cartFull: string;
  productGone: string;
  cartAway: string;
  cartBusy: string;
  jumpTo: string;
  of: (pages: number) => string;
  goThere: string;
  language: Readonly<Record<string, string>>;
}

const LANGUAGES = { en: 'English', fr: 'Français' };

const EN: ShopWords = {
  skip: 'Skip to the products',
  search: 'Search',
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
  moreToFind: (count) => (count === 1 ? '1 more: type to find it' : `${count} more: type to find them`),
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
  nothingYet: 'Something will stand here soon.',
  nothingFound: (q) => `We found nothing for “${q}”. Try fewer words, or another one for the same thing.`,
  missing: 'There is nothing at this address',
  missingHint: 'It may have moved, or it was never here. The shelves are all still open.',
  missingLink: 'Go to the front of the shop',
  collections: 'Collections',
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
  addToCart: 'Add to cart',
  soldOut: 'Sold out',
  wish: 'Wish list',
  wishes: 'Your wish list',
  quickLook: 'Quick look',
  wholeProduct: 'All about it',
  close: 'Close',
  cart: 'Your cart',
  cartLink: 'Cart',
  toCart: 'Go to the cart',
  cartEmpty: 'Nothing is in the cart yet.',
  addedToCart: (title) => `${title} is in the cart.`,
  inCart: 'In the cart',
  takenOut: (title) => `${title} is taken out of the cart.`,
  pause: 'Stop moving',
  goOn: 'Move on',
  gone: 'What stood here has been taken away',
  goneHint: 'It is not in the shop any more. The shelves are all still open.',
  otherShelves: 'Other shelves',
  pieces: 'Pieces',
  change: 'Change',
  takeOut: 'Take out',
  total: 'Total',
  shortOf: (available) =>
    available ? `There are only ${available} of it. Choose as many, or fewer.` : 'It is sold out for now.',
  cartFull: 'The cart holds a hundred products. Take one out first.',
  productGone: 'This product is no longer in the shop.',
  cartBusy: 'Many carts were begun from your network just now. Wait a few minutes, then try again.',
  cartAway: 'The cart can’t be reached right now. What was in it is safe; try again in a moment.',
  jumpTo: 'Page',
  of: (pages) => `of ${pages}`,
  goThere: 'Go',
  language: LANGUAGES,
};

const FR: ShopWords = {
  skip: 'Aller aux produits',
  search: 'Rechercher',
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
  moreToFind: (count) =>
    count === 1 ? '1 autre : tapez pour la trouver' : `${count} autres : tapez pour les trouver`,
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
  nothingYet: 'Bientôt, quelque chose viendra ici.',
  nothingFound: (q) => `Nous n’avons rien trouvé pour « ${q} ». Essayez moins de mots, ou un autre.`,
  missing: 'Il n’y a rien à cette adresse',
  missingHint: 'La page a peut-être déménagé. Les rayons, eux, sont tous ouverts.',
  missingLink: 'Aller à l’entrée de la boutique',
  collections: 'Collections',
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
  addToCart: 'Ajouter au panier',
  soldOut: 'Épuisé',
  wish: 'Mes envies',
  wishes: 'Vos envies',
  quickLook: 'Aperçu',
  wholeProduct: 'Tout savoir',
  close: 'Fermer',
  cart: 'Votre panier',
  cartLink: 'Panier',
  toCart: 'Voir le panier',
  cartEmpty: 'Le panier est encore vide.',
  addedToCart: (title) => `${title} est dans le panier.`,
  inCart: 'Dans le panier',
  takenOut: (title) => `${title} a été retiré du panier.`,
  pause: 'Arrêter le mouvement',
  goOn: 'Reprendre',
  gone: 'Ce qui était ici a été retiré',
  goneHint: 'Ce n’est plus dans la boutique. Les rayons sont tous ouverts.',
  otherShelves: 'Autres rayons',
  pieces: 'Quantité',
  change: 'Modifier',
  takeOut: 'Retirer',
  total: 'Total',
  shortOf: (available) =>
    available
      ? `Il n’en reste que ${available}. Choisissez-en autant, ou moins.`
      : 'Il est épuisé pour le moment.',
  cartFull: 'Le panier contient cent produits. Retirez-en un d’abord.',
  productGone: 'Ce produit n’est plus dans la boutique.',
  cartBusy:
    'Beaucoup de paniers viennent d’être ouverts depuis votre réseau. Patientez quelques minutes, puis réessayez.',
  cartAway: 'Le panier est momentanément inaccessible. Son contenu est conservé ; réessayez dans un instant.',
  jumpTo: 'Page',
  of: (pages) => `sur ${pages}`,
  goThere: 'Aller',
  language: LANGUAGES,
};

export const shopWordsIn = (lang: string): ShopWords => (lang === 'fr' ? FR : EN);
