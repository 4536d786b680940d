import type { Kind } from '../pictures/draw';
import type { Pair } from './vocabulary';

/** What products of one kind are like: their shelf in the tree, their names, sizes, materials and prices. */
export interface KindSpec {
  kind: Kind;
  category: string;
  noun: Pair;
  count: number;
  materials: readonly string[];
  trims: readonly string[];
  /** Diameter in cm, or capacity in litres; nothing for what has neither. */
  sizes: { measure: 'diameter' | 'capacity'; values: readonly number[] } | null;
  /** Euro for the smallest in the plainest material. */
  base: number;
  /** Stands on a hob. */
  hob: boolean;
  oven: boolean;
  makers: readonly string[];
}

const METAL = ['stainless steel', 'carbon steel', 'cast iron', 'copper'];
const WOODS = ['beech', 'walnut', 'olive wood'];
const CLAY = ['stoneware', 'porcelain'];
const CLOTH = ['linen', 'cotton'];
const FORGES = ['Aldermoor', 'Varnoux', 'Hollinby', 'Okeford Forge', 'Brassenne'];
const POTTERS = ['Merrow Clay', 'Quillan Works', 'Ister & Pell'];

const spec = (
  kind: Kind,
  category: string,
  noun: Pair,
  count: number,
  base: number,
  rest: Partial<Omit<KindSpec, 'kind' | 'category' | 'noun' | 'count' | 'base'>>,
): KindSpec => ({
  kind,
  category,
  noun,
  count,
  base,
  materials: METAL,
  trims: ['beech', 'walnut', '#2b2c2e'],
  sizes: null,
  hob: false,
  oven: false,
  makers: FORGES,
  ...rest,
});

const PAN_SIZES = { measure: 'diameter', values: [20, 24, 26, 28, 30] } as const;
const ON_HOB = { hob: true, oven: true };

