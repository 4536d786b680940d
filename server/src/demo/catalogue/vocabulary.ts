/** English and French of everything the demo names more than once. */
export interface Pair {
  en: string;
  fr: string;
}

export const MATERIALS: Readonly<Record<string, Pair>> = {
  'stainless steel': { en: 'stainless steel', fr: 'acier inoxydable' },
  'carbon steel': { en: 'carbon steel', fr: 'acier carbone' },
  'cast iron': { en: 'cast iron', fr: 'fonte' },
  'enamelled iron': { en: 'enamelled iron', fr: 'fonte émaillée' },
  'enamelled steel': { en: 'enamelled steel', fr: 'acier émaillé' },
  copper: { en: 'copper', fr: 'cuivre' },
  brass: { en: 'brass', fr: 'laiton' },
  aluminium: { en: 'aluminium', fr: 'aluminium' },
  tinplate: { en: 'tinplate', fr: 'fer-blanc' },
  stoneware: { en: 'stoneware', fr: 'grès' },
  porcelain: { en: 'porcelain', fr: 'porcelaine' },
  glass: { en: 'glass', fr: 'verre' },
  beech: { en: 'beech', fr: 'hêtre' },
  walnut: { en: 'walnut', fr: 'noyer' },
  'olive wood': { en: 'olive wood', fr: 'olivier' },
  silicone: { en: 'silicone', fr: 'silicone' },
  linen: { en: 'linen', fr: 'lin' },
  cotton: { en: 'cotton', fr: 'coton' },
};

export const FINISHES: Readonly<Record<string, Pair>> = {
  brushed: { en: 'brushed', fr: 'brossé' },
  polished: { en: 'polished', fr: 'poli' },
  matt: { en: 'matt', fr: 'mat' },
  glazed: { en: 'glazed', fr: 'émaillé' },
  oiled: { en: 'oiled', fr: 'huilé' },
  woven: { en: 'woven', fr: 'tissé' },
  'pre-seasoned': { en: 'pre-seasoned', fr: 'culotté' },
};

export interface Colour extends Pair {
  hex: string;
}

export const COLOURS: Readonly<Record<string, Colour>> = {
  cream: { en: 'cream', fr: 'crème', hex: '#ece1c8' },
  white: { en: 'white', fr: 'blanc', hex: '#f2f0ea' },
  black: { en: 'black', fr: 'noir', hex: '#2c2d2f' },
  grey: { en: 'grey', fr: 'gris', hex: '#8d9295' },
  brick: { en: 'brick', fr: 'brique', hex: '#a8432f' },
  ink: { en: 'ink blue', fr: 'bleu encre', hex: '#2f4763' },
  sage: { en: 'sage', fr: 'sauge', hex: '#83936f' },
  mustard: { en: 'mustard', fr: 'moutarde', hex: '#cf9c33' },
  sea: { en: 'sea green', fr: 'vert d’eau', hex: '#4f8582' },
  plum: { en: 'plum', fr: 'prune', hex: '#6b3a4b' },
  rose: { en: 'rose', fr: 'rose', hex: '#cf9a92' },
  terracotta: { en: 'terracotta', fr: 'terre cuite', hex: '#c06a45' },
};

/** What a surface looks like that has no colour of its own. */
export const BARE_COLOURS: Readonly<Record<string, string>> = {
  'stainless steel': '#a9b4ba',
  'carbon steel': '#50565b',
  'cast iron': '#33373a',
  copper: '#c97f4d',
  brass: '#c9a24a',
  aluminium: '#c3c8cb',
  tinplate: '#b3b9ba',
  glass: '#a7c7c4',
  beech: '#d5b07d',
  walnut: '#7a5536',
  'olive wood': '#b48a4c',
};

export const HOBS: Readonly<Record<string, Pair>> = {
  gas: { en: 'gas', fr: 'gaz' },
  electric: { en: 'electric', fr: 'électrique' },
  ceramic: { en: 'ceramic', fr: 'vitrocéramique' },
  induction: { en: 'induction', fr: 'induction' },
};

export const COUNTRIES: Readonly<Record<string, Pair>> = {
  France: { en: 'France', fr: 'France' },
  Portugal: { en: 'Portugal', fr: 'Portugal' },
  Sweden: { en: 'Sweden', fr: 'Suède' },
  Germany: { en: 'Germany', fr: 'Allemagne' },
  Italy: { en: 'Italy', fr: 'Italie' },
  Japan: { en: 'Japan', fr: 'Japon' },
  Lithuania: { en: 'Lithuania', fr: 'Lituanie' },
};

/** Invented makers, each with its country. */
export const MAKERS: Readonly<Record<string, string>> = {
  Aldermoor: 'Sweden',
  Varnoux: 'France',
  Hollinby: 'Germany',
  'Okeford Forge': 'Sweden',
  Brassenne: 'France',
  'Quillan Works': 'Portugal',
  'Ister & Pell': 'Italy',
  'Merrow Clay': 'Portugal',
  Thistlewick: 'Lithuania',
  Tomisada: 'Japan',
};

