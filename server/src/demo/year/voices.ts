/** Shoppers of the demo who have said something; nobody signs in as them. */
export const SHOPPERS: readonly string[] = [
  'Wren Alder',
  'Sorrel Finch',
  'Bastien Roux',
  'Tamsin Vale',
  'Odile Farrow',
  'Corin Hale',
  'Maëlle Brun',
  'Lark Penrose',
];

export interface Voice {
  stars: number;
  title: string;
  text: string;
  lang: 'en' | 'fr';
  answer?: string;
}

/** What is said of products that do well, and of those that don't; nothing of it fits one product alone. */
export const STANDING: readonly Voice[] = [
  {
    stars: 5,
    title: 'Use it every day',
    text: 'I cook with it most evenings and it looks as it did when I took it out of the box.',
    lang: 'en',
  },
  {
    stars: 4,
    title: 'Good, and heavy',
    text: 'Does what it should. It is heavier than I thought, so look at the weight before you order.',
    lang: 'en',
  },
  { stars: 5, title: '', text: 'Exactly the size I was looking for. Arrived well packed.', lang: 'en' },
  {
    stars: 3,
    title: 'Fine for the price',
    text: 'The finish could be smoother at the edge, but for this price I can’t complain.',
    lang: 'en',
    answer: 'Thank you for telling us. Send us a picture of the edge and we exchange it.',
  },
  {
    stars: 5,
    title: 'Un bel objet',
    text: 'Solide, facile à laver, et très beau sur la table. Je le recommande.',
    lang: 'fr',
  },
  {
    stars: 4,
    title: '',
    text: 'Très content de mon achat, même si la livraison a pris une semaine.',
    lang: 'fr',
    answer: 'Merci de votre patience : décembre est long chez nous aussi.',
  },
  {
    stars: 5,
    title: 'Bought a second one',
    text: 'My sister took mine home, so I bought another one. That says enough.',
    lang: 'en',
  },
  {
    stars: 2,
    title: 'Not for my hob',
    text: 'Works on gas only, which I should have read. Sent it back without any trouble.',
    lang: 'en',
  },
  {
    stars: 4,
    title: 'Keeps its heat',
    text: 'Takes a while to get warm and then stays so. The handle stays cool.',
    lang: 'en',
  },
  { stars: 5, title: 'Parfait', text: 'Exactement comme sur la photo. Le bois sent bon.', lang: 'fr' },
];

export const WAITING: readonly Voice[] = [
  {
    stars: 5,
    title: 'A present that stayed',
    text: 'Meant as a present for my brother. It never left my kitchen.',
    lang: 'en',
  },
  {
    stars: 1,
    title: 'Came with a scratch',
    text: 'There was a scratch along the side. I would like another one, please.',
    lang: 'en',
  },
  {
    stars: 4,
    title: 'Bon produit',
    text: 'Bonne qualité, un peu cher. Les couleurs sont plus douces que sur la photo.',
    lang: 'fr',
  },
  {
    stars: 5,
    title: '',
    text: 'Third year of Sunday breakfasts with it and nothing has come loose.',
    lang: 'en',
  },
  {
    stars: 3,
    title: 'Smaller than it looks',
    text: 'The picture makes it look larger. Measure before you buy; it is written there, to be fair.',
    lang: 'en',
  },
];

export const DOWN: readonly Voice[] = [
  { stars: 5, title: 'BEST EVER', text: 'Best best best best best best best best.', lang: 'en' },
];

/** What goes well together, by the addresses of categories: their best sellers are linked. */
export const TOGETHER: readonly (readonly [from: string, to: string])[] = [
  ['frying-pans', 'spoons-and-spatulas'],
  ['saucepans', 'whisks'],
  ['chef-s-knives', 'cutting-boards'],
  ['bread-knives', 'cutting-boards'],
  ['teapots', 'mugs'],
  ['french-presses', 'mugs'],
  ['cake-tins', 'mixing-bowls'],
  ['loaf-tins', 'oven-gloves'],
];

/** Categories whose best sellers may be taken one for another. */
export const INSTEAD: readonly string[] = ['frying-pans', 'kettles', 'chef-s-knives', 'mugs'];