export const KINDS: readonly KindSpec[] = [
  spec('frying pan', 'Cookware > Pans > Frying pans', { en: 'frying pan', fr: 'poêle' }, 18, 32, {
    sizes: PAN_SIZES,
    ...ON_HOB,
  }),
  spec('sauté pan', 'Cookware > Pans > Sauté pans', { en: 'sauté pan', fr: 'sauteuse' }, 10, 48, {
    materials: ['stainless steel', 'copper', 'cast iron'],
    sizes: { measure: 'diameter', values: [24, 26, 28] },
    ...ON_HOB,
  }),
  spec('crêpe pan', 'Cookware > Pans > Crêpe pans', { en: 'crêpe pan', fr: 'crêpière' }, 7, 24, {
    materials: ['carbon steel', 'cast iron', 'stainless steel'],
    sizes: { measure: 'diameter', values: [22, 24, 26] },
    ...ON_HOB,
  }),
  spec('grill pan', 'Cookware > Pans > Grill pans', { en: 'grill pan', fr: 'poêle à griller' }, 7, 39, {
    materials: ['cast iron', 'enamelled iron'],
    sizes: { measure: 'diameter', values: [24, 26, 28] },
    ...ON_HOB,
  }),
  spec('wok', 'Cookware > Pans > Woks', { en: 'wok', fr: 'wok' }, 8, 36, {
    materials: ['carbon steel', 'cast iron', 'stainless steel'],
    sizes: { measure: 'diameter', values: [28, 30, 32, 36] },
    ...ON_HOB,
  }),
  spec('saucepan', 'Cookware > Pots > Saucepans', { en: 'saucepan', fr: 'casserole' }, 13, 29, {
    materials: ['stainless steel', 'copper', 'enamelled steel'],
    sizes: { measure: 'capacity', values: [1, 1.5, 2, 3] },
    ...ON_HOB,
  }),
  spec('stockpot', 'Cookware > Pots > Stockpots', { en: 'stockpot', fr: 'marmite' }, 8, 58, {
    materials: ['stainless steel', 'enamelled steel', 'copper'],
    sizes: { measure: 'capacity', values: [5, 7, 10] },
    ...ON_HOB,
  }),
  spec('casserole', 'Cookware > Pots > Casseroles', { en: 'casserole', fr: 'cocotte' }, 15, 89, {
    materials: ['enamelled iron', 'cast iron', 'copper'],
    trims: ['brass', '#2b2c2e', 'brass'],
    sizes: { measure: 'capacity', values: [2.5, 4, 5.5, 7] },
    ...ON_HOB,
  }),
  spec(
    'chef’s knife',
    'Knives and boards > Knives > Chef’s knives',
    { en: 'chef’s knife', fr: 'couteau de chef' },
    12,
    54,
    {
      materials: ['stainless steel', 'carbon steel'],
      makers: ['Tomisada', 'Hollinby', 'Okeford Forge'],
    },
  ),
  spec(
    'bread knife',
    'Knives and boards > Knives > Bread knives',
    { en: 'bread knife', fr: 'couteau à pain' },
    6,
    38,
    {
      materials: ['stainless steel'],
      makers: ['Tomisada', 'Hollinby'],
    },
  ),
  spec(
    'paring knife',
    'Knives and boards > Knives > Paring knives',
    { en: 'paring knife', fr: 'couteau d’office' },
    8,
    18,
    {
      materials: ['stainless steel', 'carbon steel'],
      makers: ['Tomisada', 'Hollinby', 'Okeford Forge'],
    },
  ),
  spec(
    'cutting board',
    'Knives and boards > Cutting boards',
    { en: 'cutting board', fr: 'planche à découper' },
    10,
    26,
    {
      materials: WOODS,
      makers: ['Thistlewick', 'Quillan Works'],
    },
  ),
  spec('kettle', 'Kettles and coffee > Kettles', { en: 'stove kettle', fr: 'bouilloire' }, 9, 46, {
    materials: ['enamelled steel', 'stainless steel', 'copper'],
    sizes: { measure: 'capacity', values: [1.5, 2] },
    hob: true,
  }),
  spec(
    'gooseneck kettle',
    'Kettles and coffee > Kettles',
    { en: 'gooseneck kettle', fr: 'bouilloire col de cygne' },
    6,
    52,
    {
      materials: ['stainless steel', 'copper', 'enamelled steel'],
      sizes: { measure: 'capacity', values: [0.9, 1.2] },
      hob: true,
    },
  ),
  spec(
    'French press',
    'Kettles and coffee > Coffee makers > French presses',
    { en: 'French press', fr: 'cafetière à piston' },
    7,
    28,
    {
      materials: ['stainless steel', 'copper', 'brass'],
      sizes: { measure: 'capacity', values: [0.35, 0.6, 1] },
      makers: ['Ister & Pell', 'Varnoux'],
    },
  ),
  spec(
    'moka pot',
    'Kettles and coffee > Coffee makers > Moka pots',
    { en: 'moka pot', fr: 'cafetière moka' },
    7,
    27,
    {
      materials: ['aluminium', 'stainless steel', 'copper'],
      sizes: { measure: 'capacity', values: [0.15, 0.3, 0.45] },
      hob: true,
      makers: ['Ister & Pell', 'Brassenne'],
    },
  ),
  spec('teapot', 'Kettles and coffee > Teapots', { en: 'teapot', fr: 'théière' }, 9, 34, {
    materials: ['stoneware', 'porcelain', 'cast iron'],
    trims: ['beech', 'brass', '#2b2c2e'],
    sizes: { measure: 'capacity', values: [0.6, 0.9, 1.2] },
    makers: POTTERS,
  }),
  spec('loaf tin', 'Baking > Tins > Loaf tins', { en: 'loaf tin', fr: 'moule à cake' }, 7, 14, {
    materials: ['carbon steel', 'tinplate', 'copper'],
    oven: true,
  }),
  spec('cake tin', 'Baking > Tins > Cake tins', { en: 'cake tin', fr: 'moule à gâteau' }, 8, 13, {
    materials: ['carbon steel', 'tinplate', 'aluminium'],
    sizes: { measure: 'diameter', values: [16, 20, 24, 26] },
    oven: true,
  }),
  spec('tart tin', 'Baking > Tins > Tart tins', { en: 'tart tin', fr: 'moule à tarte' }, 7, 12, {
    materials: ['tinplate', 'carbon steel'],
    sizes: { measure: 'diameter', values: [24, 28, 30] },
    oven: true,
  }),
  spec('mixing bowl', 'Baking > Mixing bowls', { en: 'mixing bowl', fr: 'saladier' }, 10, 22, {
    materials: ['stoneware', 'stainless steel', 'enamelled steel'],
    sizes: { measure: 'capacity', values: [1.5, 3, 4.5] },
    makers: POTTERS,
  }),
  spec('rolling pin', 'Baking > Rolling pins', { en: 'rolling pin', fr: 'rouleau à pâtisserie' }, 6, 18, {
    materials: WOODS,
    trims: ['walnut', 'beech'],
    makers: ['Thistlewick', 'Quillan Works'],
  }),
  spec('spoon', 'Tools > Spoons and spatulas', { en: 'cooking spoon', fr: 'cuillère de cuisine' }, 9, 9, {
    materials: WOODS,
    makers: ['Thistlewick', 'Quillan Works'],
  }),
  spec('spatula', 'Tools > Spoons and spatulas', { en: 'spatula', fr: 'spatule' }, 8, 10, {
    materials: ['silicone'],
    makers: ['Thistlewick', 'Hollinby'],
  }),
  spec('whisk', 'Tools > Whisks', { en: 'whisk', fr: 'fouet' }, 6, 12, {
    materials: ['stainless steel', 'copper', 'brass'],
    makers: ['Hollinby', 'Brassenne'],
  }),
  spec('grater', 'Tools > Graters', { en: 'grater', fr: 'râpe' }, 6, 19, {
    materials: ['stainless steel', 'carbon steel'],
    makers: ['Hollinby', 'Tomisada'],
  }),
  spec('jar', 'Storage > Jars', { en: 'storage jar', fr: 'bocal' }, 9, 8, {
    materials: ['glass'],
    trims: ['brass', 'beech', 'tinplate', 'copper'],
    sizes: { measure: 'capacity', values: [0.5, 1, 1.5, 2] },
    makers: ['Quillan Works', 'Ister & Pell'],
  }),
  spec('canister', 'Storage > Canisters', { en: 'canister', fr: 'boîte de conservation' }, 9, 17, {
    materials: ['stoneware', 'enamelled steel', 'tinplate'],
    trims: ['beech', 'walnut'],
    sizes: { measure: 'capacity', values: [0.75, 1.25, 2] },
    makers: POTTERS,
  }),
  spec('plate', 'Table > Plates', { en: 'plate', fr: 'assiette' }, 11, 14, {
    materials: CLAY,
    sizes: { measure: 'diameter', values: [16, 21, 27] },
    makers: POTTERS,
  }),
  spec('bowl', 'Table > Bowls', { en: 'bowl', fr: 'bol' }, 10, 12, {
    materials: CLAY,
    sizes: { measure: 'diameter', values: [12, 15, 18] },
    makers: POTTERS,
  }),
  spec('mug', 'Table > Mugs', { en: 'mug', fr: 'tasse' }, 12, 13, {
    materials: [...CLAY, 'enamelled steel'],
    sizes: { measure: 'capacity', values: [0.25, 0.35] },
    makers: POTTERS,
  }),
  spec('tumbler', 'Table > Glasses', { en: 'tumbler', fr: 'gobelet' }, 6, 7, {
    materials: ['glass'],
    sizes: { measure: 'capacity', values: [0.2, 0.3] },
    makers: ['Quillan Works', 'Ister & Pell'],
  }),
  spec('tea towel', 'Textiles > Tea towels', { en: 'tea towel', fr: 'torchon' }, 9, 12, {
    materials: CLOTH,
    makers: ['Thistlewick'],
  }),
  spec('apron', 'Textiles > Aprons', { en: 'apron', fr: 'tablier' }, 7, 38, {
    materials: CLOTH,
    makers: ['Thistlewick', 'Brassenne'],
  }),
  spec('oven glove', 'Textiles > Oven gloves', { en: 'oven glove', fr: 'gant de cuisine' }, 6, 16, {
    materials: ['cotton', 'silicone'],
    makers: ['Thistlewick'],
  }),
];