export const SERIES: readonly string[] = [
  'Harrow',
  'Linnet',
  'Corrie',
  'Tamsin',
  'Osier',
  'Bracken',
  'Ember',
  'Sable',
  'Wren',
  'Fathom',
  'Larch',
  'Pippin',
  'Sorrel',
  'Tansy',
  'Juniper',
  'Quarry',
  'Halden',
  'Rook',
  'Mallow',
  'Vesper',
  'Birk',
  'Orrin',
  'Selby',
  'Teasel',
];

export const TAGS: readonly (Pair & { slug: string })[] = [
  { slug: 'ready-for-induction', en: 'Ready for induction', fr: 'Compatible induction' },
  { slug: 'into-the-oven', en: 'Into the oven', fr: 'Passe au four' },
  { slug: 'into-the-dishwasher', en: 'Into the dishwasher', fr: 'Passe au lave-vaisselle' },
  { slug: 'handmade', en: 'Handmade', fr: 'Fait main' },
  { slug: 'made-to-last', en: 'Made to last', fr: 'Fait pour durer' },
  { slug: 'for-small-kitchens', en: 'For small kitchens', fr: 'Petites cuisines' },
  { slug: 'for-two', en: 'For two', fr: 'Pour deux' },
  { slug: 'for-a-crowd', en: 'For a crowd', fr: 'Grandes tablées' },
  { slug: 'gift-idea', en: 'Gift idea', fr: 'Idée cadeau' },
  { slug: 'staff-pick', en: 'Staff pick', fr: 'Coup de cœur' },
  { slug: 'plastic-free', en: 'Plastic-free', fr: 'Sans plastique' },
  { slug: 'recycled', en: 'Recycled material', fr: 'Matière recyclée' },
  { slug: 'light-to-lift', en: 'Light to lift', fr: 'Léger' },
  { slug: 'keeps-heat', en: 'Keeps heat', fr: 'Garde la chaleur' },
  { slug: 'needs-seasoning', en: 'Needs seasoning', fr: 'À culotter' },
  { slug: 'left-handed', en: 'Left-handed', fr: 'Pour gauchers' },
  { slug: 'stacks', en: 'Stacks', fr: 'S’empile' },
  { slug: 'back-on-the-shelf', en: 'Back on the shelf', fr: 'De retour' },
  { slug: 'last-pieces', en: 'Last pieces', fr: 'Dernières pièces' },
  { slug: 'picnic', en: 'For a picnic', fr: 'Pour le pique-nique' },
];

export const COLLECTIONS: readonly (Pair & { slug: string; about: Pair })[] = [
  {
    slug: 'first-kitchen',
    en: 'First kitchen',
    fr: 'Première cuisine',
    about: {
      en: 'Twenty-odd things that cook almost everything, and none that you will want to replace.',
      fr: 'Une vingtaine d’objets qui savent presque tout faire, et aucun que l’on voudra remplacer.',
    },
  },
  {
    slug: 'sunday-baking',
    en: 'Sunday baking',
    fr: 'Pâtisserie du dimanche',
    about: {
      en: 'Tins, bowls and pins for slow mornings.',
      fr: 'Moules, bols et rouleaux pour matins calmes.',
    },
  },
  {
    slug: 'the-copper-shelf',
    en: 'The copper shelf',
    fr: 'L’étagère en cuivre',
    about: {
      en: 'Copper answers the flame at once. Polish it or let it darken; both are right.',
      fr: 'Le cuivre répond aussitôt à la flamme. Poli ou patiné, il a toujours raison.',
    },
  },
  {
    slug: 'wedding-list',
    en: 'Wedding list',
    fr: 'Liste de mariage',
    about: {
      en: 'Presents that are still in use at the silver wedding.',
      fr: 'Des cadeaux qui servent encore aux noces d’argent.',
    },
  },
  {
    slug: 'slow-suppers',
    en: 'Slow suppers',
    fr: 'Longs soupers',
    about: { en: 'Heavy lids, thick walls, low heat.', fr: 'Couvercles lourds, parois épaisses, feu doux.' },
  },
  {
    slug: 'breakfast-table',
    en: 'Breakfast table',
    fr: 'Petit déjeuner',
    about: {
      en: 'Coffee, tea, toast, and somewhere to put the jam.',
      fr: 'Café, thé, tartines, et une place pour la confiture.',
    },
  },
  {
    slug: 'under-20',
    en: 'Under 20 euro',
    fr: 'Moins de 20 euros',
    about: { en: 'Small sums, good tools.', fr: 'Petites sommes, bons outils.' },
  },
  {
    slug: 'winter-sale',
    en: 'Winter sale',
    fr: 'Soldes d’hiver',
    about: { en: 'Reduced while they last.', fr: 'À prix réduit tant qu’il en reste.' },
  },
];