export interface CategorySpec {
  title: string;
  fr: string;
  colour?: string;
  about?: Pair;
}

/** The tree in its order, with what shoppers read there. Aisles without words are left so on purpose. */
export const CATEGORIES: readonly CategorySpec[] = [
  {
    title: 'Cookware',
    fr: 'Cuisson',
    colour: '#a4492c',
    about: {
      en: 'Pans and pots for every flame. Buy the size you cook in, not the size you own a lid for.',
      fr: 'Poêles et casseroles pour tous les feux. Choisissez la taille dans laquelle vous cuisinez.',
    },
  },
  {
    title: 'Cookware > Pans',
    fr: 'Poêles',
    about: {
      en: 'Iron for crust, steel for speed, copper for sauces that must not wait.',
      fr: 'La fonte pour la croûte, l’acier pour la vivacité, le cuivre pour les sauces qui n’attendent pas.',
    },
  },
  { title: 'Cookware > Pans > Frying pans', fr: 'Poêles à frire' },
  { title: 'Cookware > Pans > Sauté pans', fr: 'Sauteuses' },
  { title: 'Cookware > Pans > Crêpe pans', fr: 'Crêpières' },
  { title: 'Cookware > Pans > Grill pans', fr: 'Poêles à griller' },
  { title: 'Cookware > Pans > Woks', fr: 'Woks' },
  { title: 'Cookware > Pots', fr: 'Casseroles et marmites' },
  { title: 'Cookware > Pots > Saucepans', fr: 'Casseroles' },
  { title: 'Cookware > Pots > Stockpots', fr: 'Marmites' },
  {
    title: 'Cookware > Pots > Casseroles',
    fr: 'Cocottes',
    about: { en: 'Low heat and patience do the rest.', fr: 'Feu doux et patience font le reste.' },
  },
  {
    title: 'Knives and boards',
    fr: 'Couteaux et planches',
    colour: '#3d5266',
    about: {
      en: 'Three knives are enough. These are the ones to choose from.',
      fr: 'Trois couteaux suffisent. Voici parmi lesquels choisir.',
    },
  },
  { title: 'Knives and boards > Knives', fr: 'Couteaux' },
  { title: 'Knives and boards > Knives > Chef’s knives', fr: 'Couteaux de chef' },
  { title: 'Knives and boards > Knives > Bread knives', fr: 'Couteaux à pain' },
  { title: 'Knives and boards > Knives > Paring knives', fr: 'Couteaux d’office' },
  { title: 'Knives and boards > Cutting boards', fr: 'Planches à découper' },
  {
    title: 'Kettles and coffee',
    fr: 'Bouilloires et café',
    colour: '#6b3a4b',
    about: {
      en: 'For the first quarter of an hour of the day.',
      fr: 'Pour le premier quart d’heure de la journée.',
    },
  },
  { title: 'Kettles and coffee > Kettles', fr: 'Bouilloires' },
  { title: 'Kettles and coffee > Coffee makers', fr: 'Cafetières' },
  { title: 'Kettles and coffee > Coffee makers > French presses', fr: 'Cafetières à piston' },
  { title: 'Kettles and coffee > Coffee makers > Moka pots', fr: 'Cafetières moka' },
  { title: 'Kettles and coffee > Teapots', fr: 'Théières' },
  {
    title: 'Baking',
    fr: 'Pâtisserie',
    colour: '#a9762a',
    about: {
      en: 'Tins that let go and bowls that stay put.',
      fr: 'Des moules qui démoulent et des saladiers qui tiennent en place.',
    },
  },
  { title: 'Baking > Tins', fr: 'Moules' },
  { title: 'Baking > Tins > Loaf tins', fr: 'Moules à cake' },
  { title: 'Baking > Tins > Cake tins', fr: 'Moules à gâteau' },
  { title: 'Baking > Tins > Tart tins', fr: 'Moules à tarte' },
  { title: 'Baking > Mixing bowls', fr: 'Saladiers' },
  { title: 'Baking > Rolling pins', fr: 'Rouleaux' },
  { title: 'Tools', fr: 'Ustensiles', colour: '#5d6f4c' },
  { title: 'Tools > Spoons and spatulas', fr: 'Cuillères et spatules' },
  { title: 'Tools > Whisks', fr: 'Fouets' },
  { title: 'Tools > Graters', fr: 'Râpes' },
  {
    title: 'Storage',
    fr: 'Rangement',
    colour: '#3f7472',
    about: { en: 'What is kept well is used up.', fr: 'Ce qui est bien rangé est bien mangé.' },
  },
  { title: 'Storage > Jars', fr: 'Bocaux' },
  { title: 'Storage > Canisters', fr: 'Boîtes' },
  {
    title: 'Table',
    fr: 'Table',
    colour: '#8a4a3c',
    about: {
      en: 'Plates, bowls, mugs and glasses that agree with each other.',
      fr: 'Assiettes, bols, tasses et verres qui s’accordent.',
    },
  },
  { title: 'Table > Plates', fr: 'Assiettes' },
  { title: 'Table > Bowls', fr: 'Bols' },
  { title: 'Table > Mugs', fr: 'Tasses' },
  { title: 'Table > Glasses', fr: 'Verres' },
  { title: 'Textiles', fr: 'Textiles', colour: '#7a6a4f' },
  { title: 'Textiles > Tea towels', fr: 'Torchons' },
  { title: 'Textiles > Aprons', fr: 'Tabliers' },
  { title: 'Textiles > Oven gloves', fr: 'Gants' },
  { title: 'Picnic', fr: 'Pique-nique', colour: '#4f7a4a' },
];
